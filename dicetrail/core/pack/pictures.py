"""Pictures for questions: checked, bounded, and written anew without anything but what is seen."""

from __future__ import annotations

import io
from dataclasses import dataclass

from PIL import Image, ImageOps, UnidentifiedImageError

from ..snag import Refused
from .media_file import LARGEST_MEDIA

MOST_PIXELS = 40_000_000
LONGEST_SIDE = 1600
"""Pixels of the longer side that are kept; a larger picture is made smaller."""
FORMATS = ("PNG", "JPEG", "GIF", "WEBP", "BMP", "TIFF")


@dataclass(frozen=True, slots=True)
class Picture:
    """A picture ready to be shown. ``width`` and ``height`` are in pixels."""

    data: bytes
    mime: str
    width: int
    height: int


def read_picture(name: str, data: bytes) -> Picture:
    """A picture made ready: upright, no larger than a screen needs, as PNG or JPEG without further data.

    Its size is looked at before it is unpacked. Raises :class:`Refused`.
    """
    if len(data) > LARGEST_MEDIA:
        raise Refused(
            f"{name} has {len(data) / 2**20:.0f} MB; a picture may have {LARGEST_MEDIA // 2**20} MB. Make"
            " it smaller and bring it again."
        )
    try:
        with Image.open(io.BytesIO(data), formats=FORMATS) as image:
            if image.width * image.height > MOST_PIXELS:
                raise _too_large(name, image.width, image.height)
            photo = image.format == "JPEG"
            if photo and _is_plain(image, data):
                return Picture(data, "image/jpeg", image.width, image.height)
            image.draft("RGB", (LONGEST_SIDE, LONGEST_SIDE))
            upright = ImageOps.exif_transpose(image)
            upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE), Image.Resampling.LANCZOS)
            kept = upright.convert("RGB" if photo else "RGBA")
    except Refused:
        raise
    except Image.DecompressionBombError:
        raise _too_large(name, None, None) from None
    except UnidentifiedImageError:
        raise Refused(
            f"{name} is no picture that can be shown. Bring a PNG, JPEG, GIF or WebP file."
        ) from None
    except (OSError, SyntaxError, ValueError, EOFError, MemoryError) as error:
        raise Refused(f"{name} is a damaged picture ({error}). Save it anew and bring that.") from None
    out = io.BytesIO()
    if photo:
        kept.save(out, "JPEG", quality=88)
    else:
        kept.save(out, "PNG", optimize=True)
    return Picture(out.getvalue(), "image/jpeg" if photo else "image/png", kept.width, kept.height)


_PLAIN = {"jfif", "jfif_version", "jfif_unit", "jfif_density", "progression", "progressive"}
"""What a JPEG file may say of itself besides its picture to be kept as it is."""


def _is_plain(image: Image.Image, data: bytes) -> bool:
    """Whether a photo can be kept byte for byte: writing it anew would only make it worse."""
    small = max(image.size) <= LONGEST_SIDE
    return small and set(image.info) <= _PLAIN and image.mode == "RGB" and data.endswith(b"\xff\xd9")


def _too_large(name: str, width: int | None, height: int | None) -> Refused:
    size = f"{width:,} × {height:,} pixels" if width else "far too many pixels"
    return Refused(
        f"{name} has {size}; a picture may have {MOST_PIXELS // 1_000_000} million. Make it smaller and bring"
        " it again."
    )
