"""Writing XML: elements, texts with their light Markdown, whole documents."""

from __future__ import annotations

import re
from collections.abc import Mapping
from xml.etree.ElementTree import Element, indent, tostring

from .light import marked

_NO_XML = re.compile("[^\t\n\r\x20-\ud7ff\ue000-\ufffd\U00010000-\U0010ffff]")
"""What may not stand in an XML document (W3C, XML 1.0, production 2)."""
Part = Element | str


def element(name: str, attributes: Mapping[str, object], *parts: Part) -> Element:
    """An element with what is in it."""
    made = Element(name, {key: _clean(str(value)) for key, value in attributes.items()})
    for part in parts:
        add(made, part)
    return made


def add(element: Element, part: Part) -> None:
    """Put an element or a text behind what is in an element already."""
    if not isinstance(part, str):
        element.append(part)
    elif len(element):
        element[-1].tail = (element[-1].tail or "") + _clean(part)
    else:
        element.text = (element.text or "") + _clean(part)


def words(text: str) -> list[Part]:
    """A text with light Markdown as parts of an element."""
    return [element(tag, {}, piece) if tag else piece for tag, piece in marked(text) if piece]


def document(root: Element, *, lines: bool = False) -> bytes:
    """A whole document; with ``lines`` each element stands in a line of its own, which where words stand
    would put blanks between them."""
    if lines:
        indent(root)
    whole: bytes = tostring(root, "utf-8", xml_declaration=True)
    return whole + b"\n"


def _clean(text: str) -> str:
    return _NO_XML.sub("", text)
