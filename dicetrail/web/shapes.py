"""The shapes of what the APIs take and give."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from ..core.pack.reading import Settings
from ..core.pack.roles import Role
from ..core.play.game import Look
from ..core.play.setup import LARGEST_DICE, LONGEST_NAME
from ..core.play.view import View
from ..core.prove.gauges import GaugeSort
from ..core.rules.comparing import Scope
from ..core.rules.document import (
    CheckingPart,
    CuePart,
    DealPart,
    Document,
    LookPart,
    OwnCheckingPart,
    SoundPart,
    WaymarkPart,
)
from ..core.rules.editing import Edit
from ..core.rules.yamltext import LARGEST as LARGEST_GAME

DiceNumber = Annotated[int, Field(ge=0, le=LARGEST_DICE)]


class SnagOut(BaseModel):
    """A problem with its place. ``mend`` is what one press does about it, ``mended`` the line it makes."""

    code: str
    severity: Literal["stop", "warn", "note"]
    message: str
    file: str
    line: int
    column: int
    path: str
    mend: str
    mended: str | None


class PackOut(BaseModel):
    """A pack on the shelf, with what stands in it. ``snags`` are the first ones, ``to_mend`` counts those
    that are more than a note."""

    id: int
    name: str
    encoding: str
    format: str
    delimiter: str
    roles: list[str]
    revision: int
    updated: datetime
    questions: int
    kinds: dict[str, int]
    lines: int
    snags: list[SnagOut]
    to_mend: int
    notes: int
    can_undo: bool
    can_redo: bool


class QuestionOut(BaseModel):
    """A question as it was read, with its key: for the maker only. ``number`` is its place, from 0."""

    number: int
    line: int
    id: str
    kind: str
    prompt: str
    options: list[str]
    right: int
    answers: list[str]
    topic: str
    level: int
    worth: float
    why: str
    image: str
    sound: str
    snags: list[SnagOut]


class QuestionsOut(BaseModel):
    """Some of the questions that were looked for. ``total`` is how many were found, ``all`` how many there
    are; ``topics``, ``kinds`` and ``codes`` are what can be looked for."""

    revision: int
    total: int
    all: int
    questions: list[QuestionOut]
    topics: list[str]
    kinds: list[str]
    codes: list[str]


Record = dict[str, str | list[str]]


class OneQuestionOut(BaseModel):
    """One question with everything: its record to be edited, and how a player sees it.

    ``size`` is how many different questions a recipe gives, None where they are too many to count, and
    ``samples`` are some of them.
    """

    revision: int
    question: QuestionOut
    record: Record
    generated: bool
    size: int | None
    samples: list[str]
    preview: View


class TryIn(BaseModel):
    """Answers to be tried at a question; ``dice`` choose what a recipe makes."""

    answers: Annotated[list[Annotated[str, Field(max_length=2000)]], Field(max_length=30)] = []
    dice: DiceNumber = 1


class RecordIn(BaseModel):
    """A question as it is to be, in a given revision; ``after`` is the question it is put behind."""

    record: Record
    revision: int
    after: int | None = None


class ManyIn(BaseModel):
    """Something done to several questions: removed, doubled, or moved before the one numbered ``before``."""

    do: Literal["remove", "double", "move"]
    numbers: Annotated[list[int], Field(min_length=1, max_length=100_000)]
    before: int | None = None
    revision: int


class SettingsIn(BaseModel):
    """How a pack is to be read; None leaves a thing to the guess."""

    delimiter: Literal["tab", "comma", "semicolon"] | None = None
    roles: Annotated[list[Role], Field(max_length=500)] | None = None
    header: bool | None = None
    lists: Literal["sort", "odd", "both"] = "sort"

    def settings(self) -> Settings:
        """As the core knows them."""
        roles = None if self.roles is None else tuple(self.roles)
        return Settings(self.delimiter, roles, self.header, self.lists)


class ColumnsOut(BaseModel):
    """The columns of a file: their names, what they are read as, and the first rows under them."""

    format: str
    encoding: str
    header: bool
    heads: list[str]
    roles: list[str]
    rows: list[list[str]]
    settings: SettingsIn
    questions: int
    to_mend: int


class LineOut(BaseModel):
    """A line as written, what became of it, and the question that begins in it with its snags."""

    number: int
    begins: int
    raw: str
    state: Literal["question", "header", "blank", "snag", "frame"]
    question: QuestionOut | None
    snags: list[SnagOut]


class LinesOut(BaseModel):
    """Some lines of a pack."""

    revision: int
    total: int
    lines: list[LineOut]


class JobOut(BaseModel):
    """Work that goes on. ``total`` is 0 where it is not known; ``pack_id`` is the pack that came of it."""

    id: str
    state: Literal["waiting", "working", "done", "stopped", "refused"]
    done: int
    total: int
    message: str
    pack_id: int | None


class BroughtOut(BaseModel):
    """A file that was brought: the pack it became or, where reading takes a while, the job that reads it."""

    pack: PackOut | None
    job: JobOut | None


class DifferenceOut(BaseModel):
    """One difference between a pack and its file brought again."""

    number: int
    what: Literal["new", "changed", "gone", "kept"]
    mine: QuestionOut | None
    theirs: QuestionOut | None


class DifferencesOut(BaseModel):
    """A file brought again, under a token by which it is taken over, and how it differs."""

    token: str
    differences: list[DifferenceOut]
    total: int


class TakeIn(BaseModel):
    """Which differences are taken over: these, or the whole file as it is where ``numbers`` is None."""

    token: str
    numbers: list[int] | None
    revision: int


class TakenOut(BaseModel):
    """A pack after differences were taken over, and what could not be."""

    pack: PackOut
    left: list[str]


class MediaOut(BaseModel):
    """A picture (``width``, ``height`` in pixels) or a sound (``seconds``, ``peaks`` from 0 to 1)."""

    id: int
    name: str
    mime: str
    file: str
    width: int = 0
    height: int = 0
    seconds: float = 0
    peaks: list[float] = []


class PastedIn(BaseModel):
    """Pasted text to be read as a question file."""

    name: Annotated[str, Field(min_length=1, max_length=120)] = "pasted.tsv"
    text: Annotated[str, Field(max_length=20 * 1024 * 1024)]
    settings: SettingsIn = Field(default_factory=lambda: SettingsIn())


class LineIn(BaseModel):
    """A line rewritten, or taken away (``raw`` None), in a given revision."""

    raw: Annotated[str, Field(max_length=200_000)] | None
    revision: int


class GameOut(BaseModel):
    """A game as written, with its snags. ``checking`` and ``deal`` say in a few words how it does these;
    ``passed`` and ``failed`` count its waymarks."""

    id: int
    slug: str
    title: str
    text: str
    revision: int
    dice: int
    updated: datetime
    playable: bool
    questions: int
    rows: int
    meters: list[str]
    pack_ids: list[int]
    snags: list[SnagOut]
    can_undo: bool
    can_redo: bool
    checking: str
    deal: str
    passed: int
    failed: int


class OffOut(BaseModel):
    """Something that was taken off the shelf."""

    id: int
    title: str


class ShelfOut(BaseModel):
    """Everything on the shelf, and what was taken off it, the latest first."""

    packs: list[PackOut]
    games: list[GameOut]
    packs_off: list[OffOut]
    games_off: list[OffOut]


class MeterNameIn(BaseModel):
    """What a meter is to be called."""

    name: Annotated[str, Field(max_length=200)]
    revision: int


class WordsOut(BaseModel):
    """The words that rules and packs may use."""

    moments: list[str]
    names: list[str]
    functions: list[str]
    cues: list[str]
    kinds: list[str]
    roles: list[str]
    endings: list[str]


class NewGameIn(BaseModel):
    """A new game over a pack, of a manner to begin from."""

    pack_id: int
    title: Annotated[str, Field(min_length=1, max_length=200)]
    manner: Annotated[str, Field(max_length=40)] = "lives"


class MannerOut(BaseModel):
    """A manner of game to begin from, and what it is in a sentence."""

    name: str
    about: str


class GameTextIn(BaseModel):
    """A game's text, changed from a given revision."""

    text: Annotated[str, Field(max_length=LARGEST_GAME)]
    revision: int


