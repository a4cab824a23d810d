"""Checks of what is seen and heard."""

from __future__ import annotations

import math
from collections.abc import Iterator

from ...play.rulebook.game import Game
from ..cues import SHIPPED_SOUNDS
from ..document import Document
from .found import Found, Written, gone, put

FLASHES = 3
"""Flashes a second that are not to be passed (WCAG 2.2, success criterion 2.3.1)."""


def sounds(game: Written) -> Iterator[Found]:
    """Sounds that are named and not there."""
    document = game.document
    known = ["none", *SHIPPED_SOUNDS, *document.sounds]
    named = [(document.clocks.tick_sound, ("clocks", "tick_sound")), (document.look.press, ("look", "press"))]
    for sound, path in [
        *named,
        *((cue.sound, ("cues", name, "sound")) for name, cue in document.cues.items()),
    ]:
        if sound and sound not in known:
            message = f"There is no sound ‘{sound}’. There are {', '.join(known)}."
            yield Found("unknown-sound", "warn", message, path, mend=gone("Take it away", path))


def flashes(document: Document, game: Game) -> Iterator[Found]:
    """Motions that come so often that they can harm."""
    for name, cue in document.cues.items():
        if cue.motion != "none" and cue.times > 1 and cue.times > FLASHES * cue.hold:
            enough = math.ceil(10 * cue.times / FLASHES) / 10
            often = f"{cue.times / cue.hold:.1f} times a second" if cue.hold else f"{cue.times} times at once"
            yield Found(
                "flashes",
                "warn",
                f"The motion of ‘{name}’ comes {often}; more than {FLASHES} a second can harm people. Hold it"
                f" for {enough:g} seconds at least, or make the motion less often.",
                ("cues", name),
                mend=put(f"Hold it for {enough:g} s", ("cues", name, "hold"), enough),
            )


def scenes(document: Document, game: Game) -> Iterator[Found]:
    """Acts that show nothing, and more motions in a second than are good for people."""
    for name, cue in document.cues.items():
        for place, act in enumerate(cue.scene):
            if act.do == "none" and not act.text and not act.picture:
                path = ("cues", name, "scene", place)
                message = "This act shows nothing: give it a motion, a text or a picture."
                yield Found("empty-act", "warn", message, path, mend=gone("Remove the act", path))
        moved = sorted(act.at for act in cue.scene if act.do != "none")
        crowded = [at for at in moved if sum(at <= other < at + 1 for other in moved) > FLASHES]
        if crowded:
            yield Found(
                "flashes",
                "warn",
                f"In the scene of ‘{name}’ more than {FLASHES} motions begin within the second after"
                f" {crowded[0]:g} s; that can harm people. Let some begin later.",
                ("cues", name, "scene"),
            )


def silence(document: Document, game: Game) -> Iterator[Found]:
    """Sounds that nobody hears."""
    heard = sum(bool(question.sound) for question in game.questions) if game.silent else 0
    if heard:
        what = "One question has a sound" if heard == 1 else f"{heard} questions have a sound"
        said = f"{what} that nobody hears: the game is silent."
        mend = gone("Let sounds be heard", ("silent",))
        yield Found("silent-sound", "warn", said, ("silent",), mend=mend)
