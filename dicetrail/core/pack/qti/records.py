"""An item as the record of a question."""

from __future__ import annotations

from typing import NamedTuple

from ...snag import Refused
from ..record import WrittenRecord
from .interactions import READERS
from .item import Find, Item, NoQuestion
from .tree import QtiNode

_INLINE = frozenset(("text-entry-interaction", "inline-choice-interaction"))
"""Interactions of which one question may have several: they are its gaps."""


class Read(NamedTuple):
    """What became of an item: a record, or None; and what was left out, a sentence each."""

    record: WrittenRecord | None
    left_out: tuple[str, ...] = ()


def record_of(node: QtiNode, find: Find) -> Read:
    """The question that an item holds. Raises Refused where it is no item."""
    if node.name != "assessment-item":
        raise Refused(f"It is no question: it begins with `{node.name}`, and should with `assessmentItem`.")
    name = node.get("identifier") or node.get("title") or "?"
    try:
        item = Item(node, find)
        record = _particular(item)
    except NoQuestion as why:
        return Read(None, (f"The question {name} was not read: {why}.",))
    common = item.common()
    first: WrittenRecord = {"id": common["id"]} if "id" in common else {}
    full: WrittenRecord = {role: value for role, value in (first | record | common).items() if value}
    return Read(full, tuple(f"Of the question {name} was left out {what}." for what in item.left_out))


def _particular(item: Item) -> WrittenRecord:
    """What the interaction of an item says. Raises NoQuestion."""
    asked = _interactions(item.body)
    found = [one for one in asked if one.name in READERS]
    others = [one.name for one in asked if one.name not in READERS]
    if not found:
        asks = f"there is no kind of question for its `{others[0]}`" if others else "it asks for nothing"
        raise NoQuestion(asks)
    first = found[0]
    further = [one.name for one in found[1:] if one.name != first.name or one.name not in _INLINE] + others
    if further:
        names = ", ".join([first.name, *further])
        raise NoQuestion(f"it asks for {len(further) + 1} things ({names}): write a question for each")
    return READERS[first.name](item, first)


def _interactions(node: QtiNode) -> list[QtiNode]:
    found = []
    for child in node.children:
        if child.name.endswith("-interaction"):
            found.append(child)
        found += _interactions(child)
    return found