class EditsIn(BaseModel):
    """Changes to a game in a given revision, made one after another."""

    edits: Annotated[list[Edit], Field(min_length=1, max_length=1000)]
    revision: int


class DiceIn(BaseModel):
    """The dice a game is tried with; a new roll where it is None."""

    dice: DiceNumber | None = None


class NumberAsked(BaseModel):
    """A number the player is asked for, with its bounds."""

    min: int
    max: int
    default: int


class InvitationOut(BaseModel):
    """What a player sees before a play: the game, and what is asked."""

    slug: str
    title: str
    intro: str
    name: bool
    count: NumberAsked | None
    level: NumberAsked | None
    topics: list[str]
    problem: str
    look: Look = Look()


class PlayIn(BaseModel):
    """What a play is started with."""

    player: Annotated[str, Field(max_length=LONGEST_NAME)] = ""
    count: int | None = None
    topic: Annotated[str, Field(max_length=200)] = ""
    level: int | None = None
    dice: DiceNumber | None = None


class PlayOut(BaseModel):
    """A play that was started."""

    id: str
    slug: str
    dice: int


class MoveIn(BaseModel):
    """A move over the live socket. ``visit`` is the visit the player had in sight."""

    do: Literal["answer", "skip", "continue"]
    text: Annotated[str, Field(max_length=20_000)] = ""
    visit: int


