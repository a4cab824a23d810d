"""The games of a workshop, each compiled once for as long as nothing it depends on has changed."""

from __future__ import annotations

import secrets
from collections.abc import Callable, Hashable, Sequence
from concurrent.futures import Future
from hashlib import sha256
from typing import Any

from sqlalchemy.orm import Session

from ...core.pack.text import decode
from ...core.play.deal.pool import pass_length
from ...core.play.questions.question import Question
from ...core.play.rulebook.program import Program
from ...core.play.run.trail import Step
from ...core.prove.replay.beginning import begun_game
from ...core.prove.replay.waymarks import Walked
from ...core.prove.search.reached import Reach
from ...core.rules.compile import read_game
from ...core.rules.expected import WaymarkPart
from ...core.rules.played import played_by
from ...core.rules.questions import PackLoader
from ...core.rules.reading import GameReading
from ...core.rules.recognise import is_game
from ...core.rules.starting import new_game
from ...core.snag import Refused
from ...files import starting_points
from ...store import games, plays
from ...store.models import Pack, StoredGame
from ...store.standing import Shelved, standing
from . import files
from .packs import PackShelf
from .reaches import Reaches
from .recent import Recent
from .waymarks import WaymarkWalks

LARGEST_ROLL = 1_000_000
SECRET_BITS = 128
MOST_QUESTIONS_KEPT = 150_000
"""Questions of compiled games, all together, that stay in memory; a game counts as a hundred at least."""


def roll() -> int:
    """A new dice number, short enough to be read out."""
    return secrets.randbelow(LARGEST_ROLL)


def secret_dice() -> int:
    """Dice that nobody comes to by trying: what a player sees of a deal would tell shorter ones."""
    return secrets.randbits(SECRET_BITS)


def _weight_of(questions: Sequence[Question]) -> int:
    return max(100, len(questions))


def _questions_read(reading: GameReading) -> int:
    return _weight_of(reading.game.questions if reading.game else ())


def _questions_of(program: Program) -> int:
    return _weight_of(program.game.questions)


def _kept_for_plays(session: Session, program: Program) -> str:
    digest = plays.keep_game(session, program.game)
    session.commit()
    return digest


