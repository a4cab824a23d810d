"""``choice``: options with one right one among them."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from itertools import pairwise

from ...play.questions.question import LABELS, Question, picture, said
from ..misfit import Misfit
from ..record import WrittenRecord
from ..row import CellRow
from ..samples import Sample, slipped
from .base import Key, Options, Tip, WrittenKind, answers_of

_CATCH_ALL = re.compile(r"\b(all|none|both) of (the|these|them)\b|\b(all|none) above\b", re.IGNORECASE)
_NEGATIVE = re.compile(r"\b(not|never|except|least|isn't|aren't|doesn't|don't|can't|cannot)\b", re.IGNORECASE)
_RANGE = re.compile(r"\D*?(\d+(?:\.\d+)?)\s*(?:-|–|to)\s*(\d+(?:\.\d+)?)\D*")


class WrittenChoice(WrittenKind):
    """Columns ``option`` with a ``key``, or ``answer`` with ``wrong`` ones."""

    name = "choice"

    def key(self, row: CellRow, found: Options) -> Key:
        """The right option, and all of them."""
        answers = answers_of(row, found)
        if len(found.texts) < 2:
            raise Misfit(
                "missing-field",
                "A choice needs at least one wrong option. Add one, or make this a typed question.",
            )
        return Key(tuple(answers), tuple(found.texts), found.rights)

    def record(self, question: Question) -> WrittenRecord:
        """The options and the letter of the right one."""
        return {"option": list(question.options), "key": LABELS[question.right]}

    def tips(self, question: Question) -> Iterator[Tip]:
        """On the options, and on a prompt that turns on a *not*."""
        yield from on_right_length(question)
        yield from on_labels(question)
        yield from on_options(question)
        yield from on_negative(question)

    def samples(self, question: Question) -> Iterator[Sample]:
        """The right option by all the ways there are to name it."""
        place = question.right
        label, text = LABELS[place], said(question.options[place])
        yield Sample(label, "the letter, as in the file")
        yield Sample(f" {label.lower()} ", "small letter, blanks around")
        yield Sample(f"{label})", "the letter with a bracket")
        yield Sample(str(place + 1), "the number of the place")
        yield Sample(text, "the text")
        yield Sample(text.swapcase(), "the text in the other case")
        yield Sample(slipped(text), "a slip of the fingers")
        yield Sample(LABELS[len(question.options) % len(LABELS)], "a letter past the last option")


def on_negative(question: Question) -> Iterator[Tip]:
    """A prompt that turns on a word which is easily passed over."""
    word = _NEGATIVE.search(question.prompt)
    if word and "**" not in question.prompt:
        yield (
            "tip-negative",
            f"The prompt turns on ‘{word[0]}’, which is easily passed over. Ask for what is"
            " so, or write the word in bold: **not**.",
            "note",
        )


def on_right_length(question: Question) -> Iterator[Tip]:
    """A right option that its length gives away."""
    texts = [said(option) for option in question.options]
    lengths = sorted((len(text) for place, text in enumerate(texts) if place != question.right), reverse=True)
    right = len(texts[question.right])
    if right >= 12 and right >= 1.6 * lengths[0]:
        yield (
            "tip-longest",
            "The right option is clearly the longest, which gives it away. Shorten it, or lengthen another.",
            "note",
        )


def on_labels(question: Question) -> Iterator[Tip]:
    """An option whose text reads like the label of another place."""
    texts = [said(option) for option in question.options]
    for place, text in enumerate(texts):
        label = text.strip().upper()
        named = LABELS.find(label) if len(label) == 1 else -1
        if label.isascii() and label.isdigit() and len(label) == 1:
            named = int(label) - 1
        if 0 <= named < len(texts) and named != place:
            yield (
                "label-clash",
                f"The option ‘{text}’ at {LABELS[place]} reads like the place {LABELS[named]}: who types it"
                f" picks {LABELS[named]}. Write it otherwise.",
                "warn",
            )
            break


def on_options(question: Question) -> Iterator[Tip]:
    """Options that catch all, overlap, or are pictures nothing is said of."""
    texts = [said(option) for option in question.options]
    if any(_CATCH_ALL.search(text) for text in texts):
        yield (
            "tip-catch-all",
            "An option says “all” or “none of the above”: it stands elsewhere once the options are shuffled,"
            " and it tests little. Name the things, or pin it to the last place.",
            "note",
        )
    if _overlap(texts):
        yield (
            "tip-overlap",
            "Two options overlap: a number lies in both ranges. Let each begin where the other has ended.",
            "note",
        )
    if any((shown := picture(option)) and not shown[0] for option in question.options):
        yield (
            "tip-no-alt",
            "An option is a picture without alternative text. Write some between the brackets.",
            "note",
        )


def _overlap(texts: Sequence[str]) -> bool:
    ranges = sorted(
        (float(match[1]), float(match[2])) for text in texts if (match := _RANGE.fullmatch(text.strip()))
    )
    return any(later[0] <= earlier[1] for earlier, later in pairwise(ranges))
