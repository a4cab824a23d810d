"""Walking: many plays made by a walker, one after another, by the engine itself."""

from __future__ import annotations

from collections.abc import Callable
from copy import copy
from dataclasses import replace
from math import sqrt

from ...play.dice import Stream
from ...play.game import Choices, Move
from ...play.kinds import kind_of
from ...play.moves import to_input
from ...play.program import Program
from ...play.run import Run
from ...play.setup import LARGEST_DICE, choose
from .figures import Figures, Moments
from .walker import Walker

Progress = Callable[[int, int], None]
"""Told how many plays were made, and of how many; what it raises ends the walk."""
TELL_EVERY = 100
_SURE = 1 << 53


class Walking:
    """Plays that are made one after another, and what those made so far come to."""

    def __init__(self, program: Program, walker: Walker, dice: int, choices: Choices | None = None) -> None:
        self._program, self._walker = program, walker
        self._choices = choices or choose(program.game, 0)
        self._rolls = Stream(dice, "walk")
        self._sum = Figures(0)
        self.made = 0

    def make(self, plays: int, progress: Progress | None = None) -> None:
        """Make so many more plays."""
        for number in range(plays):
            if progress is not None and number % TELL_EVERY == 0:
                progress(number, plays)
            choices = replace(self._choices, dice=self._rolls.below(LARGEST_DICE))
            _add(self._sum, one_play(self._program, self._walker, choices))
            self.made += 1

    def figures(self) -> Figures:
        """What the plays made so far come to; it does not change when more are made."""
        share, found = 1 / max(1, self.made), self._sum
        return Figures(
            self.made,
            {name: number * share for name, number in found.results.items()},
            {title: number * share for title, number in found.awards.items()},
            {name: {one: n * share for one, n in values.items()} for name, values in found.meters.items()},
            copy(found.asked),
            copy(found.seconds),
            {name: number * share for name, number in found.means.items()},
            {name: copy(moments) for name, moments in found.counts.items()},
            set(found.rows),
        )


def walk(
    program: Program,
    walker: Walker,
    plays: int,
    dice: int,
    choices: Choices | None = None,
    progress: Progress | None = None,
) -> Figures:
    """What so many plays come to. The same ``dice`` give the same plays."""
    walking = Walking(program, walker, dice, choices)
    walking.make(plays, progress)
    return walking.figures()


def one_play(program: Program, walker: Walker, choices: Choices) -> Run:
    """A play as a walker makes it, to its end. Its own chance comes from a stream of the play's dice."""
    chance, pace = Stream(choices.dice, "walker"), round(1000 * walker.pace)
    run = Run(program, choices)
    run.begin()
    to_input(run)
    while run.phase != "over":
        start, due = run.input_from or 0, run.due()
        if due is not None and start + pace > due:
            run.tick(due)
        else:
            card = run.card
            assert card is not None
            guesses = kind_of(card.question).guesses(card.question) if walker.how == "knows" else 0
            right = chance.below(_SURE) < walker.right(guesses, run.counts.attempt) * _SURE
            run.do(Move("right" if right else "wrong"), start + pace)
        to_input(run)
    return run


def _add(found: Figures, run: Run) -> None:
    """Add what a play came to."""
    assert run.outcome is not None
    found.results[run.outcome.result] += 1
    found.awards[run.outcome.award] = found.awards.get(run.outcome.award, 0) + 1
    for name, value in run.meters.items():
        values = found.meters.setdefault(name, {})
        values[value] = values.get(value, 0) + 1
    found.asked.add(run.counts.asked)
    found.seconds.add(run.trail[-1].at / 1000)
    for name, count in run.counts.totals().items():
        found.means[name] = found.means.get(name, 0) + count
        found.counts.setdefault(name, Moments()).add(count)
    found.rows.update(step.row for step in run.trail if step.row is not None)


def interval(share: float, plays: int) -> tuple[float, float]:
    """Between what bounds a share of so many plays lies, with 95 % confidence (E. B. Wilson, "Probable
    inference, the law of succession, and statistical inference", JASA 22, 1927; from memory)."""
    z = 1.959964
    centre = (share + z * z / (2 * plays)) / (1 + z * z / plays)
    half = z * sqrt(share * (1 - share) / plays + z * z / (4 * plays * plays)) / (1 + z * z / plays)
    return max(0.0, centre - half), min(1.0, centre + half)
