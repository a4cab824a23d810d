"""What a single cell says: a word of a list, a number within bounds, places of options. Raises
:class:`~.misfit.Misfit` where it says something else."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Any, Literal, cast

from ..play.language.numbers import read_number
from ..play.questions.question import LABELS, same
from ..snag_codes import SnagCode
from .misfit import Misfit
from .notation import NotationError, read_places


def place_of_key(key: str, options: Sequence[str], *, letters: bool = True) -> int:
    """The place that a key names by letter, number or text. Raises :class:`Misfit`."""
    key = key.strip()
    if not key:
        raise Misfit("no-answer", "The key is blank. Write the letter of the right option.")
    labels = LABELS[: len(options)]
    if letters and len(key) == 1 and key.upper() in labels:
        return labels.index(key.upper())
    if letters and key.isascii() and key.isdigit() and 1 <= int(key[:3]) <= len(options):
        return int(key) - 1
    folded = [same(option) for option in options]
    if same(key) in folded:
        return folded.index(same(key))
    raise Misfit("bad-key", f"The key ‘{key}’ names no option; there are {labels[:1]} to {labels[-1:]}.")


def places_of_key(key: str, options: Sequence[str]) -> tuple[int, ...]:
    """The places that a key names by letters or numbers, in its order, each once. Raises :class:`Misfit`."""
    if not key.strip():
        raise Misfit("no-answer", "The key is blank. Write the letters of the right options, such as A, C.")
    try:
        return read_places(key, len(options))
    except NotationError as error:
        raise Misfit("bad-key", f"The key: {error}") from None


Cell = Literal["choices", "ask", "form", "level", "worth", "seconds", "tolerance", "misses", "times"]
"""What stands in a cell that is a number or one of some words."""


def _bad(what: Cell) -> SnagCode:
    return cast(SnagCode, f"bad-{what}")


def word(text: str, what: Cell, words: Sequence[str]) -> Any:
    if text.casefold() not in words:
        raise Misfit(_bad(what), f"‘{text}’ can't stand under {what}. Write {' or '.join(words)}.")
    return text.casefold()


def whole(text: str, what: Cell, least: int, most: int) -> int:
    number = read_number(text)
    if number is None or number.denominator != 1 or not least <= number <= most:
        raise Misfit(_bad(what), f"The {what} ‘{text}’ is no whole number from {least} to {most}.")
    return int(number)


def number_within(text: str, what: Cell, least: float, most: float) -> float:
    number = read_number(text)
    if number is None or not least <= number <= most:
        raise Misfit(_bad(what), f"The {what} ‘{text}’ is no number from {least:g} to {most:,}.")
    return int(number) if number.denominator == 1 else float(number)


def exact(text: str, what: Cell) -> Fraction:
    number = read_number(text)
    if number is None or number < 0:
        raise Misfit(_bad(what), f"The {what} ‘{text}’ is no number from 0 up.")
    return number
