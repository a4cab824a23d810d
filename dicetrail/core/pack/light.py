"""Light Markdown in texts: bold, italics and code, nothing else."""

from __future__ import annotations

import re
from collections.abc import Iterator

_LIGHT = re.compile(r"\*\*([^*]+)\*\*|\*([^*\s][^*]*)\*|`([^`]+)`")
_TAGS = ("strong", "em", "code")


def marked(text: str) -> Iterator[tuple[str, str]]:
    """The pieces of a text, each with the element of HTML that it is in: ``strong``, ``em``, ``code``, or
    "" for none."""
    end = 0
    for found in _LIGHT.finditer(text):
        yield "", text[end : found.start()]
        yield next((tag, inside) for tag, inside in zip(_TAGS, found.groups(), strict=True) if inside)
        end = found.end()
    yield "", text[end:]
