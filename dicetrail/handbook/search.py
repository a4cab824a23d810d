"""Searching the handbook, by SQLite's full-text index (FTS5, ranked by BM25)."""

from __future__ import annotations

import re
import sqlite3
from functools import cache
from threading import Lock
from typing import NamedTuple

from .page import pages
from .render import sections_of

MOST = 20
"""What is found at most."""
_HEAVIER = "8.0, 1.0"
"""How much heavier a word weighs in a heading (the first is the page's title) than in the text."""
_ALL, _ANY = " ", " OR "
_one_at_a_time = Lock()


class Hit(NamedTuple):
    """A section that was found: its page and title, its heading and where that is led to, and what it says
    around the words, each of them between ⟦ and ⟧."""

    page: str
    title: str
    heading: str
    anchor: str
    around: str


def search(wanted: str) -> list[Hit]:
    """The sections that have all of the words (the last may be the begin of one), the best first; those that
    have any of them where none has all."""
    words = re.findall(r"\w+", wanted.casefold())[:12]
    if not words:
        return []
    terms = [f'"{word}"' for word in words[:-1]] + [f'"{words[-1]}"*']
    return _found(_ALL.join(terms)) or _found(_ANY.join(terms))


def _found(query: str) -> list[Hit]:
    with _one_at_a_time:
        rows = _index().execute(
            "SELECT page, heading, anchor, snippet(sections, 1, '⟦', '⟧', '…', 18) FROM sections"
            f" WHERE sections MATCH ? ORDER BY bm25(sections, {_HEAVIER}) LIMIT ?",
            (query, MOST),
        )
        return [Hit(page, pages()[page].title, *rest) for page, *rest in rows]


@cache
def _index() -> sqlite3.Connection:
    index = sqlite3.connect(":memory:", check_same_thread=False)
    index.execute(
        "CREATE VIRTUAL TABLE sections USING fts5"
        "(heading, text, page UNINDEXED, anchor UNINDEXED, tokenize='porter unicode61')"
    )
    index.executemany(
        "INSERT INTO sections (heading, text, page, anchor) VALUES (?, ?, ?, ?)",
        (
            (section.heading, section.text, name, section.anchor)
            for name, page in pages().items()
            for section in sections_of(page)
        ),
    )
    return index
