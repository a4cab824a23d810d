"""``typed``: the player types words."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from ..answers.folding import edits, fold, fold_steps, without_accents
from ..answers.switches import Checking
from ..answers.verdict import Verdict
from ..questions.card import Card
from ..questions.question import Question
from .base import Kind


class Typed(Kind):
    """Any of the accepted answers is right."""

    name = "typed"

    def letters_to_show(self, question: Question) -> int:
        """Each character but the last one; blanks come with the one before them."""
        shown = often = 0
        while more := self.next_letter(question, (), shown):
            shown, often = shown + len(more), often + 1
        return often

    def next_letter(self, question: Question, tried: Sequence[str], shown: int) -> str:
        """The next character of the answer that is shown, and the blank behind it."""
        answer = question.answers[0]
        rest = answer[shown:]
        more = rest[: 2 if rest[1:2].isspace() else 1]
        return more if len(rest) > len(more) else ""

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """By the accepted answers."""
        return check_words(card.question.answers, text, rules)


def check_words(answers: Sequence[str], text: str, rules: Checking) -> Verdict:
    """A text held against accepted answers: ``close`` one edit past the tolerance, or but for accents."""
    steps, folded = fold_steps(text, rules)
    wanted = [fold(answer, rules) for answer in answers]
    if folded in wanted:
        return Verdict("right", (*steps, f"equals accepted answer {wanted.index(folded) + 1}"))
    allowed = [rules.edits_allowed(len(answer)) for answer in wanted]
    found = [
        (away - most, away, n)
        for n, (answer, most) in enumerate(zip(wanted, allowed, strict=True))
        for away in (edits(folded, answer, most + 1),)
    ]
    over, nearest, place = min(found)
    if over == 1:  # of answers as near, one that is longer than what would have to be changed
        near = [one for one in found if one[0] == over and one[1] < len(wanted[one[2]])]
        _, nearest, place = min(near, default=(over, nearest, place))
    slips = (
        f"{nearest} edit{'s' if nearest != 1 else ''} from accepted answer {place + 1}",
        f"{allowed[place]} allowed",
    )
    if over <= 0:
        return Verdict("right", (*steps, *slips))
    if over == 1 and len(wanted[place]) > nearest:
        return Verdict("close", (*steps, *slips))
    bare = without_accents(folded)
    for number, answer in enumerate(wanted, 1):
        if bare == without_accents(answer):
            return Verdict("close", (*steps, f"but for accents equals accepted answer {number}"))
    return Verdict("wrong", (*steps, "equals no accepted answer"))
