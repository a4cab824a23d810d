"""A pack's text cut into blocks, one for each of its records, to be kept, moved, rewritten and added."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from .formats import STRUCTURED
from .formats.base import Structured
from .reading import Reading
from .stretches import Stretch


class _New(NamedTuple):
    """A record that was written: instead of the block of a place, or (-1) beside the others."""

    record: str
    instead_of: int = -1


class Blocks:
    """The blocks of a reading, by the places of its entries."""

    def __init__(self, reading: Reading) -> None:
        self._reading = reading
        self._order: list[int | _New] = list(range(len(reading.entries)))

    def __len__(self) -> int:
        return len(self._order)

    def keep(self, places: Sequence[int]) -> None:
        """Keep the blocks of these places, in this order."""
        self._order = [self._order[place] for place in places]

    def put(self, place: int, record: str, *, adds: bool) -> None:
        """Put a record at a place: before the block there, or instead of it."""
        if adds:
            self._order.insert(place, _New(record))
        else:
            old = self._order[place]
            self._order[place] = _New(record, old if isinstance(old, int) else old.instead_of)

    def stretches(self) -> list[Stretch]:
        """The whole text again."""
        layout = STRUCTURED.get(self._reading.format)
        if layout is not None and layout.enclosed:
            return [self._whole(layout).removesuffix("\n")]
        return self._laid()

    def _whole(self, layout: Structured) -> str:
        """The text of records that something holds together."""
        raw = self._reading.raw
        records = []
        for piece in layout.pieces("\n".join(raw)):
            written = "\n".join(raw[piece.begin : piece.end])
            records.append(piece.source or written.rstrip().rstrip(","))
        return layout.whole(
            [block.record if isinstance(block, _New) else records[block] for block in self._order]
        )

    def _laid(self) -> list[Stretch]:
        """A record with the lines that follow it and are none of another's; then the next one."""
        entries = self._reading.entries
        starts = [*(entry.line for entry in entries), len(self._reading.raw) + 1]
        laid: list[Stretch] = []
        begin, end = 1, starts[0]
        for block in self._order:
            if isinstance(block, int) and starts[block] == end:
                end = starts[block + 1]
                continue
            laid.append(range(begin, end))
            if isinstance(block, int):
                begin, end = starts[block], starts[block + 1]
                continue
            laid.append(block.record)
            begin = end
            if block.instead_of >= 0:
                old = entries[block.instead_of]
                begin, end = old.line + old.span, starts[block.instead_of + 1]
        return [stretch for stretch in [*laid, range(begin, end)] if stretch or isinstance(stretch, str)]