class TriedOut(BaseModel):
    """An input and what checking says of it.

    ``about`` says what is special about a suggested one. ``must`` is what it was pinned to be, as the
    sample numbered ``pin`` (from 0; -1 where it is not pinned).
    """

    text: str
    about: str
    verdict: Literal["right", "close", "wrong", "unreadable"]
    steps: list[str]
    must: Literal["", "right", "wrong"]
    pin: int


class CheckingOut(BaseModel):
    """How the answers to a question are compared: the switches of the game, of its pack and its own, and of
    each kind which setting holds; with samples, and the options that collide anywhere in the game."""

    revision: int
    game: CheckingPart
    pack: OwnCheckingPart | None
    own: OwnCheckingPart | None
    holds: OwnCheckingPart
    origins: dict[str, Scope]
    question: QuestionOut | None
    generated: bool
    samples: list[TriedOut]
    collisions: list[str]
    broken: list[SnagOut]


class SamplesIn(BaseModel):
    """Inputs of the maker's own, to be tried beside the suggested ones."""

    texts: Annotated[list[Annotated[str, Field(max_length=20_000)]], Field(max_length=50)] = []


class AcceptIn(BaseModel):
    """An input that is to be another right answer of a question, in a given revision of its pack."""

    text: Annotated[str, Field(min_length=1, max_length=1000)]
    revision: int


class CardOut(BaseModel):
    """A question as it is dealt: its options in their places, and the place of the right one (-1: typed)."""

    id: str
    kind: str
    prompt: str
    topic: str
    level: int
    options: list[str]
    right: int
    answer: str
    line: int


class DealOut(BaseModel):
    """A deal, and how the game deals. ``total`` is how many questions it has, None where it goes on."""

    dice: int
    cards: list[CardOut]
    total: int | None
    pool: int
    how: DealPart
    revision: int


class FindingOut(BaseModel):
    """Something that was counted over many deals, and what is to be said of it."""

    about: Literal["places", "first", "drawn"]
    title: str
    judgement: Literal["fair", "unfair", "by design", "too few"]
    said: str
    labels: list[str]
    counts: list[int]
    expected: float | None
    p: float | None


class GeneratedOut(BaseModel):
    """A generated question: how many different ones there are, how many a play asks, and the chance that two
    plays have one of them in common."""

    id: str
    prompt: str
    size: int | None
    asked: int
    twice_in_a_play: bool
    met_again: float


class FairnessIn(BaseModel):
    """How many deals to look at."""

    deals: Annotated[int, Field(ge=1, le=100_000)] = 10_000


class FairnessOut(BaseModel):
    """What the deals that were made so far look like."""

    job: JobOut
    deals: int
    findings: list[FindingOut]
    generated: list[GeneratedOut]


class RulesOut(BaseModel):
    """A game's document for the table of its rules. ``built_in`` says what happens at each moment where no
    row applies, ``cues`` are all that a row may name."""

    revision: int
    document: Document
    moments: list[str]
    built_in: dict[str, str]
    names: list[str]
    cues: list[str]


class CellIn(BaseModel):
    """What is being typed in a cell: an expression, or a text with expressions in braces."""

    kind: Literal["expression", "template"]
    text: Annotated[str, Field(max_length=200_000)]


class CellOut(BaseModel):
    """What is wrong with it ("": nothing), and at which character, counted from 1."""

    problem: str
    column: int


class PayOut(BaseModel):
    """What a moment does to the meters at a try (0: at any), each possible change, and by which rows."""

    moment: str
    attempt: int
    changes: dict[str, list[float]]
    rows: list[int | None]


class MeterRangeOut(BaseModel):
    """The values a meter can have at the end: the least, the most, how many, and all where they are few.
    ``open_ended`` tells that there are others still."""

    name: str
    least: float
    most: float
    number: int
    values: list[float]
    open_ended: bool


class PossibleOut(BaseModel):
    """An ending or an award and whether a play can come to it; None where that is not known."""

    number: int
    title: str
    possible: bool | None


class FlowOut(BaseModel):
    """A way from a moment to where the play goes on, and on how many ways of the search it was met."""

    moment: str
    to: str
    times: int


class ComesToOut(BaseModel):
    """What the rules come to. ``ready`` is false while it is still being worked out.

    ``shortest`` and ``longest`` count questions (None: no bound, or not known); ``quickest`` and ``slowest``
    are seconds (None: no bound).
    """

    revision: int
    ready: bool
    complete: bool
    timed: bool
    mixed: bool
    pays: list[PayOut]
    meters: list[MeterRangeOut]
    results: list[str]
    endings: list[PossibleOut]
    awards: list[PossibleOut]
    flow: list[FlowOut]
    shortest: int | None
    longest: int | None
    quickest: float | None
    slowest: float | None
    snags: list[SnagOut]


