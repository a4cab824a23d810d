"""A compiled game as take-aways carry it: JSON, zlib-compressed (RFC 1950), so that no key lies in plain
sight. Whoever opens the file up can find them all the same."""

from __future__ import annotations

import json
import zlib

from ...core.play.rulebook.as_json import from_json, to_json
from ...core.play.rulebook.game import Game


def to_bytes(game: Game) -> bytes:
    """A game to be carried."""
    text = json.dumps(to_json(game), ensure_ascii=False, sort_keys=True, separators=(",", ":"))
    return zlib.compress(text.encode(), 9)


def from_bytes(data: bytes) -> Game:
    """A game that was carried."""
    return from_json(json.loads(zlib.decompress(data)))
