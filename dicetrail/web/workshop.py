"""The workshop's work between store and core: packs read, games compiled, each once for a revision."""

from __future__ import annotations

import json
import secrets
from collections import OrderedDict
from collections.abc import Callable, Hashable, Sequence
from dataclasses import asdict, replace
from threading import Lock
from typing import TypeVar

from sqlalchemy import Engine
from sqlalchemy.orm import Session

from ..core.pack.data import Data
from ..core.pack.editing import Source
from ..core.pack.formats import file_text
from ..core.pack.media import files_of, missing, renamed
from ..core.pack.pictures import read_picture
from ..core.pack.progress import Progress
from ..core.pack.reader import data_of
from ..core.pack.reading import Reading
from ..core.pack.settings import Settings
from ..core.pack.sounds import read_sound
from ..core.pack.text import decode
from ..core.play.deck import pass_length
from ..core.play.program import Program
from ..core.play.question import Question
from ..core.play.trail import Step
from ..core.prove.replay.beginning import begun_game
from ..core.prove.replay.waymarks import Walked, walk_all
from ..core.prove.search.reach import Reach
from ..core.rules.compile import GameReading, read_game
from ..core.rules.questions import PackLoader
from ..core.rules.recognise import is_game
from ..core.rules.starting import new_game
from ..core.snag import Refused, Snag
from ..files import starting_points
from ..store import games, media, packs
from ..store.models import Game, Media, Pack
from .searches import Searches

T = TypeVar("T")

LARGEST_ROLL = 1_000_000
MOST_LINES_KEPT = 500_000
"""Lines of packs, all together, that stay read in memory."""
FILES = "/api/players/files/"
"""Where players get pictures and sounds, by their digest: a name could give an answer away."""

PICTURE_ENDINGS = (".png", ".jpg", ".jpeg", ".gif", ".webp", ".bmp", ".tif", ".tiff")


def roll() -> int:
    """A new dice number, short enough to be read out."""
    return secrets.randbelow(LARGEST_ROLL)


class _Recent:
    """Keeps the latest results of slow work, by key, as long as they weigh no more than ``most`` together."""

    def __init__(self, most: int, weigh: Callable[[object], int] = lambda _: 1) -> None:
        self._most = most
        self._weigh = weigh
        self._kept: OrderedDict[Hashable, object] = OrderedDict()
        self._lock = Lock()

    def get(self, key: Hashable, make: Callable[[], T]) -> T:
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
                return self._kept[key]  # type: ignore[return-value]
        made = make()
        self.put(key, made)
        return made

    def put(self, key: Hashable, made: object) -> None:
        with self._lock:
            self._kept[key] = made
            self._kept.move_to_end(key)
            while len(self._kept) > 1 and sum(map(self._weigh, self._kept.values())) > self._most:
                self._kept.popitem(last=False)


def _lines(source: object) -> int:
    return len(source.read().raw) + 1 if isinstance(source, Source) else 1


