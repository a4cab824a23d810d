"""Bundles: a game of the workshop as one file, and one file as a game of the workshop."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass
from hashlib import sha256
from typing import Literal

from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from ...core.pack.bundled import bundled, told_of
from ...core.pack.editing import Source
from ...core.pack.formats.base import Contents
from ...core.pack.media import files_of
from ...core.pack.media_file import MediaFile, media_file
from ...core.rules.bundle import Bundle, read_bundle
from ...core.rules.compile import read_document
from ...core.rules.files import files_named
from ...core.snag import Refused
from ...store import games, media, packs
from ...store.models import StoredGame
from ...store.naming import numbered
from ...store.standing import standing
from . import Workshop
from .games import roll
from .settings import read_settings
from .tables import Tables, short

Keep = Literal["mine", "theirs", "both"]
"""Of two packs with one name: the one on the shelf, the one in the bundle (as a change that can be taken
back), or both, the bundle's under a name of its own."""


def bundle_of(session: Session, workshop: Workshop, game: StoredGame) -> Bundle:
    """A game of the shelf with all it needs, as its text and its packs stand. Raises Refused."""
    reading = workshop.games.compiled(session, game)
    stand = standing(session)
    if missing := [name for name in reading.packs if name not in stand.packs]:
        raise Refused(
            f"{', '.join(missing)} {'is' if len(missing) == 1 else 'are'} not on the shelf: a bundle without"
            " them would be no game. Put them back, or take them out of the game."
        )
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
    """A bundle made ready to be brought: its text, its packs read, its pictures and sounds checked, and what
    these are called here, where others have their names."""

    text: str
    sources: dict[str, tuple[bytes, Source]]
    files: list[MediaFile]
    called: dict[str, str]


def unpack(session: Session, workshop: Workshop, filename: str, data: bytes) -> Unpacked:
    """Read a bundle. A picture or sound whose name others have here gets another one, everywhere in it.

    Raises Refused where something in it can't be used.
    """
    bundle = read_bundle(data, filename)
    files = {name: media_file(name, file) for name, file in sorted(bundle.media.items())}
    called = _names_here(session, files)
    sources = {
        name: (file, _source(workshop, bundle, name, file, called)) for name, file in bundle.packs.items()
    }
    return Unpacked(renamed(bundle.text, called), sources, list(files.values()), called)


def _names_here(session: Session, files: Mapping[str, MediaFile]) -> dict[str, str]:
    """What pictures and sounds will be called on this shelf, each of them something else than all others: its
    own name, where nothing else has that here."""
    there = standing(session).digests
    digests = {name: sha256(file.data).hexdigest() for name, file in files.items()}
    given: dict[str, str] = {}
    called: dict[str, str] = {}
    for name, file in files.items():
        digest = digests[name]
        for wanted in numbered(file.name):
            of_another = wanted != name and digests.get(wanted, digest) != digest
            if there.get(wanted, digest) == digest and given.get(wanted, digest) == digest and not of_another:
                called[name], given[wanted] = wanted, digest
                break
    return called


def _source(workshop: Workshop, bundle: Bundle, name: str, data: bytes, called: Mapping[str, str]) -> Source:
    contents, settings = bundled(name, data, bundle.reading.get(name, {}))
    text = renamed(contents.text, called)
    return workshop.packs.read(name, Contents(text, contents.encoding), settings)


def renamed(text: str, called: Mapping[str, str]) -> str:
    """A text in which files are called what they are called here, all of them at once: where two change
    names, none is changed twice."""
    changed = {name: now for name, now in called.items() if now != name}
    if not changed:
        return text
    longest_first = "|".join(map(re.escape, sorted(changed, key=len, reverse=True)))
    return re.sub(rf"(?<![\w./-])(?:{longest_first})(?![\w-])", lambda found: changed[found[0]], text)


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
    """Put a bundle on the shelf. Raises Refused where nothing is said of a pack that is another one here.

    All of it was read before anything is written: whoever writes keeps all others from it.
    """
    called, sources = _packs_here(session, workshop, unpacked, keep)
    text = renamed(unpacked.text, called)
    title = read_document(text).title or "A game"
    states = {name: state_of(session, source.name, source) for name, (_, source) in sources.items()}
    for file, name_here in zip(unpacked.files, unpacked.called.values(), strict=True):
        wanted = file._replace(name=name_here)
        if media.keep(session, *wanted).name != wanted.name:
            raise _at_the_same_time(wanted.name)
    try:
        workshop.packs.keep_new(session, [sources[name] for name in sources if states[name] == "new"])
    except IntegrityError:
        raise _at_the_same_time("One of its packs") from None
    for name, (_, source) in sources.items():
        if states[name] == "other" and keep.get(name) == "theirs":
            pack = packs.pack_named(session, name)
            assert pack is not None
            workshop.packs.change(session, pack, source, pack.revision)
    return games.add_game(session, title, text, roll())


def _at_the_same_time(what: str) -> Refused:
    return Refused(f"{what} was brought by another at the same time. Bring the bundle again.")


def _packs_here(
    session: Session, workshop: Workshop, unpacked: Unpacked, keep: Mapping[str, Keep]
) -> tuple[dict[str, str], dict[str, tuple[bytes, Source]]]:
    """What packs will be called that are kept beside others of their names, and all packs under the names
    they have here, as are the tables that they name.

    One that is as it is here, but for a table that is called otherwise, is kept beside it, too. Raises
    Refused where nothing is said of a pack that is another one here.
    """
    shelved, called = standing(session).packs, dict[str, str]()
    sources = unpacked.sources
    while True:
        more = False
        for name, (_, source) in sources.items():
            if name in called or state_of(session, name, source) != "other":
                continue
            was_same = state_of(session, name, unpacked.sources[name][1]) == "same"
            if not was_same and name not in keep:
                raise Refused(f"There is another {name} here. Say which of the two is to be kept.")
            if was_same or keep[name] == "both":
                taken = {*shelved, *unpacked.sources, *called.values()}
                called[name] = next(one for one in numbered(name) if one not in taken)
                more = True
        if not more:
            return called, sources
        tables = {short(name): short(now) for name, now in called.items()}
        sources = {
            name: (data, _as_here(workshop, source, called.get(name, name), {**called, **tables}))
            for name, (data, source) in unpacked.sources.items()
        }


def _as_here(workshop: Workshop, source: Source, name: str, called: Mapping[str, str]) -> Source:
    """A pack under the name it has here, the tables that it uses called what they are called here."""
    used = source.load_data.used if isinstance(source.load_data, Tables) else {}
    tables = {*used, *map(short, used)}
    text = renamed(source.text, {table: now for table, now in called.items() if table in tables})
    if name == source.name and text == source.text:
        return source
    return workshop.packs.read(name, Contents(text, source.encoding), source.settings)
