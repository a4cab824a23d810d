"""A guesser: a walker at one play, step by step: what it knows by now, and what it tries."""

from __future__ import annotations

from collections.abc import Iterable

from ...play.dice import Stream
from ...play.kinds import kind_of
from ...play.questions.card import Card
from ...play.questions.question import Question
from ...play.rulebook.move import Move
from ...play.rulebook.program import Program
from ...play.rulebook.rows import reveals
from ...play.run.run import Run
from ...play.run.trail import Step
from .walker import Mind, Walker


def any_opinion(card: Card, chance: Stream) -> Move:
    """One of the options of a question without a right answer, each as likely."""
    kind = kind_of(card.question)
    return Move("answer", kind.guess(card, chance.below(kind.guesses(card.question))))


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

    def wrong(self, card: Card) -> Move:
        """A wrong answer: one of those not tried yet, where there are several to guess from."""
        kind, question = kind_of(card.question), card.question
        if not kind.guesses(question):
            return Move("wrong")
        right = kind.right_input(card)
        untried = kind.guesses(question) - len(self._tried) - 1
        while untried > 0:
            guess = kind.guess(card, self._chance.below(kind.guesses(question)))
            if guess != right and guess not in self._tried:
                self._tried.add(guess)
                return Move("answer", guess)
        return Move("wrong")


class Guesser:
    """The walker of one play. One of a skill picks among wrong answers where the game ``minds_answers``."""

    def __init__(self, walker: Walker, dice: int, *, minds_answers: bool = False) -> None:
        self._walker = walker
        self._guesses = Guesses(dice) if minds_answers or walker.how == "knows" else None
        self._minds: dict[str, Mind] = {}
        self._seen = 0

    def looks_at(self, run: Run) -> None:
        """Before a try: what was learnt since the last one."""
        self._learns(run.program, run.trail[self._seen :])
        self._seen = len(run.trail)
        if self._guesses is not None:
            self._guesses.looks_at(run)

    def takes(self, question: Question, chance: Stream) -> int:
        """How long a try takes, in milliseconds."""
        return round(1000 * self._walker.pace)

    def right(self, question: Question) -> float:
        """The chance that the next try is right."""
        guesses = kind_of(question).guesses(question) if self._walker.how == "knows" else 0
        mind = self._minds.get(question.id, "fresh")
        return float(self._walker.right(guesses, self._guesses.tried if self._guesses else 0, mind))

    def wrong(self, card: Card) -> Move:
        """A wrong answer."""
        return self._guesses.wrong(card) if self._guesses is not None else Move("wrong")

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
