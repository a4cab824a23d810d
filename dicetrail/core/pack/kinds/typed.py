"""``typed``: words to be typed in."""

from __future__ import annotations

from .base import WrittenKind


class WrittenTyped(WrittenKind):
    """Columns ``answer`` and ``accepted``; what stands in one cell is parted by ``|``."""

    name = "typed"