class FeedbackOut(BaseModel):
    """The cues and sounds a game can use: its own, and those that come with Dice Trail; the rows that name
    each cue; the look of the player's page, and how its colours stand out from the ground (1 to 21)."""

    revision: int
    cues: dict[str, CuePart]
    shipped_cues: dict[str, CuePart]
    sounds: dict[str, SoundPart]
    shipped_sounds: dict[str, SoundPart]
    rows: dict[str, list[int]]
    look: LookPart
    contrast: dict[str, float]
    tick: int


class ExperienceIn(BaseModel):
    """The cue that is to be experienced."""

    cue: Annotated[str, Field(max_length=100)]


Moves = Annotated[list[Annotated[str, Field(max_length=1200)]], Field(max_length=3000)]


class PlayedIn(BaseModel):
    """A play: its dice and choices, and its moves as a moves file writes them."""

    dice: DiceNumber
    player: Annotated[str, Field(max_length=LONGEST_NAME)] = ""
    count: int | None = None
    topic: Annotated[str, Field(max_length=200)] = ""
    level: int | None = None
    moves: Moves = []


class BenchIn(PlayedIn):
    """A play on the bench.

    ``wait`` are the milliseconds that its clock was stepped on since an answer became possible; where
    ``onward`` is false it stays in the feedback of its last move. Where ``before`` is a revision of the game,
    or ``other`` is another play, the differences are told as well.
    """

    wait: Annotated[int, Field(ge=0, le=10**9)] = 0
    onward: bool = True
    before: int | None = None
    other: PlayedIn | None = None


class StepOut(BaseModel):
    """A step of a play in short. ``made_by`` moves had been made when it happened; ``changes`` are those of
    its meters."""

    n: int
    at: int
    move: str
    moment: str
    verdict: str
    row: int | None
    made_by: int
    question: str
    say: str
    error: str
    changes: dict[str, float]
    result: str


class GaugeOut(BaseModel):
    """A meter, the seconds left of a clock, or a count: its value now, its last change with the step of it,
    and its values after each step, then now. No value stands where it has none, as a clock without limit."""

    name: str
    sort: GaugeSort
    value: float | None
    change: float
    step: int
    course: list[float | None]


class DifferentOut(BaseModel):
    """Something that is otherwise, since a step."""

    n: int
    name: str
    said: str


class BenchOut(BaseModel):
    """A play on the bench as far as its moves go, with the reason for its last step.

    ``moves`` are those that were possible; ``problem`` says why the rest was not. ``answer`` and ``key`` are
    of the question that is open, ``coming`` are the prompts of the next ones. ``row``, ``file`` and
    ``line`` lead to the last row that applied and to the question in its file.
    """

    revision: int
    moves: list[str]
    problem: str
    view: View
    steps: list[StepOut]
    gauges: list[GaugeOut]
    reason: str
    row: int | None
    file: str
    line: int
    answer: str
    key: str
    coming: list[str]
    can_be_late: bool
    over: bool
    differences: list[DifferentOut] | None
    expected: dict[str, float | str]


class WalkedOut(BaseModel):
    """A waymark that was walked. ``says`` tells what differs, ``now`` what comes of it under these rules.

    Of one that fails ``since`` tells what became otherwise first, held against the rules under which it last
    passed.
    """

    number: int
    mark: WaymarkPart
    passed: bool
    says: list[str]
    since: str
    now: WaymarkPart


class WaymarksOut(BaseModel):
    """All waymarks of a game, walked under its present rules."""

    revision: int
    passed: int
    failed: int
    waymarks: list[WalkedOut]


class OutcomesOut(BaseModel):
    """What can be expected of a play: ``after[k]`` after k moves. ``moves`` are those that were possible,
    ``problem`` says why the rest was not."""

    moves: list[str]
    problem: str
    after: list[dict[str, float | str]]


class CoverageIn(BaseModel):
    """Plays of the bench that count beside the waymarks."""

    plays: Annotated[list[PlayedIn], Field(max_length=30)] = []


class TouchedOut(BaseModel):
    """A row, an ending or an award ("row 3"), whether it was touched, and whether any play comes to it."""

    what: str
    title: str
    touched: bool
    possible: bool | None


class CoverageOut(BaseModel):
    """What the waymarks and some plays have touched."""

    revision: int
    parts: list[TouchedOut]
    kinds: list[str]
    kinds_left: list[str]
    moments: list[str]


class WayOut(BaseModel):
    """Dice and moves that come to something; no moves where none were found."""

    dice: int
    moves: list[str] | None


class BroughtTrailOut(BaseModel):
    """A trail that was brought: the play it tells of, and what is otherwise under the present rules."""

    play: PlayedIn
    differences: list[DifferentOut]
