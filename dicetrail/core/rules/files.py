"""The files of a game's page: where they are got, and those that are not there."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping
from dataclasses import asdict, replace
from typing import Any

from ..play.rulebook.game import Game
from ..play.rulebook.page import Pictures
from ..snag import Snag
from .document import Document
from .page import PicturesPart
from .reading import GameReading

FILES = "/api/players/files/"
"""Where players get pictures and sounds, by the SHA-256 of their bytes: a name could give an answer away."""
_NAMING: tuple[tuple[tuple[str, ...], str], ...] = (
    (("look", "behind"), "picture"),
    *((("look", "pictures", name), "picture") for name in PicturesPart.model_fields),
    (("welcome", "picture"), "picture"),
    (("welcome", "music"), "sound file"),
    (("welcome", "speech"), "sound file"),
)
"""Where the document names a file, and what sort of one."""


def address_of(name: str, digests: Mapping[str, str]) -> str:
    """Where a player gets a file: FILES with its digest behind it, `none` where it is missing."""
    return FILES + digests.get(name, "none")


def files_named(document: Document) -> set[str]:
    """The files that a document itself names."""
    return {name for _, _, name in _named(document)}


def placed(reading: GameReading, digests: Mapping[str, str]) -> GameReading:
    """A game whose files are named by where a player gets them: FILES with the file's digest behind it.

    ``digests`` are those of the files there are, by their names; each that is not there is a snag.
    """
    game = reading.game
    if game is None:
        return reading
    snags = [*reading.snags, *lost(reading, digests, "Bring it on the feedback screen.")]

    def got(file: str) -> str:
        name, mark, part = file.partition("#")
        return address_of(name, digests) + mark + part if name else ""

    return replace(reading, game=_renamed(game, got), snags=snags)


def lost(reading: GameReading, there: Collection[str], hint: str) -> Iterator[Snag]:
    """A snag for each file that a document names and that is not ``there``; ``hint`` says what to do."""
    document, source = reading.document, reading.source
    if document is None or source is None:
        return
    for path, what, name in _named(document):
        if name not in there:
            line, column = source.place(path)
            message = f"There is no {what} {name} here. {hint}"
            yield Snag("no-file", "warn", message, reading.file, line, column, ".".join(map(str, path)))


def _named(document: Document) -> Iterator[tuple[tuple[str | int, ...], str, str]]:
    """Each file that is named: where, what it is, and its name."""
    for name, sound in document.sounds.items():
        if sound.file:
            yield ("sounds", name, "file"), "sound file", sound.file.partition("#")[0]
    for name, cue in document.cues.items():
        for place, act in enumerate(cue.scene):
            if act.picture:
                yield ("cues", name, "scene", place, "picture"), "picture", act.picture
    for path, what in _NAMING:
        part: Any = document
        for key in path:
            part = getattr(part, key)
        if part:
            yield path, what, part.partition("#")[0]


def _renamed(game: Game, got: Any) -> Game:
    return replace(
        game,
        sounds=tuple(replace(sound, file=got(sound.file)) for sound in game.sounds),
        cues=tuple(
            replace(cue, scene=tuple(replace(act, picture=got(act.picture)) for act in cue.scene))
            for cue in game.cues
        ),
        look=replace(
            game.look,
            behind=got(game.look.behind),
            pictures=Pictures(**{name: got(file) for name, file in asdict(game.look.pictures).items()}),
        ),
        welcome=replace(
            game.welcome,
            picture=got(game.welcome.picture),
            music=got(game.welcome.music),
            speech=got(game.welcome.speech),
        ),
    )
