"""Bundles: written, read back the same, and refused where they are not what they should be."""

from __future__ import annotations

import io
import unittest
import zipfile

from hypothesis import given
from hypothesis import strategies as st

from dicetrail.core.archive import LARGEST_UNPACKED, MOST_FILES, archive
from dicetrail.core.pack.settings import Settings, settings_from
from dicetrail.core.rules.bundle import Bundle, is_bundle, read_bundle, write_bundle
from dicetrail.core.snag import Refused

NAMES = st.text("abcäß -_.0", min_size=1, max_size=12).filter(lambda name: name.strip(" .") == name)
FILES = st.dictionaries(NAMES, st.binary(max_size=200), max_size=4)


class Bundles(unittest.TestCase):
    def refused(self, files: dict[str, bytes]) -> str:
        with self.assertRaises(Refused) as refused:
            read_bundle(archive(files), "b.zip")
        return str(refused.exception)

    @given(st.text(max_size=300), FILES, FILES)
    def test_what_is_written_is_read(self, text, packs, media):
        packs = {f"packs/{name}": data for name, data in packs.items()}
        made = Bundle(text.replace("\r", ""), packs, media, {name: {"settings": {}} for name in packs})
        data = write_bundle(made)
        self.assertTrue(is_bundle(data))
        self.assertEqual(read_bundle(data, "b.zip"), made)
        self.assertEqual(write_bundle(read_bundle(data, "b.zip")), data)

    def test_a_game_is_as_long_as_a_game_may_be(self):
        self.assertIn("400,000 at the most", self.refused({"game.yaml": b"title: " + b"x" * 400_000}))

    def test_nothing_leads_out_of_it(self):
        for name in (
            "../evil.tsv",
            "/etc/passwd",
            "packs/../../x.tsv",
            "packs\\x.tsv",
            "C:/x.tsv",
            "packs//x.tsv",
            "./x.tsv",
            "packs/\n.tsv",
            "x" * 300,
        ):
            with self.subTest(name):
                self.assertIn("leads out of it", self.refused({"game.yaml": b"title: x", name: b""}))
                with self.assertRaises(Refused):
                    write_bundle(Bundle("title: x", {name: b""}, {}))

    def test_a_bomb_is_stopped_while_it_is_unpacked(self):
        zeros = bytes(LARGEST_UNPACKED // 4)
        bomb = {"game.yaml": b"title: x", **{f"packs/{n}.tsv": zeros for n in range(5)}}
        data = archive(bomb)
        self.assertLess(len(data), 2_000_000)
        with self.assertRaisesRegex(Refused, "unpacks to more than 128 MB"):
            read_bundle(data, "b.zip")

    def test_it_is_refused_where_it_is_something_else(self):
        self.assertIn("there is no game.yaml", self.refused({"packs/x.tsv": b""}))
        self.assertIn("not text in UTF-8", self.refused({"game.yaml": b"\xff\xfe\xff"}))
        for told in (b"[]", b'{"packs/x.tsv": 3}', b"{", b"[" * 100_000):
            self.assertIn("does not say how packs", self.refused({"game.yaml": b"", "reading.json": told}))
        many = {"game.yaml": b"", **{f"packs/{n}": b"" for n in range(MOST_FILES)}}
        self.assertIn("2,001 files", self.refused(many))

    def test_it_is_refused_where_it_is_damaged(self):
        whole = archive({"game.yaml": b"title: x\n" * 50, "packs/x.tsv": b"a\tb\n" * 50})
        for place in range(0, len(whole), 7):
            for broken in (whole[:place], whole[:place] + b"\x55" + whole[place + 1 :]):
                with self.subTest(place):
                    try:
                        read = read_bundle(broken, "b.zip")
                    except Refused:
                        continue
                    self.assertIn(b"title", read.text.encode())  # a byte that nothing depends on

    def test_two_files_of_one_name_are_refused(self):
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as zipped, self.assertWarns(UserWarning):
            zipped.writestr("game.yaml", "title: one")
            zipped.writestr("game.yaml", "title: two")
        with self.assertRaisesRegex(Refused, "two files called"):
            read_bundle(out.getvalue(), "b.zip")

    def test_how_packs_are_read_is_checked(self):
        self.assertEqual(
            settings_from({"delimiter": "comma", "roles": ["prompt", "answer"]}),
            Settings("comma", ("prompt", "answer")),
        )
        for wrong in ({"delimiter": "x"}, {"roles": ["nothing"]}, {"header": "perhaps"}, {"lists": 1}):
            with self.assertRaises(Refused):
                settings_from(wrong)

    def test_a_spreadsheet_is_no_bundle(self):
        self.assertFalse(is_bundle(archive({"xl/workbook.xml": b""})))
        self.assertFalse(is_bundle(b"PK\x03\x04 and nothing more"))
        self.assertFalse(is_bundle(b"title: x"))
