"""The packs of a workshop, each read once for as long as nothing it depends on has changed."""

from __future__ import annotations

import secrets
from collections.abc import Callable, Hashable, Sequence
from typing import NamedTuple

from sqlalchemy import event
from sqlalchemy.orm import Session

from ...core.pack.editing import Source
from ...core.pack.formats import contents_of, kept_as, with_media
from ...core.pack.formats.base import Contents
from ...core.pack.media import missing
from ...core.pack.progress import Progress
from ...core.pack.reading import Reading
from ...core.pack.settings import Settings
from ...core.pack.text import check_size
from ...core.snag import Refused, Snag
from ...store import media, packs
from ...store.models import Pack
from ...store.standing import Shelved, Version, standing
from .recent import Recent
from .settings import read_settings, write_settings
from .tables import Tables, short

SLOW_FROM = 400_000
"""Bytes, or characters, from which a pack is large."""
PACKED_TO = 20
"""How many times less of them a spreadsheet may have: it is packed."""
MOST_LINES_KEPT = 500_000
"""Lines of packs, all together, that stay read in memory."""


class _Brought(NamedTuple):
    """The file of a pack that was brought again, and what stands in it."""

    pack_id: int
    data: bytes
    source: Source


Read = Callable[[str, bytes | Contents, Settings, Tables, Progress | None], Source]
"""Reads a pack by its name, what its file holds, how it is to be read, and what finds its tables."""


def read_here(
    name: str, held: bytes | Contents, settings: Settings, tables: Tables, progress: Progress | None
) -> Source:
    """Read a pack. Raises Refused, and InterruptedError where ``progress`` does."""
    contents = contents_of(short(name), held, progress) if isinstance(held, bytes) else held
    source = Source.of(name, contents, settings, tables)
    source.read(progress)
    return source


