"""Bundles: a whole game in one zip file.

``game.yaml`` is its document; the packs lie under the names that it calls them (``packs/…``), the pictures
and sounds under ``media/`` and the names that questions and document call them. ``reading.json`` says of a
pack how it is read, where that was not left to the guess: ``{name: {"settings": …, "sheet": …}}``, the latter
where it came from a spreadsheet. Nothing has a date: the same game gives the same bytes.

What comes from elsewhere is not trusted: nothing is unpacked to the disk, no name leads out of the bundle,
and sizes are counted while unpacking, whatever the archive says of them.
"""

from __future__ import annotations

import io
import json
import zipfile
import zlib
from collections.abc import Mapping
from dataclasses import dataclass, field
from pathlib import PurePosixPath
from typing import Any

from ..snag import Refused
from .yamltext import LARGEST

DOCUMENT, READING, MEDIA = "game.yaml", "reading.json", "media/"
LARGEST_BUNDLE = 64 * 2**20
"""Bytes a bundle may have."""
LARGEST_UNPACKED = 128 * 2**20
"""Bytes that all its files may have together."""
MOST_FILES = 2000
NO_DATE = (1980, 1, 1, 0, 0, 0)
"""The first date that a zip can hold."""
_MAGIC = b"PK\x03\x04"
_STEP = 2**20


@dataclass(frozen=True, slots=True)
class Bundle:
    """A game with all that it needs. ``packs`` has the tables too that questions are made from; ``reading``
    what the maker said of how packs are read, by their names, as JSON data."""

    text: str
    packs: dict[str, bytes]
    media: dict[str, bytes]
    reading: dict[str, dict[str, Any]] = field(default_factory=dict)


def is_bundle(data: bytes) -> bool:
    """Whether a file is a zip that holds a game: a spreadsheet is a zip too."""
    if not data.startswith(_MAGIC):
        return False
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as zipped:
            return DOCUMENT in zipped.namelist()
    except (zipfile.BadZipFile, ValueError, NotImplementedError):
        return False


def write_bundle(bundle: Bundle) -> bytes:
    """A bundle as a file. Raises Refused where a pack's name leads out of it."""
    files = {DOCUMENT: bundle.text.encode()}
    if bundle.reading:
        told = json.dumps(bundle.reading, ensure_ascii=False, indent=2, sort_keys=True) + "\n"
        files[READING] = told.encode()
    for name, data in sorted(bundle.packs.items()):
        if not _stays_inside(name) or name in (DOCUMENT, READING) or name.startswith(MEDIA):
            raise Refused(f"The pack {name} can't be put into a bundle. Keep it in a folder beside the game.")
        files[name] = data
    for name, data in sorted(bundle.media.items()):
        files[MEDIA + name] = data
    return archive(files)


def archive(files: Mapping[str, bytes]) -> bytes:
    """Files as a zip that depends on nothing but what is in them: no date, no order of the disk."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=9) as zipped:
        for name, data in files.items():
            entry = zipfile.ZipInfo(name, NO_DATE)
            entry.compress_type = zipfile.ZIP_DEFLATED
            entry.external_attr = 0o644 << 16
            zipped.writestr(entry, data)
    return out.getvalue()


def read_bundle(data: bytes, file: str) -> Bundle:
    """What is in a bundle. Raises Refused, with what is wrong in it."""
    if len(data) > LARGEST_BUNDLE:
        raise Refused(f"{file} is larger than {LARGEST_BUNDLE // 2**20} MB: too large for a bundle.")
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as zipped:
            files = _unpacked(zipped, file)
    except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, RuntimeError, ValueError) as error:
        if isinstance(error, Refused):
            raise
        raise Refused(f"{file} is damaged, or no bundle ({error}). Save the bundle anew.") from None
    if DOCUMENT not in files:
        raise Refused(f"{file} is no bundle: there is no {DOCUMENT} in it.")
    try:
        text = files.pop(DOCUMENT).decode("utf-8-sig")
    except UnicodeDecodeError:
        raise Refused(f"{DOCUMENT} in {file} is not text in UTF-8.") from None
    if len(text) > LARGEST:
        raise Refused(
            f"{DOCUMENT} in {file} has {len(text):,} characters; a game has {LARGEST:,} at the most."
        )
    reading = _reading(files.pop(READING, b"{}"), file)
    media = {name.removeprefix(MEDIA): data for name, data in files.items() if name.startswith(MEDIA)}
    packs = {name: data for name, data in files.items() if not name.startswith(MEDIA)}
    return Bundle(text, packs, media, {name: told for name, told in reading.items() if name in packs})


def _unpacked(zipped: zipfile.ZipFile, file: str) -> dict[str, bytes]:
    entries = [entry for entry in zipped.infolist() if not entry.is_dir()]
    if len(entries) > MOST_FILES:
        raise Refused(f"There are {len(entries):,} files in {file}; a bundle has {MOST_FILES:,} at the most.")
    files: dict[str, bytes] = {}
    left = LARGEST_UNPACKED
    for entry in entries:
        name = entry.orig_filename
        if not _stays_inside(name):
            raise Refused(f"{file} has a file called {name[:80]!r}: that leads out of it. Nothing was read.")
        if name in files:
            raise Refused(f"{file} has two files called {name[:80]!r}. Nothing was read.")
        files[name] = _bounded(zipped, entry, left, file)
        left -= len(files[name])
    return files


def _bounded(zipped: zipfile.ZipFile, entry: zipfile.ZipInfo, most: int, file: str) -> bytes:
    """One file of an archive, no more of it than may be."""
    parts, had = [], 0
    with zipped.open(entry) as opened:
        while part := opened.read(_STEP):
            had += len(part)
            if had > most:
                raise Refused(
                    f"{file} unpacks to more than {LARGEST_UNPACKED // 2**20} MB: no bundle needs that."
                    " Nothing was read."
                )
            parts.append(part)
    return b"".join(parts)


def _stays_inside(name: str) -> bool:
    """Whether a name is a plain relative one."""
    path = PurePosixPath(name)
    return (
        0 < len(name) <= 200
        and not path.is_absolute()
        and str(path) == name
        and not {"..", "."} & set(path.parts)
        and not any(mark in "\\:\0" or not mark.isprintable() for mark in name)
    )


def _reading(data: bytes, file: str) -> dict[str, dict[str, Any]]:
    try:
        told = json.loads(data)
    except (ValueError, RecursionError):
        told = None
    if not isinstance(told, dict) or not all(isinstance(one, dict) for one in told.values()):
        raise Refused(f"{READING} in {file} does not say how packs are read.")
    return told
