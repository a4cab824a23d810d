"""A made-up class of plays for the demo, so that history and statistics have something to show.

Nobody played them: guests with made-up names are walked through the game, each with a skill, and the
questions with an ease of their own. Some questions are given something to find: a right answer that the rules
refuse, an option that nobody picks, a question that the better players get wrong, one that takes nearly all
the time.
"""

from __future__ import annotations

from datetime import datetime, timedelta

from sqlalchemy.orm import Session

from ..core.play.dice import Stream
from ..core.play.kinds import input_for
from ..core.play.questions.card import Card
from ..core.play.questions.question import LABELS, said
from ..core.play.rulebook.game import Choices
from ..core.play.rulebook.move import Move
from ..core.play.rulebook.program import Program
from ..core.play.run.moves import to_input
from ..core.play.run.run import Run
from ..core.prove.plays.record import AnswerCollector
from ..store import handouts, plays
from ..store.models import Handout, StoredGame, now

_NAMES = """Ansel Brida Corvin Dorle Edda Fenno Gerlind Hanko Ilvi Jorid Kester Linn Mattis Nele Ottil Perle
Quirin Runa Sverre Tilda Ulfried Vroni Wenke Yrsa"""
GUESTS = tuple(_NAMES.split())
SLIPS = {
    "Which knot makes a loop that does not slip": ("lifeline knot", "reef knot", "slip knot"),
    "Which cloud family is a flat grey sheet": ("Altostratus", "fog", "Nimbus"),
    "Which cloud family is high, white": ("Cirrostratus", "feather cloud", "Cumulus"),
}
"""What guests type in vain, the likeliest first, by how a question begins."""
UNPICKED = ("Contour lines stand close", "A bearing of 90")
"""Questions of which nobody picks the option that is filed last begin so."""
TURNED = "Both arms raised"
"""A question that the better players get wrong more often begins so."""
SLOW = ("Twelve kilometres", "How many metres")
"""Questions that take nearly all the time begin so."""


def made_up_class(
    session: Session, game: StoredGame, program: Program, name: str, rounds: int, count: int | None = None
) -> Handout:
    """Hand a game out, and let the guests play it so many times, with so many questions where it asks."""
    digest = plays.keep_game(session, program.game)
    at = now().replace(microsecond=0) - timedelta(days=1, hours=2)
    handout = handouts.hand_out(
        session,
        game.id,
        digest,
        game.revision,
        name=name,
        note="",
        asks_name=True,
        listed=False,
        closed=True,
        best=True,
        made_up=True,
    )
    for number in range(rounds * len(GUESTS)):
        guest = GUESTS[number % len(GUESTS)]
        started = at + timedelta(minutes=4 * (number // len(GUESTS)), seconds=7 * (number % len(GUESTS)))
        plays.keep(session, _play(program, game.id, digest, handout, guest, number, started, count))
    return handout


def _play(
    program: Program,
    game_id: int,
    digest: str,
    handout: Handout,
    guest: str,
    number: int,
    started: datetime,
    count: int | None,
) -> list[plays.Happening]:
    """One play of a guest, as a server would have kept it."""
    skill = 0.35 + 0.6 * Stream(sum(map(ord, guest)), "skill").below(1000) / 1000
    choices = Choices(number * 7919 + 11, guest, count, "", None)
    chance, collector = Stream(number, "class"), AnswerCollector()
    run = Run(program, choices, collector)
    play_id = plays.new_id()
    kept: list[plays.Happening] = [
        plays.Begun(play_id, game_id, digest, choices, handout.id, handout.version, guest, started)
    ]
    run.begin()
    to_input(run)
    made = 0
    while run.phase != "over" and made < 400:
        if run.continue_from is not None:
            move, at = Move("continue"), run.continue_from + 900
        else:
            move, at = _answer(run, skill, chance)
        run.do(move, at)
        made += 1
        kept.append(plays.Made(play_id, made, move, at))
        _wait(run)
    clock = run.trail[-1].at
    kept.append(plays.Passed(play_id, clock, run.phase == "over", collector.record(run)))
    return kept


def _wait(run: Run) -> None:
    """Let time pass until a move is possible."""
    while run.phase == "feedback" and run.continue_from is None and (due := run.due()) is not None:
        run.tick(due)


def _answer(run: Run, skill: float, chance: Stream) -> tuple[Move, int]:
    card = run.seat.open.card
    prompt, start = card.question.prompt, run.input_from or 0
    ease = Stream(len(prompt) * 31 + len(card.question.id), "ease").below(500) / 1000 - 0.25
    knows = 1.3 - 1.6 * skill if prompt.startswith(TURNED) else skill + ease
    thought = 2500 + chance.below(7000)
    if prompt.startswith(SLOW):
        thought += 34_000
    if (left := run.question_clock.left_at(start)) is not None:
        thought = min(thought, left - 300) if chance.below(30) else left
    if chance.below(1000) < 1000 * knows:
        return Move("answer", input_for("right", card, ()), run.visit), start + max(0, thought)
    return Move("answer", _slip(card, chance), run.visit), start + max(0, thought)


def _slip(card: Card, chance: Stream) -> str:
    """A wrong answer as a guest gives it."""
    for begin, slips in SLIPS.items():
        if card.question.prompt.startswith(begin):
            return slips[max(0, chance.below(6) - 3)]
    never = said(card.question.options[-1]) if card.question.prompt.startswith(UNPICKED) else ""
    wrong = [
        label
        for place, (label, option) in enumerate(zip(LABELS, card.options, strict=False))
        if place not in card.rights and said(option) != never
    ]
    return wrong[chance.below(len(wrong))] if wrong else input_for("wrong", card, ())
