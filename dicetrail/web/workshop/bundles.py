"""Bundles: a game of the workshop as one file, and one file as a game of the workshop."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from hashlib import sha256
from typing import Literal

from sqlalchemy.orm import Session

from ...core.pack.bundled import bundled, told_of
from ...core.pack.editing import Source
from ...core.pack.media import files_of
from ...core.pack.media_file import MediaFile, media_file
from ...core.rules.bundle import Bundle, read_bundle
from ...core.rules.files import files_named
from ...core.snag import Refused
from ...store import games, media, packs
from ...store.models import Pack, StoredGame
from ...store.naming import free, numbered
from ...store.standing import standing
from . import Workshop
from .games import roll
from .settings import read_settings
from .tables import Tables

Keep = Literal["mine", "theirs", "both"]
"""Of two packs with one name: the one on the shelf, the one in the bundle (as a change that can be taken
back), or both, the bundle's under a name of its own."""


def bundle_of(session: Session, workshop: Workshop, game: StoredGame) -> Bundle:
    """A game of the shelf with all it needs, as its text and its packs stand. Raises Refused."""
    reading = workshop.games.compiled(session, game)
    stand = standing(session)
    named = {name: stand.packs[name] for name in reading.packs if name in stand.packs}
    files: set[str] = set()
    for pack in list(named.values()):
        source = workshop.packs.source(session, pack)
        files |= files_of(source.read().questions)
        tables = source.load_data.used if isinstance(source.load_data, Tables) else {}
        named |= {name: stand.packs[name] for name in tables if name in stand.packs}
    if reading.document is not None:
        files |= files_named(reading.document)
    found = [media.media_named(session, file) for file in sorted(files)]
    told = {
        name: told_of(pack.encoding, read_settings(packs.settings_of(session, pack)))
        for name, pack in named.items()
    }
    return Bundle(
        text=game.text,
        packs={name: packs.text_of(session, pack).encode() for name, pack in named.items()},
        media={one.name: one.data for one in found if one},
        reading={name: how for name, how in told.items() if how},
    )


@dataclass(frozen=True, slots=True)
class Unpacked:
    """A bundle made ready to be brought: its text, its packs read, its pictures and sounds checked."""

    text: str
    sources: dict[str, tuple[bytes, Source]]
    files: list[MediaFile]


def unpack(session: Session, workshop: Workshop, filename: str, data: bytes) -> Unpacked:
    """Read a bundle. A picture or sound whose name others have here gets another one, everywhere in it.

    Raises Refused where something in it can't be used.
    """
    bundle = read_bundle(data, filename)
    ready = [media_file(name, file) for name, file in sorted(bundle.media.items())]
    called: dict[str, str] = {}
    for (name, _), file in zip(sorted(bundle.media.items()), ready, strict=True):
        called[name] = _name_here(session, file)
    sources = {
        name: (file, _source(workshop, bundle, name, file, called)) for name, file in bundle.packs.items()
    }
    return Unpacked(_renamed(bundle.text, called), sources, ready)


def _name_here(session: Session, file: MediaFile) -> str:
    """The name that a file will have on this shelf (see :func:`media.keep`)."""
    digests = standing(session).digests
    digest = sha256(file.data).hexdigest()
    return next(name for name in numbered(file.name) if digests.get(name, digest) == digest)


def _source(workshop: Workshop, bundle: Bundle, name: str, data: bytes, called: Mapping[str, str]) -> Source:
    contents, settings = bundled(name, data, bundle.reading.get(name, {}))
    text = _renamed(contents.text, called)
    return Source(name, text, contents.encoding, settings, workshop.packs.tables())


def _renamed(text: str, called: Mapping[str, str]) -> str:
    """A text in which files are called what they are called here."""
    for name, now in called.items():
        if now != name:
            text = re.sub(rf"(?<![\w./-]){re.escape(name)}(?![\w-])", now, text)
    return text


def file_state(session: Session, file: MediaFile) -> Literal["new", "same", "other"]:
    """Whether a picture or sound is new here, there already, or will have another name than it had."""
    digest = sha256(file.data).hexdigest()
    known = standing(session).digests.get(file.name, "")
    return "new" if not known else "same" if known == digest else "other"


def state_of(session: Session, name: str, source: Source) -> Literal["new", "same", "other"]:
    """Whether a pack of a bundle is new here, the same as the one of its name, or another."""
    shelved = standing(session).packs.get(name)
    if shelved is None:
        return "new"
    same = packs.text_of(session, shelved) == source.text
    same = same and read_settings(packs.settings_of(session, shelved)) == source.settings
    return "same" if same else "other"


def bring(session: Session, workshop: Workshop, unpacked: Unpacked, keep: Mapping[str, Keep]) -> StoredGame:
    """Put a bundle on the shelf. Raises Refused where nothing is said of a pack that is another one here."""
    for file in unpacked.files:
        media.keep(session, *file)
    text = unpacked.text
    for name, (data, source) in unpacked.sources.items():
        state = state_of(session, name, source)
        if state == "other" and name not in keep:
            raise Refused(f"There is another {name} here. Say which of the two is to be kept.")
        if state == "new":
            workshop.packs.keep_brought(session, data, source)
        elif state == "other" and keep[name] == "theirs":
            pack = packs.pack_named(session, name)
            assert pack is not None
            workshop.packs.change(session, pack, source, pack.revision)
        elif state == "other" and keep[name] == "both":
            other = next(free(session, Pack.name, numbered(name)))
            workshop.packs.keep_brought(session, data, replace(source, name=other))
            text = re.sub(rf"(?<![\w./-]){re.escape(name)}(?![\w.-])", other, text)
    session.flush()
    title = workshop.games.read(session, text).title or "A game"
    return games.add_game(session, title, text, roll())
