"""The document's parts for the player's page: cues, sounds, the look, the welcome, the words."""

from __future__ import annotations

import re
from typing import Annotated, Literal

from pydantic import AfterValidator, Field, WithJsonSchema

from ..play.rulebook.moments import Tone
from ..play.rulebook.page import ClockWhere, OptionGap, OptionShape, OptionSize, Size, Where
from ..play.words import LANGUAGES
from .part import Hold, Part, Text

Motion = Literal[
    "none",
    "glow",
    "sway",
    "lift",
    "drift",
    "shiver",
    "stamp",
    "turn",
    "ink",
    "settle",
    "swell",
    "sink",
    "sweep",
]
Effect = Motion | Literal["embers", "snow", "count"]
ActOn = Literal["note", "prompt", "options", "meters", "page"]
MOST_ACTS = 8
Timbre = Literal["soft", "clear", "bright", "breath"]
Mark = Literal["lantern", "boot", "flake", "dot"]
Face = Literal["plain", "book", "typed"]
OptionsAs = Literal["lines", "columns", "pictures"]
ClockAs = Literal["both", "trail", "figures"]
PictureAt = Literal["above", "behind"]
MusicWhen = Literal["always", "start"]
File = Annotated[str, Field(max_length=200)]


class SoundPart(Part):
    """A sound: some tones one after another, or a file."""

    pitch: Annotated[float, Field(ge=40, le=4000, description="the first tone's frequency in hertz")] = 440
    notes: Annotated[int, Field(ge=1, le=8)] = 1
    """how many notes"""
    step: Annotated[float, Field(ge=-24, le=24, description="semitones from one note to the next")] = 0
    each: Annotated[float, Field(ge=0.03, le=3, description="seconds a note lasts")] = 0.2
    slide: Annotated[float, Field(ge=-24, le=24, description="semitones a note glides by")] = 0
    tone: Timbre = "soft"
    """how it is made"""
    level: Annotated[float, Field(ge=0, le=1)] = 0.6
    """how loud, from 0 to 1"""
    file: Annotated[str, Field(max_length=200, description="a sound file, may end in #t=START,END")] = ""
    over: Annotated[bool, Field(description="goes on while others begin, and past the answer")] = False


class ActPart(Part):
    """A part of what a cue shows: a motion, a short text, a picture, or the meters' numbers counting up."""

    do: Effect = "none"
    """the motion; `count`: numbers of meters count up"""
    on: Annotated[ActOn, Field(description="the part of the page a motion is made on")] = "page"
    at: Annotated[float, Field(ge=0, le=20, description="seconds after the cue begins")] = 0
    lasts: Annotated[float, Field(ge=0.2, le=20, description="seconds that what comes and goes stays")] = 1.2
    text: Annotated[str, Field(max_length=60)] = ""
    """a short text over the page"""
    picture: File = ""
    """a picture over the page"""


class CuePart(Part):
    """A named bundle of feedback; ``hold`` is how long it stays, in seconds."""

    sound: str = "none"
    """the sound's name; `none` for silence"""
    motion: Motion = "none"
    """the motion of the feedback"""
    tone: Tone = "plain"
    """how it is meant: good, bad, info, plain"""
    hold: Hold = 0
    """seconds that it stays"""
    times: Annotated[int, Field(ge=1, le=50, description="how often the motion is made in that time")] = 1
    scene: Annotated[list[ActPart], Field(max_length=MOST_ACTS)] = []
    """what else happens on the page"""


def _colour(value: str) -> str:
    if not re.fullmatch(r"#[0-9a-fA-F]{6}", value):
        raise ValueError(f"‘{value[:20]}’ is no colour: write six hexadecimal digits, such as #2b5a3c")
    return value.lower()


Colour = Annotated[
    str, AfterValidator(_colour), WithJsonSchema({"type": "string", "pattern": "^#[0-9a-fA-F]{6}$"})
]


class PicturesPart(Part):
    """Pictures shown beside a verdict and a result, and the one that stands for a life."""

    right: File = ""
    """beside a right answer"""
    wrong: File = ""
    """beside a wrong one"""
    won: File = ""
    """beside a play that was won"""
    lost: File = ""
    """beside one that was lost"""
    life: Annotated[File, Field(description="stands for a life in place of the mark")] = ""


class LookPart(Part):
    """How the player's page looks: the ground, what is written on it, what is pressed, how lives show, and
    where things stand."""

    ground: Colour = "#f5efe1"
    """the colour of the page"""
    ink: Colour = "#2a2620"
    """the colour of what is written"""
    accent: Colour = "#2b5a3c"
    """the colour of what is pressed"""
    mark: Mark = "lantern"
    """what stands for one of a meter that is shown as marks"""
    face: Face = "plain"
    """the letters"""
    size: Size = "normal"
    """how large texts are"""
    question_size: Annotated[Size, Field(description="the text of the question")] = "normal"
    title: Annotated[bool, Field(description="the title stays in sight during the play")] = False
    options: OptionsAs = "lines"
    """options as lines, in columns, or as pictures"""
    option_shape: OptionShape = "line"
    """how an option is framed"""
    option_size: OptionSize = "normal"
    """how large options are"""
    option_gap: OptionGap = "narrow"
    """how far apart options are"""
    labels: Annotated[bool, Field(description="options have their letters beside them")] = True
    score: Where = "above"
    """where numbers and bars stand"""
    marks: Where = "above"
    """where marks stand"""
    clock: Annotated[ClockWhere, Field(description="in the middle it is large")] = "above"
    count: Where = "above"
    """where the number of the question stands"""
    clock_as: ClockAs = "both"
    """how clocks are shown"""
    behind: Annotated[File, Field(description="a picture behind everything")] = ""
    picture: Annotated[PictureAt, Field(description="where a question's own picture stands")] = "above"
    pictures: PicturesPart = PicturesPart()
    """pictures of feedback and results"""
    press: Annotated[str, Field(max_length=100, description="the sound of what is pressed")] = ""


class WelcomePart(Part):
    """What invites a player before a play: a picture, music, a text that is spoken."""

    picture: File = ""
    """a picture"""
    alt: Annotated[str, Field(max_length=500, description="what is on the picture")] = ""
    music: File = ""
    """a music file"""
    volume: Annotated[float, Field(ge=0, le=1)] = 0.4
    """how loud the music is, from 0 to 1"""
    music_when: Annotated[MusicWhen, Field(description="through the play, or before it only")] = "always"
    speech: Annotated[File, Field(description="a sound file that is spoken")] = ""


def _language(code: str) -> str:
    if code in LANGUAGES:
        return code
    raise ValueError(f"there are no texts in ‘{code[:20]}’; there are {', '.join(LANGUAGES)}")


def _text_name(name: str) -> str:
    if any(name in language.texts for language in LANGUAGES.values()):
        return name
    raise ValueError(f"the page has no text called ‘{name[:40]}’")


class WordsPart(Part):
    """The language of the player's page, and texts of it that are replaced."""

    language: Annotated[
        str,
        AfterValidator(_language),
        WithJsonSchema({"type": "string", "enum": list(LANGUAGES)}),
    ] = "en"
    """the language of the page"""
    texts: Annotated[dict[Annotated[str, AfterValidator(_text_name)], Text], Field(max_length=200)] = {}
    """texts that are said otherwise, by their names"""