class Workshop:
    """Packs and games of one database."""

    def __init__(self, engine: Engine) -> None:
        self.engine = engine
        self._sources = _Recent(MOST_LINES_KEPT, _lines)
        self._snags = _Recent(50)
        self._compiled = _Recent(100)
        self.searches = Searches()
        self._programs = _Recent(100)
        self._walked = _Recent(200)
        self._trails: dict[int, tuple[Hashable, list[Step]]] = {}
        self._outlines: dict[int, tuple[str, tuple[str, ...]]] = {}
        self._brought: OrderedDict[str, tuple[int, bytes, Source]] = OrderedDict()

    def session(self) -> Session:
        """A new session; what it changed is kept when it is committed."""
        return Session(self.engine)

    # Packs

    def source(self, session: Session, pack: Pack) -> Source:
        """A pack as it is now, read."""
        key = self._key(session, pack)

        def make() -> Source:
            source = Source(
                pack.name,
                packs.text_of(session, pack),
                pack.encoding,
                read_settings(packs.settings_of(session, pack)),
                self.load_data,
            )
            source.read()
            return source

        return self._sources.get(key, make)

    def _key(self, session: Session, pack: Pack) -> Hashable:
        """What a pack as it was read depends on: its revision and, where it asks of tables, theirs."""
        text = packs.text_of(session, pack)
        tables = packs.all_packs(session) if "table" in text else ()
        return (pack.id, pack.revision, *((other.id, other.revision) for other in tables))

    def reading(self, session: Session, pack: Pack) -> Reading:
        """What stands in a pack."""
        return self.source(session, pack).read()

    def snags(self, session: Session, pack: Pack) -> list[Snag]:
        """The snags and tips of a pack, in the order of its lines; files that are not there among them."""

        def make() -> list[Snag]:
            reading = self.reading(session, pack)
            lost = files_of(reading.questions) - media.digests(session).keys()
            found = [*reading.all_snags, *missing(reading.questions, lost)]
            return sorted(found, key=lambda snag: snag.line)

        return self._snags.get((self._key(session, pack), media.state(session)), make)

    def load_data(self, name: str) -> Data:
        """The table on the shelf whose file is called ``name``. Raises Refused where there is none."""
        with self.session() as session:
            for known in (name, "packs/" + name.rsplit("/", 1)[-1]):
                pack = packs.pack_named(session, known)
                if pack is not None:
                    text, settings = packs.text_of(session, pack), packs.settings_of(session, pack)
                    return data_of(pack.name, text, pack.encoding, read_settings(settings))
        raise Refused(f"There is no table {name} on the shelf. Bring the file that holds it.")

    def change_pack(self, session: Session, pack: Pack, changed: Source, base: int) -> None:
        """Keep a changed pack as a new revision. Raises Stale."""
        packs.change_text(session, pack, changed.text, base, write_settings(changed.settings))
        self._sources.put(self._key(session, pack), changed)

    def bring_pack(
        self,
        session: Session,
        filename: str,
        data: bytes,
        settings: Settings | None = None,
        progress: Progress | None = None,
    ) -> Pack:
        """Keep a question file that was brought. Raises Refused where nothing in it can be read."""
        source = self.read_brought(filename, data, settings, progress)
        written = write_settings(source.settings)
        pack = packs.add_pack(session, source.name, data, source.text, source.encoding, written)
        if pack.name == source.name:
            self._sources.put(self._key(session, pack), source)
        return pack

    def read_brought(
        self,
        filename: str,
        data: bytes,
        settings: Settings | None = None,
        progress: Progress | None = None,
    ) -> Source:
        """A file as it would be kept. Raises Refused."""
        base = filename.replace("\\", "/").rsplit("/", 1)[-1].strip()[:120] or "pasted.tsv"
        text, encoding = file_text(base, data, progress)
        source = Source(f"packs/{base}", text, encoding, settings or Settings(), self.load_data)
        source.read(progress)
        return source

    # Reading a file again

    def bring_again(
        self, pack: Pack, data: bytes, progress: Progress | None = None
    ) -> tuple[str, Source, Source]:
        """Read a pack's file anew: a token for it, the file as it was brought before, and as it is now."""
        settings = read_settings(pack.read_as)
        name = pack.name.rsplit("/", 1)[-1]
        theirs = self.read_brought(name, data, settings, progress)
        base = self.read_brought(name, pack.original, settings, progress)
        token = secrets.token_urlsafe(9)
        self._brought[token] = (pack.id, data, theirs)
        while len(self._brought) > 4:
            self._brought.popitem(last=False)
        return token, base, theirs

    def brought_again(self, token: str, pack: Pack) -> tuple[bytes, Source]:
        """The file that was brought under a token. Raises Refused where it is not at hand any more."""
        pack_id, data, source = self._brought.get(token, (0, b"", None))
        if source is None or pack_id != pack.id:
            raise Refused("The file is not at hand any more. Bring it again.")
        return data, source

    # Pictures and sounds

    def bring_media(self, session: Session, filename: str, data: bytes) -> Media:
        """Keep a picture or a sound. Raises Refused."""
        name = filename.replace("\\", "/").rsplit("/", 1)[-1].strip()
        name = "".join(mark if mark.isalnum() or mark in "-_." else "-" for mark in name)[-100:] or "file"
        if name.lower().endswith(PICTURE_ENDINGS):
            picture = read_picture(filename, data)
            ending = "jpg" if picture.mime == "image/jpeg" else "png"
            about = {"width": picture.width, "height": picture.height}
            return media.keep(
                session, f"{name.rpartition('.')[0]}.{ending}", picture.data, picture.mime, about
            )
        sound = read_sound(filename, data)
        return media.keep(
            session, name, sound.data, sound.mime, {"seconds": sound.seconds, "peaks": sound.peaks}
        )

    def shown(self, session: Session, questions: Sequence[Question]) -> list[Question]:
        """Questions whose pictures and sounds are named by where a player gets them."""
        digests = media.digests(session)
        return [renamed(question, lambda name: FILES + digests.get(name, "none")) for question in questions]

    # Games

    def compiled(self, session: Session, game: Game) -> GameReading:
        """A game read and compiled."""
        return self._compiled.get(self._game_key(session, game), lambda: self.read(session, game.text))

    def program(self, session: Session, game: Game) -> Program | None:
        """A game as it can be played; None where its rules stop it."""
        compiled = self.compiled(session, game).game
        if compiled is None:
            return None
        return self._programs.get(self._game_key(session, game), lambda: Program(compiled))

    def _game_key(self, session: Session, game: Game) -> Hashable:
        """What a compiled game depends on."""
        revisions = tuple((pack.name, pack.revision) for pack in packs.all_packs(session))
        return (game.id, game.revision, revisions, media.state(session))

    def last_trail(self, game_id: int, play: Hashable, now: list[Step]) -> list[Step] | None:
        """The trail that a play of the bench had when its last move was made; None for another play, which
        is then the one that is kept."""
        known, trail = self._trails.get(game_id, (None, []))
        if known == play:
            return trail
        self._trails[game_id] = (play, now)
        return None

    def walked(self, session: Session, game: Game) -> list[Walked]:
        """The waymarks of a game, walked under its present rules."""
        program, document = self.program(session, game), self.compiled(session, game).document
        if program is None or document is None or not document.waymarks:
            return []
        return self._walked.get(self._game_key(session, game), lambda: walk_all(program, document.waymarks))

    def reach(self, session: Session, game: Game, *, begin: bool = True, wait: bool = False) -> Reach | None:
        """What the plays of a game can come to; None while that is not known. It is worked out from now on
        if ``begin``; with ``wait`` this comes back when it is known."""
        compiled = self.compiled(session, game).game
        if compiled is None:
            return None
        key = self._game_key(session, game)
        if begin or wait:
            future = self.searches.begin(game.id, key, compiled)
            if wait:
                return future.result()
        return self.searches.known(game.id, key)

    def outline(self, game: Game, reading: GameReading) -> tuple[str, tuple[str, ...]]:
        """A game's title and packs; while its text is no YAML for a moment, those it had before."""
        if reading.title:
            self._outlines[game.id] = (reading.title, reading.packs)
        return self._outlines.get(game.id, (game.slug, ()))

    def read(self, session: Session, text: str) -> GameReading:
        """Read a game's text with the packs of the workshop."""
        return self._with_files(session, read_game(text, self._pack_loader(session)))

    def _pack_loader(self, session: Session) -> PackLoader:
        def load_pack(name: str) -> Sequence[Question]:
            pack = packs.pack_named(session, name)
            if pack is None:
                known = ", ".join(pack.name for pack in packs.all_packs(session)) or "none yet"
                raise Refused(f"There is no pack {name} on the shelf. There are: {known}.")
            return self.shown(session, self.reading(session, pack).questions)

        return load_pack

    def _with_files(self, session: Session, reading: GameReading) -> GameReading:
        """A game whose sounds are named by where a player gets them; a snag for each that is not there."""
        if reading.game is None or reading.document is None or not reading.document.sounds:
            return reading
        digests = media.digests(session)
        sounds = []
        for sound in reading.game.sounds:
            file, mark, part = sound.file.partition("#")
            if file and file not in digests and reading.source is not None:
                line, column = reading.source.place(("sounds", sound.name, "file"))
                message = f"There is no sound file {file} here. Bring it on the feedback screen."
                path = f"sounds.{sound.name}.file"
                reading.snags.append(Snag("no-file", "warn", message, "", line, column, path))
            where = FILES + digests.get(file, "none") + mark + part if file else ""
            sounds.append(replace(sound, file=where))
        return replace(reading, game=replace(reading.game, sounds=tuple(sounds)))

    def start_game(self, session: Session, title: str, pack: Pack | None, manner: str) -> Game:
        """A new game over a pack, or none yet, with rules to begin from.

        Raises Refused where there is no such manner.
        """
        start = starting_points().get(manner)
        if start is None:
            raise Refused(f"There is no manner {manner}. There are: {', '.join(starting_points())}.")
        if pack is None:
            return games.add_game(session, title, new_game(start, title), roll())
        questions = pass_length(self.reading(session, pack).questions)
        text = begun_game(start, title, pack.name, questions, self._pack_loader(session))
        return games.add_game(session, title, text, roll())

    def bring_game(self, session: Session, filename: str, data: bytes) -> Game | None:
        """Keep a game's YAML that was brought; None where it is something else."""
        try:
            text, _ = decode(data, filename)
        except Refused:
            return None
        if not is_game(text):
            return None
        title = self.read(session, text).title or filename.rpartition(".")[0] or "A game"
        return games.add_game(session, title, text, roll())


def write_settings(settings: Settings) -> str:
    """How a pack is read, as JSON."""
    return json.dumps(asdict(settings))


def read_settings(written: str) -> Settings:
    """How a pack is read, from JSON."""
    data = json.loads(written)
    if data.get("roles") is not None:
        data["roles"] = tuple(data["roles"])
    return Settings(**data)
