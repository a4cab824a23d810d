"""YAML: a list of records."""

from __future__ import annotations

import io
import re
from collections.abc import Iterator, Sequence

from ruamel.yaml import YAML

from ...snag import Refused
from ..record import WrittenRecord, named
from .base import Piece, Structured
from .line_counter import LineCounter
from .yaml_values import values_of

_ITEM = re.compile(r"^( *)-(?: |$)", re.MULTILINE)


class YamlList(Structured):
    """A mistake in one item costs none of the others; every value is read as the text that stands there."""

    name = "yaml"
    endings = ("yaml", "yml")
    says = "to be read and written"

    def fits(self, ending: str, text: str) -> bool:
        """By the ending."""
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
        out = io.StringIO()
        yaml = YAML(typ="safe", pure=True)
        yaml.default_flow_style = False
        yaml.allow_unicode = True
        yaml.width = 100_000
        yaml.sort_base_mapping_type_on_output = False  # type: ignore[assignment]
        yaml.dump([named(record)], out)
        return out.getvalue().rstrip("\n")

    def whole(self, records: Sequence[str]) -> str:
        """The items, one after the other."""
        return super().whole(records) or "[]\n"


def _filled(chunk: str) -> int:
    """The lines of a record's text without the blank and comment lines after it."""
    lines = chunk.split("\n")
    while len(lines) > 1 and (not lines[-1].strip() or lines[-1].startswith("#")):
        lines.pop()
    return len(lines)
