"""The view: what the player may see of a run, and nothing more.

It never holds the key, an accepted answer or an explanation before the rules reveal them.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from .card import Card
from .clocks import Clock
from .expressions import ExpressionError
from .game import Choices, Look, Number, Result, Sound
from .kinds import kind_of, shown_answer
from .kinds.base import Mark
from .letters import Covered
from .moments import MOMENTS, Moment, Phase, Tone
from .played import Feedback, Turn
from .program import Program
from .question import LABELS, picture, said
from .run import Run
from .setup import NAMELESS
from .verdict import LONGEST_ANSWER, VerdictName


@dataclass(frozen=True, slots=True)
class ClockView:
    """A clock with a limit: milliseconds left and in all, and whether it runs."""

    left: int
    limit: int
    running: bool


@dataclass(frozen=True, slots=True)
class OptionView:
    """An option in its place; ``mark`` says what is known of it: picked, right, wrong or nothing.

    Where the option is a picture, ``image`` is its file and ``text`` what is said of it.
    """

    label: str
    text: str
    mark: Mark
    image: str


@dataclass(frozen=True, slots=True)
class QuestionView:
    """The question that is open, or whose feedback is shown. ``total`` is None where the deck is endless."""

    number: int
    total: int | None
    kind: str
    prompt: str
    hint: str
    options: list[OptionView]
    letters: Covered | None
    image: str
    alt: str
    sound: str
    topic: str
    unit: str
    attempt: int
    tries_left: int | None


@dataclass(frozen=True, slots=True)
class CueView:
    """How feedback looks and sounds; the motion is made ``times`` times in ``hold`` seconds."""

    name: str
    sound: Sound | None
    motion: str
    tone: Tone
    times: int
    hold: float


@dataclass(frozen=True, slots=True)
class FeedbackView:
    """What the last moment with something to say left to see. ``step`` is that moment's place in the trail,
    from 1; ``tell`` is what the rules say or else the moment's own words, ``tone`` the cue's or the moment's
    own; ``answer`` and ``why`` are empty until they are revealed."""

    moment: Moment
    step: int
    verdict: VerdictName | Literal[""]
    tell: str
    tone: Tone
    cue: CueView | None
    given: str
    answer: str
    why: str


@dataclass(frozen=True, slots=True)
class MeterView:
    """A meter as it stands, with its bounds where it has any, and how it is to be shown."""

    name: str
    value: Number
    min: Number | None
    max: Number | None
    show: Literal["number", "marks", "bar"]


@dataclass(frozen=True, slots=True)
class SummaryRow:
    """A question of a play that is over: what was asked, given and right."""

    prompt: str
    given: str
    answer: str
    outcome: str


@dataclass(frozen=True, slots=True)
class OutcomeView:
    """What a play came to."""

    result: Result
    tell: str
    award: str
    award_tell: str
    cue: CueView | None
    right: int
    asked: int
    percent: float
    summary: list[SummaryRow]


@dataclass(frozen=True, slots=True)
class View:
    """All that a player sees. ``steps`` grows with the trail.

    ``resume_in`` is how long a feedback still stays, in milliseconds: then the play goes on by itself
    or, where it waits for the player, the player's key counts. In a ``silent`` game nothing is to be heard.
    The last ``tick`` seconds of a question are heard, as ``tick_sound`` (None: the built-in sound).
    """

    title: str
    player: str
    phase: Phase
    steps: int
    visit: int
    meters: list[MeterView]
    question: QuestionView | None
    question_clock: ClockView | None
    game_clock: ClockView | None
    feedback: FeedbackView | None
    waits_for_player: bool
    resume_in: int | None
    can_skip: bool
    can_leave: bool
    look: Look
    tick: int
    tick_sound: Sound | None
    silent: bool
    outcome: OutcomeView | None


def view(run: Run, at: int) -> View:
    """What the player sees of a run at the time ``at`` (milliseconds)."""
    over = run.phase == "over"
    resume = run.continue_from
    if resume is None and run.phase == "feedback":
        resume = run.due()
    return View(
        title=run.program.game.title,
        player=run.choices.player,
        phase=run.phase,
        steps=len(run.trail),
        visit=run.visit,
        meters=[MeterView(m.name, run.meters[m.name], m.min, m.max, m.show) for m in run.program.game.meters],
        question=None if over else _question(run),
        question_clock=None if over else _clock(run.question_clock, at),
        game_clock=_clock(run.game_clock, at),
        feedback=_feedback(run),
        waits_for_player=run.continue_from is not None,
        resume_in=None if resume is None else max(0, resume - at),
        can_skip=bool(run.program.rows["skipped"]),
        can_leave=run.program.game.leave,
        look=run.program.game.look,
        tick=run.program.game.clocks.tick,
        tick_sound=run.program.sounds.get(run.program.game.clocks.tick_sound),
        silent=run.program.game.silent,
        outcome=_outcome(run),
    )


def intro(program: Program) -> str:
    """What a game says before a play, its expressions as they stand then; "" where one has no value yet."""
    try:
        return program.intro(Run(program, Choices(dice=0, player=NAMELESS)).names(0))
    except ExpressionError:
        return ""


def _clock(clock: Clock, at: int) -> ClockView | None:
    left = clock.left_at(at)
    if left is None or clock.limit is None:
        return None
    return ClockView(left, clock.limit, clock.since is not None)


def _question(run: Run) -> QuestionView | None:
    card = run.card
    if card is None:
        return None
    question, counts = card.question, run.counts
    limited = run.program.game.tries is not None
    return QuestionView(
        number=counts.asked,
        total=None if run.deck.endless else counts.total,
        kind=question.kind,
        prompt=question.prompt,
        hint=kind_of(question).hint,
        options=_options(run, card),
        letters=kind_of(question).covered(question, run.asked[-1].tried, known=_known(run.feedback)),
        image=question.image,
        alt=question.alt,
        sound="" if run.program.game.silent else question.sound,
        topic=question.topic,
        unit=question.unit,
        attempt=counts.attempt,
        tries_left=int(counts.tries_left) if limited else None,
    )


def _options(run: Run, card: Card) -> list[OptionView]:
    feedback = run.feedback
    marks: list[Mark] = (
        kind_of(card.question).marks(card, feedback.picks, revealed=feedback.revealed)
        if feedback is not None
        else [""] * len(card.order)
    )
    return [
        OptionView(label, said(option), mark, shown[1] if (shown := picture(option)) else "")
        for label, option, mark in zip(LABELS, card.options, marks, strict=False)
    ]


def _known(feedback: Feedback | None) -> bool:
    """Whether the right answer may be seen: it was given, or the rules reveal it."""
    return feedback is not None and (feedback.revealed or feedback.moment == "right")


def _feedback(run: Run) -> FeedbackView | None:
    feedback, card = run.feedback, run.card
    if feedback is None or (card is None and feedback.moment != "begun"):
        return None
    cue = _cue(run, feedback.cue)
    return FeedbackView(
        moment=feedback.moment,
        step=feedback.step,
        verdict=feedback.verdict,
        tell=feedback.tell or MOMENTS[feedback.moment].said,
        tone=cue.tone if cue else MOMENTS[feedback.moment].tone,
        cue=cue,
        given=feedback.given[:LONGEST_ANSWER],
        answer=shown_answer(card.question) if card is not None and feedback.revealed else "",
        why=card.question.why_after(right=feedback.moment == "right")
        if card is not None and _known(feedback)
        else "",
    )


def _outcome(run: Run) -> OutcomeView | None:
    outcome = run.outcome
    if outcome is None:
        return None
    return OutcomeView(
        outcome.result,
        outcome.tell,
        outcome.award,
        outcome.award_tell,
        _cue(run, outcome.cue),
        run.counts.right,
        run.counts.asked,
        run.counts.percent,
        [_summary(turn) for turn in run.asked],
    )


def _cue(run: Run, name: str) -> CueView | None:
    cue = run.program.cues.get(name)
    if cue is None:
        return None
    sound = None if run.program.game.silent else run.program.sounds.get(cue.sound)
    return CueView(cue.name, sound, cue.motion, cue.tone, cue.times, cue.hold)


def _summary(turn: Turn) -> SummaryRow:
    question = turn.card.question
    return SummaryRow(question.prompt, turn.shown, shown_answer(question), turn.outcome)
