"""What an item does with a response, as far as a question can say it: what it accepts, how near is near
enough, and what is said to which answer."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from fractions import Fraction

from ...play.language.numbers import read_number
from .tree import QtiNode, plain

_RIGHT = frozenset(("right", "correct"))
_WRONG = frozenset(("wrong", "incorrect"))
_SCORE = "score"


@dataclass(slots=True)
class Said:
    """What is said: after the question, after a right answer and a wrong one, and to single responses."""

    why: str = ""
    right: str = ""
    wrong: str = ""
    to: dict[str, str] = field(default_factory=dict)
    """By the identifier of a choice, or by what was typed."""


@dataclass(frozen=True, slots=True)
class _Step:
    """A branch of the processing: its condition (None where all others failed), and what it sets."""

    condition: QtiNode | None
    sets: dict[str, str]


def _steps(item: QtiNode) -> Iterator[_Step]:
    for branch in item.all("response-if", "response-else-if", "response-else"):
        condition = None if branch.name == "response-else" else next(iter(branch.children), None)
        sets = {
            one.get("identifier"): plain(value)
            for one in branch.children
            if one.name == "set-outcome-value" and (value := one.child("base-value"))
        }
        yield _Step(condition, sets)


def said_in(item: QtiNode) -> Said:
    """What an item says to answers."""
    texts = {one.get("identifier"): plain(one) for one in item.all("modal-feedback") if _shown(one)}
    outcomes = {one.get("outcome-identifier") for one in item.all("modal-feedback")}
    said, left = Said(), {}
    for identifier, text in texts.items():
        word = identifier.casefold()
        if word in _RIGHT:
            said.right = text
        elif word in _WRONG:
            said.wrong = text
        else:
            left[identifier] = text
    for step in _steps(item):
        for outcome in outcomes & step.sets.keys():
            identifier = step.sets[outcome]
            if identifier not in left:
                continue
            if step.condition is None:
                said.wrong = left.pop(identifier)
            elif step.condition.name != "not" and _is_right(step.condition):
                said.right = left.pop(identifier)
            elif values := [plain(value) for value in _with(step.condition, "base-value")]:
                said.to |= dict.fromkeys(values, left.pop(identifier))
    for choice in item.all("simple-choice", "hotspot-choice"):
        if text := left.pop(choice.get("identifier"), ""):
            said.to[choice.get("identifier")] = text
    said.why = " ".join(dict.fromkeys(filter(None, left.values())))
    return said


def accepted_in(item: QtiNode) -> list[str]:
    """The numbers that ``equal`` compares with where that sets a score."""
    return [
        plain(value)
        for step in _steps(item)
        if step.condition is not None and any(one.casefold() == _SCORE for one in step.sets)
        for equal in _with(step.condition, "equal")
        for value in equal.all("base-value")
    ]


def tolerance_in(item: QtiNode, right: str) -> Fraction:
    """How far a number may be from the right one."""
    found = Fraction(0)
    for equal in item.all("equal"):
        near = [abs(read_number(part) or Fraction(0)) for part in equal.get("tolerance").split()]
        if equal.get("tolerance-mode") == "relative":
            near = [part * abs(read_number(right) or Fraction(0)) / 100 for part in near]
        found = max([found, *near])
    return found


def worth_of(item: QtiNode) -> Fraction | None:
    """What a right answer is worth at most, None where that is not said."""
    for one in item.all("outcome-declaration"):
        if one.get("identifier") == "MAXSCORE" and (value := one.first("value")):
            return read_number(plain(value))
    score = next((one for one in item.all("outcome-declaration") if one.get("identifier") == "SCORE"), None)
    return read_number(score.get("normal-maximum")) if score else None


def _is_right(condition: QtiNode) -> bool:
    return any(_with(condition, "correct", "map-response", "map-response-point"))


def _with(node: QtiNode, *names: str) -> Iterator[QtiNode]:
    """The elements of these names, the element itself among them."""
    if node.name in names:
        yield node
    yield from node.all(*names)


def _shown(feedback: QtiNode) -> bool:
    return feedback.get("show-hide", "show") == "show"
