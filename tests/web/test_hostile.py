"""Files that are huge or mean harm: read or refused with a clear sentence, the memory bounded."""

from __future__ import annotations

import io
import json
import struct
import time
import unittest
import urllib.error
import urllib.request
import uuid
import zipfile
import zlib
from functools import cache
from pathlib import Path
from typing import Any

import numpy as np
import soundfile

from ..ui.harness import Served

GIGABYTE = 2**30


@cache
def zip_bomb() -> bytes:
    """A spreadsheet whose sheet unpacks to two gigabytes of blanks: more than may be held at once."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=1) as archive:
        archive.writestr("[Content_Types].xml", "<Types/>")
        with archive.open("xl/worksheets/sheet1.xml", "w", force_zip64=True) as sheet:
            for _ in range(128):
                sheet.write(b" " * 2**24)
    return out.getvalue()


def entities_as_ods() -> bytes:
    """Entities within entities ("a billion laughs")."""
    lols = "".join(f'<!ENTITY l{n} "{f"&l{n - 1};" * 10}">' for n in range(1, 10))
    xml = f'<?xml version="1.0"?><!DOCTYPE x [<!ENTITY l0 "ha">{lols}]><x>&l9;</x>'
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("content.xml", xml)
    return out.getvalue()


def endless_rows() -> bytes:
    """An .ods of a few bytes that says it has a million rows of sixteen thousand cells."""
    table = "urn:oasis:names:tc:opendocument:xmlns:table:1.0"
    text = "urn:oasis:names:tc:opendocument:xmlns:text:1.0"
    xml = (
        f'<x xmlns:table="{table}" xmlns:text="{text}"><table:table>'
        '<table:table-row table:number-rows-repeated="1048576"><table:table-cell'
        ' table:number-columns-repeated="16384"><text:p>Which one is it?</text:p></table:table-cell>'
        "</table:table-row></table:table></x>"
    )
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("content.xml", xml)
    return out.getvalue()


def wide_picture(side: int) -> bytes:
    """A sound PNG of ``side`` × ``side`` white points, never held as a whole (PNG, third edition, 5.2)."""

    def chunk(kind: bytes, data: bytes) -> bytes:
        return struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))

    packer = zlib.compressobj(9)
    row = b"\0" + b"\xff" * (side // 8)
    points = b"".join(packer.compress(row) for _ in range(side)) + packer.flush()
    head = struct.pack(">IIBBBBB", side, side, 1, 0, 0, 0, 0)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", points) + chunk(b"IEND", b"")


def long_sound(seconds: int) -> bytes:
    out = io.BytesIO()
    with soundfile.SoundFile(out, "w", 1000, 1, format="OGG", subtype="VORBIS") as sound:
        for _ in range(seconds // 60):
            sound.write(np.zeros(1000 * 60, dtype="float32"))
    return out.getvalue()


class Hostile(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.served = Served(alone=True)  # its memory is measured
        cls.addClassCleanup(cls.served.stop)

    def send(self, path: str, name: str, data: bytes) -> tuple[int, Any]:
        """Send a file; the status and what was answered."""
        edge = uuid.uuid4().hex
        body = (
            f'--{edge}\r\nContent-Disposition: form-data; name="file"; filename="{name}"\r\n\r\n'.encode()
            + data
            + f"\r\n--{edge}--\r\n".encode()
        )
        request = urllib.request.Request(
            self.served.url + path, body, {"content-type": f"multipart/form-data; boundary={edge}"}
        )
        try:
            with urllib.request.urlopen(request, timeout=120) as response:
                return response.status, json.loads(response.read())
        except urllib.error.HTTPError as error:
            return error.code, json.loads(error.read())

    def read(self, name: str, data: bytes) -> Any:
        """Bring a question file and wait for its job: the pack, or what was said against it."""
        status, answer = self.send("/api/workshop/packs", name, data)
        if status != 201:
            return answer["detail"]
        if answer["pack"]:
            return answer["pack"]
        job = answer["job"]
        end = time.monotonic() + 120
        while job["state"] in ("waiting", "working") and time.monotonic() < end:
            time.sleep(0.1)
            job = self.served.ask("GET", f"/api/workshop/jobs/{job['id']}")
        if job["state"] != "done":
            return job["message"]
        return self.served.ask("GET", f"/api/workshop/packs/{job['pack_id']}")

    def most_memory(self) -> int:
        """The most memory the server ever held, in bytes."""
        status = Path(f"/proc/{self.served.pid}/status").read_text()
        line = next(line for line in status.splitlines() if line.startswith("VmHWM"))
        return int(line.split()[1]) * 1024

    def tearDown(self):
        self.assertLess(self.most_memory(), GIGABYTE)

    def test_20_megabytes(self):
        line = (
            "What is the number of this line, which is {}?\tit is {}\tit is another\tnot this\tnor this "
            + "x" * 150
        )
        text = "".join(line.format(n, n) + "\n" for n in range(80_000))[: 20 * 2**20 - 100]
        pack = self.read("full.tsv", text[: text.rindex("\n") + 1].encode())
        self.assertGreater(pack["questions"], 70_000)
        self.assertIn("may have 20 MB", self.read("over.tsv", b"x" * (20 * 2**20 + 1)))

    def test_100_000_lines_and_more(self):
        text = "".join(f"Question {n} of many?\tright {n}\twrong {n}\n" for n in range(100_002))
        pack = self.read("many.tsv", text.encode())
        self.assertEqual((pack["questions"], pack["to_mend"]), (100_001, 1))
        self.assertIn("A file may have 100,001 lines", pack["snags"][-1]["message"])

    def test_spreadsheets_that_mean_harm(self):
        self.assertIn("would unpack to 2,048 MB", self.read("bomb.xlsx", zip_bomb()))
        self.assertIn("no sound spreadsheet", self.read("laughs.ods", entities_as_ods()))
        self.assertIn("more than 20 MB of text", self.read("endless.ods", endless_rows()))
        self.assertIn("damaged archive", self.read("cut.xlsx", zip_bomb()[:5000]))

    def test_a_picture_of_400_million_points(self):
        status, answer = self.send("/api/workshop/media", "wide.png", wide_picture(20_000))
        self.assertEqual(status, 422)
        self.assertRegex(answer["detail"], "^wide.png has far too many pixels; a picture may have 40 million")
        status, answer = self.send("/api/workshop/media", "fair.png", wide_picture(4000))
        self.assertEqual((status, answer["width"], answer["height"]), (201, 1600, 1600))

    def test_a_sound_of_an_hour(self):
        status, answer = self.send("/api/workshop/media", "hour.ogg", long_sound(3600))
        self.assertEqual((status, answer["detail"][:26]), (422, "hour.ogg lasts 60 minutes;"))
        status, answer = self.send("/api/workshop/media", "short.ogg", long_sound(60))
        self.assertEqual((status, round(answer["seconds"]), len(answer["peaks"])), (201, 60, 240))

    def test_what_is_no_picture_and_no_sound(self):
        for name, data in (
            ("a.png", b"x" * 50),
            ("a.png", wide_picture(80)[:40]),
            ("a.mp3", b"ID3" + b"x" * 50),
            ("a.wav", b""),
        ):
            status, answer = self.send("/api/workshop/media", name, data)
            self.assertEqual(status, 422, answer)
            self.assertRegex(answer["detail"], r"^a\.\w+ is (no|a damaged) .*\.$")
