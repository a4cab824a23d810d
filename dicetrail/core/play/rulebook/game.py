"""The compiled game: everything the engine needs to run a play, as plain frozen data.

A game is made from its document by ``dicetrail.core.rules`` and can be written as JSON and read back
(:mod:`.as_json`), so that a play can be kept, sent and run anywhere.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from ..answers.switches import Checking
from ..questions.question import Question
from .help import Help
from .moments import Moment, Then
from .page import Cue, Look, Sound, Welcome, Words
from .players import Players

Result = Literal["won", "lost", "done", "stopped"]
ENDS: tuple[Result, ...] = ("won", "lost", "done")
"""Where a row of the rules can end a play."""
Number = int | float
ClockName = Literal["question", "game", "round"]

MOST_STEPS = 10_000
"""A play that has not ended after so many steps is ended as ``stopped``."""


DECIMALS = 9
"""Decimals that a meter keeps where it says nothing else, so that 0.1 + 0.2 is 0.3."""


@dataclass(frozen=True, slots=True)
class Meter:
    """A number a play keeps. ``decimals`` is how many are kept; None keeps :data:`DECIMALS`.

    ``show`` says how a player sees it: as a number, as one mark for each whole, or as a bar; ``label`` what
    it is called then, "" for its name.
    """

    name: str
    start: Number = 0
    min: Number | None = None
    max: Number | None = None
    decimals: int | None = None
    show: Literal["number", "marks", "bar"] = "number"
    label: str = ""

    @property
    def is_bounded(self) -> bool:
        """Whether it does not hold every whole number as it is."""
        return self.min is not None or self.max is not None or self.decimals is not None

    @property
    def called(self) -> str:
        """What a player calls it."""
        return self.label or self.name.replace("_", " ")

    def kept(self, value: Number) -> Number:
        """``value`` within the meter's bounds, rounded to its decimals; a whole number without a point."""
        if isinstance(value, float):
            value = round(value, DECIMALS if self.decimals is None else self.decimals)
        if self.min is not None and value < self.min:
            value = self.min
        if self.max is not None and value > self.max:
            value = self.max
        return int(value) if isinstance(value, float) and value.is_integer() else value


@dataclass(frozen=True, slots=True)
class Consequence:
    """One row of the rules. ``condition``, ``add`` and ``set`` hold expressions as source text.

    ``time`` adds seconds to a clock, ``restart`` starts one anew; ``hold`` is in seconds. ``reveal`` shows
    the answer, ``parts`` only which parts of what was given are right. ``after`` is how many other questions
    come before one that comes again ``later``. Where there are ``more`` texts than ``tell``, one of all is
    told.
    """

    moment: Moment
    condition: str = ""
    add: tuple[tuple[str, str], ...] = ()
    set: tuple[tuple[str, str], ...] = ()
    time: tuple[tuple[ClockName, str], ...] = ()
    restart: tuple[ClockName, ...] = ()
    tell: str = ""
    reveal: bool = False
    parts: bool = False
    cue: str = ""
    hold: float | None = None
    then: Then | None = None
    after: int = 3
    more: tuple[str, ...] = ()

    @property
    def texts(self) -> tuple[str, ...]:
        """All the texts of which one is told."""
        return (self.tell, *self.more)

    @property
    def moves_a_clock(self) -> bool:
        """Whether it gives a clock time, takes some of it, or starts it anew."""
        return bool(self.time or self.restart)


@dataclass(frozen=True, slots=True)
class Ending:
    """What ends a play: when ``condition`` holds, with ``result``, saying ``tell`` or one of ``more``. One of
    a ``player`` puts out whose turn it is; the others go on."""

    condition: str
    result: Literal["won", "lost", "done"]
    tell: str = ""
    more: tuple[str, ...] = ()
    whose: Literal["play", "player"] = "play"


@dataclass(frozen=True, slots=True)
class Award:
    """The title given at the end, when ``condition`` holds and no earlier award's did; it says ``tell`` or
    one of ``more``."""

    condition: str
    title: str
    tell: str = ""
    more: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Clocks:
    """The clocks, in seconds; None where there is no such clock.

    ``breather`` is the pause between two questions, ``"player"`` where it waits for the player's key.
    ``question_by`` is an expression that gives each question its seconds, instead of ``question``. The last
    ``tick`` seconds of a question are counted down with a sound that ends at zero: the one called
    ``tick_sound``, or the built-in one. ``round`` is the clock of a whole round.
    """

    question: float | None = None
    game: float | None = None
    breather: float | Literal["player"] = 0
    restart_on_again: bool = False
    question_by: str = ""
    tick: int = 0
    tick_sound: str = ""
    round: float | None = None


@dataclass(frozen=True, slots=True)
class Draw:
    """A part of what is drawn: so many (None: all) of the questions for which ``condition`` holds."""

    condition: str
    draw: int | None = None


