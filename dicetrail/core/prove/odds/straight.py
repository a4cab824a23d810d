"""Straight: a game's plays as straight code, so that walks are as quick as a loop written by hand.

A Python function is written for one game and one sort of player: moments, rows, endings and bounds stand in
it one after another over local variables. It knows right and wrong answers only, as walkers give them, and
neither texts nor a trail. :class:`...play.run.run.Run` stays what it is held against: a game that can't be
said like this has no such function, and a play in which anything fails is made by it.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from math import inf
from typing import Any

from ...play.deal.dealer import Dealer
from ...play.deal.pool import pool
from ...play.kinds import input_for, kind_of
from ...play.language.calls import CHANCE, FUNCTIONS
from ...play.questions.card import as_filed
from ...play.questions.question import Question
from ...play.rulebook.game import Choices
from ...play.rulebook.names import OF_A_QUESTION, TIMES
from ...play.rulebook.program import Program, ReadyRound
from ...play.rulebook.seconds import seconds_of
from ...play.run.checking import check
from ..declared import unsaid
from ..search.watched import looked_at
from .company import Company
from .straight_names import Unsaid
from .straight_player import WrittenCompany, WrittenWalker
from .straight_rounds import RoundsWriter
from .straight_writer import QUESTION, Writer
from .walker import Walker
from .written_out import written_out

Played = tuple[str, str, int, tuple[Any, ...], tuple[int, ...]]
"""A play of one player as it ended: its result and award, its milliseconds, its meters and its counts."""


@dataclass(frozen=True, slots=True)
class Straight:
    """A game's plays by one sort of player, by rules that look at the names in ``looked``; ``ticks`` says
    that clocks make a difference.

    ``play`` makes one of what its chance begins with, the questions of its deck (as :meth:`asked_of` has
    them; a table of them, where it ``deals`` by how the play goes) and how much better its player is than
    others of a company, and marks the rows it came by.
    """

    looked: frozenset[str]
    ticks: bool
    player: WrittenWalker | WrittenCompany
    deals: bool
    play: Callable[[int, Any, bytearray, float], Played]

    def asked_of(self, question: Question, one: ReadyRound) -> tuple[Any, ...]:
        """What is known of a question in a round, in the order of :data:`.straight_writer.QUESTION`; 0 for
        what makes no difference here, so that as many as can be are alike."""
        kind = kind_of(question)
        seconds = seconds_of(one.source.clocks, question) if self.ticks else None
        told: dict[str, Any] = {
            **{name: getattr(question, name) for name in OF_A_QUESTION},
            "possible": kind.possible(question),
            "wrong_hits": kind.wrong_hits(question)[0],
        }
        looked = self.looked | ({"possible", "wrong_hits"} if "hits" in self.looked else set())
        about = {
            **{name: value if name in looked else 0 for name, value in told.items()},
            "tries": kind.tries(question, one.source.tries) or inf,
            "seconds": -1 if seconds is None else round(1000 * seconds),
        }
        return (*(about[name] for name in QUESTION), *self.player.of_question(question))


def straight(program: Program, walker: Walker | Company, choices: Choices) -> Straight:
    """The straight code of a game and its players. Raises :class:`Unsaid`."""
    written = written_out(program)
    if written is None:
        raise Unsaid("a name may change within a step")
    program = written
    for problem in _problems(program, walker, choices):
        raise Unsaid(problem)
    questions = pool(program.game, choices)
    player = (
        WrittenCompany(walker, questions) if isinstance(walker, Company) else WrittenWalker(walker, questions)
    )
    scope: dict[str, Any] = {
        **{f"f_{name}": function for name, (function, _, _) in FUNCTIONS.items()},
        **{f"keep_{place}": meter.kept for place, meter in enumerate(program.game.meters)},
        **player.scope,
        "INF": inf,
    }
    deals = _deals_by_play(program)
    writer = (RoundsWriter if deals else Writer)(program, player, choices)
    looked = looked_at(program, helps=False).names
    exec(compile("\n".join(writer.written()), "<a play>", "exec"), scope)
    ticks = writer.ticks or bool(TIMES.keys() & looked)
    return Straight(looked, ticks, player, deals, scope["play"])


def _deals_by_play(program: Program) -> bool:
    """Whether a play is dealt at a table."""
    ends_rounds = any(row.then == "round" for row in program.game.rows)
    return program.deals_by_play or ends_rounds or bool(program.game.deal.parts)


def _problems(program: Program, walker: Walker | Company, choices: Choices) -> Iterator[str]:
    """Why a game can't be said."""
    looked, questions = looked_at(program, helps=False), pool(program.game, choices)
    if isinstance(walker, Walker) and walker.helps and program.helps:
        yield "straight code uses no helps"
    for part in unsaid(program.game, "straight"):
        yield f"straight code does not know {part}"
    if program.minds_answers:
        yield "it makes a difference which answer is given"
    if looked.how_far:
        yield "it looks at how far off an answer is"
    if program.by_topic or CHANCE in looked.names:
        yield "it counts topics or lets chance in"
    table = _deals_by_play(program)
    if table and program.named:
        yield "names are not written out in rounds, and not in what comes next"
    if not table and Dealer(program.game, choices).endless and {"total", "left"} & looked.names:
        yield "it looks at the rest of an endless deck"
    if any(
        one.question_seconds is not None and seconds_of(one.source.clocks, question) is None
        for one in program.rounds
        for question in questions
    ):
        yield "seconds depend on how a play goes"
    if any(len(Dealer(program.game, choices, one.source).totals) > 1 for one in program.rounds):
        yield "how many a part of the draw finds hangs on what an earlier part drew"
    if program.moves_clocks and isinstance(walker, Company) and walker.pace_spread:
        yield "who has a pace of chance is not asked for it where a row has taken all the time there is"
    made = [question for question in questions if question.recipe is not None]
    guesses = isinstance(walker, Walker) and walker.how == "knows"
    if made and (guesses or {"kind", "hits", "possible"} & looked.names):
        yield "questions are made as the play goes"
    deck = Dealer(program.game, choices)
    again = table or deck.endless or deck.total > len(deck.questions) or program.game.deal.repeats == "always"
    if guesses and again:
        yield "who knew a question, or did not, meets it again"
    if guesses and "hits" in looked.names and any(len(kind_of(one).guessed(one)) > 1 for one in questions):
        yield "an answer that is guessed may be right in part"
    for question in questions:
        if question.recipe is None and not _is_plain(question, program):
            yield "an answer that should be right or wrong is something else"
            return


def _is_plain(question: Question, program: Program) -> bool:
    card, rules = as_filed(question), program.game.checking
    verdicts = [check(card, input_for(intent, card, ()), rules, ()) for intent in ("right", "wrong")]
    return [(one.name, one.partial) for one in verdicts] == [("right", False), ("wrong", False)]
