"""Sounds for questions: checked, bounded, their shape drawn, and the part that is heard."""

from __future__ import annotations

import io
from dataclasses import dataclass

import numpy as np
import soundfile

from ..snag import Refused
from .media_file import LARGEST_MEDIA

LONGEST_SOUND = 600
"""Seconds a sound may last as it is brought."""
MOST_CHANNELS = 8
PEAKS = 240
"""Points of the drawn shape of a sound."""

_MIMES = {
    "WAV": "audio/wav",
    "WAVEX": "audio/wav",
    "FLAC": "audio/flac",
    "OGG": "audio/ogg",
    "MP3": "audio/mpeg",
}


@dataclass(frozen=True, slots=True)
class SoundFile:
    """A sound that can be heard. ``peaks`` is its shape: the loudest value (0 to 1) of equal parts of it."""

    data: bytes
    mime: str
    seconds: float
    peaks: tuple[float, ...]


def read_sound(name: str, data: bytes) -> SoundFile:
    """A sound checked and measured; its bytes are kept as they are. Raises :class:`Refused`."""
    if len(data) > LARGEST_MEDIA:
        raise Refused(
            f"{name} has {len(data) / 2**20:.0f} MB; a sound may have {LARGEST_MEDIA // 2**20} MB. Cut it and"
            " bring it again."
        )
    try:
        with soundfile.SoundFile(io.BytesIO(data)) as sound:
            mime = _MIMES.get(sound.format)
            if mime is None or sound.channels > MOST_CHANNELS:
                raise _unheard(name)
            seconds = sound.frames / sound.samplerate
            if seconds > LONGEST_SOUND:
                raise Refused(
                    f"{name} lasts {_minutes(seconds)}; a sound may last {_minutes(LONGEST_SOUND)}. Cut out"
                    " the part you need and bring that."
                )
            if sound.frames <= 0:
                raise Refused(f"{name} holds no sound. Record it anew and bring that.")
            return SoundFile(data, mime, seconds, _peaks(sound))
    except Refused:
        raise
    except (soundfile.LibsndfileError, RuntimeError, ValueError, TypeError, OverflowError):
        raise _unheard(name) from None


def _peaks(sound: soundfile.SoundFile) -> tuple[float, ...]:
    """The loudest value of each part, read part by part so that the whole is never in memory."""
    step = max(1, -(-sound.frames // PEAKS))
    peaks = []
    while len(block := sound.read(step, dtype="float32", always_2d=True)):
        loudest = float(np.nan_to_num(np.abs(block)).max())
        peaks.append(round(min(1.0, loudest), 3))
        if len(peaks) >= PEAKS:
            break
    return tuple(peaks)


def _unheard(name: str) -> Refused:
    return Refused(f"{name} is no sound that can be played. Bring a WAV, FLAC, Ogg or MP3 file.")


def _minutes(seconds: float) -> str:
    return f"{seconds:.0f} seconds" if seconds < 120 else f"{seconds / 60:.0f} minutes"
