"""Packs in a bundle: what one holds, and what the bundle tells of how it is read."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict
from typing import Any

from .formats import SHEETS, contents_of
from .formats.base import Contents
from .settings import Settings, settings_from


def bundled(name: str, data: bytes, told: Mapping[str, Any]) -> tuple[Contents, Settings]:
    """What a pack of a bundle holds, and how it is to be read. Raises Refused."""
    settings, sheet = settings_from(told.get("settings") or {}), told.get("sheet")
    if sheet in SHEETS:
        return Contents(data.decode("utf-8", "replace"), str(sheet)), settings
    return contents_of(name, data), settings


def told_of(encoding: str, settings: Settings) -> dict[str, Any]:
    """What a bundle has to tell of how a pack is read: nothing where that is left to the guess."""
    told: dict[str, Any] = {} if settings == Settings() else {"settings": asdict(settings)}
    return told | ({"sheet": encoding} if encoding in SHEETS else {})
