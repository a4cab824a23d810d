"""Conditions that makers often want, in words and as expressions, with the moments they fit."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from ..play.rulebook.moments import Moment
from .document import Document, shown_as

Fits = Callable[[Document], bool]


@dataclass(frozen=True, slots=True)
class Condition:
    """A condition in words, and the expression that says it."""

    said: str
    source: str


def _more_tries(document: Document) -> bool:
    return document.tries is None or document.tries > 1


def _clock(document: Document) -> bool:
    return document.clocks.question is not None


def _counted(document: Document) -> bool:
    """Whether a play has a last question."""
    return (
        document.deal.repeats == "never" or document.deal.draw is not None or document.setup.count is not None
    )


def _always(_: Document) -> bool:
    return True


_ANSWERS: tuple[Moment, ...] = ("right", "close", "wrong", "missed", "late", "skipped")
_GIVEN: tuple[Moment, ...] = ("right", "wrong", "missed", "answered")
_LOSSES: tuple[Moment, ...] = ("wrong", "missed", "late", "skipped")

_TABLE: tuple[tuple[str, str, tuple[Moment, ...], Fits], ...] = (
    ("at the first try", "attempt == 1", ("right", "close", "wrong"), _more_tries),
    ("at a later try", "attempt > 1", ("right", "close", "missed"), _more_tries),
    ("one try is left", "tries_left == 1", ("close", "wrong"), _more_tries),
    ("three in a row", "streak >= 3", ("right",), _always),
    ("every fifth in a row", "streak % 5 == 0", ("right",), _always),
    ("in the first half of its time", "time_left > time_used", ("right",), _clock),
    ("the first right answer", "right == 1", ("right",), _always),
    ("the first one missed", "missed == 1", ("missed",), _always),
    ("too late once before", "late >= 2", ("late",), _clock),
    ("skipped once before", "skipped >= 2", ("skipped",), _always),
    ("the first question", "asked == 1", ("opened", *_ANSWERS), _always),
    ("the last question", "left == 0", ("opened", *_ANSWERS), _counted),
    ("a hard question", "level >= 4", ("opened", *_ANSWERS), _always),
    ("a question worth more", "worth > 1", ("opened", *_ANSWERS), _always),
    ("option A was picked", 'picked == "A"', _GIVEN, _always),
    ("one time in six", "roll(6) == 1", ("opened", "answered", *_ANSWERS), _always),
    ("all were right", "right == asked", ("over",), _always),
    ("half or more were right", "percent >= 50", ("over",), _always),
    ("nothing was missed", "missed + late == 0", ("over",), _always),
)


def conditions(document: Document, moment: Moment) -> list[Condition]:
    """The conditions that fit a moment of a game, the likeliest first."""
    found = [Condition(said, source) for said, source, at, fits in _TABLE if moment in at and fits(document)]
    return [*found, *_of_meters(document, moment)]


def _of_meters(document: Document, moment: Moment) -> Iterator[Condition]:
    """The last of what is shown as marks: the last life."""
    if moment not in _LOSSES:
        return
    for name in _shown_as_marks(document):
        yield Condition(f"the last of {name.replace('_', ' ')}", f"{name} == 1")


def _shown_as_marks(document: Document) -> list[str]:
    return [name for name, meter in document.meters.items() if (meter.show or shown_as(name)) == "marks"]


def for_endings(document: Document) -> list[Condition]:
    """Conditions that often end a play."""
    found = [
        Condition(f"no {name.replace('_', ' ')} left", f"{name} == 0") for name in _shown_as_marks(document)
    ]
    if "score" in document.meters:
        found.append(Condition("a score is reached", "score >= 10"))
    if document.players is not None:
        found.append(Condition("one player is left", "players == 1"))
    return [
        *found,
        Condition("the first one missed", "missed == 1"),
        Condition("so many were right", "right >= 10"),
        Condition("so many in a row", "streak >= 5"),
    ]


def for_awards(document: Document) -> list[Condition]:
    """Conditions that awards are often given for, the narrowest first."""
    first = [Condition("the first of all", "rank == 1")] if document.players is not None else []
    return [
        *first,
        Condition("all were right", "percent == 100"),
        Condition("four of five were right", "percent >= 80"),
        Condition("half or more were right", "percent >= 50"),
        Condition("any was right", "right > 0"),
        Condition("in any case", "True"),
    ]
