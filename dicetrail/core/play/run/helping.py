"""Helping: what each help does to the question that is open, and when there is anything it can do.

A new help is a name in :data:`..rulebook.help.Does` and a line in :data:`AIDS`.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import NamedTuple, Protocol

from ..deal.dealer import Dealer
from ..dice import Stream
from ..kinds import kind_of
from ..language.expressions import Names
from ..questions.question import LABELS, Question, same
from ..rulebook.clocks import Clock
from ..rulebook.game import Choices
from ..rulebook.help import Does, Help, Per
from ..rulebook.program import Program, ReadyHelp
from ..rulebook.rows import may_be_used
from .played import Seat, Turn


class Helped(Protocol):
    """What is asked of a run, and changed in it."""

    program: Program
    choices: Choices
    seat: Seat
    seats: tuple[Seat, ...]
    question_clock: Clock

    @property
    def dealer(self) -> Dealer: ...

    @property
    def asked_here(self) -> int: ...

    def names(self, at: int, seat: Seat | None = None) -> Names: ...


class Open(NamedTuple):
    """What helps can still do at a question that is open: ``wrong`` options are left, its ``hint`` is not
    shown yet, it has a ``clock``, so many times a letter can be shown, and another one could ``swap`` it."""

    wrong: int = 0
    hint: bool = False
    clock: bool = False
    letters: int = 0
    swap: bool = False


class Aid(NamedTuple):
    """A thing that helps do: the part of what is open that it ``looks_at``, whether it ``can`` be done, what
    is open ``after`` that, how it is done in a run, and what it does to the question's ``clock``. ``swaps``
    tells that the question is over with it, ``reminds`` that the answer may come to mind by it."""

    looks_at: str
    can: Callable[[Open], bool]
    after: Callable[[Open, Help], Open] = lambda here, one: here
    do: Callable[[Helped, Help], None] = lambda run, one: None
    clock: Callable[[Clock, Help], None] = lambda clock, one: None
    swaps: bool = False
    reminds: bool = False


def open_at_first(question: Question, *, clock: bool, swap: bool) -> Open:
    """What helps can do at a question when a visit of it begins."""
    kind = kind_of(question)
    wrong = len(question.options) - len(question.rights) if kind.can_lose_options else 0
    return Open(wrong, bool(question.hint), clock, kind.letters_to_show(question), swap)


def open_in(run: Helped) -> Open:
    """What helps can still do at the question that is open in a run; of letters, whether there is a next."""
    turn = run.seat.open
    # nothing of it is counted yet, and there is another
    swap = turn.visits == 1 and turn.outcome == "open" and run.dealer.can_swap(run.asked_here - 1)
    return Open(
        len(wrong_left(turn)),
        bool(turn.card.question.hint) and not turn.aided.hinted,
        run.question_clock.limit is not None,
        int(_next_letter(turn) != ""),
        swap,
    )


def wrong_left(turn: Turn) -> list[int]:
    """The wrong options (their places as filed) that are not gone, in the order they stand in."""
    card = turn.card
    if not kind_of(card.question).can_lose_options:
        return []
    gone = {*card.question.rights, *turn.aided.gone}
    return [filed for filed in card.order if filed not in gone]


def wrong_label(turn: Turn) -> str:
    """The letter of the first wrong option that is not gone."""
    return LABELS[turn.card.order.index(wrong_left(turn)[0])]


def _remove(run: Helped, one: Help) -> None:
    """Which options go is dealt for the help and the question: another deal takes away the same."""
    turn = run.seat.open
    question, left = turn.card.question, wrong_left(turn)
    stream = Stream(run.choices.dice, f"helps/{one.name}/{question.id}")
    order = stream.shuffled(range(len(question.options)))
    going = [filed for filed in order if filed in left][: min(one.remove, len(left) - 1)]
    turn.aided = turn.aided._replace(gone=turn.aided.gone | {*going})


def _hint(run: Helped, one: Help) -> None:
    run.seat.open.aided = run.seat.open.aided._replace(hinted=True)


def _letter(run: Helped, one: Help) -> None:
    turn = run.seat.open
    letter = _next_letter(turn)
    if kind_of(turn.card.question).covers:
        turn.tried += (letter,)
    else:
        turn.aided = turn.aided._replace(letters=turn.aided.letters + len(letter))


def _next_letter(turn: Turn) -> str:
    """What is shown next of an answer, "" where it would be all of it."""
    return kind_of(turn.card.question).next_letter(turn.card.question, turn.tried, turn.aided.letters)


def _swap(run: Helped, one: Help) -> None:
    """The question is taken back; another one is dealt when the play goes on."""
    del run.seat.asked[run.seat.place]


AIDS: Mapping[Does, Aid] = {
    "remove": Aid(
        "wrong",
        lambda here: here.wrong > 1,
        lambda here, one: here._replace(wrong=max(1, here.wrong - one.remove)),
        _remove,
    ),
    "hint": Aid(
        "hint", lambda here: here.hint, lambda here, one: here._replace(hint=False), _hint, reminds=True
    ),
    "time": Aid("clock", lambda here: here.clock, clock=lambda clock, one: clock.add(one.seconds)),
    "swap": Aid("swap", lambda here: here.swap, do=_swap, swaps=True),
    "letter": Aid(
        "letters",
        lambda here: here.letters > 0,
        lambda here, one: here._replace(letters=here.letters - 1),
        _letter,
        reminds=True,
    ),
}
"""What helps do, by its name."""


def uses_left(run: Helped, one: Help) -> int | None:
    """How often it can still be used; None where that is as often as one likes."""
    return None if one.uses is None else max(0, one.uses - run.seat.used[one.name])


def usable(run: Helped, called: str, at: int) -> ReadyHelp | None:
    """The help of a name, where it can be used at the question that is open now; None where it can't."""
    one = next((one for name, one in run.program.helps.items() if same(name) == same(called)), None)
    if one is None or uses_left(run, one.source) == 0 or not AIDS[one.source.does].can(open_in(run)):
        return None
    return one if may_be_used(one, run.names(at)) else None


def renew(run: Helped, per: Per) -> None:
    """A round, or a question, begins: what is to be used once in each can be used again."""
    for one in run.program.game.helps:
        if one.per == per:
            for seat in run.seats:
                del seat.used[one.name]
