"""The compiled game: everything the engine needs to run a play, as plain frozen data.

A game is made from its document by ``dicetrail.core.rules`` and can be written as JSON and read back, so
that a play can be kept, sent and run anywhere.
"""

from __future__ import annotations

import dataclasses
from dataclasses import dataclass
from fractions import Fraction
from typing import Any, Literal

from ..answers.switches import Checking
from ..kinds import GENERATED
from ..questions.question import Question
from ..questions.recipes import Recipe, Span
from .moments import Moment, Then
from .page import Cue, Look, Pictures, Sound, Welcome, Words

Result = Literal["won", "lost", "done", "stopped"]
ENDS: tuple[Result, ...] = ("won", "lost", "done")
"""Where a row of the rules can end a play."""
Number = int | float

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
    the answer, ``parts`` only which parts of what was given are right.
    """

    moment: Moment
    condition: str = ""
    add: tuple[tuple[str, str], ...] = ()
    set: tuple[tuple[str, str], ...] = ()
    time: tuple[tuple[Literal["question", "game"], str], ...] = ()
    restart: tuple[Literal["question", "game"], ...] = ()
    tell: str = ""
    reveal: bool = False
    parts: bool = False
    cue: str = ""
    hold: float | None = None
    then: Then | None = None

    @property
    def moves_a_clock(self) -> bool:
        """Whether it gives a clock time, takes some of it, or starts it anew."""
        return bool(self.time or self.restart)


@dataclass(frozen=True, slots=True)
class Ending:
    """What ends a play: when ``condition`` holds, with ``result``, saying ``tell``."""

    condition: str
    result: Literal["won", "lost", "done"]
    tell: str = ""


@dataclass(frozen=True, slots=True)
class Award:
    """The title given at the end, when ``condition`` holds and no earlier award's did."""

    condition: str
    title: str
    tell: str = ""


@dataclass(frozen=True, slots=True)
class Clocks:
    """The clocks, in seconds; None where there is no such clock.

    ``breather`` is the pause between two questions, ``"player"`` where it waits for the player's key.
    ``question_by`` is an expression that gives each question its seconds, instead of ``question``. The last
    ``tick`` seconds of a question are counted down with a sound that ends at zero: the one called
    ``tick_sound``, or the built-in one.
    """

    question: float | None = None
    game: float | None = None
    breather: float | Literal["player"] = 0
    restart_on_again: bool = False
    question_by: str = ""
    tick: int = 0
    tick_sound: str = ""


@dataclass(frozen=True, slots=True)
class Deal:
    """Which questions a play asks, in which order. ``draw`` is how many, None for all."""

    draw: int | None = None
    order: Literal["filed", "shuffled", "easiest_first", "by_topic"] = "shuffled"
    options: Literal["filed", "shuffled", "balanced"] = "shuffled"
    repeats: Literal["never", "when_empty", "always"] = "never"


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
    ``same_deal`` a play may be made again with its dice; ``review`` shows the questions one by one after it.
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

    def as_dict(self) -> dict[str, Any]:
        """The dice, and what else was chosen, as JSON data."""
        chosen = {"player": self.player, "count": self.count, "topic": self.topic, "level": self.level}
        return {
            "dice": self.dice,
            **{name: value for name, value in chosen.items() if value not in ("", None)},
        }


def to_json(game: Game) -> dict[str, Any]:
    """The game as plain JSON data."""
    data = dataclasses.asdict(dataclasses.replace(game, questions=()))
    data["questions"] = [_question_data(question) for question in game.questions]
    return data


def from_json(data: dict[str, Any]) -> Game:
    """The game that :func:`to_json` wrote, also where it was written before games had all of these parts.

    Raises KeyError or TypeError where it is something else.
    """
    return Game(
        title=data["title"],
        questions=tuple(_question(question) for question in data["questions"]),
        intro=data["intro"],
        deal=Deal(**data["deal"]),
        setup=Setup(
            **{
                **data["setup"],
                "count": _bounds(data["setup"]["count"]),
                "level": _bounds(data["setup"]["level"]),
            }
        ),
        tries=data["tries"],
        meters=tuple(Meter(**meter) for meter in data["meters"]),
        clocks=Clocks(**data["clocks"]),
        checking=_checking(data["checking"]),
        consequences=tuple(
            Consequence(
                **{
                    **row,
                    "restart": tuple(row["restart"]),
                    **{
                        key: tuple((name, value) for name, value in row[key])
                        for key in ("add", "set", "time")
                    },
                }
            )
            for row in data["consequences"]
        ),
        endings=tuple(Ending(**ending) for ending in data["endings"]),
        awards=tuple(Award(**award) for award in data["awards"]),
        cues=tuple(Cue(**cue) for cue in data["cues"]),
        look=_look(data.get("look", {})),
        sounds=tuple(Sound(**sound) for sound in data.get("sounds", ())),
        leave=data.get("leave", False),
        silent=data.get("silent", False),
        welcome=Welcome(**data.get("welcome", {})),
        words=Words(**data.get("words", {})),
        same_deal=data.get("same_deal", False),
        review=data.get("review", True),
    )


def _look(data: dict[str, Any]) -> Look:
    return Look(**{**data, "pictures": Pictures(**data.get("pictures", {}))})


_USUAL = Question._field_defaults
"""What a kept question has where nothing is said of it: no default may ever change, or old plays do."""


def _question_data(question: Question) -> dict[str, Any]:
    """A question without what it has by default, for a hundred thousand of them are kept."""
    data: dict[str, Any] = {
        name: value
        for name, value in zip(question._fields, question, strict=True)
        if name not in _USUAL or value != _USUAL[name]
    }
    if "tolerance" in data:
        data["tolerance"] = str(question.tolerance)
    for part in ("recipe", "checking"):
        if part in data:
            data[part] = dataclasses.asdict(data[part])
    return data


def _question(data: dict[str, Any]) -> Question:
    if "right" in data:  # before a question could have several right options
        right = data["right"]
        data = {name: value for name, value in data.items() if name != "right"}
        data["rights"] = () if right < 0 else (right,)
    parts = dict(data)
    for name in ("answers", "options", "rights", "pinned"):
        if name in parts:
            parts[name] = tuple(parts[name])
    recipe, own = parts.get("recipe"), parts.get("checking")
    parts["tolerance"] = Fraction(parts.get("tolerance", 0))
    parts["recipe"] = _recipe(parts["kind"], recipe) if recipe else None
    parts["checking"] = _checking(own) if own else None
    return Question(**parts)


def _checking(data: dict[str, Any]) -> Checking:
    return Checking(**{name: _frozen(value) for name, value in data.items()})


def _recipe(kind: str, data: dict[str, Any]) -> Recipe:
    if "spans" in data:
        spans = tuple(Span(**{**span, "values": tuple(span["values"])}) for span in data["spans"])
        data = {**data, "spans": spans}
    recipe: Recipe = GENERATED[kind].recipe(**{name: _frozen(value) for name, value in data.items()})
    return recipe


def _frozen(value: Any) -> Any:
    return tuple(_frozen(item) for item in value) if isinstance(value, list | tuple) else value


def _bounds(data: dict[str, int] | None) -> Bounds | None:
    return None if data is None else Bounds(**data)
