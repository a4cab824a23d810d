"""Games and question files on disk, in folders and in bundles."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace
from functools import cache
from hashlib import sha256
from pathlib import Path, PurePosixPath
from typing import Protocol

from .core.pack.bundled import bundled
from .core.pack.data import Data
from .core.pack.formats import with_media
from .core.pack.formats.base import Contents
from .core.pack.media import files_of, missing, renamed
from .core.pack.media_file import MediaFile, media_file
from .core.pack.reader import data_of, read_contents, read_data, read_file
from .core.pack.reading import Reading
from .core.pack.settings import Settings
from .core.pack.text import LARGEST_FILE
from .core.play.questions.question import Question
from .core.play.rulebook.game import Game
from .core.rules.bundle import LARGEST_BUNDLE, Bundle, is_bundle, read_bundle
from .core.rules.compile import read_game
from .core.rules.files import address_of, files_named, lost, placed
from .core.rules.reading import GameReading
from .core.rules.starting import StartingPoint
from .core.snag import Refused

STARTING = Path(__file__).parent / "starting"


@cache
def starting_points() -> dict[str, StartingPoint]:
    """The games to begin from that come with Dice Trail, by their names."""
    points = {}
    for path in sorted(STARTING.glob("*.yaml")):
        name = path.stem.partition("-")[2]
        points[name] = StartingPoint(name, path.read_text("utf-8"))
    return points


def read_bytes(path: Path, largest: int = LARGEST_FILE) -> bytes:
    """The bytes of a file. Raises :class:`Refused` with a sentence that says why it can't be read."""
    try:
        with path.open("rb") as file:  # a device tells no size, and may never end
            data = file.read(largest + 1)
        if len(data) > largest:
            raise Refused(f"{path} is larger than {largest // 2**20} MB. Split it into several files.")
        return data
    except FileNotFoundError:
        raise Refused(f"There is no file {path}. Check the name and the folder.") from None
    except IsADirectoryError:
        raise Refused(f"{path} is a folder, not a file.") from None
    except (OSError, ValueError) as error:
        reason = getattr(error, "strerror", None) or str(error)
        raise Refused(f"{path} can't be read: {reason}.") from None


def write_bytes(path: Path, data: bytes) -> None:
    """Write a file whole: a reader sees the old one or the new one, never a part. Raises :class:`Refused`."""
    part = path.with_name(path.name + ".part")
    try:
        part.write_bytes(data)
        part.replace(path)
    except (OSError, ValueError) as error:
        reason = getattr(error, "strerror", None) or str(error)
        raise Refused(f"{path} can't be written: {reason}.") from None


class _Place(Protocol):
    """Where the files of a game lie: packs and tables by the names that a game calls them, pictures and
    sounds by those that a pack does. All raise Refused where something can't be had."""

    def pack(self, name: str, shown_as: str) -> Reading: ...
    def has(self, file: str, pack: str) -> bool: ...
    def media(self, file: str, packs: Iterable[str]) -> bytes: ...


@dataclass
class _Folder:
    """A folder: what a pack names lies beside it. ``used`` are the packs and tables that were read."""

    path: Path
    used: dict[str, bytes] = field(default_factory=dict)
    inside: dict[str, bytes] = field(default_factory=dict)
    """Pictures and sounds that lie in the files of packs."""

    def pack(self, name: str, shown_as: str) -> Reading:
        beside = PurePosixPath(name).parent

        def load_data(table: str) -> Data:
            return read_data(table, self._read((beside / table).as_posix()))

        data = self._read(name)
        package = with_media(name, data)
        if package is None:
            return read_file(shown_as, data, load_data=load_data)
        self.inside |= {one.name: one.data for one in package.media}
        return read_contents(shown_as, package.contents({}), load_data=load_data)

    def _read(self, name: str) -> bytes:
        return self.used.setdefault(name, read_bytes(self.path / name))

    def has(self, file: str, pack: str) -> bool:
        return file in self.inside or (self.path / pack).parent.joinpath(file).is_file()

    def media(self, file: str, packs: Iterable[str]) -> bytes:
        if file in self.inside:
            return self.inside[file]
        near = (*((self.path / pack).parent / file for pack in packs), self.path / file)
        return read_bytes(next((path for path in near if path.is_file()), near[-1]))


