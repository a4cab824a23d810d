"""Walking: many plays made by a walker, one after another, by the engine itself."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable, Sequence
from contextlib import suppress
from dataclasses import replace
from itertools import islice, repeat
from typing import Any

from ...play.deal.dealer import Dealer
from ...play.deal.setup import choose
from ...play.dice import Stream
from ...play.kinds import kind_of
from ...play.rulebook.game import Choices, Game
from ...play.rulebook.move import Move
from ...play.rulebook.program import Program
from ...play.rulebook.quantities import made
from ...play.run.moves import to_input
from ...play.run.run import Run
from .company import Company, Member
from .figures import Figures, Sums
from .guesser import Guesser, Guesses, any_opinion
from .straight import Played, Straight, straight
from .straight_names import Unsaid
from .straight_table import DealTables
from .straight_writer import COUNTED
from .walker import SURE, Walker

Progress = Callable[[int, int], None]
"""Told how many plays were made, and of how many; what it raises ends the walk."""
Ended = tuple[Played, tuple[int, ...]]
"""A play as it ended, and the places that its players came to, where there are several."""
TELL_EVERY = 100
LARGEST_ROLL = 2**53 - 1
"""The largest dice of a play that is walked."""


class Walking:
    """Plays that are made one after another, and what those made so far come to.

    Where the game can be said as straight code (:mod:`.straight`) they are made by that, else by the engine.
    """

    def __init__(
        self, program: Program, walker: Walker | Company, dice: int, choices: Choices | None = None
    ) -> None:
        self._program, self._walker = program, walker
        self._choices = choices or choose(program.game, 0)
        self._rolls = Stream(dice, "walk")
        self._hit = bytearray(len(program.game.rows) + 1)
        self._tally: Counter[Ended] = Counter()
        self.made = self.handed_over = 0
        """How many plays were made, and how many of these straight code did not come through."""
        self._straight: Straight | None = None
        with suppress(Unsaid):
            said = self._straight = straight(program, walker, self._choices)
            self._decks: _Decks | DealTables = (
                DealTables(program, self._choices, said.asked_of)
                if said.deals
                else _Decks(program, said, self._choices)
            )

    @property
    def is_straight(self) -> bool:
        """Whether plays are made by straight code."""
        return self._straight is not None

    def make(self, plays: int, progress: Progress | None = None) -> None:
        """Make so many more plays."""
        tally = self._tally
        for number in range(plays):
            if progress is not None and number % TELL_EVERY == 0:
                progress(number, plays)
            tally[self.play(self._rolls.below(LARGEST_ROLL))] += 1
            self.made += 1

    @property
    def described(self) -> tuple[Game, Walker | Company, Choices]:
        """The game, who walks, and with which choices: what another process needs to make the same plays."""
        return self._program.game, self._walker, self._choices

    def rolled(self, plays: int) -> list[int]:
        """The dice of so many more plays, which are then to be made elsewhere."""
        return [self._rolls.below(LARGEST_ROLL) for _ in range(plays)]

    def made_of(self, rolls: Iterable[int]) -> tuple[Counter[Ended], bytes]:
        """What the plays of some dice come to, and which rows they came by; they are not counted here."""
        self._hit[:] = bytes(len(self._hit))
        return Counter(map(self.play, rolls)), bytes(self._hit)

    def add(self, tally: Counter[Ended], hit: bytes) -> None:
        """Count plays that were made elsewhere."""
        self._tally.update(tally)
        self.made += tally.total()
        for row, come_by in enumerate(hit):
            self._hit[row] |= come_by

    def play(self, dice: int) -> Ended:
        """The play of a dice number. What straight code does not come through is made by the engine."""
        if self._straight is not None:
            with suppress(ArithmeticError, TypeError, ValueError, LookupError):
                chance = Stream(dice, "walker")
                above = self._walker.one(chance).above if isinstance(self._walker, Company) else 0.0
                return self._straight.play(chance.state, self._decks.of(dice), self._hit, above), ()
            self.handed_over += 1
        run = one_play(self._program, self._walker, replace(self._choices, dice=dice))
        for step in run.trail:
            if step.row is not None:
                self._hit[step.row] = 1
        return _played(run), tuple(seat.rank for seat in run.seats) if run.has_turns else ()

    def figures(self) -> Figures:
        """What the plays made so far come to; it does not change when more are made."""
        found = Figures(self.made, rows={row for row, hit in enumerate(self._hit) if hit})
        names = [meter.name for meter in self._program.game.meters]
        found.counts = {name: Sums() for name in (*COUNTED, "percent")}
        for ((result, award, at, meters, counts), ranks), plays in self._tally.items():
            share = plays / self.made
            found.add_places(ranks, share)
            found.add(result, award, zip(names, meters, strict=True), share)
            counted = dict(zip(COUNTED, counts, strict=True))
            found.asked.add(counted["asked"], share)
            found.seconds.add(at / 1000, share)
            for name, count in counted.items():
                found.counts[name].add(count, share)
            found.counts["percent"].add(made("percent", counted), share)
        found.means = {name: moments.sum for name, moments in found.counts.items()}
        return found


class _Decks:
    """What straight code is given of the questions of each play: all of one where they make no difference."""

    def __init__(self, program: Program, straight: Straight, choices: Choices) -> None:
        game = self._game = program.game
        self._choices = choices
        deck, one = Dealer(game, choices), program.rounds[0]
        self._about = {question.id: straight.asked_of(question, one) for question in deck.questions}
        self._filed = [self._about[question.id] for question in deck.questions]
        deal = game.deal
        self._drawn = deck.total if (deal.order, deal.repeats) == ("shuffled", "never") else 0
        same = set(self._filed)
        self._always: Sequence[Any] | None = None
        self._same = next(iter(same)) if len(same) == 1 else None
        if self._same is not None and not deck.endless:
            self._always = [self._same] * deck.total

    def of(self, dice: int) -> Iterable[Any]:
        """The questions of the play of a dice number."""
        if self._always is not None:
            return self._always
        if self._same is not None:
            return repeat(self._same)
        if self._drawn:  # as the deck does it, without the deck
            return islice(Stream(dice, "deck").drawn(self._filed), self._drawn)
        deck = Dealer(self._game, replace(self._choices, dice=dice))
        return (self._about[question.id] for question in deck.order())


def walk(
    program: Program,
    walker: Walker | Company,
    plays: int,
    dice: int,
    choices: Choices | None = None,
    progress: Progress | None = None,
) -> Figures:
    """What so many plays come to. The same ``dice`` give the same plays."""
    walking = Walking(program, walker, dice, choices)
    walking.make(plays, progress)
    return walking.figures()


def one_play(program: Program, walker: Walker | Company, choices: Choices) -> Run:
    """A play as a walker makes it, to its end. Its own chance comes from a stream of the play's dice."""
    chance = Stream(choices.dice, "walker")
    if isinstance(walker, Company):
        guesses = Guesses(choices.dice) if program.minds_answers else None
        player: Member | Guesser = walker.one(chance, guesses)
    else:
        player = Guesser(walker, choices.dice, minds_answers=program.minds_answers)
    opinions = Stream(choices.dice, "opinions")
    run = Run(program, choices)
    run.begin()
    to_input(run)
    while run.phase != "over":
        if run.phase == "choosing":
            chosen = run.offered[chance.below(len(run.offered))]
            run.do(Move("choose", chosen), run.input_from or 0)
            to_input(run)
            continue
        assert run.card is not None
        player.looks_at(run)
        if isinstance(player, Guesser) and (help_ := player.help(run, chance)):
            run.do(help_, run.input_from or 0)
            to_input(run)
            continue
        question = run.card.question
        takes, share = player.takes(question, chance), player.right(question)
        start, due = run.input_from or 0, run.due()
        if due is not None and start + takes > due:
            run.tick(due)
        else:
            right = chance.below(SURE) < share * SURE
            if kind_of(question).opinion:
                move = any_opinion(run.card, opinions)
            else:
                move = Move("right") if right else player.wrong(run.card)
            run.do(move, start + takes)
        to_input(run)
    return run


def _played(run: Run) -> Played:
    """A play of the engine's as straight code tells it."""
    assert run.outcome is not None
    return (
        run.outcome.result,
        run.outcome.award,
        run.trail[-1].at,
        tuple(run.meters.values()),
        tuple(int(run.counts[name]) for name in COUNTED),
    )
