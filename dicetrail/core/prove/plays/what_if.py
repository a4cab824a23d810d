"""Real plays under other rules: what each would have come to.

A play is walked again as its player meant it. At a question that it asked at the same place the texts that
were given are given again, each as long after the input became possible, and checking judges them anew; where
the deal asks another one, what was right then is right now. Helps are used where they were. A player who is
given more tries than were needed goes on as wrong as before; tries that are not asked for any more are left
out. A play that would go on beyond what its player did has no result.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from typing import Literal

from ...play.kinds import kind_of
from ...play.rulebook.game import Choices
from ...play.rulebook.move import Move
from ...play.rulebook.program import Program
from ...play.run.helping import usable
from ...play.run.moves import to_input
from ...play.run.run import Run
from .record import LATE, SKIPPED, Answer, PlayRecord, Try, Used, score_of

MOST_MOVES = 2000


@dataclass(frozen=True, slots=True)
class Meant:
    """A play to be walked again: what it was started with, its answers in order, how long it took, and
    whether its player ended it."""

    choices: Choices
    answers: tuple[Answer, ...]
    seconds: float = 0.0
    left: bool = False

    @classmethod
    def of(cls, choices: Choices, record: PlayRecord) -> Meant:
        """What the player of a play meant; one that has not ended lasts no longer than its answers."""
        return cls(choices, record.answers, record.seconds if record.result else 0.0, record.left)


@dataclass(frozen=True, slots=True)
class CameTo:
    """What a play comes to under other rules: its result, award and score, and of each question whether it
    was right at the first try, and its outcome."""

    result: str
    award: str
    right: int
    score: float | None
    answers: tuple[tuple[bool, str], ...]

    @classmethod
    def of(cls, record: PlayRecord) -> CameTo:
        """What a play came to as it was."""
        answers = tuple((one.first, one.outcome) for one in record.answers)
        return cls(record.result, record.award, record.right, record.score, answers)


class _Firsts:
    """Watches a run: whether each question was right at the first try that could be read."""

    def __init__(self) -> None:
        self.right: list[bool | None] = []

    def __call__(self, run: Run, _: int) -> None:
        """Look at the step that was just made."""
        verdict = run.trail[-1].verdict
        while len(self.right) < len(run.asked_of_all):
            self.right.append(None)
        place = run.place
        if verdict is not None and verdict != "unreadable" and self.right[place] is None:
            self.right[place] = verdict == "right"


def walked_again(program: Program, meant: Meant) -> CameTo:
    """What a play comes to under the rules of a game."""
    firsts = _Firsts()
    run = Run(program, meant.choices, firsts)
    run.begin()
    to_input(run)
    tried: Counter[int] = Counter()
    helped: Counter[int] = Counter()
    for _ in range(MOST_MOVES):
        if run.phase == "over":
            break
        if run.phase == "choosing":
            _choose(run, meant.answers[len(run.asked_of_all) :])
            to_input(run)
            continue
        turn = run.place
        if turn >= len(meant.answers):
            break
        answer = meant.answers[turn]
        same = run.seat.open.card.question.id == answer.question
        if (used := _next_help(answer, tried[turn], helped[turn])) is not None:
            helped[turn] += 1
            _help(run, used)
            to_input(run)
            continue
        if turn == len(meant.answers) - 1 and tried[turn] >= len(answer.tries):
            break  # nobody knows how it would have gone on
        _make(run, _nth(answer.tries, tried[turn]), same=same)
        tried[turn] += 1
        to_input(run)
    end = max(run.trail[-1].at, round(meant.seconds * 1000))
    run.tick(end)
    if meant.left and run.phase != "over":
        run.do(Move("leave"), end)
    outcome = run.outcome
    return CameTo(
        outcome.result if outcome else "",
        outcome.award if outcome else "",
        int(run.counts["right"]),
        score_of(run),
        tuple((bool(first), one.outcome) for first, one in zip(firsts.right, run.asked_of_all, strict=False)),
    )


def _choose(run: Run, coming: Sequence[Answer]) -> None:
    """Choose what the player was asked next, where that is offered."""
    by = run.round.source.deal.choose or "topic"
    asked = coming[0].question if coming else ""
    known = next((str(getattr(one, by)) for one in run.program.game.questions if one.id == asked), "")
    chosen = known if known in run.offered else run.offered[0]
    run.do(Move("choose", chosen), run.input_from or 0)


def _next_help(answer: Answer, tried: int, helped: int) -> Used | None:
    """The help that was used next at a question, so many inputs having been made; None where there is
    none."""
    left = answer.helps[helped:]
    return left[0] if left and left[0].tries <= tried else None


def _help(run: Run, used: Used) -> None:
    """Use a help again; what can't be used any more is left out."""
    at, due = _when(run, used.used), run.due()
    at = at if due is None else min(at, due)
    if usable(run, used.help, at) is not None:
        run.do(Move("help", used.help), at)


