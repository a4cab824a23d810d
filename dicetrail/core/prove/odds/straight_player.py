"""How a simulated player is written into straight code: when a try is right, and how long it takes."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

from ...play.kinds import kind_of
from ...play.questions.question import Question
from .company import STEPS, Company, normal
from .walker import SURE, Mind, Walker

MOST_TRIES = 64
"""Tries at one question of a walker who guesses, after which a play is left to the engine."""
NEXT_BITS = (
    "s = (s + 0x9E3779B97F4A7C15) & 0xFFFFFFFFFFFFFFFF",
    "z = ((s ^ (s >> 30)) * 0xBF58476D1CE4E5B9) & 0xFFFFFFFFFFFFFFFF",
    "z = ((z ^ (z >> 27)) * 0x94D049BB133111EB) & 0xFFFFFFFFFFFFFFFF",
    "z ^= z >> 31",
)
"""The next 64 bits of a stream of chance with the state ``s``, as :class:`...play.dice.Stream` has them."""


class WrittenWalker:
    """A walker who is the same in every play."""

    def __init__(self, walker: Walker, questions: Sequence[Question]) -> None:
        self._walker = walker
        pace = round(1000 * walker.pace)
        self.takes_time = pace > 0
        self.pace = str(pace)
        """The milliseconds of a try."""
        self.share = f"{float(walker.share) * SURE!r}" if walker.how == "skill" else "chances[attempt]"
        """How many of :data:`SURE` chances make a try right."""
        guesses = {kind_of(one).guesses(one) for one in questions}
        self.scope: dict[str, Any] = {
            "CHANCES": {number: self._chances(number, "fresh") for number in guesses},
            "GUESSING": {number: self._chances(number, "unknown") for number in guesses},
            "KNOWN": self._chances(0, "known"),
        }

        self.known = ("guesses",) if walker.how == "knows" else ()
        """What it has to know of a question."""

    def _chances(self, guesses: int, mind: Mind) -> list[float]:
        """How likely each try of a visit (from 1) is right, all before it having been wrong."""
        right = self._walker.right
        first = right(guesses, 0, mind)
        then: Mind = "unknown" if mind == "fresh" else mind
        later = (right(guesses, tried, then) for tried in range(1, MOST_TRIES - 1))
        return [0, *(chance * SURE for chance in (first, *later))]

    def after_wrong(self) -> Iterator[str]:
        """What is worked out after a wrong answer: who gave it does not know a better one."""
        if self.known:
            yield "chances = GUESSING[guesses]"

    def when_shown(self) -> Iterator[str]:
        """What is worked out when the answer is shown of a question that can still be answered."""
        if self.known:
            yield "chances = KNOWN"

    def of_question(self, question: Question) -> tuple[Any, ...]:
        """What it has to know of a question, in the order of :attr:`known`."""
        return (kind_of(question).guesses(question),) if self.known else ()

    def at_question(self) -> Iterator[str]:
        """What is worked out when a question opens for the first time."""
        if self._walker.how == "knows":
            yield "chances = CHANCES[guesses]"

    def at_try(self) -> Iterator[str]:
        """What is worked out before each try."""
        return iter(())


class WrittenCompany:
    """A company, of whom each player differs from the others by ``above``."""

    known = ("usual", "takes")

    def __init__(self, company: Company, questions: Sequence[Question]) -> None:
        self._company = company
        self.takes_time = any(company.usual(one)[1] for one in questions) or company.pace_spread > 0
        self.pace = "pace" if self.takes_time else "0"
        self.share = "chance"
        self.scope: dict[str, Any] = {"NORMAL": normal}

    def of_question(self, question: Question) -> tuple[Any, ...]:
        """As :class:`WrittenWalker` has it."""
        return self._company.usual(question)

    def at_question(self) -> Iterator[str]:
        """As :class:`WrittenWalker` has it."""
        yield f"chance = min(1.0, max(0.0, usual + above)) * {SURE}"

    def after_wrong(self) -> Iterator[str]:
        """As :class:`WrittenWalker` has it."""
        return iter(())

    def when_shown(self) -> Iterator[str]:
        """As :class:`WrittenWalker` has it."""
        return iter(())

    def at_try(self) -> Iterator[str]:
        """As :class:`WrittenWalker` has it."""
        if not self.takes_time:
            return
        if not self._company.pace_spread:
            yield "pace = max(0, round(1000 * takes))"
            return
        yield from NEXT_BITS
        yield f"while z >= {2**64 - 2**64 % STEPS}:"
        yield from (f" {line}" for line in NEXT_BITS)
        yield f"pace = max(0, round(1000 * (takes + {self._company.pace_spread!r} * NORMAL(z % {STEPS}))))"
