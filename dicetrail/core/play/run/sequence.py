"""The sequence of a play: what follows on what, from the next question to the end.

::

    round ── round_begun ──▶ next ── dealt ──▶ visit ── opened ──▶ ask ◀── try, resume ─┐
     ▲ ▲                      │ ▲                ▲                  │ an answer, a skip, │
     │ │                      │ │                │                  │ its clock runs out │
     │ └ gate ── round_over ◀─┤ │                └──── revisit ─────┤                    │
     │          no card, time │ └─────── next, later ───────────────┴────────────────────┘
     └────────────────────────┴──────────── round ──────────────────┘

A game without rounds begins at ``next``, and is over where there is no card.

It stands here once, for all who go through it: the run of one play, the search through the states that plays
can be in, the odds, which weigh these, and the writer of a game as straight code. Each of them is a
:class:`Stage`. What a stage does not know yet has several ways to go on; each is gone in its turn, and so
everything here is an iterator.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from math import inf
from typing import Generic, Literal, NamedTuple, Protocol, TypeVar, cast

from ..answers.verdict import VerdictName
from ..language.expressions import Expression, Names, compile_expression
from ..rulebook.game import ENDS, Result
from ..rulebook.moments import MOMENTS, Moment, Onward
from ..rulebook.program import ReadyGate, ReadyHelp, ReadyRound, ReadyRow
from ..rulebook.quantities import Happening
from ..rulebook.rows import leads_to, result_after
from .played import Came, End

T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class Case(Generic[T]):
    """Something that is so where a condition holds and no earlier case's did; None: where none did."""

    so: T
    condition: Expression | None


def cases(*pairs: tuple[T, str]) -> tuple[Case[T], ...]:
    """Cases with their conditions, "" for none."""
    return tuple(Case(so, compile_expression(text) if text else None) for so, text in pairs)


def first_case(some: Sequence[Case[T]], names: Names) -> T:
    """The first case that holds; the last one always does."""
    for case in some:
        if case.condition is None or case.condition(names):
            return case.so
    raise AssertionError("the last case always holds")


class Stage(Protocol):
    """Where things happen. ``too_long`` says that the play has gone on for too long."""

    @property
    def too_long(self) -> bool: ...

    def count(self, happening: Happening) -> None:
        """Count it."""

    def first(self, some: Sequence[Case[T]]) -> Iterable[T]:
        """The first case that holds."""

    def set_clock(self) -> None:
        """Give the open question its clock."""

    def restart_clock(self) -> None:
        """Start it anew."""

    def carry(self) -> bool:
        """Add to meters what the answer carries that was given, and tell whether any of them changed."""

    def rows(self, moment: Moment) -> Iterable[ReadyRow | None]:
        """Its first row that holds, None where none does."""

    def apply(self, row: ReadyRow) -> Iterable[bool]:
        """Do what a row says to meters and clocks, and tell whether any of them changed."""

    def endings(self) -> Iterable[End | None]:
        """The first ending that holds, None where none does."""


class RoundStage(Stage, Protocol):
    """Where rounds begin and end."""

    def set_round_clock(self) -> None:
        """Give the round its clock."""

    def gates(self) -> Iterable[ReadyGate]:
        """The first gate of the round that holds and may still be gone through; the last one always does.
        It counts as gone through."""


class HelpStage(Stage, Protocol):
    """Where helps are used."""

    def help(self, one: ReadyHelp) -> bool:
        """Do what a help does, its cost being what is carried next; whether the question is over with it."""


# A round


def begin_round(stage: RoundStage) -> Iterator[Came]:
    """A round begins, its clock set."""
    stage.count("entered")
    stage.set_round_clock()
    yield from happen(stage, "round_begun")


def end_round(stage: RoundStage) -> Iterator[Came]:
    """A round is over: its row, and then the gate that leads on."""
    for came in happen(stage, "round_over"):
        if came.end is not None:
            yield came
            continue
        for gate in stage.gates():
            if gate.to:
                yield came._replace(gate=gate)
            else:
                yield came._replace(gate=gate, end=End(gate.result), onward="over")


# A question


Stands = Literal["enter", "round", "next", "visit", "ask"]
"""Where a play stands: before a round, where one is over, before the next question, at the begin of a visit
of one, or waiting for an answer."""
BETWEEN: tuple[Stands, ...] = ("enter", "round", "next")
"""Where no question is open."""


class Leads(NamedTuple):
    """Where a play stands next, and whether that is another try."""

    to: Stands
    another_try: bool = False


LEADS: dict[Onward, Leads] = {
    "round": Leads("round"),
    "out": Leads("next"),
    "next": Leads("next"),
    "later": Leads("next"),
    "swap": Leads("next"),
    "revisit": Leads("visit"),
    "ask": Leads("ask", another_try=True),
    "try": Leads("ask", another_try=True),
    "resume": Leads("ask"),
}
"""Where a moment leads that does not end the play."""
_AGAIN = cases((True, "attempt > 1"), (False, ""))

Comes = Literal["time", "round", "late", "answer"]
"""What ends the waiting for an answer: the game's clock, the round's, the question's, or the answer."""
COMES_FIRST: tuple[Case[Comes], ...] = cases(
    (
        "time",
        "game_due <= question_due and game_due <= round_due"
        " and (game_due < answer_due or game_due <= asked_from)",
    ),
    ("round", "round_due <= question_due and (round_due < answer_due or round_due <= asked_from)"),
    ("late", "question_due < answer_due or question_due <= asked_from"),
    ("answer", ""),
)
"""Which of these comes first, by the millisecond of each (infinite where it never comes): an answer at the
very last millisecond still counts, but none where nothing was left when an answer became possible."""


