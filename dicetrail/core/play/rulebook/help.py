"""Helps: what a player may use at a question, and what it costs."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Does = Literal["remove", "hint", "time", "swap", "letter"]
"""What a help can do: take wrong options away, show the question's hint, give its clock seconds, put another
question in its place, or show a letter of the answer."""
Per = Literal["play", "round", "question"]


@dataclass(frozen=True, slots=True)
class Help:
    """A help by its ``name``: what it ``does``, and what a player calls it (``label``, "" for what it does).

    It can be used while ``condition`` holds ("": always), so many times (``uses``, None: as often as one
    likes) ``per`` play, round or question; ``add`` is what a use adds to meters, by expressions. ``remove``
    is how many options go; ``seconds`` are those the question's clock gets.
    """

    name: str
    does: Does
    label: str = ""
    uses: int | None = 1
    per: Per = "play"
    condition: str = ""
    add: tuple[tuple[str, str], ...] = ()
    remove: int = 2
    seconds: float = 10
