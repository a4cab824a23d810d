"""Bundles: a whole game in one zip file.

``game.yaml`` is its document; the packs lie under the names that it calls them (``packs/…``), the pictures
and sounds under ``media/`` and the names that questions and document call them. ``reading.json`` says of a
pack how it is read, where that was not left to the guess: ``{name: {"settings": …, "sheet": …}}``, the latter
where it came from a spreadsheet. The same game gives the same bytes.
"""

from __future__ import annotations

import json
from dataclasses import dataclass, field
from typing import Any

from ..archive import archive, holds, stays_inside, unpacked
from ..snag import Refused
from .yamltext import LARGEST

DOCUMENT, READING, MEDIA = "game.yaml", "reading.json", "media/"
LARGEST_BUNDLE = 64 * 2**20
"""Bytes a bundle may have."""


@dataclass(frozen=True, slots=True)
class Bundle:
    """A game with all that it needs. ``packs`` has the tables too that questions are made from; ``reading``
    what the maker said of how packs are read, by their names, as JSON data."""

    text: str
    packs: dict[str, bytes]
    media: dict[str, bytes]
    reading: dict[str, dict[str, Any]] = field(default_factory=dict)


def is_bundle(data: bytes) -> bool:
    """Whether a file is a zip that holds a game: a spreadsheet is a zip too."""
    return holds(data, DOCUMENT)


def write_bundle(bundle: Bundle) -> bytes:
    """A bundle as a file. Raises Refused where a pack's name leads out of it."""
    files = {DOCUMENT: bundle.text.encode()}
    if bundle.reading:
        told = json.dumps(bundle.reading, ensure_ascii=False, indent=2, sort_keys=True) + "\n"
        files[READING] = told.encode()
    for name, data in sorted(bundle.packs.items()):
        if not stays_inside(name) or name in (DOCUMENT, READING) or name.startswith(MEDIA):
            raise Refused(f"The pack {name} can't be put into a bundle. Keep it in a folder beside the game.")
        files[name] = data
    for name, data in sorted(bundle.media.items()):
        files[MEDIA + name] = data
    return archive(files)


def read_bundle(data: bytes, file: str) -> Bundle:
    """What is in a bundle. Raises Refused, with what is wrong in it."""
    if len(data) > LARGEST_BUNDLE:
        raise Refused(f"{file} is larger than {LARGEST_BUNDLE // 2**20} MB: too large for a bundle.")
    files = unpacked(data, file, "bundle")
    if DOCUMENT not in files:
        raise Refused(f"{file} is no bundle: there is no {DOCUMENT} in it.")
    try:
        text = files.pop(DOCUMENT).decode("utf-8-sig")
    except UnicodeDecodeError:
        raise Refused(f"{DOCUMENT} in {file} is not text in UTF-8.") from None
    if len(text) > LARGEST:
        raise Refused(
            f"{DOCUMENT} in {file} has {len(text):,} characters; a game has {LARGEST:,} at the most."
        )
    reading = _reading(files.pop(READING, b"{}"), file)
    media = {name.removeprefix(MEDIA): data for name, data in files.items() if name.startswith(MEDIA)}
    packs = {name: data for name, data in files.items() if not name.startswith(MEDIA)}
    return Bundle(text, packs, media, {name: told for name, told in reading.items() if name in packs})


def _reading(data: bytes, file: str) -> dict[str, dict[str, Any]]:
    try:
        told = json.loads(data)
    except (ValueError, RecursionError):
        told = None
    if not isinstance(told, dict) or not all(isinstance(one, dict) for one in told.values()):
        raise Refused(f"{READING} in {file} does not say how packs are read.")
    return told
