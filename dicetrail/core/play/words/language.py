"""A language: what it is called, the way it is written, its alphabet and its texts."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True, slots=True)
class Language:
    """A language of the player's page. ``name`` is its own name for itself; ``alphabet`` its letters in their
    order, those with marks among them where the language counts them as letters."""

    code: str
    name: str
    alphabet: str
    texts: dict[str, str]
    direction: Literal["ltr", "rtl"] = "ltr"
