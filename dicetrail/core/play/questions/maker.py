"""A maker: makes the questions of one recipe."""

from __future__ import annotations

from typing import NamedTuple, Protocol

from ..dice import Stream
from .question import Question


class Texts(NamedTuple):
    """What of a generated question tells those that are made of it from one another: each may name what is
    filled in."""

    prompt: str
    image: str = ""
    sound: str = ""


class Maker(Protocol):
    """Makes the questions of one recipe, by their numbers."""

    @property
    def size(self) -> int | None:
        """How many different questions there are; None where they are too many to count."""

    @property
    def places(self) -> int:
        """How many numbers :meth:`make` takes."""

    @property
    def alike(self) -> bool:
        """Whether all its questions are of one kind and have as many options, right ones and others."""

    def make(self, question: Question, number: int, stream: Stream) -> Question:
        """The ``number``-th question, all further chance from the stream."""
