"""Sorts: questions that the rules of a game can't tell apart."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from ...play.answers.verdict import VerdictName
from ...play.kinds import KINDS
from ...play.questions.question import Question
from ...play.rulebook.moments import Moment
from ...play.rulebook.program import Program, ReadyRound
from ...play.rulebook.seconds import seconds_of
from ...play.run.helping import AIDS, Open, open_at_first
from .answers import Answering, AnswerSort

SOME_SECONDS = 10.0
"""What a clock is taken to have where its seconds depend on how the play goes, and nothing is weighed."""


class QuestionSort(NamedTuple):
    """Questions that the rules can't tell apart: what they know of them, and what can happen at one.

    ``by_play`` says that its seconds depend on how the play goes. ``guesses`` are the answers to pick from,
    and ``guessed`` tells how many of these are wrong by how many of their parts are right; ``rank`` is its
    place where the deck is sorted, ``again`` whether the same question can come again, and of a made one
    there are so many ``copies`` in a pass. ``answers`` are told where it makes a difference which is given,
    and whether who does not know has some ``to_pick_from``. ``open`` is what helps can do at one.
    """

    worth: float
    level: int
    topic: str
    kind: str
    seconds: float | None
    by_play: bool
    tries: int | None
    parts: int
    close: bool
    possible: int = 1
    wrong_hits: tuple[int, ...] = (0,)
    guesses: int = 0
    guessed: tuple[tuple[int, int], ...] = ()
    rank: int = 0
    again: bool = True
    copies: int = 1
    answers: tuple[AnswerSort, ...] = ()
    to_pick_from: bool = False
    open: Open = Open()

    def ways_to(self, *verdicts: VerdictName) -> list[AnswerSort]:
        """The answers that have one of these verdicts."""
        return [one for one in self.answers if one.verdict in verdicts]


_BY_VERDICT: dict[Moment, tuple[VerdictName, ...]] = {
    "right": ("right",),
    "part": ("right",),
    "answered": ("answered",),
    "wrong": ("wrong", "close"),
    "missed": ("wrong", "close"),
    "close": ("close",),
    "unreadable": ("unreadable",),
}
"""The verdicts that bring moments about."""
_UNREAD = AnswerSort("wrong", 0)
"""An answer of which no part is right, and nothing is known."""


def answers_at(moment: Moment, sort: QuestionSort, *, asks_again: bool) -> Sequence[AnswerSort | None]:
    """The answers that bring a moment about; None where none does, and the last one stands. What can't be
    read is wrong unless it ``asks_again``: nothing of it is right."""
    verdicts = _BY_VERDICT.get(moment)
    if verdicts is None:
        return (None,)
    if "right" in verdicts:
        known = sort.ways_to("right") if moment == "right" else ()
        return known or (AnswerSort("right", 0 if moment == "part" else sort.possible),)
    unread = "unreadable" in verdicts or ("wrong" in verdicts and not asks_again)
    known = sort.ways_to(*verdicts, *(("unreadable",) if unread else ()))
    hits = () if sort.ways_to(*verdicts) or "wrong" not in verdicts else sort.wrong_hits
    some = [*known, *(AnswerSort("wrong", one) for one in hits)]
    return [*some, _UNREAD] if unread or not some else some


class Sorter:
    """Tells of questions what makes a difference to the rules of a program that look at some ``names``.

    ``clocked`` says that clocks can make one.
    """

    def __init__(self, program: Program, names: frozenset[str], *, clocked: bool, helps: bool) -> None:
        self._names, self._clocked = names, clocked
        self._looked_at = {AIDS[one.does].looks_at for one in program.game.helps if helps}
        self.answering = Answering(program, names)
        self.parts = bool({"hits", "possible"} & names)
        """Whether it makes a difference how many parts of an answer are right."""

    def searched(self, question: Question, one: ReadyRound) -> QuestionSort:
        """The sort of a question in a round where every way is gone."""
        kind, rows = KINDS[question.kind], one.rows
        sort = self._known(question, one)
        seconds = SOME_SECONDS if sort.by_play else sort.seconds
        return sort._replace(
            seconds=seconds if self._clocked or seconds is None else 1.0,
            by_play=False,
            parts=kind.steps(question) if rows["part"] else 0,
            close=kind.nearly and bool(rows["close"]),
            wrong_hits=tuple(kind.wrong_hits(question)) if self.parts else (0,),
            answers=self.answering.of(question, hits=self.parts, every=True),
        )

    def _open(self, question: Question, *, clock: bool) -> Open:
        """What helps can do at a question, as far as there are any that do it."""
        here = open_at_first(question, clock=clock, swap=True)
        return Open(**{name: getattr(here, name) for name in self._looked_at})

    def weighed(self, question: Question, one: ReadyRound, *, guess: bool) -> QuestionSort:
        """The sort of a question in a round where plays are weighed; who does not know it may ``guess``."""
        kind = KINDS[question.kind]
        sort = self._known(question, one)
        fewest = kind.wrong_hits(question)[0] if self.parts else 0
        guesses = kind.guesses(question) if guess else 0
        guessed = kind.guessed(question) if guesses else {}
        if not self.parts and guessed:
            guessed = {0: guesses - 1}
        return sort._replace(
            seconds=sort.seconds if self._clocked else None,
            by_play=sort.by_play and self._clocked,
            wrong_hits=(fewest,),
            guesses=guesses,
            guessed=tuple(sorted(guessed.items())),
            answers=self.answering.of(question, hits=self.parts, every=False),
            to_pick_from=self.answering.minds and kind.guesses(question) > 0,
        )

    def _known(self, question: Question, one: ReadyRound) -> QuestionSort:
        names, kind, clocks = self._names, KINDS[question.kind], one.source.clocks
        seconds = seconds_of(clocks, question)
        return QuestionSort(
            question.worth if "worth" in names else 0,
            question.level if "level" in names else 0,
            question.topic if "topic" in names else "",
            question.kind if "kind" in names else "",
            seconds,
            seconds is None and bool(clocks.question_by),
            kind.tries(question, one.source.tries),
            0,
            False,
            kind.possible(question) if self.parts else 1,
            open=self._open(question, clock=seconds is not None or bool(clocks.question_by)),
        )
