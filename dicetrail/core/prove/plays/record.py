"""The record of a play: what became of each question, every try with what was given and how long it took.

It says what a player did in words that stay meaningful when the deal or the rules change: the texts of
options, not their places; verdicts, not rows.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, NamedTuple

from ...play.run.run import Run
from ...play.run.seats import ranks

LONGEST_KEPT = 200
"""Characters of what was typed that are kept."""
LATE, SKIPPED, OPINION = "late", "skipped", "answered"
"""What stands for the verdict where nothing was given."""
OPEN = "open"
"""The outcome of a question that was left open."""


class Try(NamedTuple):
    """One input: its verdict (or ``late``, ``skipped``), what was given in words, and the seconds of the
    question's clock used by then; where it picked several options, their texts."""

    verdict: str
    text: str
    used: float
    parts: tuple[str, ...] = ()


class Used(NamedTuple):
    """A help that was used at a question: its name, after how many inputs, and the seconds of the question's
    clock used by then."""

    help: str
    tries: int
    used: float


class Answer(NamedTuple):
    """A question of a play. ``outcome`` is ``right``, ``missed``, ``late``, ``skipped``, ``answered`` (an
    opinion) or ``open``; ``left`` are the seconds left of its clock in the end, None where it has none;
    ``round`` is the number of the round it was asked in (0: none). ``helps`` were used at it, or at one in
    whose place it came; ``seat`` is the number of the player who was asked (0: there is but one)."""

    question: str
    outcome: str
    tries: tuple[Try, ...]
    left: float | None
    round: int = 0
    helps: tuple[Used, ...] = ()
    seat: int = 0

    @property
    def first(self) -> bool:
        """Whether it was right at the first try (an input that could not be read is none)."""
        made = next((one.verdict for one in self.tries if one.verdict != "unreadable"), "")
        return made == "right"

    @property
    def used(self) -> float:
        """Seconds of its clock used in all."""
        return self.tries[-1].used if self.tries else 0.0


@dataclass(frozen=True, slots=True)
class SeatRecord:
    """What one of several players came to: their name, result ("" while the play goes on), place among all,
    award, score and how many of the questions they were asked were right."""

    player: str
    result: str
    rank: int
    award: str
    score: float | None
    right: int
    asked: int


@dataclass(frozen=True, slots=True)
class PlayRecord:
    """What a play came to. Where several play, it is that of the one who came first, and each has one of the
    ``seats``. ``score`` is the meter of that name, or the first one; ``seconds`` how long the
    play took. ``result`` is "" for a play that has not ended; ``left`` tells that its player ended it."""

    result: str
    award: str
    right: int
    asked: int
    score: float | None
    seconds: float
    answers: tuple[Answer, ...]
    left: bool = False
    seats: tuple[SeatRecord, ...] = ()

    @property
    def stopped(self) -> bool:
        """Whether it ended before its end."""
        return self.left or self.result == "stopped"


@dataclass(slots=True)
class AnswerCollector:
    """Watches a run and collects what is given: the ``watch`` of a :class:`..play.run.Run`."""

    tries: list[list[Try]] = field(default_factory=list)
    left: list[float | None] = field(default_factory=list)
    helps: list[list[Used]] = field(default_factory=list)

    def __call__(self, run: Run, at: int) -> None:
        """Look at the step that was just made."""
        step = run.trail[-1]
        used, left = run.clock_then
        if step.moment == "helped":  # by which the question may be gone already
            self._has(run.place + 1)
            made_before = len(self.tries[run.place])
            self.helps[run.place].append(Used(step.extra["help"], made_before, _seconds(used)))
            return
        if step.moment is None or not (asked := run.asked_of_all):
            return
        self._has(len(asked))
        if step.verdict is not None:
            turn = run.seat.open
            told = turn.shown if turn.given.filed else turn.shown[:LONGEST_KEPT]
            parts = turn.parts if len(turn.parts) > 1 else ()
            made = Try(step.verdict, told, _seconds(used), parts)
        elif step.moment in (LATE, SKIPPED):
            made = Try(step.moment, "", _seconds(used))
        else:
            return
        place = run.place
        self.tries[place].append(made)
        self.left[place] = None if left is None else _seconds(left)

    def _has(self, questions: int) -> None:
        """Have room for so many questions."""
        while len(self.tries) < questions:
            self.tries.append([])
            self.left.append(None)
            self.helps.append([])

    def record(self, run: Run) -> PlayRecord:
        """What the play came to, as far as it has come."""
        outcome, counts = run.outcome, run.counts
        answers = tuple(
            Answer(
                turn.card.question.id,
                turn.outcome,
                tuple(tries),
                left,
                turn.round,
                tuple(helps),
                turn.seat if run.has_turns else 0,
            )
            for turn, tries, left, helps in zip(
                run.asked_of_all, self.tries, self.left, self.helps, strict=False
            )
        )
        return PlayRecord(
            result=outcome.result if outcome else "",
            award=outcome.award if outcome else "",
            right=int(counts["right"]),
            asked=int(counts["asked"]),
            score=score_of(run),
            seconds=_seconds(run.trail[-1].at),
            answers=answers,
            left=any(step.move == "leave" for step in run.trail[-len(run.seats) :]),
            seats=_seats(run) if run.has_turns else (),
        )


def _seats(run: Run) -> tuple[SeatRecord, ...]:
    """What each player came to, as far as they have come."""
    places = ranks(run, run.trail[-1].at)
    return tuple(
        SeatRecord(
            seat.name,
            seat.outcome.result if seat.outcome else "",
            rank,
            seat.outcome.award if seat.outcome else "",
            _score_in(seat.meters),
            int(seat.counts["right"]),
            int(seat.counts["asked"]),
        )
        for seat, rank in zip(run.seats, places, strict=True)
    )


def score_of(run: Run) -> float | None:
    """The meter ``score``, or the first one; None where a game has none."""
    return _score_in(run.meters)


def _score_in(meters: Mapping[str, float]) -> float | None:
    return float(meters.get("score", next(iter(meters.values())))) if meters else None


def question_of(answer_id: str) -> str:
    """The question of a pack that an answer is to: one that was made by a recipe has a number behind it."""
    return answer_id.partition("(")[0]


def to_data(answers: tuple[Answer, ...]) -> list[Any]:
    """Answers as JSON data: lists with the parts of an Answer, and of a Try, in their order."""
    return [
        [
            one.question,
            one.outcome,
            [_try_data(made) for made in one.tries],
            one.left,
            *([one.round] if one.round or one.helps or one.seat else []),
            *([[list(used) for used in one.helps]] if one.helps or one.seat else []),
            *([one.seat] if one.seat else []),
        ]
        for one in answers
    ]


def _try_data(made: Try) -> list[Any]:
    *first, parts = made
    return [*first, list(parts)] if parts else first


def from_data(data: list[Any]) -> tuple[Answer, ...]:
    """Answers from JSON data."""
    return tuple(
        Answer(question, outcome, tuple(_try(*made) for made in tries), left, *of_more(*more))
        for question, outcome, tries, left, *more in data
    )


def of_more(
    of_round: int = 0, helps: Sequence[Sequence[Any]] = (), seat: int = 0
) -> tuple[int, tuple[Used, ...], int]:
    """The round, the helps and the player of an answer, which are kept where there are any."""
    return of_round, tuple(Used(*one) for one in helps), seat


def _try(verdict: str, text: str, used: float, parts: Sequence[str] = ()) -> Try:
    return Try(verdict, text, used, tuple(parts))


def _seconds(milliseconds: int) -> float:
    return round(milliseconds / 1000, 3)
