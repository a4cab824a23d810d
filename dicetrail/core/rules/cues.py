"""The cues that come with Dice Trail. A game's own cue of the same name takes their place."""

from __future__ import annotations

from ..play.game import Cue

SOUNDS = ("none", "rise", "fall", "gust", "tap", "bell")
"""The sounds that are made by the player's page."""

SHIPPED = {
    cue.name: cue
    for cue in (
        Cue("bright", "rise", "glow", "good", 1.2),
        Cue("dull", "fall", "sway", "bad", 1.6),
        Cue("gust", "gust", "drift", "bad", 1.6),
        Cue("nudge", "tap", "sway", "info", 0.4),
        Cue("chime", "bell", "lift", "good", 1.5),
    )
}
