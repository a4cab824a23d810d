"""How a pack is read, as the database keeps it."""

from __future__ import annotations

import json
from dataclasses import asdict

from ...core.pack.settings import Settings


def write_settings(settings: Settings) -> str:
    """How a pack is read, as JSON."""
    return json.dumps(asdict(settings))


def read_settings(written: str) -> Settings:
    """How a pack is read, from JSON."""
    data = json.loads(written)
    if data.get("roles") is not None:
        data["roles"] = tuple(data["roles"])
    return Settings(**data)
