"""Checks of the consequences."""

from __future__ import annotations

from collections.abc import Iterator

from ...play.kinds import kind_of
from ...play.language.expressions import compile_expression, compile_template
from ...play.rulebook.game import ClockName, Consequence, Game
from ...play.rulebook.moments import MOMENTS
from ..cues import SHIPPED
from ..document import Document
from ..numbering import every_row, row_path
from .found import Found, Written, gone, moved


def parts(game: Written) -> Iterator[Found]:
    """Clocks, ways on and cues that a row names and that are not there."""
    document = game.document
    rounds = {document.clocks.round, *(one.clocks.round for one in document.rounds)} - {None}
    has: dict[ClockName, bool] = {
        "game": document.clocks.game is not None,
        "round": bool(rounds and document.rounds),
    }
    for _, path, row in every_row(document):
        for clock in has:
            if clock in (*row.time, *row.restart) and not has[clock]:
                key = "time" if clock in row.time else "restart"
                message = f"This row changes the {clock} clock, but the game has none."
                mend = gone("Take it away", (*path, key))
                yield Found("no-clock", "warn", message, (*path, key), mend=mend)
        if row.then is not None and row.then not in MOMENTS[row.moment].thens:
            place = (*path, "then")
            message = f"`then: {row.then}` can't follow `{row.moment}`."
            yield Found("bad-then", "stop", message, place, mend=gone("Take it away", place))
        if row.cue and row.cue not in document.cues and row.cue not in SHIPPED:
            known = ", ".join(sorted({*document.cues, *SHIPPED}))
            message = f"There is no cue ‘{row.cue}’, so nothing is seen or heard. There are {known}."
            place = (*path, "cue")
            yield Found("unknown-cue", "warn", message, place, mend=gone("Take it away", place))


def hidden(document: Document, game: Game) -> Iterator[Found]:
    """Rows behind one that always applies."""
    for of in range(len(game.rounds) + 1):
        always: dict[str, int] = {}
        for number in game.rows_of(of):
            row, path = game.rows[number - 1], row_path(game, number)
            if row.moment in always:
                first = always[row.moment]
                yield Found(
                    "hidden-row",
                    "warn",
                    f"This row never applies: row {first} stands before it and always does. Move this one up,"
                    f" or give row {first} a condition.",
                    path,
                    mend=moved(f"Move it above row {first}", path, first - game.rows_of(of).start),
                )
            elif not row.condition:
                always[row.moment] = number


def double_loss(document: Document, game: Game) -> Iterator[Found]:
    """A meter that ends plays and is taken from at a wrong try and once more where the last try is missed."""
    if all(tries is not None and tries < 2 for tries in game.all_tries):
        return
    ending = {name for one in game.endings for name in compile_expression(one.condition).names}
    taken: dict[str, int] = {}
    for moment in ("wrong", "missed"):
        for number, row in enumerate(game.rows, 1):
            if row.moment != moment:
                continue
            for name, source in row.add:
                if name not in ending or not source.strip().startswith("-"):
                    continue
                if moment == "wrong":
                    taken.setdefault(name, number)
                elif name in taken:
                    yield Found(
                        "double-loss",
                        "warn",
                        f"One question can take `{name}` more than once: row {taken[name]} takes from it"
                        f" at a wrong try, and this row again when the last try is missed. Leave one of the"
                        " two away.",
                        path := (*row_path(game, number), "add", name),
                        mend=gone("Leave it away here", path),
                    )


def gives_away(document: Document, game: Game) -> Iterator[Found]:
    """Rows that say or show the right answer while it can still be given."""
    for number, row in enumerate(game.rows, 1):
        if not _is_answered_again(row):
            continue
        path = row_path(game, number)
        told = frozenset[str]().union(*(compile_template(text).names for text in row.texts))
        named = sorted(told & {"answer", "letter"})
        if named:
            yield Found(
                "gives-away",
                "warn",
                f"This text names the right answer (`{named[0]}`) while the question can still be answered."
                " Tell it where no try is left.",
                (*path, "tell"),
            )
        if row.reveal:
            yield Found(
                "gives-away",
                "warn",
                "This row shows the answer while the question can still be answered. Show it where no try is"
                " left.",
                (*path, "reveal"),
                mend=gone("Don't show it here", (*path, "reveal")),
            )
        if row.parts and any(kind_of(question).in_parts for question in game.questions):
            yield Found(
                "gives-away",
                "warn",
                "This row marks the parts of an answer one by one while the question can still be answered: a"
                " few tries so tell the whole of it. Mark them where no try is left.",
                (*path, "reveal"),
                mend=gone("Don't mark them here", (*path, "reveal")),
            )


def _is_answered_again(row: Consequence) -> bool:
    """Whether the question can still be answered after a row."""
    about = MOMENTS[row.moment]
    if about.again:
        return row.then == "again" or (row.then is None and about.leads_to == about.again)
    return row.moment == "opened" and row.then is None
