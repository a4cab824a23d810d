"""Sounds as RIFF/WAVE describes them, and motions as WCAG allows them.

RIFF/WAVE: IBM and Microsoft, "Multimedia Programming Interface and Data Specifications 1.0", 1991 (from
memory): a chunk ``RIFF`` of the form ``WAVE`` holds ``fmt `` (format 1 is PCM) and ``data``; sizes are
little-endian, chunks begin at even places, and unknown ones are passed over. Python's ``wave``
reads the same. Flashes: WCAG 2.2, success criterion 2.3.1: no more than three in any one second.
"""

from __future__ import annotations

import io
import struct
import unittest
import wave
from math import pi, sin

from dicetrail.core.pack.sounds import read_sound
from dicetrail.core.rules.compile import read_game
from dicetrail.core.snag import Refused
from tests.core.making import choice

RATE = 8000


def chunk(name: bytes, data: bytes) -> bytes:
    return name + struct.pack("<I", len(data)) + data + b"\0" * (len(data) % 2)


def written(frames: int, *, loud: float = 0.5, extra: bytes = b"", channels: int = 1) -> bytes:
    """A file of 16-bit samples, put together by hand."""
    values = [round(32767 * loud * sin(2 * pi * 440 * n / RATE)) for n in range(frames)]
    data = b"".join(struct.pack("<h", value) * channels for value in values)
    form = struct.pack("<HHIIHH", 1, channels, RATE, RATE * 2 * channels, 2 * channels, 16)
    return chunk(b"RIFF", b"WAVE" + chunk(b"fmt ", form) + extra + chunk(b"data", data))


class Wave(unittest.TestCase):
    def test_length_and_level_are_those_of_the_samples(self):
        for frames, channels in ((RATE, 1), (RATE // 4, 2), (1234, 1)):
            data = written(frames, channels=channels)
            with wave.open(io.BytesIO(data)) as known:
                seconds = known.getnframes() / known.getframerate()
            sound = read_sound("a.wav", data)
            self.assertAlmostEqual(sound.seconds, seconds, places=9)
            self.assertAlmostEqual(max(sound.peaks), 0.5, places=2)
            self.assertEqual((sound.mime, sound.data), ("audio/wav", data))

    def test_unknown_chunks_are_passed_over(self):
        with_more = written(RATE, extra=chunk(b"LIST", b"INFOabc") + chunk(b"zzzz", b"odd"))
        self.assertAlmostEqual(read_sound("a.wav", with_more).seconds, 1)

    def test_what_is_no_wave_is_refused(self):
        whole = written(RATE)
        for broken in (b"RIFF", whole[:20], b"RIFX" + whole[4:12], b"", whole[:8] + b"AVI " + whole[12:]):
            with self.assertRaises(Refused):
                read_sound("a.wav", broken)


class Flashes(unittest.TestCase):
    def codes(self, times: int, hold: float) -> list[str]:
        text = f"""title: T
packs: [a]
cues: {{blink: {{motion: glow, times: {times}, hold: {hold}}}}}
consequences: [{{moment: right, cue: blink}}]
"""
        return [snag.code for snag in read_game(text, lambda _: [choice(0)]).snags]

    def test_three_a_second_and_no_more(self):
        for times, hold, told in ((3, 1, False), (4, 1, True), (1, 0.2, False), (6, 2, False), (7, 2, True)):
            self.assertEqual("flashes" in self.codes(times, hold), told, (times, hold))
