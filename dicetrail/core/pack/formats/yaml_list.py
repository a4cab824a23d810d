"""YAML: a list of records."""

from __future__ import annotations

import io
import re
from collections.abc import Iterator, Sequence
from functools import cache
from typing import Any

from ruamel.yaml import YAML
from ruamel.yaml.error import MarkedYAMLError, YAMLError

from ...snag import Refused
from ..record import WrittenRecord, named
from .base import Piece, Structured
from .line_counter import LineCounter

_ITEM = re.compile(r"^( *)-(?: |$)", re.MULTILINE)
_TOO_DEEP = re.compile(r"(?:[-?:][ \t]+){20}")


class YamlList(Structured):
    """A mistake in one item costs none of the others; every value is read as the text that stands there."""

    name = "yaml"
    endings = ("yaml", "yml")

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
        lines = LineCounter(text)
        for start, end in zip(starts, [*starts[1:], len(text)], strict=True):
            begin = lines.number(start)
            chunk = text[start:end]
            data, problem = _read_yaml(chunk)
            filled = len(_without_rest(chunk).split("\n"))
            yield Piece(begin, begin + filled, data, problem)

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


def _without_rest(chunk: str) -> str:
    """A record's text without the blank and comment lines after it."""
    lines = chunk.split("\n")
    while len(lines) > 1 and (not lines[-1].strip() or lines[-1].startswith("#")):
        lines.pop()
    return "\n".join(lines)


def _read_yaml(chunk: str) -> tuple[Any, str]:
    if chunk.count("[") + chunk.count("{") > 500 or _TOO_DEEP.search(chunk):
        return None, "This is nested too deeply."
    try:
        data = _yaml().load(io.StringIO(chunk))
    except MarkedYAMLError as error:
        mark = error.problem_mark
        where = f" (line {mark.line + 1} of it, character {mark.column + 1})" if mark else ""
        return None, f"This is not YAML: {error.problem or error.context or 'it can not be read'}{where}."
    except (YAMLError, RecursionError, ValueError) as error:
        said = str(error).split("\n", 1)[0] or type(error).__name__
        return None, f"This is not YAML: {said}."
    return (data[0], "") if isinstance(data, list) and len(data) == 1 else (data, "")


@cache
def _yaml() -> YAML:
    """Reads every value as the text that stands there."""
    return YAML(typ="base")
