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


class Guesser:
    """The walker of one play. Which wrong answer it picks comes from a stream of its own."""

    def __init__(self, walker: Walker, dice: int) -> None:
        self._walker = walker
        self._chance = Stream(dice, "guesses")
        self._minds: dict[str, Mind] = {}
        self._tried: set[str] = set()
        self._visit = self._seen = 0

    def looks_at(self, run: Run) -> None:
        """Before a try: what was learnt since the last one; in a new visit nothing was tried yet."""
        self._learns(run.program, run.trail[self._seen :])
        self._seen = len(run.trail)
        if run.visit != self._visit:
            self._visit, self._tried = run.visit, set()

    def takes(self, question: Question, chance: Stream) -> int:
        """How long a try takes, in milliseconds."""
        return round(1000 * self._walker.pace)

    def right(self, question: Question) -> float:
        """The chance that the next try is right."""
        guesses = kind_of(question).guesses(question) if self._walker.how == "knows" else 0
        mind = self._minds.get(question.id, "fresh")
        return float(self._walker.right(guesses, len(self._tried), mind))

    def wrong(self, card: Card) -> Move:
        """A wrong answer: one of those not tried yet, where there are several to guess from."""
        kind, question = kind_of(card.question), card.question
        if self._walker.how == "skill" or not kind.guesses(question):
            return Move("wrong")
        right = kind.right_input(card)
        untried = kind.guesses(question) - len(self._tried) - 1
        while untried > 0:
            guess = kind.guess(card, self._chance.below(kind.guesses(question)))
            if guess != right and guess not in self._tried:
                self._tried.add(guess)
                return Move("answer", guess)
        return Move("wrong")

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
