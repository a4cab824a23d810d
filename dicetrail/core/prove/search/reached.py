"""What the plays of a game were found to come to."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass, field
from itertools import groupby, zip_longest
from typing import NamedTuple

from ...play.language.expressions import Value
from ...play.rulebook.game import Number
from ...play.rulebook.moments import ANSWER_MOMENTS, Moment

Key = tuple[Moment, int, int]
"""A moment, at a try (0: the try makes no difference), in a round (0: there are none)."""


class Pay(NamedTuple):
    """What a moment does to the meters at a try (0: the try makes no difference) in a round (0: there are
    none): each possible change."""

    moment: Moment
    attempt: int
    round: int
    changes: dict[str, tuple[Number, ...]]
    rows: tuple[int | None, ...]

    def joined(self, other: Pay) -> Pay:
        """What it does in either of two rounds."""
        changes = {name: tuple(sorted({*some, *other.changes[name]})) for name, some in self.changes.items()}
        rows = sorted({*self.rows, *other.rows}, key=lambda number: number or 0)
        return self._replace(round=0, changes=changes, rows=tuple(rows))


class Pays(NamedTuple):
    """What a moment does in a round to the meters at each try of a stretch: from ``attempt`` to ``last``
    (None: at every later one, too)."""

    moment: Moment
    attempt: int
    last: int | None
    round: int
    changes: dict[str, tuple[Number, ...]]
    rows: tuple[int | None, ...]


def gathered(pays: Iterable[Pay], *, endless: bool) -> list[Pays]:
    """Tries that follow one another and pay the same, together; ``endless`` where tries have no number."""
    stretches = [
        [*same]
        for _, same in groupby(pays, key=lambda pay: (pay.round, pay.moment, bool(pay.attempt), pay.changes))
    ]
    told = []
    for same, following in zip_longest(stretches, stretches[1:]):
        first = same[0]
        ends = following is None or (following[0].round, following[0].moment) != (first.round, first.moment)
        goes_on = endless and len(same) > 1 and ends
        rows = tuple(sorted({row for pay in same for row in pay.rows}, key=lambda number: number or 0))
        told.append(
            Pays(
                first.moment,
                first.attempt,
                None if goes_on else same[-1].attempt,
                first.round,
                first.changes,
                rows,
            )
        )
    return told


@dataclass(slots=True)
class Reach:
    """What plays can come to.

    ``complete`` tells that every state was looked at; what was not found is only then impossible.
    ``open_ended`` are the meters of which not all final values were found. ``timed`` tells that clocks were
    looked at by their ends; ``mixed`` that questions of many sorts were taken in any mix, also in some that
    the pack does not hold: nothing is missed so, but not everything found has to be possible. Rows, endings
    and awards are numbered from 1; ``rounds`` can be entered, ``gates`` (by round and number) can lead on,
    ``helps`` can be used.
    ``last_rows`` are those that can apply at the last question. ``values``
    are the final values of each meter. ``shadowed`` names, for an award that would hold, one that was given
    in its place; ``no_award`` is what was looked at where none held. ``troubles`` are the expressions that
    have no value in some play. ``ways`` are, for rows and endings ("row 3", "ending 1"), moves that come to
    them. ``endless`` tells that a play can come to where nothing can end it any more, ``idle`` that one goes
    on by itself when nobody plays.
    """

    complete: bool = True
    timed: bool = False
    mixed: bool = False
    states: int = 0
    open_ended: set[str] = field(default_factory=set)
    values: dict[str, set[Number]] = field(default_factory=dict)
    results: set[str] = field(default_factory=set)
    rows: set[int] = field(default_factory=set)
    rounds: set[int] = field(default_factory=set)
    gates: set[tuple[int, int]] = field(default_factory=set)
    helps: set[int] = field(default_factory=set)
    last_rows: set[int] = field(default_factory=set)
    endings: set[int] = field(default_factory=set)
    awards: set[int] = field(default_factory=set)
    shadowed: dict[int, int] = field(default_factory=dict)
    no_award: dict[str, Value] | None = None
    flow: Counter[tuple[Moment, str]] = field(default_factory=Counter)
    shortest: int | None = None
    longest: int | None = 0
    troubles: dict[str, str] = field(default_factory=dict)
    endless: bool = False
    idle: bool = False
    changes: dict[Key, dict[str, set[Number]]] = field(default_factory=dict)
    changed_by: dict[Key, set[int | None]] = field(default_factory=dict)
    ways: dict[str, list[str]] = field(default_factory=dict)

    def hidden_by(self, award: int) -> int | None:
        """The award that always goes before one that would hold at times; None where it is given or never
        holds."""
        return None if award in self.awards else self.shadowed.get(award)

    @property
    def all_ends(self) -> bool:
        """Whether all final values were found, so that an award that was not given never is."""
        return self.complete and not self.open_ended

    @property
    def pays(self) -> list[Pay]:
        """What each moment does to the meters, round by round, in the order a question is lived through."""
        order = {moment: n for n, moment in enumerate(ANSWER_MOMENTS)}
        found = [
            Pay(
                moment,
                attempt,
                round_,
                {name: tuple(sorted(changes)) for name, changes in meters.items()},
                tuple(sorted(self.changed_by[moment, attempt, round_], key=lambda number: number or 0)),
            )
            for (moment, attempt, round_), meters in self.changes.items()
        ]
        return sorted(found, key=lambda pay: (pay.round, order.get(pay.moment, -1), pay.attempt))
