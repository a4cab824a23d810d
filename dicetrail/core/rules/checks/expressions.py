"""Checks of every expression and text of a game: that it can be read, and names only what is known."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from difflib import get_close_matches

from ...play.expressions import ExpressionError, check_names, compile_expression, compile_template
from ...play.game import COUNTS, TOLD
from ..document import ConsequencePart, Document
from ..editing import Edit
from .found import Found, Mend, Path, Written, put


def expressions(game: Written) -> Iterator[Found]:
    """Every expression and text, and the meters that rows change."""
    document = game.document
    known = {*document.meters, *COUNTS}
    told = {*known, *TOLD}
    for number, row in enumerate(document.consequences):
        yield from _of_row(document, row, ("consequences", number), known, told)
    for part, ending in enumerate(document.endings):
        yield from _expression(ending.if_, ("endings", part, "if"), known)
        yield from _text(ending.tell, ("endings", part, "tell"), told)
    for part, award in enumerate(document.awards):
        yield from _expression(award.if_, ("awards", part, "if"), known)
        yield from _text(award.tell, ("awards", part, "tell"), told)
    yield from _text(document.intro, ("intro",), known)
    if isinstance(document.clocks.question, str):
        yield from _expression(document.clocks.question, ("clocks", "question"), known)


def _of_row(
    document: Document, row: ConsequencePart, path: Path, known: Collection[str], told: Collection[str]
) -> Iterator[Found]:
    for key, pairs in (("add", row.add), ("set", row.set), ("time", row.time)):
        for name, source in pairs.items():
            yield from _expression(source, (*path, key, name), known)
            if key != "time" and name not in document.meters:
                near = get_close_matches(name, document.meters, n=1)
                hint = f"Did you mean `{near[0]}`?" if near else "Add it to the meters."
                place = [*path, key, name]
                mend = put(f"Add the meter {name}", ("meters", name), {"start": 0})
                if near and near[0] not in pairs:
                    mend = Mend(f"Write {near[0]}", (Edit(do="rename", path=place, value=near[0]),))
                message = f"There is no meter `{name}`. {hint}"
                yield Found("unknown-meter", "stop", message, place, mend=mend)
    if row.if_ is not None:
        yield from _expression(row.if_, (*path, "if"), known)
    yield from _text(row.tell, (*path, "tell"), told)


def _expression(source: str, path: Path, known: Collection[str]) -> Iterator[Found]:
    try:
        check_names(compile_expression(source), known)
    except ExpressionError as error:
        yield _mistake(error, path)


def _text(source: str, path: Path, known: Collection[str]) -> Iterator[Found]:
    try:
        compile_template(source).check_names(known)
    except ExpressionError as error:
        yield _mistake(error, path)


def _mistake(error: ExpressionError, path: Path) -> Found:
    said = str(error)
    return Found("expression", "stop", said if said[-1] in ".?" else f"{said}.", path, error.column)