def _when(run: Run, used: float) -> int:
    """The time at which so many seconds of the question's clock are used."""
    return (run.input_from or 0) + max(0, round(used * 1000) - run.question_clock.used)


def _nth(tries: Sequence[Try], number: int) -> Try:
    """The try of a number; behind the last one, another as wrong as that."""
    if number < len(tries):
        return tries[number]
    return Try("wrong", "", tries[-1].used if tries else 0.0)


def _make(run: Run, made: Try, *, same: bool) -> None:
    at, card = _when(run, made.used), run.seat.open.card
    if made.verdict == LATE:
        due = run.due()
        run.tick(due) if due is not None else run.do(Move("wrong"), run.input_from or 0)
    elif made.verdict == SKIPPED:
        run.do(Move("skip"), at)
    elif same and (given := kind_of(card.question).give_again(card, made.text, made.parts)):
        run.do(Move("answer", given), at)
    else:
        run.do(Move(_INTENTS.get(made.verdict, "wrong")), at)


_INTENTS: dict[str, Literal["right", "unreadable"]] = {"right": "right", "unreadable": "unreadable"}
"""What is meant by a verdict where the text can't be given again; everything else is wrong."""


@dataclass(slots=True)
class Outcomes:
    """What plays came to, and would come to: how often each result and award, and the plays that differ."""

    plays: int = 0
    before: Counter[tuple[str, str]] = field(default_factory=Counter)
    after: Counter[tuple[str, str]] = field(default_factory=Counter)
    better: int = 0
    worse: int = 0
    verdicts: int = 0

    def add(self, before: CameTo, after: CameTo) -> None:
        """Count a play as it was and as it would be."""
        self.plays += 1
        self.before["result", before.result] += 1
        self.before["award", before.award] += 1
        self.after["result", after.result] += 1
        self.after["award", after.award] += 1
        self.better += _worth(after) > _worth(before)
        self.worse += _worth(after) < _worth(before)
        self.verdicts += sum(old != new for old, new in zip(before.answers, after.answers, strict=False))

    def merge(self, other: Outcomes) -> None:
        """Count what another counted."""
        self.plays += other.plays
        self.before += other.before
        self.after += other.after
        self.better += other.better
        self.worse += other.worse
        self.verdicts += other.verdicts


def _worth(record: CameTo) -> tuple[int, float]:
    """How good a play was for its player: its result, then its score (more is better)."""
    return _RANKS.get(record.result, 1), record.score if record.score is not None else record.right


_RANKS = {"lost": 0, "done": 1, "stopped": 1, "won": 2}


def outcomes_of(program: Program, plays: Iterable[tuple[Meant, PlayRecord]]) -> Outcomes:
    """What plays come to under other rules, beside what they came to."""
    found = Outcomes()
    for meant, was in plays:
        found.add(CameTo.of(was), walked_again(program, meant))
    return found