@dataclass(frozen=True, slots=True)
class Deal:
    """Which questions a play asks, in which order. ``draw`` is how many, None for all.

    Where there are ``parts`` these are drawn instead, each from what the earlier ones left. ``next`` is an
    expression: of the questions left, one for which it is least comes next. The player may ``choose`` the
    topic or the level of each.
    """

    draw: int | None = None
    order: Literal["filed", "shuffled", "easiest_first", "by_topic", "by_part"] = "shuffled"
    options: Literal["filed", "shuffled", "balanced"] = "shuffled"
    repeats: Literal["never", "when_empty", "always"] = "never"
    parts: tuple[Draw, ...] = ()
    next: str = ""
    choose: Literal["", "topic", "level"] = ""

    @property
    def is_steered(self) -> bool:
        """Whether which question comes next hangs on how the play goes."""
        return bool(self.next or self.choose)


Goes = Literal["next", "over", "won", "lost"]
"""Where a gate can lead besides to a round by its name: to the next one, or to the end."""
GOES: tuple[Goes, ...] = ("next", "over", "won", "lost")


@dataclass(frozen=True, slots=True)
class Gate:
    """Where the end of a round leads when ``condition`` ("": always) holds: ``go`` is one of :data:`Goes` or
    the name of a round, at most so many times in a play."""

    condition: str
    go: str
    most: int = 1


@dataclass(frozen=True, slots=True)
class Round:
    """A round of a game. ``only`` is an expression that holds for its questions ("": for all of the game's).

    ``deal``, ``tries`` and ``clocks`` are the game's where the round says nothing of its own; it ``draws`` as
    many questions as its deal says, and not as many as the player chose, where it says a number itself. Its
    ``consequences`` are looked at before the game's; the first gate that holds ``then`` says what comes after
    it. ``coming`` tells the player in figures what there is in it.
    """

    name: str
    intro: str = ""
    only: str = ""
    deal: Deal = Deal()
    draws: bool = False
    tries: int | None = 1
    clocks: Clocks = Clocks()
    consequences: tuple[Consequence, ...] = ()
    then: tuple[Gate, ...] = ()
    coming: str = ""


@dataclass(frozen=True, slots=True)
class Bounds:
    """Something asked of the player before the play, with its bounds."""

    min: int = 1
    max: int = 100
    default: int = 10


@dataclass(frozen=True, slots=True)
class Setup:
    """What is asked before a play. None where a thing is not asked; with ``one_topic`` a player has to choose
    one."""

    name: bool = False
    count: Bounds | None = None
    level: Bounds | None = None
    topic: bool = False
    one_topic: bool = False


@dataclass(frozen=True, slots=True)
class Game:
    """A whole game, ready to be played. ``tries`` is None where a question stays until it is right.

    With ``leave`` the player may end a play at any time; a ``silent`` game makes no sound at all. With
    ``same_deal`` a play may be made again with its dice; ``review`` shows the questions one by one after it,
    ``review_by`` how it went by what. ``names`` are named expressions; ``helps`` can be used at any question.
    Where several ``players`` play in turn, each has meters and counts of their own.
    """

    title: str
    questions: tuple[Question, ...]
    intro: str = ""
    deal: Deal = Deal()
    setup: Setup = Setup()
    tries: int | None = 1
    meters: tuple[Meter, ...] = ()
    clocks: Clocks = Clocks()
    checking: Checking = Checking()
    consequences: tuple[Consequence, ...] = ()
    endings: tuple[Ending, ...] = ()
    awards: tuple[Award, ...] = ()
    cues: tuple[Cue, ...] = ()
    look: Look = Look()
    sounds: tuple[Sound, ...] = ()
    leave: bool = False
    silent: bool = False
    welcome: Welcome = Welcome()
    words: Words = Words()
    same_deal: bool = False
    review: bool = True
    rounds: tuple[Round, ...] = ()
    names: tuple[tuple[str, str], ...] = ()
    review_by: Literal["", "topic"] = ""
    helps: tuple[Help, ...] = ()
    players: Players | None = None

    @property
    def rows(self) -> tuple[Consequence, ...]:
        """All rows in the order of their numbers: the game's, then those of each round."""
        return (*self.consequences, *(row for one in self.rounds for row in one.consequences))

    @property
    def all_tries(self) -> tuple[int | None, ...]:
        """The tries of each round; of the game where it has none."""
        return tuple(one.tries for one in self.rounds) or (self.tries,)

    def rows_of(self, number: int) -> range:
        """The numbers of the rows that a round (by its number; 0: the game) has itself."""
        of = (self.consequences, *(one.consequences for one in self.rounds))
        first = 1 + sum(map(len, of[:number]))
        return range(first, first + len(of[number]))

    @property
    def topics(self) -> tuple[str, ...]:
        """The topics of the questions, each once, as they come."""
        return tuple(dict.fromkeys(q.topic for q in self.questions if q.topic))


@dataclass(frozen=True, slots=True)
class Choices:
    """What one play is started with: its dice and what the player was asked before it."""

    dice: int
    player: str = ""
    count: int | None = None
    topic: str = ""
    level: int | None = None
    players: tuple[str, ...] = ()
    """The names of those who play in turn; none in a game for one."""

    def as_dict(self) -> dict[str, Any]:
        """The dice, and what else was chosen, as JSON data."""
        chosen = {
            "player": self.player,
            "count": self.count,
            "topic": self.topic,
            "level": self.level,
            "players": list(self.players),
        }
        return {
            "dice": self.dice,
            **{name: value for name, value in chosen.items() if value not in ("", None, [])},
        }
