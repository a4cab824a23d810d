"""A guesser: a walker at one play, step by step: what it knows by now, and what it tries."""

from __future__ import annotations

from collections.abc import Collection, Iterable

from ...play.dice import Stream
from ...play.kinds import kind_of
from ...play.questions.card import Card
from ...play.questions.question import LABELS, Question
from ...play.rulebook.move import Move
from ...play.rulebook.program import Program
from ...play.rulebook.rows import reveals
from ...play.run.helping import AIDS, usable
from ...play.run.played import Turn
from ...play.run.run import Run
from ...play.run.trail import Step
from .walker import SURE, Mind, Walker


def any_opinion(card: Card, chance: Stream) -> Move:
    """One of the options of a question without a right answer, each as likely."""
    kind = kind_of(card.question)
    return Move("answer", kind.guess(card, chance.below(kind.guesses(card.question))))


def _without(turn: Turn) -> frozenset[str]:
    """The answers that hold an option which is gone."""
    gone, card, kind = turn.aided.gone, turn.card, kind_of(turn.card.question)
    if not gone:
        return frozenset()
    labels = {LABELS[place] for place, filed in enumerate(card.order) if filed in gone}
    every = (kind.guess(card, number) for number in range(kind.guesses(card.question)))
    return frozenset(one for one in every if labels & {*one.split()})


class Guesses:
    """The wrong answers that a walker tries: of each visit of a question any that it has not tried yet, by a
    stream of their own."""

    def __init__(self, dice: int) -> None:
        self._chance = Stream(dice, "guesses")
        self._tried: set[str] = set()
        self._visit = 0

    def looks_at(self, run: Run) -> None:
        """Before a try: in a new visit nothing was tried yet."""
        if run.visit != self._visit:
            self._visit, self._tried = run.visit, set()

    @property
    def tried(self) -> int:
        """How many were tried in this visit."""
        return len(self._tried)

    def wrong(self, card: Card, gone: Collection[str] = ()) -> Move:
        """A wrong answer: one of those not tried yet and not ``gone``, where there are several to guess
        from."""
        kind, question = kind_of(card.question), card.question
        if not kind.guesses(question):
            return Move("wrong")
        untried = kind.guesses(question) - len(self._tried | {*gone}) - 1
        vain = {kind.right_input(card), *self._tried, *gone}
        while untried > 0:
            guess = kind.guess(card, self._chance.below(kind.guesses(question)))
            if guess not in vain:
                self._tried.add(guess)
                return Move("answer", guess)
        return Move("wrong")


class Guesser:
    """The walker of one play. One of a skill picks among wrong answers where the game ``minds_answers``."""

    def __init__(self, walker: Walker, dice: int, *, minds_answers: bool = False) -> None:
        self._walker = walker
        self._guesses = Guesses(dice) if minds_answers or walker.how == "knows" else None
        self._minds: dict[str, Mind] = {}
        self._before: Mind = "fresh"
        """What the open question is to it before a try, as far as helps are used."""
        self._gone: frozenset[str] = frozenset()
        """The answers that a help has taken away from it."""
        self._seen = 0

    def looks_at(self, run: Run) -> None:
        """Before a try: what was learnt since the last one."""
        self._learns(run.program, run.trail[self._seen :])
        if run.trail[-1].moment != "helped":
            self._before = "fresh"
        self._seen = len(run.trail)
        if self._walker.helps:
            self._gone = _without(run.seat.open)
        if self._guesses is not None:
            self._guesses.looks_at(run)

    def takes(self, question: Question, chance: Stream) -> int:
        """How long a try takes, in milliseconds."""
        return round(1000 * self._walker.pace)

    def help(self, run: Run, chance: Stream) -> Move | None:
        """The help that is used before the next try; None where the answer came to mind, or there is none."""
        question = run.seat.open.card.question
        if not self._walker.helps or not run.program.helps or kind_of(question).opinion:
            return None
        sure = self._walker.sure(self._mind_of(question))
        if sure not in (0, 1):
            sure = chance.below(SURE) < sure * SURE
            self._before = "sure" if sure else self._stuck(question)
        at = run.input_from or 0
        can = (one for one in run.program.helps if not sure and usable(run, one, at))
        name = next(can, None)
        if name is not None and AIDS[run.program.helps[name].source.does].reminds:
            self._before = "fresh"
            self._minds.pop(question.id, None)
        return Move("help", name) if name is not None else None

    def _stuck(self, question: Question) -> Mind:
        """Not to know an answer: for good, or for a try."""
        if self._walker.how == "skill":
            return "stuck"
        self._minds[question.id] = "unknown"
        return "unknown"

    def _mind_of(self, question: Question) -> Mind:
        learnt = self._minds.get(question.id, "fresh")
        return learnt if self._before == "fresh" else self._before

    def right(self, question: Question) -> float:
        """The chance that the next try is right."""
        kind, tried = kind_of(question), self._guesses.tried if self._guesses else 0
        guesses = kind.guesses(question) if self._walker.how == "knows" or self._gone else 0
        return float(self._walker.right(guesses, tried, self._mind_of(question), len(self._gone)))

    def wrong(self, card: Card) -> Move:
        """A wrong answer."""
        return self._guesses.wrong(card, self._gone) if self._guesses is not None else Move("wrong")

    def _learns(self, program: Program, steps: Iterable[Step]) -> None:
        """What questions are to it after some steps."""
        for step in steps:
            question = step.extra.get("question")
            if question is None or step.moment is None:
                continue
            row = program.game.rows[step.row - 1] if step.row else None
            if step.moment == "right" or reveals(step.moment, row):
                self._minds[question] = "known"
            elif step.moment in ("wrong", "missed", "close"):
                self._minds[question] = "unknown"
