"""Files that questions show or let be heard, made ready to be kept."""

from __future__ import annotations

from typing import Any, NamedTuple

LARGEST_MEDIA = 20 * 2**20
"""Bytes a picture or a sound may have as it is brought."""
PICTURE_ENDINGS = (".png", ".jpg", ".jpeg", ".gif", ".webp", ".bmp", ".tif", ".tiff")


class MediaFile(NamedTuple):
    """A picture or a sound as it is kept. ``about`` holds width and height, or seconds and peaks."""

    name: str
    data: bytes
    mime: str
    about: dict[str, Any]


def media_file(filename: str, data: bytes) -> MediaFile:
    """A picture or a sound made ready to be kept. Raises Refused."""
    from .pictures import read_picture  # imported late: most packs have neither pictures nor sounds
    from .sounds import read_sound

    name = filename.replace("\\", "/").rsplit("/", 1)[-1].strip()
    name = "".join(mark if mark.isalnum() or mark in "-_." else "-" for mark in name)[-100:] or "file"
    if name.lower().endswith(PICTURE_ENDINGS):
        picture = read_picture(filename, data)
        ending = "jpg" if picture.mime == "image/jpeg" else "png"
        about = {"width": picture.width, "height": picture.height}
        return MediaFile(f"{name.rpartition('.')[0]}.{ending}", picture.data, picture.mime, about)
    sound = read_sound(filename, data)
    return MediaFile(name, sound.data, sound.mime, {"seconds": sound.seconds, "peaks": sound.peaks})