def comes_first(
    question_due: int | None,
    game_due: int | None,
    answer_due: float,
    asked_from: int = 0,
    round_due: int | None = None,
) -> Comes:
    """Which of these comes first, by when each does (None: never), and since when an answer is possible."""
    dues = {
        "question_due": question_due,
        "game_due": game_due,
        "answer_due": answer_due,
        "asked_from": asked_from,
        "round_due": round_due,
    }
    return first_case(COMES_FIRST, {name: inf if due is None else due for name, due in dues.items()})


_RIGHT: tuple[Case[Moment], ...] = cases(("right", ""))
_PART: tuple[Case[Moment], ...] = cases(("part", ""))
_ANSWERED: tuple[Case[Moment], ...] = cases(("answered", ""))
_UNREADABLE: tuple[Case[Moment], ...] = cases(("unreadable", ""))
_WRONG: tuple[Case[Moment], ...] = cases(("missed", "tries_left == 1"), ("wrong", ""))
_CLOSE: tuple[Case[Moment], ...] = cases(("missed", "tries_left == 1"), ("close", ""))


def visit(stage: Stage) -> Iterator[Came]:
    """A visit of a question begins: with all its tries, its clock set."""
    stage.count("visited")
    stage.set_clock()
    yield from happen(stage, "opened")


def use_help(stage: HelpStage, one: ReadyHelp) -> Iterator[Came]:
    """A help is used: it does what it does and costs what it costs; the question, or another one, goes on."""
    swaps = stage.help(one)
    if swaps:
        stage.count("swapped")
    for came in happen(stage, "helped"):
        yield came._replace(onward="swap") if swaps and came.end is None else came


def begin_try(stage: Stage, *, restart: bool) -> None:
    """A try begins; where clocks ``restart`` with each further one, the question's does."""
    stage.count("tried")
    for again in stage.first(_AGAIN) if restart else ():
        if again:
            stage.restart_clock()


def answered(
    one: ReadyRound, verdict: VerdictName, *, partial: bool, asks_again: bool
) -> Sequence[Case[Moment]]:
    """The moments that an answer can be in a round, by its verdict: the last wrong try is ``missed``, a
    ``close`` without rows is wrong, and so is what can't be read, where the game does not ask again."""
    if verdict == "right":
        return _PART if partial else _RIGHT
    if verdict == "answered":
        return _ANSWERED
    if verdict == "unreadable" and asks_again:
        return _UNREADABLE
    return _CLOSE if verdict == "close" and one.rows["close"] else _WRONG


def time_is_up(stage: Stage) -> Iterator[End]:
    """The game's clock has run out."""
    for end in stage.endings():
        yield end or End("done", by="time")


# A moment


def happen(stage: Stage, moment: Moment) -> Iterator[Came]:
    """A moment: it counts, what the answer carries is added, it finds its row, the row is done, the play ends
    there or goes on."""
    stage.count(moment)
    carried = stage.carry()
    for row in stage.rows(moment):
        for changed in stage.apply(row) if row is not None else (False,):
            for end in _ends(stage, moment, row, changed or carried):
                onward = leads_to(moment, row) if end is None else "out" if end.out else "over"
                yield Came(moment, row, end, onward)


def _ends(stage: Stage, moment: Moment, row: ReadyRow | None, changed: bool) -> Iterable[End | None]:
    """How a play ends at a moment: as its row says, or as an ending does."""
    if row is not None and row.source.then in ENDS:
        return (End(cast(Result, row.source.then)),)
    if stage.too_long:
        return (End("stopped", "This play was stopped: it went on for too long."),)
    if MOMENTS[moment].answers or changed:
        return stage.endings()
    return (None,)


def pause_after(came: Came, one: ReadyRound, *, hands_over: bool = False) -> tuple[float, bool]:
    """The seconds that a play stays in the feedback in a round, and whether it then waits for the player's
    key: also before a question for which the screen ``hands_over`` to another player."""
    hold, breather = came.row.hold if came.row is not None else 0.0, one.source.clocks.breather
    if came.moment == "round_begun":
        return hold, bool(one.source.intro) and came.end is None
    if hands_over and came.moment == "opened":
        return hold, came.end is None
    if not MOMENTS[came.moment].answers or came.onward in ("ask", "try", "resume"):
        return hold, False
    if breather == "player":
        return hold, True
    return max(hold, breather), False


# The end


class Closed(NamedTuple):
    """What came of the end of a play: its result, the row at ``over``, and the number of its award."""

    result: Result
    row: ReadyRow | None
    award: int | None


class LastStage(Protocol):
    """Where plays end."""

    def rows(self, moment: Moment) -> Iterable[ReadyRow | None]:
        """As a stage has them."""

    def apply(self, row: ReadyRow) -> Iterable[bool]:
        """As a stage does it."""

    def awards(self) -> Iterable[int | None]:
        """The number (from 1) of the first award that holds, None where none does."""


def close(stage: LastStage, result: Result) -> Iterator[Closed]:
    """The end of a play: the row at ``over``, which may make something else of a ``done``, then the award."""
    for row in stage.rows("over"):
        for _ in stage.apply(row) if row is not None else (False,):
            for award in stage.awards():
                yield Closed(result_after(result, row), row, award)
