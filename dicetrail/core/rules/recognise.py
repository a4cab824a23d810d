"""Recognising a game: whether a text that is brought is a game's document, not a list of questions."""

from __future__ import annotations

import re

from .document import Document
from .yamltext import LARGEST, YamlMistake, YamlText

_TITLED = re.compile(r"^title\s*:", re.MULTILINE)
_TELLING = {name for name in Document.model_fields if name != "title"}


def is_game(text: str) -> bool:
    """Whether a text is YAML with a title at its top and at least one other part that only games have."""
    if len(text) > LARGEST or not _TITLED.search(text):
        return False
    try:
        data = YamlText(text).data
    except YamlMistake:
        return False
    return isinstance(data, dict) and "title" in data and not _TELLING.isdisjoint(data)