class GameShelf:
    """Compiles games, walks their waymarks, and has their plays searched."""

    def __init__(self, packs: PackShelf, sessions: Callable[[], Session]) -> None:
        self._packs = packs
        self._named: Recent[tuple[str, ...]] = Recent(1000)
        self._compiled: Recent[GameReading] = Recent(MOST_QUESTIONS_KEPT, _questions_read)
        self._programs: Recent[Program] = Recent(100)
        self._shown: Recent[Sequence[Question]] = Recent(MOST_QUESTIONS_KEPT, _weight_of)
        self._played: Recent[Program] = Recent(MOST_QUESTIONS_KEPT, _questions_of)
        self._digests: Recent[str] = Recent(1000)
        self._known: Recent[Any] = Recent(300)
        self._earlier: Recent[tuple[Program | None]] = Recent(60)
        self._waymarks = WaymarkWalks()
        self._rules: Recent[Hashable] = Recent(1000)
        self._trails: Recent[tuple[Hashable, list[Step]]] = Recent(100)
        self._outlines: Recent[tuple[str, tuple[str, ...]]] = Recent(1000)
        self.reaches = Reaches(sessions)

    def compiled(self, session: Session, game: StoredGame) -> GameReading:
        """A game read and compiled."""
        kept = self._compiled.get(self.key(session, game))
        if kept is None:
            with self._compiled.making((game.id, game.revision)):
                kept = self._compiled.get(self.key(session, game))
                if kept is None:
                    kept = self._read_at(session, game, game.revision, game.text)
                    self._compiled.put(self.key(session, game), kept)
        return kept

    def key(self, session: Session, game: StoredGame) -> tuple[Hashable, ...] | None:
        """What a compiled game depends on: its packs as they were read, and the files there are; None where
        its packs are not known yet."""
        return self._key_at(session, game, game.revision)

    def _key_at(self, session: Session, game: StoredGame, revision: int) -> tuple[Hashable, ...] | None:
        """The same of a game as it was in a revision, over its packs as they are."""
        names = self._named.get((game.id, revision))
        if names is None:
            return None
        stand = standing(session).packs
        packs = tuple(self._packs.key(session, stand[name]) if name in stand else None for name in names)
        return (game.id, revision, packs, standing(session).files)

    def _read_at(self, session: Session, game: StoredGame, revision: int, text: str) -> GameReading:
        """Read a revision, and keep what tells it from others: its packs, and the rules its plays hang on."""
        reading = self.read(session, text)
        self._named.put((game.id, revision), reading.packs)
        key = self._key_at(session, game, revision)
        if key is not None and reading.document is not None:
            _, _, packs, files = key
            rules = sha256(played_by(reading.document).encode()).digest()
            self._rules.put(key, (packs, files, rules))
        return reading

    def _rules_of(self, key: Hashable) -> Hashable:
        """What the plays of a game hang on that stands as its :meth:`key` says: many revisions have the
        same."""
        return self._rules.get(key) or key

    def program(self, session: Session, game: StoredGame) -> Program | None:
        """A game as it can be played; None where its rules stop it."""
        compiled = self.compiled(session, game).game
        if compiled is None:
            return None
        return self._programs.get_or_make(self.key(session, game), lambda: Program(compiled))

    def earlier(self, session: Session, game: StoredGame, revision: int) -> Program | None:
        """A game as it was in an earlier revision, over its packs as they are; None where it can't be
        played. It is made once for all that is held against it."""

        reading: GameReading | None = None

        def read() -> GameReading:
            return self._read_at(session, game, revision, games.text_of(session, game, revision) or "")

        key = self._key_at(session, game, revision)
        if key is None:
            reading = read()
            key = self._key_at(session, game, revision)

        def make() -> tuple[Program | None]:
            program = self._programs.get(key)
            if program is None:
                compiled = (reading or read()).game
                program = Program(compiled) if compiled else None
            return (program,)

        return self._earlier.get_or_make(key, make)[0]

    def passed(self, session: Session, game: StoredGame, revision: int, mark: WaymarkPart) -> bool:
        """Whether a waymark passes under the rules of an earlier revision."""
        program = self.earlier(session, game, revision)
        under = self._rules_of(self._key_at(session, game, revision))
        return program is not None and self._waymarks.walked(under, program, mark).passed

    def kept(self, session: Session, game: StoredGame, program: Program) -> str:
        """The digest under which a game as it can be played is kept for its plays."""
        return self._digests.get_or_make(self.key(session, game), lambda: _kept_for_plays(session, program))

    def played(self, session: Session, digest: str) -> Program:
        """A game as it was kept for its plays."""
        return self._played.get_or_make(digest, lambda: Program(plays.compiled_game(session, digest)))

    def digest(self, session: Session, game: StoredGame, program: Program) -> str:
        """The digest under which a game as it can be played is, or would be, kept."""
        digest: str = self.known(session, game, "digest", lambda: plays.digest_of(program.game))
        return digest

    def known(self, session: Session, game: StoredGame, what: Hashable, make: Callable[[], Any]) -> Any:
        """Something that follows from a game as it is now, worked out once: ``what`` says which it is."""
        return self.known_of(self.key(session, game), what, make)

    def known_of(self, key: Hashable, what: Hashable, make: Callable[[], Any]) -> Any:
        """As :meth:`known`, of the game that stands as its :meth:`key` says."""
        return self._known.get_or_make((what, key), make)

    def last_trail(self, game_id: int, play: Hashable, now: list[Step]) -> list[Step] | None:
        """The trail that a play of the bench had when its last move was made; None for another play, which
        is then the one that is kept."""
        known, trail = self._trails.get(game_id) or (None, [])
        if known == play:
            return trail
        self._trails.put(game_id, (play, now))
        return None

    def walked(self, session: Session, game: StoredGame) -> list[Walked]:
        """The waymarks of a game, walked under its present rules."""
        program, document = self.program(session, game), self.compiled(session, game).document
        if program is None or document is None:
            return []
        under = self._rules_of(self.key(session, game))
        return [self._waymarks.walked(under, program, mark) for mark in document.waymarks]

    def reach(self, session: Session, game: StoredGame, *, begin: bool = True) -> Reach | None:
        """What the plays of a game can come to; None while that is not known. It is worked out from now on
        if ``begin``."""
        if begin:
            self.search(session, game)
        return self.reaches.known(game.id, self._rules_of(self.key(session, game)))

    def search(self, session: Session, game: StoredGame) -> Future[Reach] | None:
        """What the plays of a game will be found to come to; None where they can't be played."""
        compiled = self.compiled(session, game).game
        if compiled is None:
            return None
        return self.reaches.search(session, game.id, self._rules_of(self.key(session, game)), compiled)

    def outline(self, game: StoredGame, reading: GameReading) -> tuple[str, tuple[str, ...]]:
        """A game's title and packs; while its text is no YAML for a moment, those it had before."""
        if reading.title:
            self._outlines.put(game.id, (reading.title, reading.packs))
        return self._outlines.get(game.id) or (game.slug, ())

    def read(self, session: Session, text: str) -> GameReading:
        """Read a game's text with the packs of the workshop."""
        return files.with_files(session, read_game(text, self._pack_loader(session)))

    def _pack_loader(self, session: Session) -> PackLoader:
        def load_pack(name: str) -> Sequence[Question]:
            known = standing(session).packs
            if name not in known:
                there = ", ".join(known) or "none yet"
                raise Refused(f"There is no pack {name} on the shelf. There are: {there}.")
            return self._shown_to_players(session, known[name])

        return load_pack

    def _shown_to_players(self, session: Session, pack: Shelved) -> Sequence[Question]:
        """The questions of a pack, the same as long as neither it nor the files there are have changed."""

        def make() -> Sequence[Question]:
            reading = self._packs.reading(session, pack)
            return files.shown(session, reading.questions) if reading.files else reading.questions

        return self._shown.get_or_make((self._packs.key(session, pack), standing(session).files), make)

    def start(self, session: Session, title: str, pack: Pack | None, manner: str) -> StoredGame:
        """A new game over a pack, or none yet, with rules to begin from.

        Raises Refused where there is no such manner.
        """
        start = starting_points().get(manner)
        if start is None:
            raise Refused(f"There is no manner {manner}. There are: {', '.join(starting_points())}.")
        if pack is None:
            return games.add_game(session, title, new_game(start, title), roll())
        questions = pass_length(self._packs.reading(session, pack).questions)
        text = begun_game(start, title, pack.name, questions, self._pack_loader(session))
        return games.add_game(session, title, text, roll())

    def bring(self, session: Session, filename: str, data: bytes) -> StoredGame | None:
        """Keep a game's YAML that was brought; None where it is something else."""
        try:
            text, _ = decode(data, filename)
        except Refused:
            return None
        if not is_game(text):
            return None
        title = self.read(session, text).title or filename.rpartition(".")[0] or "A game"
        return games.add_game(session, title, text, roll())