@dataclass
class _Unpacked:
    """A bundle: its tables lie among its packs, its pictures and sounds all in one place."""

    bundle: Bundle
    file: str

    def pack(self, name: str, shown_as: str) -> Reading:
        return read_contents(shown_as, *self._bundled(name), load_data=self._table)

    def _table(self, table: str) -> Data:
        name = next((name for name in (table, f"packs/{table}") if name in self.bundle.packs), table)
        return data_of(name, *self._bundled(name))

    def _bundled(self, name: str) -> tuple[Contents, Settings]:
        data = self.bundle.packs.get(name)
        if data is None:
            raise Refused(f"There is no file {name} in {self.file}.")
        return bundled(name, data, self.bundle.reading.get(name, {}))

    def has(self, file: str, pack: str) -> bool:
        return file in self.bundle.media

    def media(self, file: str, packs: Iterable[str]) -> bytes:
        try:
            return self.bundle.media[file]
        except KeyError:
            raise Refused(f"There is no file {file} in {self.file}.") from None


def _read_pack(place: _Place, name: str, shown_as: str) -> Reading:
    reading = place.pack(name, shown_as)
    lost = {file for file in files_of(reading.questions) if not place.has(file, name)}
    reading.snags += missing(reading.questions, lost)
    return reading


def read_pack_file(path: Path) -> Reading:
    """Read a question file from disk, its tables, pictures and sounds beside it. Raises :class:`Refused`."""
    return _read_pack(_Folder(path.parent), path.name, str(path))


def read_pack_with_media(path: Path) -> tuple[Reading, dict[str, MediaFile]]:
    """A question file from disk, with those of its pictures and sounds that are there. Raises
    :class:`Refused`."""
    place = _Folder(path.parent)
    reading = _read_pack(place, path.name, str(path))
    there = [file for file in sorted(files_of(reading.questions)) if place.has(file, path.name)]
    return reading, {file: media_file(file, place.media(file, [path.name])) for file in there}


@dataclass(frozen=True, slots=True)
class GameOnDisk:
    """A game that was read from disk, and where its files lie."""

    text: str
    reading: GameReading
    _place: _Place

    def bundled(self) -> Bundle:
        """The game with all it needs. Raises Refused where something of it is missing."""
        if isinstance(self._place, _Unpacked):
            return self._place.bundle
        assert isinstance(self._place, _Folder)
        return Bundle(self.text, self._place.used, {file: self._media(file) for file in self._files()})

    def carried(self) -> tuple[Game, list[MediaFile]]:
        """The game as a take-away carries it, its files named by their digests; and these files. Raises
        Refused where it can't be played or a file can't be used."""
        ready = {file: media_file(file, self._media(file)) for file in sorted(self._files())}
        digests = {file: sha256(one.data).hexdigest() for file, one in ready.items()}
        game = placed(self.reading, digests).game
        assert game is not None
        questions = (renamed(question, lambda name: address_of(name, digests)) for question in game.questions)
        return replace(game, questions=tuple(questions)), list(ready.values())

    def _files(self) -> set[str]:
        game, document = self.reading.game, self.reading.document
        return (files_of(game.questions) if game else set()) | (files_named(document) if document else set())

    def _media(self, file: str) -> bytes:
        return self._place.media(file, self.reading.packs)


def game_on_disk(path: Path) -> GameOnDisk:
    """Read a game from disk: its YAML, its packs relative to it; or a bundle. Raises :class:`Refused` where
    there is no text."""
    data = read_bytes(path, LARGEST_BUNDLE)
    if is_bundle(data):
        bundle = read_bundle(data, str(path))
        place: _Place = _Unpacked(bundle, str(path))
        text = bundle.text
    else:
        place = _Folder(path.parent)
        try:
            text = data.decode("utf-8-sig")
        except UnicodeDecodeError:
            raise Refused(
                f"{path} is not a game: a game is a YAML text in UTF-8, or a bundle that holds one."
            ) from None

    def load_pack(name: str) -> Sequence[Question]:
        return _read_pack(place, name, name).questions

    reading = read_game(text, load_pack, str(path))
    named = files_named(reading.document) if reading.document else set()
    near = (*reading.packs, path.name)
    there = {file for file in named if any(place.has(file, beside) for beside in near)}
    told = [*reading.snags, *lost(reading, there, "Put it beside the game, or mend its name.")]
    return GameOnDisk(text, replace(reading, snags=told), place)


def read_game_file(path: Path) -> GameReading:
    """Read a game from disk. Raises :class:`Refused` where there is no text."""
    return game_on_disk(path).reading
