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

from ..play.kinds import kind_of
from ..play.questions.question import LABELS, Question
from ..snag import Snag
from .kinds import written_as
from .kinds.base import Tip
from .own_letters import has_own_letters

_COPY = re.compile(r" \(copy(?: \d+)?\)$")
FEWEST_FOR_PLACES = 8
"""Choice questions a file needs before the places of its right answers say anything."""


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


def _tips(question: Question) -> Iterator[Tip]:
    yield from written_as(question).tips(question)
    if has_own_letters(question):
        yield (
            "own-letters",
            "The options begin with letters of their own, which stay with them when they are shuffled: A may"
            " then be called C. Remove the letters; the page writes its own.",
            "warn",
        )
    if _COPY.search(question.prompt.rstrip()):
        yield (
            "copy",
            "This is still the copy of another question. Say what is asked instead, or remove it.",
            "warn",
        )
    if question.image and not question.alt:
        yield (
            "tip-no-alt",
            "The picture has no alternative text. Say in a few words what is on it, without giving the answer"
            " away.",
            "note",
        )


def _same_place(questions: Sequence[Question]) -> Snag | None:
    """A file whose right answers all stand in one place."""
    choices = [
        question
        for question in questions
        if len(question.options) > 2 and question.right >= 0 and kind_of(question).moved
    ]
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
