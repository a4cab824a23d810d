"""What a player sees of how a play ended: its result, what it came to, and every question once more."""

from __future__ import annotations

from dataclasses import dataclass

from ..kinds import shown_answer
from ..rulebook.game import Result
from ..rulebook.moments import Tone
from ..rulebook.page import Act, Sound
from ..rulebook.quantities import made
from ..run.played import By, Turn
from ..run.run import Run
from .rounds import LapView, laps_seen


@dataclass(frozen=True, slots=True)
class CueView:
    """How feedback looks and sounds; the motion is made ``times`` times in ``hold`` seconds, and ``scene`` is
    what else happens on the page."""

    name: str
    sound: Sound | None
    motion: str
    tone: Tone
    times: int
    hold: float
    scene: list[Act]


@dataclass(frozen=True, slots=True)
class SummaryRow:
    """A question of a play that is over: what was asked, given and right, and of several players who was
    asked."""

    prompt: str
    given: str
    answer: str
    outcome: str
    why: str
    player: str


@dataclass(frozen=True, slots=True)
class OutcomeView:
    """What a play came to, and what it ended ``by`` where no rule ended it. Right answers are counted of
    those questions that were ``answered``, and ``percent`` is their share of these: one that was cut off by
    the end is none, nor is an opinion (``opinions`` are how many were given). ``laps`` are the rounds that
    were played, ``topics`` how it went by topic, where the maker shows that. ``summary`` is empty where the
    maker shows no questions at the end."""

    result: Result
    by: By
    tell: str
    award: str
    award_tell: str
    cue: CueView | None
    right: int
    answered: int
    percent: float
    picture: str
    opinions: int
    laps: list[LapView]
    topics: list[LapView]
    summary: list[SummaryRow]


def outcome_seen(run: Run) -> OutcomeView | None:
    """What a play came to; None while it goes on."""
    outcome = run.outcome
    if outcome is None:
        return None
    pictures = run.program.game.look.pictures
    opinions = int(run.counts.get("opinions", 0))
    answered = int(run.counts["asked"]) - sum(turn.outcome == "open" for turn in run.asked) - opinions
    return OutcomeView(
        outcome.result,
        outcome.by,
        outcome.tell,
        outcome.award,
        outcome.award_tell,
        cue_seen_in(run, outcome.cue),
        int(run.counts["right"]),
        answered,
        made("percent", {"right": run.counts["right"], "asked": answered}),
        {"won": pictures.won, "lost": pictures.lost}.get(outcome.result, ""),
        opinions,
        laps_seen(run),
        _topics(run) if run.program.game.review_by == "topic" else [],
        [_summary(run, turn) for turn in run.asked_of_all] if run.program.game.review else [],
    )


def _summary(run: Run, turn: Turn) -> SummaryRow:
    question = turn.card.question
    why = question.why_after(right=turn.outcome == "right")
    player = run.seats[turn.seat - 1].name if run.has_turns else ""
    return SummaryRow(question.prompt, turn.shown, shown_answer(question), turn.outcome, why, player)


def _topics(run: Run) -> list[LapView]:
    """How a play went by topic, in the order in which they came."""
    found = []
    for topic, counts in run.seat.by_topic.items():
        asked = int(counts.get("asked", 0)) - int(counts.get("opinions", 0))
        if topic and asked:
            right = int(counts.get("right", 0))
            found.append(LapView(topic, right, asked, made("percent", {"right": right, "asked": asked})))
    return found


def cue_seen_in(run: Run, name: str) -> CueView | None:
    """A cue as a player is shown it; None where there is none of that name."""
    cue = run.program.cues.get(name)
    if cue is None:
        return None
    sound = None if run.program.game.silent else run.program.sounds.get(cue.sound)
    return CueView(cue.name, sound, cue.motion, cue.tone, cue.times, cue.hold, list(cue.scene))
