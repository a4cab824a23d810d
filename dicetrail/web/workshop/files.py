"""Pictures and sounds, and where players get them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, NamedTuple

from sqlalchemy.orm import Session

from ...core.pack.media import renamed
from ...core.pack.pictures import read_picture
from ...core.pack.sounds import read_sound
from ...core.play.question import Question
from ...core.rules.files import placed
from ...core.rules.reading import GameReading
from ...store import media
from ...store.models import Media
from ...store.standing import standing

FILES = "/api/players/files/"
"""Where players get pictures and sounds, by their digest: a name could give an answer away."""
PICTURE_ENDINGS = (".png", ".jpg", ".jpeg", ".gif", ".webp", ".bmp", ".tif", ".tiff")


class Ready(NamedTuple):
    """A picture or a sound as it is kept."""

    name: str
    data: bytes
    mime: str
    about: dict[str, Any]


def bring(session: Session, filename: str, data: bytes) -> Media:
    """Keep a picture or a sound. Raises Refused."""
    return media.keep(session, *ready(filename, data))


def ready(filename: str, data: bytes) -> Ready:
    """A picture or a sound made ready to be kept. Raises Refused."""
    name = filename.replace("\\", "/").rsplit("/", 1)[-1].strip()
    name = "".join(mark if mark.isalnum() or mark in "-_." else "-" for mark in name)[-100:] or "file"
    if name.lower().endswith(PICTURE_ENDINGS):
        picture = read_picture(filename, data)
        ending = "jpg" if picture.mime == "image/jpeg" else "png"
        about = {"width": picture.width, "height": picture.height}
        return Ready(f"{name.rpartition('.')[0]}.{ending}", picture.data, picture.mime, about)
    sound = read_sound(filename, data)
    return Ready(name, sound.data, sound.mime, {"seconds": sound.seconds, "peaks": sound.peaks})


def shown(session: Session, questions: Sequence[Question]) -> list[Question]:
    """Questions whose pictures and sounds are named by where a player gets them."""
    digests = standing(session).digests
    return [renamed(question, lambda name: FILES + digests.get(name, "none")) for question in questions]


def with_files(session: Session, reading: GameReading) -> GameReading:
    """A game whose sounds are named by where a player gets them."""
    return placed(reading, standing(session).digests, FILES)
