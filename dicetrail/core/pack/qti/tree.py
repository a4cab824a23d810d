"""QTI as a tree, its names made those of version 3.0 without their prefix: ``simpleChoice`` of 2.x and
``qti-simple-choice`` are both ``simple-choice``."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from types import MappingProxyType
from xml.etree.ElementTree import Element, ParseError

import defusedxml.ElementTree
from defusedxml.common import DefusedXmlException

from ...snag import Refused

LARGEST = 4 * 2**20
"""Bytes of one document."""
DEEPEST = 60
"""Elements inside of each other."""
_NAMES = (
    *(
        "assessment-item",
        "item-body",
        "response-declaration",
        "correct-response",
        "map-entry",
        "area-mapping",
    ),
    *("area-map-entry", "outcome-declaration", "modal-feedback", "feedback-inline", "rubric-block"),
    *("choice-interaction", "order-interaction", "match-interaction", "gap-match-interaction"),
    *("inline-choice-interaction", "text-entry-interaction", "extended-text-interaction"),
    *("slider-interaction", "hotspot-interaction", "select-point-interaction", "simple-choice"),
    *("simple-match-set", "simple-associable-choice", "inline-choice", "gap-text", "hotspot-choice"),
    *("response-identifier", "base-type", "map-key", "mapped-value", "lower-bound", "upper-bound"),
)
_RUN_TOGETHER = {name.replace("-", ""): name for name in _NAMES}
"""Names that some programs write without a trace of where their words part."""
_HUMP = re.compile(r"(?<=[a-z0-9])(?=[A-Z])")
_BLOCKS = frozenset(
    (
        "p",
        "div",
        "br",
        "li",
        "ul",
        "ol",
        "h1",
        "h2",
        "h3",
        "h4",
        "blockquote",
        "tr",
        "td",
        "th",
        "pre",
        "prompt",
    )
)
NOTHING: Mapping[str, str] = MappingProxyType({})
_LIGHT = {"strong": "**", "b": "**", "em": "*", "i": "*", "code": "`"}


@dataclass(slots=True, eq=False)
class QtiNode:
    """An element: its name, its attributes by names of version 3.0, and what is in it: elements and texts."""

    name: str
    attributes: dict[str, str] = field(default_factory=dict)
    parts: list[QtiNode | str] = field(default_factory=list)

    @property
    def children(self) -> list[QtiNode]:
        """The elements in it."""
        return [part for part in self.parts if isinstance(part, QtiNode)]

    def get(self, name: str, other: str = "") -> str:
        """An attribute."""
        return self.attributes.get(name, other)

    def all(self, *names: str) -> Iterator[QtiNode]:
        """Every element of these names in it, however deep, in their order."""
        for child in self.children:
            if child.name in names:
                yield child
            yield from child.all(*names)

    def first(self, *names: str) -> QtiNode | None:
        """The first of them."""
        return next(self.all(*names), None)

    def child(self, name: str) -> QtiNode | None:
        """An element that stands in it directly."""
        return next((child for child in self.children if child.name == name), None)


def tree_of(data: bytes, name: str) -> QtiNode:
    """The tree of an XML document. Raises Refused, also for what would fetch or define anything: a document
    type, an entity."""
    if len(data) > LARGEST:
        raise Refused(f"{name} has more than {LARGEST // 2**20} MB: no question needs that. Split it.")
    try:
        root = defusedxml.ElementTree.fromstring(data, forbid_dtd=True)
    except DefusedXmlException:
        raise Refused(
            f"{name} has a document type or entities of its own, which QTI needs none of. Nothing was read."
        ) from None
    except (ParseError, ValueError, LookupError) as error:
        raise Refused(f"{name} is no XML that can be read ({error}). Save it anew.") from None
    return _node(root, name, DEEPEST)


def plain(node: QtiNode, instead: Mapping[str, str] = NOTHING) -> str:
    """The text of an element in one line, with light Markdown. Elements of some names stand as a text
    ``instead``."""
    return re.sub(r"\s+", " ", "".join(_texts(node, instead))).strip()


def _texts(node: QtiNode, instead: Mapping[str, str]) -> Iterator[str]:
    for part in node.parts:
        if isinstance(part, str):
            yield part
            continue
        if part.name in instead:
            yield instead[part.name]
            continue
        inside = "".join(_texts(part, instead))
        mark = _LIGHT.get(part.name, "") if inside.strip() else ""
        blank = " " if part.name in _BLOCKS else ""
        yield f"{blank}{mark}{inside.strip() if mark else inside}{mark}{blank}"


def _node(element: Element, file: str, deeper: int) -> QtiNode:
    if not deeper:
        raise Refused(f"{file} has more than {DEEPEST} elements inside of each other. Nothing was read.")
    node = QtiNode(
        _plain_name(element.tag), {_plain_name(name): text for name, text in element.attrib.items()}
    )
    if element.text:
        node.parts.append(element.text)
    for child in element:
        if isinstance(child.tag, str):  # a comment has none
            node.parts.append(_node(child, file, deeper - 1))
        if child.tail:
            node.parts.append(child.tail)
    return node


def _plain_name(name: str) -> str:
    local = _HUMP.sub("-", name.rpartition("}")[2]).lower().removeprefix("qti-")
    return _RUN_TOGETHER.get(local, local)
