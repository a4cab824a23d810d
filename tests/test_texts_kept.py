"""The texts of a pack's revisions: each comes back as it was, and an edit takes little room."""

from __future__ import annotations

import tempfile
import unittest
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st
from sqlalchemy import func, select
from sqlalchemy.orm import Session

from dicetrail.store import history, packs
from dicetrail.store.database import open_database
from dicetrail.store.models import PackRevision
from dicetrail.store.texts import WHOLE_EVERY

TEXTS = st.lists(st.text("ab\n", max_size=12), min_size=1, max_size=8)


class TextsKept(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        engine = open_database(Path(folder.name) / "dicetrail.sqlite")
        self.addCleanup(engine.dispose)
        self.session = Session(engine)
        self.addCleanup(self.session.close)

    def pack(self, text: str):
        self.session.rollback()
        return packs.add_pack(self.session, "p.tsv", b"", text, "utf-8")

    def edit(self, pack, text: str) -> None:
        packs.change_text(self.session, pack, text, pack.revision)

    def test_each_revision_comes_back_also_where_others_were_made_from_an_earlier_one(self):
        @given(TEXTS, TEXTS, st.integers(0, 8))
        def look(first: list[str], then: list[str], back: int) -> None:
            pack = self.pack(first[0])
            kept = {1: first[0]}
            for text in first[1:]:
                self.edit(pack, text)
                kept[pack.revision] = text
            for _ in range(back):
                history.turn(self.session, pack, "undo", pack.revision)
            for text in then:
                self.edit(pack, text)
                kept[pack.revision] = text
            self.session.flush()
            self.session.expire_all()
            for number, text in kept.items():
                pack.revision = number
                self.assertEqual(packs.text_of(self.session, pack), text)

        look()

    def test_an_edit_takes_as_much_room_as_it_changes(self):
        lines = [f"Question {n}?\tright {n}\n" for n in range(20_000)]
        pack = self.pack("".join(lines))
        for n in range(120):
            lines[n * 100] = f"Edited {n}?\tright\n"
            self.edit(pack, "".join(lines))
        self.session.flush()
        whole = len("".join(lines))
        room = self.session.scalar(select(func.sum(func.length(PackRevision.text))))
        self.assertLess(room, (121 // WHOLE_EVERY + 1.1) * whole)
        for _ in range(120):
            history.turn(self.session, pack, "undo", pack.revision)
        self.assertEqual(packs.text_of(self.session, pack).partition("\t")[0], "Question 0?")
