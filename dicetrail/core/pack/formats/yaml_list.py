"""YAML: a list of records."""

from __future__ import annotations

import io
import re
from collections.abc import Iterator, Mapping, Sequence
from typing import Any

from ruamel.yaml import YAML

from ...snag import Refused
from ..record import WrittenRecord, named
from .base import Piece, Structured
from .line_counter import LineCounter
from .yaml_values import values_of

REMARK = "#: "
"""Begins a line that tells of what another program's file held and a question can't."""
FIRST_LINE = "# Questions that were read from QTI. What was left out stands before each of them."
"""Begins a text that is YAML whatever its file is called."""
_WORDS = re.compile(r"(?:\d[\d.,]* )?[A-Za-z](?:[\w .,?!()/+%°–-]*[\w.?!)%])?")
_NUMBER = re.compile(r"[1-9][0-9]*(?:\.[0-9]+)?")
_NO_TEXT = frozenset(("true", "false", "null", "yes", "no", "on", "off", "y", "n"))
"""Words that would be read as something else by some."""
_LONGEST_PLAIN = 2000
_ITEM = re.compile(r"^( *)-(?: |$)", re.MULTILINE)


class YamlList(Structured):
    """A mistake in one item costs none of the others; every value is read as the text that stands there."""

    name = "yaml"
    endings = ("yaml", "yml")
    says = "to be read and written"

    def fits(self, ending: str, text: str) -> bool:
        """By the ending, or by its first line."""
        if text.startswith(FIRST_LINE):
            return True
        return ending in self.endings and text.lstrip()[:1] not in ("[", "{")

    def pieces(self, text: str) -> Iterator[Piece]:
        """The items of the outermost list."""
        first = _ITEM.search(text)
        if first is None:
            raise Refused(
                "There is no list of questions in this YAML. Begin each question with `- prompt: …`."
            )
        indent = len(first[1])
        item = re.compile(rf"^ {{{indent}}}-(?: |$)", re.MULTILINE)
        starts = [match.start() for match in item.finditer(text)]
        chunks = [text[start:end] for start, end in zip(starts, [*starts[1:], len(text)], strict=True)]
        lines = LineCounter(text)
        for start, chunk, (data, problem) in zip(starts, chunks, values_of(chunks), strict=True):
            begin = lines.number(start)
            yield Piece(begin, begin + _filled(chunk), data, problem)

    def record(self, record: WrittenRecord) -> str:
        """One item of a list."""
        data = named(record)
        return plainly(data) or in_full(data)

    def whole(self, records: Sequence[str]) -> str:
        """The items, one after the other."""
        return super().whole(records) or "[]\n"


def in_full(data: Mapping[str, Any]) -> str:
    """A record as an item, whatever is in it."""
    out = io.StringIO()
    yaml = YAML(typ="safe", pure=True)
    yaml.default_flow_style = False
    yaml.allow_unicode = True
    yaml.width = 100_000
    yaml.sort_base_mapping_type_on_output = False  # type: ignore[assignment]
    yaml.dump([data], out)
    return out.getvalue().rstrip("\n")


def plainly(data: Mapping[str, Any]) -> str:
    """The same where all in it are plain words and numbers, which takes a hundredth of the time; else ""."""
    lines: list[str] = []
    for name, value in data.items():
        parts = value if isinstance(value, list) else [value]
        said = [_plain(part) for part in (name, *parts)]
        if not parts or not all(said):
            return ""
        name, *texts = said
        lines += [f"{name}:", *(f"- {text}" for text in texts)] if value is parts else [f"{name}: {texts[0]}"]
    return "- " + "\n  ".join(lines) if lines else ""


def _plain(value: object) -> str:
    """A text that needs no quotes, or a number as a text that does; "" for any other."""
    if not isinstance(value, str) or len(value) > _LONGEST_PLAIN or value.casefold() in _NO_TEXT:
        return ""
    if _WORDS.fullmatch(value):
        return value
    return f"'{value}'" if _NUMBER.fullmatch(value) else ""


def _filled(chunk: str) -> int:
    """The lines of a record's text without the blank and comment lines after it."""
    lines = chunk.split("\n")
    while len(lines) > 1 and (not lines[-1].strip() or lines[-1].startswith("#")):
        lines.pop()
    return len(lines)
