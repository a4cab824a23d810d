"""Checking: what is typed, compared with what is right, step by step.

Every verdict carries the steps that led to it, so that a maker can be shown why an answer counts.
"""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Callable, Collection, Sequence
from typing import Literal, NamedTuple

from .letters import as_letter, holds, pattern
from .numbers import read_number, show_number
from .question import LABELS, TRUTH_OPTIONS, Question, said
from .switches import Checking, Switch

VerdictName = Literal["right", "close", "wrong", "unreadable"]

LONGEST_ANSWER = 1000
"""Characters of an input that are looked at; a longer one is unreadable."""

TRUE_WORDS = ("true", "t", "yes", "y")
FALSE_WORDS = ("false", "f", "no", "n")


class Verdict(NamedTuple):
    """What checking says of an input, the steps that led there, and the option it meant (-1 where none).

    ``letter`` is the letter that was guessed at a covered phrase; ``partial`` tells that it is in the phrase
    and leaves other letters covered.
    """

    name: VerdictName
    steps: tuple[str, ...]
    picked: int = -1
    letter: str = ""
    partial: bool = False


def check(
    question: Question,
    options: Sequence[str],
    right: int,
    text: str,
    rules: Checking,
    tried: Collection[str] = (),
) -> Verdict:
    """Check one input.

    ``options`` are the options in the places where the player sees them, and ``right`` is the place of the
    right one (from 0); both are ignored for kinds that are typed in. ``rules`` are the game's; the question's
    own go before them. ``tried`` are the letters that were guessed already.
    """
    rules = question.checking or rules
    given = f"given ‘{shorten(text)}’"
    if len(text) > LONGEST_ANSWER:
        return Verdict("unreadable", (given, f"longer than {LONGEST_ANSWER} characters"))
    if not _visible(text):
        return Verdict("unreadable", (given, "nothing was typed"))
    if question.kind in ("choice", "sort"):
        return _check_choice(options, right, text, rules, given)
    if question.kind == "truth":
        return _check_truth(right, text, given)
    if question.kind == "number":
        return _check_number(question, text, given)
    if question.kind == "letters":
        return _check_letters(question.answers, text, rules, given, tried)
    return _check_typed(question.answers, text, rules, given)


def shorten(text: str, most: int = 60) -> str:
    """``text`` cut to ``most`` characters for a step or a message."""
    return text if len(text) <= most else text[: most - 1] + "…"


def _visible(text: str) -> bool:
    """Whether any character is more than a blank, a control or an invisible mark."""
    return any(unicodedata.category(mark)[0] not in "ZC" for mark in text)


def _check_choice(options: Sequence[str], right: int, text: str, rules: Checking, given: str) -> Verdict:
    def verdict(place: int, how: str) -> Verdict:
        name: VerdictName = "right" if place == right else "wrong"
        return Verdict(name, (given, how, f"{LABELS[place]} is {name}"), place)

    label = text.strip().rstrip(".)").upper()
    if len(label) == 1 and label in LABELS[: len(options)]:
        return verdict(LABELS.index(label), f"the letter of option {label}")
    if label.isascii() and label.isdigit() and len(label) == 1 and 1 <= int(label) <= len(options):
        return verdict(int(label) - 1, f"place {label} is option {LABELS[int(label) - 1]}")
    steps, folded = fold_steps(text, rules)
    for place, option in enumerate(options):
        if fold(said(option), rules) == folded:
            found = verdict(place, f"the text of option {LABELS[place]}")
            return Verdict(found.name, (given, *steps, *found.steps[1:]), place)
    return Verdict(
        "unreadable",
        (given, *steps, f"no option is called that; there are {LABELS[0]} to {LABELS[len(options) - 1]}"),
    )


def _check_truth(right: int, text: str, given: str) -> Verdict:
    word = text.strip().casefold()
    for place, words in enumerate((TRUE_WORDS, FALSE_WORDS)):
        if word in words or word in (LABELS[place].casefold(), str(place + 1)):
            name: VerdictName = "right" if place == right else "wrong"
            return Verdict(name, (given, f"means {TRUTH_OPTIONS[place].lower()}", f"that is {name}"), place)
    return Verdict("unreadable", (given, "neither true nor false"))


def _check_number(question: Question, text: str, given: str) -> Verdict:
    number = read_number(text, question.unit)
    if number is None:
        return Verdict("unreadable", (given, "not a number"))
    steps = [given, f"read as {show_number(number)}"]
    for answer in question.answers:
        wanted = read_number(answer, question.unit)
        if wanted is None:
            continue
        if number == wanted:
            return Verdict("right", (*steps, f"equals {answer}"))
        if abs(number - wanted) <= question.tolerance:
            return Verdict("right", (*steps, f"within {show_number(question.tolerance)} of {answer}"))
    return Verdict("wrong", (*steps, "equals no accepted number"))


def _check_letters(
    answers: Sequence[str], text: str, rules: Checking, given: str, tried: Collection[str]
) -> Verdict:
    """A single letter is a guess; anything longer is the whole phrase."""
    letter = as_letter(text)
    if not letter or fold(text, rules) in (fold(answer, rules) for answer in answers):
        return _check_typed(answers, text, rules, given)
    if letter in tried:
        return Verdict("unreadable", (given, f"the letter {letter} was guessed before"))
    found = holds(answers[0], letter)
    if not found:
        return Verdict("wrong", (given, f"the letter {letter} is not in it"), letter=letter)
    covered = pattern(answers[0], [*tried, letter]).count("")
    uncovers = f"the letter {letter} stands {'once' if found == 1 else f'{found} times'} in it"
    return Verdict("right", (given, uncovers, f"{covered} left"), letter=letter, partial=covered > 0)


def _check_typed(answers: Sequence[str], text: str, rules: Checking, given: str) -> Verdict:
    steps, folded = fold_steps(text, rules)
    wanted = [fold(answer, rules) for answer in answers]
    if folded in wanted:
        return Verdict("right", (given, *steps, f"equals accepted answer {wanted.index(folded) + 1}"))
    allowed = [rules.edits_allowed(len(answer)) for answer in wanted]
    over, nearest, place = min(
        (away - most, away, n)
        for n, (answer, most) in enumerate(zip(wanted, allowed, strict=True))
        for away in (edits(folded, answer, most + 1),)
    )
    slips = (
        f"{nearest} edit{'s' if nearest != 1 else ''} from accepted answer {place + 1}",
        f"{allowed[place]} allowed",
    )
    if over <= 0:
        return Verdict("right", (given, *steps, *slips))
    if over == 1 and len(wanted[place]) > nearest:
        return Verdict("close", (given, *steps, *slips))
    bare = without_accents(folded)
    for number, answer in enumerate(wanted, 1):
        if bare == without_accents(answer):
            return Verdict("close", (given, *steps, f"but for accents equals accepted answer {number}"))
    return Verdict("wrong", (given, *steps, "equals no accepted answer"))


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
