"""What the manifest says of an item: its topic and its level, as metadata of learning objects (IEEE
1484.12.1): a keyword, and the difficulty."""

from __future__ import annotations

from xml.etree.ElementTree import Element

from ..record import WrittenRecord
from ..xml import element
from .tree import QtiNode, plain

DIFFICULTIES = ("very easy", "easy", "medium", "difficult", "very difficult")
"""The vocabulary LOMv1.0 for 5.8 Difficulty: levels 1 to 5."""
LOM = "http://ltsc.ieee.org/xsd/LOM"


def described_in(resource: QtiNode) -> WrittenRecord:
    """The topic and the level of a resource, as far as they are said."""
    record: WrittenRecord = {}
    if (keyword := resource.first("keyword")) and plain(keyword):
        record["topic"] = plain(keyword)
    if difficulty := resource.first("difficulty"):
        said = plain(difficulty.child("value") or difficulty).casefold()
        if said in DIFFICULTIES[1:]:
            record["level"] = str(DIFFICULTIES.index(said) + 1)
    return record


def described(topic: str, level: int) -> Element:
    """The same as metadata of a resource."""
    lom = element("lom", {"xmlns": LOM})
    if topic:
        lom.append(element("general", {}, element("keyword", {}, element("string", {}, topic))))
    said = DIFFICULTIES[level - 1]
    difficulty = element("difficulty", {}, element("source", {}, "LOMv1.0"), element("value", {}, said))
    lom.append(element("educational", {}, difficulty))
    return element("metadata", {}, lom)
