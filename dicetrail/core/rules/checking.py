"""How answers are compared, as a game writes it."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BeforeValidator, Field

from ..play.answers.switches import Switch
from .part import Part, underscored

Edits = Annotated[int, Field(ge=0, le=5)]
Spelling = Annotated[
    Edits | Annotated[dict[Annotated[int, Field(ge=1, le=1000)], Edits], Field(max_length=10)],
    Field(description="edits that still count as right, or the edits allowed from a length on: {5: 1, 9: 2}"),
]
Articles = list[Annotated[str, Field(max_length=40)]]
Unreadable = Annotated[Literal["ask_again", "wrong"], BeforeValidator(underscored)]


class OwnCheckingPart(Part):
    """How the answers to one pack or one question are compared; what is not said stays as it is around it."""

    ignore: list[Switch] | None = None
    """what is ignored"""
    spelling: Spelling | None = None
    """edits that still count as right, as in the game"""
    unreadable: Unreadable | None = None
    """whether an answer that can't be read is asked again, or is wrong"""
    articles: Articles | None = None
    """leading words that can be left away"""


class SamplePart(Part):
    """An answer that must be right, or must not be."""

    question: Annotated[str, Field(max_length=200, description="the question's id")]
    answer: Annotated[str, Field(max_length=1000)]
    """what is typed"""
    must: Literal["right", "wrong"]
    """what it must be"""


class CheckingPart(Part):
    """How answers are compared, in the whole game and, nearest first, for a question or a pack."""

    ignore: list[Switch] = ["blanks", "case"]
    """what is ignored"""
    spelling: Spelling = 0
    unreadable: Unreadable = "ask_again"
    """whether an answer that can't be read is asked again, or is wrong"""
    articles: Articles = ["the", "a", "an"]
    """leading words that can be left away"""
    packs: Annotated[dict[str, OwnCheckingPart], Field(max_length=50)] = {}
    """what is otherwise for a pack, by its name"""
    questions: Annotated[dict[str, OwnCheckingPart], Field(max_length=5000)] = {}
    """what is otherwise for a question, by its id"""
    samples: Annotated[list[SamplePart], Field(max_length=1000)] = []
    """answers that must be right, or must not be"""
