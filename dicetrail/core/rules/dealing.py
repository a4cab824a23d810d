"""The document's parts for the deal, and for what is asked before a play."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BeforeValidator, Field, WithJsonSchema

from .part import Part, Source, underscored

Ask = Literal["ask", "none"]
AskOne = Literal["ask", "one", "none"]
"""Whether something is asked: so that nothing need be chosen, or so that one is."""


def _all_word(value: object) -> object:
    return None if value == "all" else value


HowMany = Annotated[
    Annotated[int, Field(ge=1, le=100_000)] | None,
    BeforeValidator(_all_word),
    WithJsonSchema({"anyOf": [{"type": "integer", "minimum": 1}, {"const": "all"}, {"type": "null"}]}),
]


class DrawPart(Part):
    """A part of what is drawn: so many of the questions for which something holds, of those that earlier
    parts left."""

    if_: Source = Field(alias="if", description="of the question: level, topic, kind, worth, pack, id")
    draw: HowMany = None
    """how many of them; all where it is not said"""


class DealPart(Part):
    """Which questions a play asks, in which order, with options in which places."""

    draw: Annotated[
        HowMany | Annotated[list[DrawPart], Field(min_length=1, max_length=30)], BeforeValidator(_all_word)
    ] = Field(default=None, description="how many questions; all where it is not said; or parts, each drawn")
    order: Annotated[
        Literal["filed", "shuffled", "easiest_first", "by_topic", "by_part"], BeforeValidator(underscored)
    ] = "shuffled"
    """in which order they come"""
    options: Literal["filed", "shuffled", "balanced"] = "shuffled"
    """where options stand: as filed, shuffled, or so that the right one stands everywhere as often"""
    repeats: Annotated[Literal["never", "when_empty", "always"], BeforeValidator(underscored)] = "never"
    """whether a question comes again: never, when all were asked, or at any time"""
    next: Source | None = Field(
        default=None, description="of the questions left, one for which this is least comes next"
    )
    choose: Annotated[Literal["topic", "level", "none"], Field(description="chosen before each question")] = (
        "none"
    )

    @property
    def number(self) -> int | None:
        """How many are drawn, where that is a number and not told of parts."""
        return self.draw if isinstance(self.draw, int) else None


class AskedPart(Part):
    """A number that is asked of the player before the play, within bounds."""

    ask: bool = True
    """whether it is asked; if not, it is the default"""
    min: Annotated[int, Field(ge=1, le=100_000)] = 1
    """the least that can be chosen"""
    max: Annotated[int, Field(ge=1, le=100_000)] = 20
    """the most that can be chosen"""
    default: Annotated[int, Field(ge=1, le=100_000)] = 10
    """what is chosen already"""


class SetupPart(Part):
    """What is asked before a play."""

    name: Ask = "none"
    """whether the player is asked for a name"""
    topic: Annotated[AskOne, Field(description="`one`: without all topics together")] = "none"
    count: AskedPart | None = None
    """how many questions there are to be"""
    level: AskedPart | None = None
    """of which level they are to be"""
