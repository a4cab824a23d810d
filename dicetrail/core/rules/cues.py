"""The cues and sounds that come with Dice Trail. A game's own of the same name take their place."""

from __future__ import annotations

from ..play.rulebook.page import Act, Cue, Sound

SHIPPED_SOUNDS = {
    sound.name: sound
    for sound in (
        Sound("rise", 392, 3, 4.5, 0.16, 0, "soft", 0.7),
        Sound("fall", 294, 1, 0, 0.5, -12, "soft", 0.7),
        Sound("gust", 190, 2, -3, 0.4, 9, "breath", 0.6),
        Sound("tap", 330, 1, 0, 0.11, -4, "clear", 0.8),
        Sound("bell", 784, 1, 0, 1.1, 0, "bright", 0.5),
        Sound("tick", 660, 1, 0, 0.06, 0, "clear", 0.5),
        Sound("drop", 880, 2, -12, 0.07, -7, "clear", 0.7),
        Sound("footsteps", 98, 4, 0, 0.2, -5, "soft", 0.8),
        Sound("bells", 659, 4, 3, 0.22, 0, "bright", 0.5),
        Sound("horn", 147, 2, 7, 0.55, 0, "soft", 0.7),
        Sound("owl", 370, 2, -2, 0.34, -3, "clear", 0.6),
        Sound("birds", 1760, 3, 2, 0.09, 5, "clear", 0.4),
        Sound("thunder", 55, 3, -2, 0.5, -6, "breath", 0.9),
        Sound("wind", 262, 3, 4, 0.45, 12, "breath", 0.5),
        Sound("stone", 220, 3, -5, 0.09, -2, "soft", 0.8),
        Sound("cracked bell", 622, 2, -1, 0.45, 0, "bright", 0.6),
    )
}

SHIPPED = {
    cue.name: cue
    for cue in (
        Cue(
            "bright",
            "rise",
            "sweep",
            "good",
            1.2,
            scene=(Act("swell", "meters", 0.3), Act("count", lasts=0.6)),
        ),
        Cue("dull", "fall", "sink", "bad", 1.6, scene=(Act("shiver", "options"),)),
        Cue("gust", "gust", "drift", "bad", 1.6, scene=(Act("sway", "prompt", 0.2), Act("snow", lasts=1.6))),
        Cue("nudge", "tap", "sway", "info", 0.4),
        Cue(
            "summit",
            "bells",
            "settle",
            "good",
            3,
            scene=(Act("embers", lasts=3), Act("swell", "meters", 0.4), Act("count", lasts=2)),
        ),
        Cue("nightfall", "horn", "sink", "bad", 3, scene=(Act("snow", lasts=3), Act("sink", "meters", 0.4))),
        Cue(
            "chime",
            "bell",
            "lift",
            "good",
            1.5,
            scene=(Act("stamp", "meters", 0.2), Act("embers", lasts=1.5)),
        ),
    )
}
