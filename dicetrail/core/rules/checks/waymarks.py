"""Checks of the waymarks and the aims."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from difflib import get_close_matches

from ...play.rulebook.names import OF_A_ROUND, OF_PLAYERS
from ...play.rulebook.quantities import QUANTITIES
from ...play.run.moves import MoveError, read_move
from ..document import Document
from ..editing import Edit
from .found import Found, Mend, Path, Written, gone


def waymarks(game: Written) -> Iterator[Found]:
    """Lines that are no moves, and names that nothing can be expected of."""
    document = game.document
    for number, waymark in enumerate(document.waymarks):
        path = ("waymarks", number)
        for at, line in enumerate(waymark.moves):
            try:
                read_move(line)
            except MoveError as error:
                yield Found("bad-move", "warn", f"{error}", (*path, "moves", at))
        yield from _expected(document, waymark.expect, (*path, "expect"))
        for at, part in enumerate(waymark.along):
            yield from _expected(document, part.expect, (*path, "along", at, "expect"))


def aims(game: Written) -> Iterator[Found]:
    """Aims that do not say whose plays they are about, or say it twice."""
    for number, aim in enumerate(game.document.aims):
        if (aim.skill is None) == (aim.knows is None):
            said = "both `skill` and `knows`" if aim.knows is not None else "neither `skill` nor `knows`"
            message = f"This aim has {said}; it needs one: `skill: 0.7`, or `knows: 0.5`."
            yield Found("aim-walker", "warn", message, ("aims", number))


def _expected(document: Document, expected: Collection[str], path: Path) -> Iterator[Found]:
    known = {*document.meters, *QUANTITIES, *OF_A_ROUND, *OF_PLAYERS, "result", "award", "ending", "tell"}
    for name in expected:
        if name not in known:
            near = get_close_matches(name, known, n=1)
            place = [*path, name]
            hint = f" Did you mean `{near[0]}`?" if near else ""
            message = f"`{name}` is nothing that can be expected.{hint}"
            mend = gone("Remove it", place)
            if near and near[0] not in expected:
                mend = Mend(f"Write {near[0]}", (Edit(do="rename", path=place, value=near[0]),))
            yield Found("unknown-name", "warn", message, place, of_key=True, mend=mend)
