"""The view: what the player may see of a run, and nothing more.

It never holds the key, an accepted answer or an explanation before the rules reveal them.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import inf
from typing import Literal

from ..answers.letters import bare
from ..answers.verdict import LONGEST_ANSWER, VerdictName
from ..kinds import kind_of, shown_answer
from ..kinds.base import Mark
from ..language.expressions import ExpressionError
from ..questions.card import Card
from ..questions.question import LABELS, picture, said
from ..rulebook.clocks import Clock
from ..rulebook.game import Choices
from ..rulebook.moments import MOMENTS, Moment, Phase, Tone
from ..rulebook.page import Look, Sound, Welcome
from ..rulebook.program import Program
from ..run.played import Feedback
from ..run.run import Run
from .helps import HelpView, helps_seen, used_told
from .meters import MeterView, meters_seen
from .outcome import CueView, OutcomeView, cue_seen_in, outcome_seen
from .rounds import RoundView, is_before_a_round, round_seen
from .seats import SeatView, seats_seen


@dataclass(frozen=True, slots=True)
class ClockView:
    """A clock with a limit: milliseconds left and in all, and whether it runs."""

    left: int
    limit: int
    running: bool


@dataclass(frozen=True, slots=True)
class ItemView:
    """Something that options are joined with: a text or, where it is a picture, its file as ``image`` and as
    ``text`` what is said of it."""

    text: str
    image: str


@dataclass(frozen=True, slots=True)
class OptionView:
    """An option in its place; ``mark`` says what is known of it: picked, right, wrong or nothing. One that a
    help took away is ``gone``.

    Where the option is a picture, ``image`` is its file and ``text`` what is said of it.
    """

    label: str
    text: str
    mark: Mark
    image: str
    gone: bool


@dataclass(frozen=True, slots=True)
class KeyView:
    """A letter that can be guessed; ``mark`` says what came of it."""

    letter: str
    mark: Mark


@dataclass(frozen=True, slots=True)
class LettersView:
    """A phrase as far as it is uncovered ("" for a covered character), and the letters there are."""

    pattern: list[str]
    board: list[KeyView]


@dataclass(frozen=True, slots=True)
class QuestionView:
    """The question that is open, or whose feedback is shown. ``number`` and ``total`` are of the round, where
    there are any; ``total`` is None where the deck is endless, ``tries_left`` where there is no end of tries;
    ``items`` stand beside the options, numbered from 1. ``clue`` is its hint, and ``start`` what is shown of
    a typed answer, once helps have shown them. ``gaps`` is how many are to be filled, ``between`` the bounds
    of a number that is set, and ``areas`` what is right of the picture, once that may be seen."""

    number: int
    total: int | None
    kind: str
    prompt: str
    hint: str
    items: list[ItemView]
    options: list[OptionView]
    letters: LettersView | None
    image: str
    alt: str
    sound: str
    topic: str
    unit: str
    attempt: int
    tries_left: int | None
    clue: str
    start: str
    gaps: int
    between: list[float]
    areas: list[str]


@dataclass(frozen=True, slots=True)
class FeedbackView:
    """What the last moment with something to say left to see. ``step`` is that moment's place in the trail,
    from 1; ``tell`` is what the rules say or else the moment's own words, ``tone`` the cue's or the moment's
    own; ``answer`` and ``why`` are empty until they are revealed; ``picture`` is the look's for a right or a
    wrong answer."""

    moment: Moment
    step: int
    verdict: VerdictName | Literal[""]
    tell: str
    tone: Tone
    cue: CueView | None
    given: str
    answer: str
    why: str
    picture: str


@dataclass(frozen=True, slots=True)
class View:
    """All that a player sees. ``steps`` grows with the trail.

    ``resume_in`` is how long a feedback still stays, in milliseconds: then the play goes on by itself
    or, where it waits for the player, the player's key counts. In a ``silent`` game nothing is to be heard.
    The last ``tick`` seconds of a question are heard, as ``tick_sound`` (None: the built-in sound), what is
    pressed as ``press_sound`` (None: not at all). The texts of the page are those of ``language``, but for
    ``texts``, which the maker replaced. ``offered`` is what the player can choose by ``choosing``, the topic
    or the level of what comes next. Of several ``seats``, whose turn it is is the ``player``, to whom the
    screen ``hands_over``. With ``same_deal`` the play can be made again with the same dice.
    """

    title: str
    player: str
    seats: list[SeatView]
    hands_over: bool
    phase: Phase
    steps: int
    visit: int
    meters: list[MeterView]
    round: RoundView | None
    choosing: Literal["", "topic", "level"]
    offered: list[str]
    question: QuestionView | None
    helps: list[HelpView]
    question_clock: ClockView | None
    round_clock: ClockView | None
    game_clock: ClockView | None
    feedback: FeedbackView | None
    waits_for_player: bool
    resume_in: int | None
    can_skip: bool
    can_leave: bool
    look: Look
    tick: int
    tick_sound: Sound | None
    press_sound: Sound | None
    silent: bool
    language: str
    texts: dict[str, str]
    welcome: Welcome
    same_deal: bool
    outcome: OutcomeView | None


def view(run: Run, at: int) -> View:
    """What the player sees of a run at the time ``at`` (milliseconds)."""
    over = run.phase == "over"
    asks = run.phase in ("asking", "feedback") and not is_before_a_round(run) and not run.hands_over
    resume = run.continue_from
    if resume is None and run.phase == "feedback":
        resume = run.due()
    return View(
        title=run.program.game.title,
        player=run.seat.name,
        seats=seats_seen(run),
        hands_over=run.hands_over,
        phase=run.phase,
        steps=len(run.trail),
        visit=run.visit,
        meters=meters_seen(run, run.seat),
        round=None if over else round_seen(run),
        choosing=run.round.source.deal.choose if run.phase == "choosing" else "",
        offered=list(run.offered) if run.phase == "choosing" else [],
        question=_question(run) if asks else None,
        helps=helps_seen(run, at) if asks else [],
        question_clock=_clock(run.question_clock, at) if asks else None,
        round_clock=None if over else _clock(run.round_clock, at),
        game_clock=_clock(run.game_clock, at),
        feedback=_feedback(run),
        waits_for_player=run.continue_from is not None,
        resume_in=None if resume is None else max(0, resume - at),
        can_skip=bool(run.round.rows["skipped"]),
        can_leave=run.program.game.leave,
        look=run.program.game.look,
        tick=run.program.game.clocks.tick,
        tick_sound=run.program.sounds.get(run.program.game.clocks.tick_sound),
        press_sound=run.program.sounds.get(run.program.game.look.press),
        silent=run.program.game.silent,
        language=run.program.game.words.language,
        texts=run.program.game.words.texts,
        welcome=run.program.game.welcome,
        same_deal=run.program.game.same_deal,
        outcome=outcome_seen(run),
    )


def intro(program: Program) -> str:
    """What a game says before a play, its expressions as they stand then; "" where one has no value yet."""
    try:
        return program.intro(Run(program, Choices(dice=0, player=program.texts["nameless"])).names(0))
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
    question, counts, aided = card.question, run.counts, run.seat.open.aided
    return QuestionView(
        number=run.asked_here,
        total=None if run.dealer.endless else int(counts["round_total" if run.round.number else "total"]),
        kind=question.kind,
        prompt=question.prompt,
        hint=run.program.texts.get(f"hint.{question.kind}", ""),
        items=[ItemView(said(item), _file(item)) for item in kind_of(question).items(question)],
        options=_options(run, card),
        letters=_letters(run, card),
        image=question.image,
        alt=question.alt,
        sound="" if run.program.game.silent else question.sound,
        topic=question.topic,
        unit=question.unit,
        attempt=int(counts["attempt"]),
        tries_left=None if counts["tries_left"] == inf else int(counts["tries_left"]),
        clue=question.hint if aided.hinted else "",
        start=question.answers[0][: aided.letters] if aided.letters else "",
        gaps=len(question.gaps),
        between=list(map(float, question.between or ())),
        areas=list(kind_of(question).shown_areas(question)) if _known(run.feedback) else [],
    )


def _letters(run: Run, card: Card) -> LettersView | None:
    tried = run.seat.open.tried
    covered = kind_of(card.question).covered(card.question, tried, known=_known(run.feedback))
    if covered is None:
        return None
    marks: dict[str, Mark] = {letter: "wrong" if letter in covered.vain else "right" for letter in tried}
    known = dict.fromkeys([*run.program.board, *tried])  # one that was typed in may be on no board
    board = [KeyView(letter, marks.get(bare(letter), "")) for letter in known]
    return LettersView(covered.pattern, board)


def _options(run: Run, card: Card) -> list[OptionView]:
    feedback, kind, gone = run.feedback, kind_of(card.question), run.seat.open.aided.gone
    marks: list[Mark] = [""] * len(card.order)
    if feedback is not None and (not kind.in_parts or _known(feedback) or feedback.parts):
        marks = kind.marks(card, feedback.picks, revealed=feedback.revealed)
    return [
        OptionView(label, said(option), mark, _file(option), filed in gone)
        for label, option, mark, filed in zip(LABELS, card.options, marks, card.order, strict=False)
    ]


def _file(text: str) -> str:
    """The file of a text that is a picture; "" where it is none."""
    shown = picture(text)
    return shown[1] if shown else ""


def _known(feedback: Feedback | None) -> bool:
    """Whether the right answer may be seen: it was given, the rules reveal it, or there is none."""
    return feedback is not None and (feedback.revealed or feedback.moment in ("right", "answered"))


def _feedback(run: Run) -> FeedbackView | None:
    feedback, card = run.feedback, run.card
    if feedback is None or (card is None and feedback.moment not in ("begun", "round_begun")):
        return None
    cue = cue_seen_in(run, feedback.cue)
    return FeedbackView(
        moment=feedback.moment,
        step=feedback.step,
        verdict=feedback.verdict,
        tell=feedback.tell or _said(run, feedback.moment),
        tone=cue.tone if cue else MOMENTS[feedback.moment].tone,
        cue=cue,
        given=feedback.given[:LONGEST_ANSWER],
        answer=shown_answer(card.question) if card is not None and feedback.revealed else "",
        why=card.question.why_after(right=feedback.moment == "right")
        if card is not None and _known(feedback)
        else "",
        picture=_picture(run, feedback.moment),
    )


def _said(run: Run, moment: Moment) -> str:
    """What is said of a moment where the rules say nothing."""
    return used_told(run) if moment == "helped" else run.program.texts.get(f"said.{moment}", "")


def _picture(run: Run, moment: Moment) -> str:
    """The look's picture for a verdict."""
    pictures = run.program.game.look.pictures
    if moment == "right":
        return pictures.right
    return pictures.wrong if moment in ("wrong", "missed", "late") else ""
