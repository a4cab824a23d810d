"""Letters: a word or phrase that is uncovered letter by letter, or said whole."""

from __future__ import annotations

import unicodedata
from collections.abc import Collection, Iterable
from dataclasses import dataclass

PHONE = 350
"""Pixels a player's phone (390 wide) has for a phrase between the edges of the page."""
LETTER, BETWEEN, BLANK = 28, 6, 24
"""Pixels of a covered letter, between two letters, and of a blank between words, as the page draws them."""


@dataclass(frozen=True, slots=True)
class Covered:
    """A phrase as far as it is uncovered ("" for a covered character), and the letters guessed in vain."""

    pattern: list[str]
    vain: list[str]


def bare(mark: str) -> str:
    """A letter without case and accents, so that "e" uncovers "É"."""
    apart = unicodedata.normalize("NFKD", mark.casefold())
    return "".join(part for part in apart if not unicodedata.combining(part)) or mark


def hidden(mark: str) -> bool:
    """Whether a character is covered at first: letters and digits are, blanks and punctuation are not."""
    return unicodedata.category(mark)[0] in "LN"


def as_letter(text: str) -> str:
    """The letter or digit that an input is, without case and accents; "" where it is anything else."""
    text = unicodedata.normalize("NFC", text.strip())
    return bare(text) if len(text) == 1 and hidden(text) else ""


def board_of(phrases: Iterable[str], alphabet: str) -> tuple[str, ...]:
    """The letters and digits to guess with, without case and, but for "ß" and the like, as :func:`bare` has
    them: the alphabet's in its order, then those of the phrases that are not in it."""
    known = {bare(mark): mark for mark in reversed(alphabet)}
    others = {bare(mark): mark.lower() for phrase in phrases for mark in phrase if hidden(mark)}
    ordered = dict.fromkeys([*map(bare, alphabet), *sorted(others.keys() - known.keys())])
    return tuple(letter if len(letter) == 1 else {**others, **known}[letter] for letter in ordered)


def pattern(phrase: str, tried: Iterable[str]) -> list[str]:
    """The phrase's characters as they stand uncovered; "" for each that is still covered."""
    known = set(tried)
    return [mark if not hidden(mark) or bare(mark) in known else "" for mark in phrase]


def lines_on_a_phone(phrase: str) -> int:
    """How many lines a phrase takes where it wraps at its blanks, and a word that is too long within it."""
    most = (PHONE + BETWEEN) // (LETTER + BETWEEN)
    lines, used = 0, PHONE + 1
    for word in phrase.split():
        rest = len(word)
        while rest > most:
            lines, used, rest = lines + 1, PHONE + 1, rest - most
        wide = rest * (LETTER + BETWEEN) - BETWEEN
        if used + BLANK + wide > PHONE:
            lines, used = lines + 1, wide
        else:
            used += BLANK + wide
    return lines


def holds(phrase: str, letter: str) -> int:
    """How many characters of the phrase a letter uncovers."""
    return sum(hidden(mark) and bare(mark) == letter for mark in phrase)


def untried_wrong_letter(phrase: str, tried: Collection[str]) -> str:
    """The first letter of the alphabet that is neither in the phrase nor tried; "" where there is none."""
    for letter in "abcdefghijklmnopqrstuvwxyz0123456789":
        if letter not in tried and not holds(phrase, letter):
            return letter
    return ""
