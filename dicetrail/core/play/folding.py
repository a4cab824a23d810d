"""Folding: a text with everything away that the switches of checking ignore, step by step, and how far two
words are apart."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Callable

from .switches import Checking, Switch


def shorten(text: str, most: int = 60) -> str:
    """``text`` cut to ``most`` characters for a step or a message."""
    return text if len(text) <= most else text[: most - 1] + "…"


def visible(text: str) -> bool:
    """Whether any character is more than a blank, a control or an invisible mark."""
    return any(unicodedata.category(mark)[0] not in "ZC" for mark in text)


def fold(text: str, rules: Checking) -> str:
    """``text`` with everything away that the rules ignore."""
    return fold_steps(text, rules)[1]


def fold_steps(text: str, rules: Checking) -> tuple[list[str], str]:
    """The steps that changed ``text`` and what is left of it."""
    steps = []
    for switch, step, change in _FOLDS:
        if rules.ignores(switch):
            changed = change(text, rules)
            if changed != text and changed:
                steps.append(f"{step}: ‘{shorten(changed)}’")
                text = changed
    return steps, text


def _single_blanks(text: str, _rules: Checking) -> str:
    """Every run of blanks between two words as one plain blank."""
    bare = text.strip()
    return text.replace(bare, " ".join(bare.split()), 1)


def without_accents(text: str) -> str:
    """``text`` with every combining mark away."""
    apart = unicodedata.normalize("NFD", text)
    return unicodedata.normalize("NFC", "".join(mark for mark in apart if not unicodedata.combining(mark)))


def _without_punctuation(text: str, _rules: Checking) -> str:
    """Dashes and strokes part words like a blank does; every other mark of punctuation goes."""
    kept = []
    for mark in text:
        category = unicodedata.category(mark)
        if category == "Pd" or mark in "/_":
            kept.append(" ")
        elif category[0] != "P":
            kept.append(mark)
    return " ".join("".join(kept).split())


def _without_article(text: str, rules: Checking) -> str:
    words = "|".join(re.escape(word) for word in rules.articles)
    return re.sub(rf"^\s*(?:{words})\s+", "", text, flags=re.IGNORECASE) if words else text


_FOLDS: tuple[tuple[Switch, str, Callable[[str, Checking], str]], ...] = (
    ("compatibility", "in compatible forms", lambda text, _: unicodedata.normalize("NFKC", text)),
    ("outer_blanks", "without outer blanks", lambda text, _: text.strip()),
    ("inner_blanks", "with single inner blanks", _single_blanks),
    ("case", "without case", lambda text, _: text.casefold()),
    ("accents", "without accents", lambda text, _: without_accents(text)),
    ("punctuation", "without punctuation", _without_punctuation),
    ("articles", "without the leading word", _without_article),
)


def edits(a: str, b: str, most: int) -> int:
    """The Damerau–Levenshtein distance of two words, or ``most + 1`` where it is larger.

    Insertions, deletions, substitutions and swaps of neighbours count one each (the unrestricted distance:
    R. Lowrance and R. Wagner, "An extension of the string-to-string correction problem", JACM 22, 1975).
    """
    if abs(len(a) - len(b)) > most:
        return most + 1
    unreachable = len(a) + len(b)
    rows = [[unreachable] * (len(b) + 2), [unreachable, *range(len(b) + 1)]]
    last_row: dict[str, int] = {}
    for i, mark in enumerate(a, 1):
        row = [unreachable, i]
        last_match = 0
        for j, other in enumerate(b, 1):
            swap_row, swap_column = last_row.get(other, 0), last_match
            cost = 0 if mark == other else 1
            if not cost:
                last_match = j
            row.append(
                min(
                    rows[i][j] + cost,
                    row[j] + 1,
                    rows[i][j + 1] + 1,
                    rows[swap_row][swap_column] + (i - swap_row - 1) + 1 + (j - swap_column - 1),
                )
            )
        rows.append(row)
        last_row[mark] = i
    distance: int = rows[-1][-1]
    return min(distance, most + 1)
