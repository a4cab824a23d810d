"""Mending: what one press does about a snag, done for every line that has it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass

from ..snag import Snag
from .editing import Source


@dataclass(frozen=True, slots=True)
class Mendable:
    """A snag that several lines have and that is mended in all of them alike."""

    code: str
    said: str
    lines: int


def mendable(snags: Iterable[Snag]) -> list[Mendable]:
    """The snags that more than one line has and a press mends, the most frequent first."""
    counted = Counter((snag.code, snag.mend) for snag in snags if snag.mend)
    return [Mendable(code, said, lines) for (code, said), lines in counted.most_common() if lines > 1]


def mend_all(source: Source, code: str) -> Source:
    """The pack with every line of a snag mended as its press would; the pack itself where none is."""
    reading = source.read()
    spans = {entry.line: entry.span for entry in reading.entries}
    stretches: list[range | str] = []
    at = 1
    for snag in reading.all_snags:
        if snag.code != code or not snag.mend or snag.line < at:
            continue
        stretches.append(range(at, snag.line))
        stretches += [] if snag.mended is None else snag.mended.split("\n")
        at = snag.line + spans.get(snag.line, 1)
    return source.with_stretches([*stretches, range(at, len(reading.raw) + 1)]) if stretches else source