def is_large(held: bytes | Contents) -> bool:
    """Whether a pack takes long to be read."""
    if isinstance(held, Contents):
        return len(held.text) >= SLOW_FROM
    return len(held) >= (SLOW_FROM // PACKED_TO if held.startswith(b"PK") else SLOW_FROM)


class PackShelf:
    """Reads packs, changes them, and brings new ones. ``session`` opens a session of its own; large packs are
    read by ``read_large``."""

    def __init__(self, session: Callable[[], Session], read_large: Read = read_here) -> None:
        self._session = session
        self._read_large = read_large
        self._sources: Recent[Source] = Recent(MOST_LINES_KEPT, lambda source: len(source.read().raw) + 1)
        self._snags: Recent[list[Snag]] = Recent(200)
        self._brought: Recent[_Brought] = Recent(4)

    def source(self, session: Session, pack: Pack | Shelved) -> Source:
        """A pack as it is now, read."""
        kept = self._sources.get((pack.id, pack.revision))
        if kept is not None and self._is_current(session, kept):
            return kept
        contents = Contents(packs.text_of(session, pack), pack.encoding)
        source = self.read(pack.name, contents, read_settings(packs.settings_of(session, pack)))
        return self._sources.put((pack.id, pack.revision), source)

    def read(
        self, name: str, held: bytes | Contents, settings: Settings, progress: Progress | None = None
    ) -> Source:
        """A pack, read. Raises Refused, and InterruptedError where ``progress`` does."""
        read = self._read_large if is_large(held) else read_here
        return read(name, held, settings, self.tables(), progress)

    def tables(self) -> Tables:
        """What finds the tables that a pack names."""
        return Tables(self._session)

    def key(self, session: Session, pack: Pack | Shelved) -> Hashable:
        """What a pack as it was read depends on: its revision, and those of the tables it names."""
        tables = _tables_of(self.source(session, pack))
        return (pack.id, pack.revision, tuple(sorted(tables.items(), key=lambda table: table[0])))

    @staticmethod
    def _is_current(session: Session, source: Source) -> bool:
        now = standing(session)
        return all(now.version(name) == version for name, version in _tables_of(source).items())

    def reading(self, session: Session, pack: Pack | Shelved) -> Reading:
        """What stands in a pack."""
        return self.source(session, pack).read()

    def snags(self, session: Session, pack: Pack | Shelved) -> list[Snag]:
        """The snags and tips of a pack, in the order of its lines; files that are not there among them."""
        key, reading = self.key(session, pack), self.reading(session, pack)
        lost = reading.files - standing(session).digests.keys()

        def make() -> list[Snag]:
            found = [*reading.all_snags, *missing(reading.questions, lost)]
            return sorted(found, key=lambda snag: snag.line)

        return self._snags.get_or_make((key, frozenset(lost)), make)

    def change(self, session: Session, pack: Pack, changed: Source, base: int) -> None:
        """Make a changed pack a new revision, which is kept with the session. Raises Stale."""
        packs.change_text(session, pack, changed.text, base, write_settings(changed.settings))
        self._know_when_kept(session, pack, changed)

    def _know_when_kept(self, session: Session, pack: Pack, source: Source) -> None:
        """Use a source that was read already for a revision, as soon as that is kept; never where it is not:
        then another one gets its number."""
        self._know(session, (pack.id, pack.revision), source)

    def _know(self, session: Session, key: tuple[int, int], source: Source) -> None:
        event.listen(session, "after_commit", lambda _: self._sources.put(key, source), once=True)

    def bring(
        self,
        session: Session,
        filename: str,
        data: bytes,
        settings: Settings | None = None,
        progress: Progress | None = None,
    ) -> Pack:
        """Keep a question file that was brought. Raises Refused where nothing in it can be read."""
        held = self._held(session, filename, data)
        return self.keep_brought(session, data, self.read_brought(filename, data, settings, progress, held))

    @staticmethod
    def _held(session: Session, filename: str, data: bytes) -> bytes | Contents:
        """What of a file is read: the text of one that holds pictures and sounds, which are kept and named as
        they are kept; else its bytes. Raises Refused."""
        package = with_media(short(filename), data)
        if package is None:
            return data
        return package.contents({one.name: media.keep(session, *one).name for one in package.media})

    def keep_brought(self, session: Session, data: bytes, source: Source) -> Pack:
        """Keep a file that was read already."""
        written = write_settings(source.settings)
        pack = packs.add_pack(session, source.name, data, source.text, source.encoding, written)
        if pack.name == source.name:
            self._know_when_kept(session, pack, source)
        return pack

    def keep_new(self, session: Session, brought: Sequence[tuple[bytes, Source]]) -> None:
        """Keep files that were read already, whose names are free. Raises IntegrityError where one is not."""
        new = [
            packs.NewPack(one.name, data, one.text, one.encoding, write_settings(one.settings))
            for data, one in brought
        ]
        for number, (_, source) in zip(packs.add_new(session, new), brought, strict=True):
            self._know(session, (number, 1), source)

    def read_brought(
        self,
        filename: str,
        data: bytes,
        settings: Settings | None = None,
        progress: Progress | None = None,
        held: bytes | Contents | None = None,
    ) -> Source:
        """A file as it would be kept; ``held`` is what of it is read, where that is not ``data`` as it is.
        Raises Refused."""
        base = short(filename.replace("\\", "/")).strip()[:120] or "pasted.tsv"
        check_size(data, base)
        name = f"packs/{kept_as(base, data)}"
        return self.read(name, data if held is None else held, settings or Settings(), progress)

    # Reading a file again

    def bring_again(self, session: Session, pack: Pack, data: bytes) -> tuple[str, Source, Source]:
        """Read a pack's file anew: a token for it, the file as it was brought before, and as it is now."""
        theirs = self._read_for(session, pack, data)
        token = secrets.token_urlsafe(9)
        self._brought.put(token, _Brought(pack.id, data, theirs))
        return token, self.as_brought(session, pack), theirs

    def as_brought(self, session: Session, pack: Pack) -> Source:
        """A pack's file as it was brought."""
        return self._read_for(session, pack, pack.original)

    def _read_for(self, session: Session, pack: Pack, data: bytes) -> Source:
        """A file read as a pack's is."""
        name = short(pack.name)
        held = self._held(session, name, data)
        return self.read_brought(name, data, read_settings(pack.read_as), held=held)

    def brought_again(self, token: str, pack: Pack) -> tuple[bytes, Source]:
        """The file that was brought under a token. Raises Refused where it is not at hand any more."""
        brought = self._brought.get(token)
        if brought is None or brought.pack_id != pack.id:
            raise Refused("The file is not at hand any more. Bring it again.")
        return brought.data, brought.source


def _tables_of(source: Source) -> dict[str, Version | None]:
    return source.load_data.used if isinstance(source.load_data, Tables) else {}
