"""Stretches: a text laid together from lines of another one that stay, and from new ones."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Callable, Iterator, Sequence

Stretch = range | str
"""Lines that stay, by their numbers (from 1) in the text before; or a line that is new."""


def lines_of(raw: Sequence[str], stretches: Sequence[Stretch]) -> list[str]:
    """The lines of the text that the stretches make of another's lines."""
    lines: list[str] = []
    for stretch in stretches:
        lines += [stretch] if isinstance(stretch, str) else raw[stretch.start - 1 : stretch.stop - 1]
    return lines


def laid(stretches: Sequence[Stretch]) -> Iterator[tuple[int, Stretch]]:
    """Each stretch with the number of the line at which it begins in the new text."""
    line = 1
    for stretch in stretches:
        yield line, stretch
        line += 1 if isinstance(stretch, str) else len(stretch)


def moves(stretches: Sequence[Stretch]) -> Callable[[int], int]:
    """What tells the new number of a line that stays, where those that stay do so in their order."""
    kept = [
        (stretch.start, line - stretch.start)
        for line, stretch in laid(stretches)
        if not isinstance(stretch, str)
    ]
    starts = [start for start, _ in kept]
    return lambda line: line + kept[max(0, bisect_right(starts, line) - 1)][1]


def gone(stretches: Sequence[Stretch], lines: int) -> list[int]:
    """The numbers of the lines, of so many, that stay in no stretch, where the others are in their order."""
    missing: list[int] = []
    at = 1
    for stretch in stretches:
        if not isinstance(stretch, str):
            missing += range(at, stretch.start)
            at = stretch.stop
    return [*missing, *range(at, lines + 1)]


def in_order(raw: Sequence[str], stretches: Sequence[Stretch]) -> list[Stretch]:
    """The same text, its lines that stay in their order: those that were moved are new ones.

    As many lines as can be stay: of the orders that leave stretches out, the heaviest.
    """
    best: list[tuple[int, list[int]]] = []
    for at, stretch in enumerate(stretches):
        if isinstance(stretch, str):
            best.append((0, []))
            continue
        before = (
            kept
            for earlier, kept in zip(stretches, best, strict=False)
            if not isinstance(earlier, str) and earlier.stop <= stretch.start
        )
        lines, places = max(before, default=(0, []), key=lambda kept: kept[0])
        best.append((lines + len(stretch), [*places, at]))
    stay = set(max(best, key=lambda kept: kept[0])[1])
    ordered: list[Stretch] = []
    for at, stretch in enumerate(stretches):
        if at in stay or isinstance(stretch, str):
            ordered.append(stretch)
        else:
            ordered += raw[stretch.start - 1 : stretch.stop - 1]
    return ordered
