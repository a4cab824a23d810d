"""The workshop's work between store and core: packs read, games compiled, each once for a revision."""

from __future__ import annotations

import secrets
from collections import OrderedDict
from collections.abc import Callable, Hashable, Sequence
from threading import Lock
from typing import TypeVar

from sqlalchemy import Engine
from sqlalchemy.orm import Session

from ..core.pack.reading import Reading, read_text
from ..core.pack.text import decode
from ..core.play.question import Question
from ..core.rules.compile import GameReading, read_game
from ..core.rules.starting import new_game
from ..core.snag import Refused
from ..store import games, packs
from ..store.models import Game, Pack

T = TypeVar("T")

LARGEST_ROLL = 1_000_000


def roll() -> int:
    """A new dice number, short enough to be read out."""
    return secrets.randbelow(LARGEST_ROLL)


class _Recent:
    """Keeps the latest results of slow work, by key."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._kept: OrderedDict[Hashable, object] = OrderedDict()
        self._lock = Lock()

    def get(self, key: Hashable, make: Callable[[], T]) -> T:
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
                return self._kept[key]  # type: ignore[return-value]
        made = make()
        with self._lock:
            self._kept[key] = made
            while len(self._kept) > self._most:
                self._kept.popitem(last=False)
        return made


class Workshop:
    """Packs and games of one database."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        self._readings = _Recent(20)
        self._compiled = _Recent(100)
        self._outlines: dict[int, tuple[str, tuple[str, ...]]] = {}

    def session(self) -> Session:
        """A new session; what it changed is kept when it is committed."""
        return Session(self.engine)

    def reading(self, session: Session, pack: Pack) -> Reading:
        """What stands in a pack."""
        return self._readings.get(
            (pack.id, pack.revision),
            lambda: read_text(pack.name, packs.text_of(session, pack), pack.encoding),
        )

    def compiled(self, session: Session, game: Game) -> GameReading:
        """A game read and compiled."""
        revisions = tuple((pack.name, pack.revision) for pack in packs.all_packs(session))
        return self._compiled.get((game.id, game.revision, revisions), lambda: self.read(session, game.text))

    def outline(self, game: Game, reading: GameReading) -> tuple[str, tuple[str, ...]]:
        """A game's title and packs; while its text is no YAML for a moment, those it had before."""
        if reading.title:
            self._outlines[game.id] = (reading.title, reading.packs)
        return self._outlines.get(game.id, (game.slug, ()))

    def read(self, session: Session, text: str) -> GameReading:
        """Read a game's text with the packs of the workshop."""

        def load_pack(name: str) -> Sequence[Question]:
            pack = packs.pack_named(session, name)
            if pack is None:
                known = ", ".join(pack.name for pack in packs.all_packs(session)) or "none yet"
                raise Refused(f"There is no pack {name} on the shelf. There are: {known}.")
            return self.reading(session, pack).questions

        return read_game(text, load_pack)

    def bring_pack(self, session: Session, filename: str, data: bytes) -> Pack:
        """Keep a question file that was brought. Raises Refused where nothing in it can be read."""
        base = filename.replace("\\", "/").rsplit("/", 1)[-1].strip()[:120] or "pasted.tsv"
        text, encoding = decode(data, base)
        return packs.add_pack(session, f"packs/{base}", data, text, encoding)

    def start_game(self, session: Session, title: str, pack: Pack) -> Game:
        """A new game over a pack, with rules to begin from."""
        text = new_game(title, pack.name, len(self.reading(session, pack).questions))
        return games.add_game(session, title, text, roll())
