"""Tips on the writing of questions: what guides to item writing agree on, and what trips players up.

The guides are of one mind on these (T. Haladyna, S. Downing and M. Rodriguez, "A review of multiple-choice
item-writing guidelines for classroom assessment", Applied Measurement in Education 15, 2002; from memory):
keep the length of options about equal, keep them from overlapping, avoid "all of the above", word the
prompt positively and mark a *not*, vary the place of the right option.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterator, Sequence
from itertools import pairwise

from ..play.expressions import ExpressionError, compile_expression, compile_template
from ..play.letters import lines_on_a_phone
from ..play.question import LABELS, Question, picture, said
from ..play.recipes import Formula
from ..snag import Severity, Snag

MOST_PHRASE_LINES = 3
FEWEST_FOR_PLACES = 8
"""Choice questions a file needs before the places of its right answers say anything."""

_CATCH_ALL = re.compile(r"\b(all|none|both) of (the|these|them)\b|\b(all|none) above\b", re.IGNORECASE)
_NEGATIVE = re.compile(r"\b(not|never|except|least|isn't|aren't|doesn't|don't|can't|cannot)\b", re.IGNORECASE)
_RANGE = re.compile(r"\D*?(\d+(?:\.\d+)?)\s*(?:-|–|to)\s*(\d+(?:\.\d+)?)\D*")


def tips_for(questions: Sequence[Question], *, keyed: bool) -> list[Snag]:
    """Every tip on these questions, in their order; what concerns all of them comes last.

    ``keyed`` tells that the file names right options by a key, so that the place they stand in was chosen.
    """
    tips = []
    for question in questions:
        for code, message, severity in _tips(question):
            tips.append(Snag(code, severity, message, question.file, question.line))
    same_place = _same_place(questions) if keyed else None
    return [*tips, same_place] if same_place else tips


Tip = tuple[str, str, Severity]


def _tips(question: Question) -> Iterator[Tip]:
    if question.kind == "choice":
        yield from _on_options(question)
    if (
        question.kind in ("choice", "truth")
        and _NEGATIVE.search(question.prompt)
        and "**" not in question.prompt
    ):
        word = _NEGATIVE.search(question.prompt)
        yield (
            "tip-negative",
            f"The prompt turns on ‘{word[0] if word else ''}’, which is easily passed over. Ask for what is"
            " so, or write the word in bold: **not**.",
            "note",
        )
    if question.kind == "letters" and (lines := lines_on_a_phone(question.answers[0])) > MOST_PHRASE_LINES:
        yield (
            "tip-long-phrase",
            f"The phrase takes {lines} lines on a phone; more than {MOST_PHRASE_LINES} are hard to take in at"
            " a glance.",
            "note",
        )
    if question.image and not question.alt:
        yield (
            "tip-no-alt",
            "The picture has no alternative text. Say in a few words what is on it, without giving the answer"
            " away.",
            "note",
        )
    if isinstance(question.recipe, Formula):
        yield from _on_formula(question, question.recipe)


def _on_options(question: Question) -> Iterator[Tip]:
    options = question.options
    texts = [said(option) for option in options]
    lengths = sorted((len(text) for place, text in enumerate(texts) if place != question.right), reverse=True)
    right = len(texts[question.right])
    if right >= 12 and right >= 1.6 * lengths[0]:
        yield (
            "tip-longest",
            "The right option is clearly the longest, which gives it away. Shorten it, or lengthen another.",
            "note",
        )
    for place, text in enumerate(texts):
        label = text.strip().upper()
        named = LABELS.find(label) if len(label) == 1 else -1
        if label.isascii() and label.isdigit() and len(label) == 1:
            named = int(label) - 1
        if 0 <= named < len(options) and named != place:
            yield (
                "label-clash",
                f"The option ‘{text}’ at {LABELS[place]} reads like the place {LABELS[named]}: who types it"
                f" picks {LABELS[named]}. Write it otherwise.",
                "warn",
            )
            break
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
    if any((shown := picture(option)) and not shown[0] for option in options):
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


def _on_formula(question: Question, formula: Formula) -> Iterator[Tip]:
    """A formula whose prompt does not show a number that its answer needs."""
    try:
        shown = compile_template(question.prompt, exact=True).names
        needed = compile_expression(formula.answer, exact=True).names
    except ExpressionError:
        return
    for name in sorted(needed - shown - {"level"}):
        yield (
            "hidden-variable",
            f"The answer needs `{name}`, but the prompt never shows it. Write {{{name}}} into the prompt.",
            "warn",
        )


def _same_place(questions: Sequence[Question]) -> Snag | None:
    """A file whose right answers all stand in one place."""
    choices = [question for question in questions if question.kind == "choice" and len(question.options) > 2]
    places = Counter(question.right for question in choices)
    if len(choices) < FEWEST_FOR_PLACES or len(places) > 1:
        return None
    place = LABELS[choices[0].right]
    return Snag(
        "tip-same-place",
        "note",
        f"Every right answer stands at {place} in the file. That is no harm while the options are"
        " shuffled; do not play them in that order.",
        choices[0].file,
        choices[0].line,
    )
