"""The sound files of a game: where they are got, and those that are not there."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from ..snag import Snag
from .reading import GameReading


def placed(reading: GameReading, digests: Mapping[str, str], where: str) -> GameReading:
    """A game whose sounds are named by where a player gets them: ``where`` with the file's digest behind it.

    ``digests`` are those of the files there are, by their names; each that is not there is a snag.
    """
    if reading.game is None or reading.document is None or not reading.document.sounds:
        return reading
    sounds, snags = [], list(reading.snags)
    for sound in reading.game.sounds:
        file, mark, part = sound.file.partition("#")
        if file and file not in digests and reading.source is not None:
            line, column = reading.source.place(("sounds", sound.name, "file"))
            message = f"There is no sound file {file} here. Bring it on the feedback screen."
            path = f"sounds.{sound.name}.file"
            snags.append(Snag("no-file", "warn", message, reading.file, line, column, path))
        got = where + digests.get(file, "none") + mark + part if file else ""
        sounds.append(replace(sound, file=got))
    return replace(reading, game=replace(reading.game, sounds=tuple(sounds)), snags=snags)
