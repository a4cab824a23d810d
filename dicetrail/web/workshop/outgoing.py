"""What goes out of the workshop as files, piece by piece: a long history is never in memory as a whole."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterable, Iterator, Mapping, Sequence
from itertools import chain, islice
from typing import Any, Literal

from sqlalchemy.orm import Session

from ...core.pack.formats import holds_media, lost_in_file, write_file
from ...core.pack.formats.xlsx import Xlsx
from ...core.pack.media import files_of
from ...core.pack.media_file import MediaFile
from ...core.play.questions.question import Question
from ...core.prove.plays.about import told_of
from ...core.prove.plays.out import (
    PLAY_COLUMNS,
    STATISTICS_COLUMNS,
    play_row,
    statistics_row,
    to_json_lines,
)
from ...core.prove.plays.xapi import statements
from ...core.rules.bundle import write_bundle
from ...give.take_aways import TAKE_AWAYS
from ...store import played
from ...store.models import Handout, Pack, StoredGame
from . import Workshop
from .bundles import bundle_of
from .files import files_named, files_of_game
from .plays import handed, kept_plays, statistics

Ending = Literal["csv", "xlsx", "jsonl"]
TEXT = 200_000
"""Characters of a piece of text."""
STATEMENTS = 50
"""Statements of a piece."""


def plays_file(
    session: Session, workshop: Workshop, handout_id: int, sought: played.Sought, ending: Ending
) -> Iterator[bytes]:
    """The plays of a hand-out that are looked for, one a row."""
    handout = session.get_one(Handout, handout_id)
    plays = kept_plays(played.with_answers(session, handout, sought))
    if ending == "jsonl":
        told = told_of(handed(session, workshop, handout, sought.version).game)
        return _encoded(to_json_lines(plays, told))
    return _table(PLAY_COLUMNS, map(play_row, plays), ending)


def statistics_file(
    session: Session, workshop: Workshop, handout_id: int, version: int | None, ending: Ending
) -> Iterator[bytes]:
    """What the plays of a hand-out say of its questions, one a row."""
    of = handed(session, workshop, session.get_one(Handout, handout_id), version)
    found, told = statistics(session, workshop, of).questions, told_of(of.game)
    return _table(STATISTICS_COLUMNS, (statistics_row(one, told) for one in found), ending)


def statements_file(
    session: Session, workshop: Workshop, handout_id: int, sought: played.Sought, game: str
) -> Iterator[bytes]:
    """The plays that are looked for as xAPI statements, a JSON list of one a line."""
    told = map(_json, _statements(session, workshop, handout_id, sought, game))
    first = next(told, "")
    return _encoded(chain(["[\n", first], (f",\n{one}" for one in told), ["\n]\n"]))


def statements_of(
    session: Session, workshop: Workshop, handout_id: int, sought: played.Sought, game: str
) -> Iterator[Any]:
    """The same statements as data: at first how many there are, then some at a time."""
    yield sum(1 for _ in _statements(session, workshop, handout_id, sought, game))
    found = _statements(session, workshop, handout_id, sought, game)
    while some := list(islice(found, STATEMENTS)):
        yield some


def _statements(
    session: Session, workshop: Workshop, handout_id: int, sought: played.Sought, game: str
) -> Iterator[dict[str, Any]]:
    handout = session.get_one(Handout, handout_id)
    of = handed(session, workshop, handout, sought.version)
    told = told_of(of.game)
    for play in kept_plays(played.with_answers(session, handout, sought)):
        yield from statements(play, game, of.game.title, told)


def pack_as(session: Session, workshop: Workshop, pack_id: int, name: str) -> Iterator[bytes]:
    """The questions of a pack as the kind of file that a name says."""
    questions, files = _questions_and_files(session, workshop, pack_id, name)
    yield write_file(name, questions, files)


def lost_as(session: Session, workshop: Workshop, pack_id: int, name: str) -> list[str]:
    """What of the questions of a pack such a file would not say."""
    questions, files = _questions_and_files(session, workshop, pack_id, name)
    return lost_in_file(name, questions, files)


def _questions_and_files(
    session: Session, workshop: Workshop, pack_id: int, name: str
) -> tuple[Sequence[Question], Mapping[str, MediaFile]]:
    """The questions of a pack, and the pictures and sounds they name, where such a file holds these."""
    questions = workshop.packs.reading(session, session.get_one(Pack, pack_id)).questions
    return questions, files_named(session, files_of(questions)) if holds_media(name) else {}


def bundle(session: Session, workshop: Workshop, game_id: int) -> Iterator[bytes]:
    """A game with its packs, pictures and sounds."""
    yield write_bundle(bundle_of(session, workshop, session.get_one(StoredGame, game_id)))


def take_away(session: Session, workshop: Workshop, game_id: int, way: str) -> Iterator[bytes]:
    """A game as a file that plays by itself."""
    program = workshop.games.program(session, session.get_one(StoredGame, game_id))
    assert program is not None, "who asks has looked"
    yield TAKE_AWAYS[way].make(program.game, files_of_game(session, program.game))


def _table(columns: Sequence[str], rows: Iterable[Sequence[Any]], ending: Ending) -> Iterator[bytes]:
    if ending == "jsonl":
        return _encoded(f"{_json(dict(zip(columns, row, strict=True)))}\n" for row in rows)
    texts = chain([list(columns)], (["" if cell is None else _safe(cell) for cell in row] for row in rows))
    if ending == "xlsx":
        return iter([Xlsx().bytes_of(texts)])
    return _encoded(chain(["\ufeff"], map(_csv_line, texts)))


def _csv_line(row: Sequence[str]) -> str:
    out = io.StringIO(newline="")
    csv.writer(out).writerow(row)
    return out.getvalue()


def _encoded(texts: Iterable[str]) -> Iterator[bytes]:
    """Texts one after another, in pieces worth sending."""
    some: list[str] = []
    size = 0
    for text in texts:
        some.append(text)
        size += len(text)
        if size >= TEXT:
            yield "".join(some).encode()
            some, size = [], 0
    yield "".join(some).encode()


def _json(data: Any) -> str:
    return json.dumps(data, ensure_ascii=False)


_FORMULAS = frozenset("=+-@\t\r＝＋－＠")
"""What a formula can begin with, in full width as well."""


def _safe(cell: Any) -> str:
    """A cell as a text that no spreadsheet takes for a formula: names come from players."""
    text = str(cell)
    return f"'{text}" if isinstance(cell, str) and text[:1] in _FORMULAS else text
