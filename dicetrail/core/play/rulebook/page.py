"""What the player's page looks and sounds like: cues, sounds, the look, the welcome, the words."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from .moments import Tone

Where = Literal["above", "below", "hidden"]
"""Where on the page a thing stands, as seen from the question."""
ClockWhere = Literal["above", "middle", "below", "hidden"]
"""Where a clock stands; in the middle it is large."""
Size = Literal["normal", "large", "wall"]
OptionShape = Literal["line", "box", "round"]
OptionSize = Literal["small", "normal", "large"]
OptionGap = Literal["none", "narrow", "wide"]


@dataclass(frozen=True, slots=True)
class Act:
    """A part of what a cue shows: a motion ``do`` that is made ``on`` a part of the page, or a short
    ``text``, or a ``picture``, that come and go. It begins ``at`` so many seconds, and what comes and goes
    ``lasts`` so many."""

    do: str = "none"
    on: str = "page"
    at: float = 0
    lasts: float = 1.2
    text: str = ""
    picture: str = ""


@dataclass(frozen=True, slots=True)
class Cue:
    """A named bundle of feedback; ``hold`` is how long it stays, in seconds, and ``times`` how often its
    motion is made. ``scene`` is what else happens on the page, several acts together or one after another."""

    name: str
    sound: str = ""
    motion: str = ""
    tone: Tone = "plain"
    hold: float = 0
    times: int = 1
    scene: tuple[Act, ...] = ()


@dataclass(frozen=True, slots=True)
class Sound:
    """A sound as it is made: ``notes`` tones one after another, ``each`` seconds long.

    ``pitch`` is the first tone's frequency in hertz; each further one lies ``step`` semitones away, and each
    glides by ``slide`` semitones. ``level`` is from 0 to 1. Where ``file`` is named (it may end in
    ``#t=START,END``), that is heard instead. It ends where another begins or an answer is given, unless it
    goes on ``over`` that.
    """

    name: str
    pitch: float = 440
    notes: int = 1
    step: float = 0
    each: float = 0.2
    slide: float = 0
    tone: str = "soft"
    level: float = 0.6
    file: str = ""
    over: bool = False


@dataclass(frozen=True, slots=True)
class Pictures:
    """The pictures shown beside a verdict and a result, and the one that stands for a life; "" where there is
    none."""

    right: str = ""
    wrong: str = ""
    won: str = ""
    lost: str = ""
    life: str = ""


@dataclass(frozen=True, slots=True)
class Look:
    """How the player's page looks: colours as ``#rrggbb``, the mark that stands for a life, the typeface, and
    where things stand.

    ``behind`` is a picture behind everything, covered by the ground to the part ``veil`` (0 to 1), so that
    what is written on it stays readable. A question's own picture stands ``above`` its prompt, or is behind
    everything in its place. With ``labels`` options have their letters beside them.
    """

    ground: str = "#f5efe1"
    ink: str = "#2a2620"
    accent: str = "#2b5a3c"
    mark: str = "lantern"
    face: str = "plain"
    size: Size = "normal"
    question_size: Size = "normal"
    title: bool = False
    options: Literal["lines", "columns", "pictures"] = "lines"
    option_shape: OptionShape = "line"
    option_size: OptionSize = "normal"
    option_gap: OptionGap = "narrow"
    labels: bool = True
    score: Where = "above"
    marks: Where = "above"
    clock: ClockWhere = "above"
    count: Where = "above"
    clock_as: Literal["both", "trail", "figures"] = "both"
    behind: str = ""
    veil: float = 1
    picture: Literal["above", "behind"] = "above"
    pictures: Pictures = Pictures()
    press: str = ""


@dataclass(frozen=True, slots=True)
class Welcome:
    """What invites a player before a play, beside the title and the intro: a picture with its alternative
    text, music as loud as ``volume`` (0 to 1) that goes on through the play or is heard before it only, and a
    text that is spoken."""

    picture: str = ""
    alt: str = ""
    music: str = ""
    volume: float = 0.4
    music_when: Literal["always", "start"] = "always"
    speech: str = ""


@dataclass(frozen=True, slots=True)
class Words:
    """The language of the page, its texts that were replaced, and in a line how the game is played."""

    language: str = "en"
    texts: dict[str, str] = field(default_factory=dict)
    played: str = ""
