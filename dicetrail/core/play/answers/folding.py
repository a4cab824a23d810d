"""Folding: a text with everything away that the switches of checking ignore, step by step, and how far two
words are apart."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Callable
from functools import lru_cache

from .switches import Checking, Switch


def shorten(text: str, most: int = 60) -> str:
    """``text`` cut to ``most`` characters for a step or a message."""
    return text if len(text) <= most else text[: most - 1] + "…"


def visible(text: str) -> bool:
    """Whether any character is more than a blank, a control or an invisible mark."""
    return any(unicodedata.category(mark)[0] not in "ZC" for mark in text)


def fold(text: str, rules: Checking) -> str:
    """``text`` with everything away that the rules ignore."""
    for _, change in _folds(rules):
        text = change(text, rules) or text
    return text


def fold_steps(text: str, rules: Checking) -> tuple[list[str], str]:
    """The steps that changed ``text`` and what is left of it."""
    steps = []
    for step, change in _folds(rules):
        changed = change(text, rules)
        if changed != text and changed:
            steps.append(f"{step}: ‘{shorten(changed)}’")
            text = changed
    return steps, text


_UNSEEN = "\u200b\u2060\ufeff\u061c\u200e\u200f\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069"
"""Blanks without width, and the marks of direction (Unicode 15, UAX #9, table 4)."""
_GONE = dict.fromkeys(map(ord, _UNSEEN))
_BLANK = rf"[\s{_UNSEEN}]"
_APART = re.compile(rf"^({_BLANK}*)(.*?)({_BLANK}*)$", re.DOTALL)
_APOSTROPHES = "'\u2019\u2018\u02bc\u02bb\u02bd\u02b9\u07f4\u07f5\u055a\uff07\u2032`\u00b4"
"""Every mark that stands for an apostrophe, also those that Unicode counts as letters or symbols."""


def without_unseen(text: str) -> str:
    """``text`` without blanks of no width and marks of direction."""
    return text.translate(_GONE)


def _without_outer(text: str, _rules: Checking) -> str:
    match = _APART.match(text)
    return match[2] if match else text


def _single_blanks(text: str, _rules: Checking) -> str:
    """Every run of blanks between two words as one plain blank; what can't be seen between them goes."""
    match = _APART.match(text)
    before, bare, after = match.groups() if match else ("", text, "")
    return f"{before}{' '.join(without_unseen(bare).split())}{after}"


def _without_case(text: str, rules: Checking) -> str:
    """Canonical caseless matching (Unicode 15, section 3.13, D145), compatible with it (D146)."""
    folded = unicodedata.normalize("NFD", text).casefold()
    if rules.ignores("compatibility"):
        folded = unicodedata.normalize("NFKC", unicodedata.normalize("NFKD", folded).casefold())
    return unicodedata.normalize("NFC", folded)


def without_accents(text: str) -> str:
    """``text`` with every combining mark away."""
    apart = unicodedata.normalize("NFD", text)
    return unicodedata.normalize("NFC", "".join(mark for mark in apart if not unicodedata.combining(mark)))


def _without_punctuation(text: str, _rules: Checking) -> str:
    """Dashes and strokes part words like a blank does; every other mark of punctuation goes, and every
    apostrophe."""
    kept = []
    for mark in text:
        category = unicodedata.category(mark)
        if category == "Pd" or mark in "/_":
            kept.append(" ")
        elif category[0] != "P" and mark not in _APOSTROPHES:
            kept.append(mark)
    return " ".join("".join(kept).split())


def _without_elided(text: str, rules: Checking) -> str:
    """Without a leading word that ends in an apostrophe (l'arbre), whichever apostrophe was typed."""
    words = "|".join(re.escape(word[:-1]) for word in rules.articles if word[-1:] in {*_APOSTROPHES})
    start = rf"^([\W_]*)(?:{words})[{_APOSTROPHES}]\s*(?=\w)"
    return re.sub(start, r"\1", text, flags=re.IGNORECASE) if words else text


def _without_article(text: str, rules: Checking) -> str:
    words = "|".join(re.escape(word) for word in rules.articles if word[-1:] not in {*_APOSTROPHES})
    return re.sub(rf"^\s*(?:{words})\s+", "", text, flags=re.IGNORECASE) if words else text


_FOLDS: tuple[tuple[Switch | None, str, Callable[[str, Checking], str]], ...] = (
    (None, "in composed form", lambda text, _: unicodedata.normalize("NFC", text)),
    ("compatibility", "in compatible forms", lambda text, _: unicodedata.normalize("NFKC", text)),
    ("outer_blanks", "without outer blanks", _without_outer),
    ("inner_blanks", "with single inner blanks", _single_blanks),
    ("case", "without case", _without_case),
    ("accents", "without accents", lambda text, _: without_accents(text)),
    ("articles", "without the leading word", _without_elided),
    ("punctuation", "without punctuation", _without_punctuation),
    ("articles", "without the leading word", _without_article),
)
"""What is done to a text in this order, by the switch that has to be on for it (None: always)."""


@lru_cache(maxsize=100)
def _folds(rules: Checking) -> tuple[tuple[str, Callable[[str, Checking], str]], ...]:
    """What the rules have done to a text, each with what is said of it."""
    return tuple((step, change) for switch, step, change in _FOLDS if switch is None or rules.ignores(switch))


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
