"""A game made ready to run: its expressions compiled and its rows laid out by moment, once for all plays."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property
from math import inf

from ..answers.letters import board_of
from ..kinds import kind_of
from ..language.calls import CHANCE, OVER_ALL, over_all_in, topics_in
from ..language.expressions import Expression, Template, compile_expression, compile_template
from ..words import LANGUAGES, texts_of
from .game import GOES, Award, Consequence, Ending, Game, Meter, Result, Round
from .help import Help
from .moments import MOMENTS, Moment
from .named import in_order
from .page import Cue, Sound
from .quantities import ALONE, Having

Texts = tuple[Template, ...]
"""Texts of which one is told."""
_IN_BRACES, _OF_A_ROUND = re.compile(r"\{[^{}]*\}"), re.compile(rf"\b({'|'.join(ALONE)})\b")
_OF_ALL = re.compile(rf"\b(?:{'|'.join(OVER_ALL)})\s*\(\s*(\w+)\s*\)")


@dataclass(frozen=True, slots=True)
class ReadyRow:
    """A consequence with its number in the rules (from 1) and its expressions ready."""

    number: int
    source: Consequence
    condition: Expression | None
    add: tuple[tuple[str, Expression], ...]
    set: tuple[tuple[str, Expression], ...]
    time: tuple[tuple[str, Expression], ...]
    texts: Texts
    hold: float


@dataclass(frozen=True, slots=True)
class ReadyGate:
    """A gate of a round with its number there (from 1; 0: where no gate holds), and where it leads: ``to`` a
    round by its number, or to an end of the play."""

    number: int
    condition: Expression | None
    most: float
    to: int = 0
    result: Result = "done"


@dataclass(frozen=True, slots=True)
class ReadyHelp:
    """A help with its expressions ready."""

    source: Help
    condition: Expression | None
    add: tuple[tuple[str, Expression], ...]


@dataclass(frozen=True, slots=True)
class ReadyRound:
    """A round with its number (from 1), its rows and after these the game's, and where its end leads. A game
    without rounds is one, of number 0."""

    number: int
    source: Round
    rows: dict[Moment, list[ReadyRow]]
    gates: tuple[ReadyGate, ...]
    question_seconds: Expression | None
    intro: Template


def _rank(game: Game) -> str:
    """What its players are ranked by."""
    if game.players is not None and game.players.rank:
        return game.players.rank
    meters = [meter.name for meter in game.meters]
    return "score" if "score" in meters else (meters or ["right"])[0]


class Program:
    """A game ready to run; ``rows`` are all that there are at a moment, of whichever round.

    Raises ExpressionError where one of its expressions can't be used.
    """

    def __init__(self, game: Game) -> None:
        self.game = game
        self.named: dict[str, Expression] = {}
        """Named expressions by their names, each behind those that it looks at."""
        self._of_topic: dict[str, tuple[str, str]] = {}
        self._over_all: dict[str, tuple[str, str]] = {}
        self._rolls = False
        for name, source in in_order(game.names):
            self.named[name] = self._expression(source)
        self.cues: dict[str, Cue] = {cue.name: cue for cue in game.cues}
        self.sounds: dict[str, Sound] = {sound.name: sound for sound in game.sounds}
        self.meters: dict[str, Meter] = {meter.name: meter for meter in game.meters}
        self.rows: dict[Moment, list[ReadyRow]] = {moment: [] for moment in MOMENTS}
        for number, consequence in enumerate(game.rows, 1):
            self.rows[consequence.moment].append(self._row(number, consequence))
        self.rounds = tuple(self._rounds())
        self.helps: dict[str, ReadyHelp] = {one.name: self._help(one) for one in game.helps}
        self.endings: list[tuple[Expression, Texts, Ending]] = [
            (self._expression(one.condition), self._texts(one.tell, one.more), one) for one in game.endings
        ]
        self.awards: list[tuple[Expression, Texts, Award]] = [
            (self._expression(one.condition), self._texts(one.tell, one.more), one) for one in game.awards
        ]
        self.ranked_by = self._expression(_rank(game))
        """What players are ranked by, the most first."""
        self.intro = self._text(game.intro)
        self.texts = texts_of(game.words.language, game.words.texts)

    @property
    def moves_clocks(self) -> bool:
        """Whether any row gives a clock time, takes some of it, or starts it anew."""
        return any(row.moves_a_clock for row in self.game.rows)

    @property
    def question_seconds(self) -> Expression | None:
        """The expression that gives questions their seconds, of a game without rounds."""
        return self.rounds[0].question_seconds

    @property
    def deals_by_play(self) -> bool:
        """Whether what comes next hangs on how a play goes."""
        later = any(row.then == "later" for row in self.game.rows)
        return self.has_rounds or later or self.game.deal.is_steered

    @property
    def expressions(self) -> Iterator[Expression]:
        """Every expression that decides something in a play, named ones among them; texts decide nothing."""
        yield from self.named.values()
        yield from self.deciding

    @property
    def deciding(self) -> Iterator[Expression]:
        """The same without those that are named: where these are used."""
        for rows in self.rows.values():
            for row in rows:
                yield from (row.condition,) if row.condition else ()
                yield from (value for pairs in (row.add, row.set, row.time) for _, value in pairs)
        yield from (condition for condition, _, _ in (*self.endings, *self.awards))
        yield from (self.ranked_by,) if self.game.players else ()
        for help_ in self.helps.values():
            yield from (help_.condition,) if help_.condition else ()
            yield from (value for _, value in help_.add)
        for one in self.rounds:
            yield from (gate.condition for gate in one.gates if gate.condition)
            yield from (one.question_seconds,) if one.question_seconds else ()
            yield from (self._expression(one.source.deal.next),) if one.source.deal.next else ()

    @cached_property
    def settles(self) -> bool:
        """Whether anything is settled at a step: what is rolled, named, or told as one of several texts."""
        game = self.game
        several = [one.more for one in game.rows] + [one.more for one in game.endings]
        several += [one.more for one in game.awards]
        return any(several) or bool(self.named or self._rolls)

    @property
    def by_topic(self) -> dict[str, tuple[str, str]]:
        """The counts of topics that its expressions and texts ask for: what is counted, of which topic."""
        return self._of_topic

    @property
    def over_all(self) -> dict[str, tuple[str, str]]:
        """What its expressions and texts hold against all players: how, and which meter or count."""
        return self._over_all

    @cached_property
    def counts_topics(self) -> bool:
        """Whether anything asks how a topic went."""
        return bool(self._of_topic or self.game.review_by)

    @cached_property
    def minds_answers(self) -> bool:
        """Whether it makes a difference which of several wrong answers is given, or which opinion."""
        looked = frozenset[str]().union(*(one.names for one in self.expressions))
        carried = [one for question in self.game.questions for one in question.carries]
        adds = any(one.adds or (one.value and "value" in looked) for one in carried)
        return adds or self.asks_opinions or bool({"given", "picked"} & looked)

    @cached_property
    def asks_opinions(self) -> bool:
        """Whether any of its questions has no right answer."""
        return any(kind_of(question).opinion for question in self.game.questions)

    @cached_property
    def having(self) -> frozenset[Having]:
        """What it has that some quantities are counted only with."""
        has: dict[Having, bool] = {
            "rounds": self.has_rounds,
            "opinions": self.asks_opinions,
            "helps": bool(self.helps),
            "players": self.game.players is not None,
        }
        return frozenset(what for what, so in has.items() if so)

    def leads_to(self, number: int) -> list[int]:
        """The rounds, by their numbers, that the end of one can lead to."""
        return [gate.to for gate in self.rounds[max(0, number - 1)].gates if gate.to]

    @property
    def has_rounds(self) -> bool:
        """Whether it says rounds: one that doesn't is one."""
        return bool(self.game.rounds)

    @cached_property
    def board(self) -> tuple[str, ...]:
        """The letters that a player can press: of the language's alphabet, and of the game's own phrases."""
        phrases = (question.answers[0] for question in self.game.questions if kind_of(question).covers)
        return board_of(phrases, LANGUAGES[self.game.words.language].alphabet)

    def _expression(self, source: str) -> Expression:
        """An expression of the game; where it has no rounds, what is of a round is of the play, and for one
        player the most of all is what that one has. Its names are also those that the named expressions in
        it look at."""
        expression = compile_expression(self._alone(source))
        names = self._noted(expression.names)
        return expression if names == expression.names else replace(expression, names=names)

    def _text(self, source: str) -> Template:
        template = compile_template(_IN_BRACES.sub(lambda part: self._alone(part[0]), source))
        names = self._noted(template.names)
        return template if names == template.names else replace(template, names=names)

    def _texts(self, first: str, more: tuple[str, ...]) -> Texts:
        return tuple(map(self._text, (first, *more)))

    def _noted(self, names: frozenset[str]) -> frozenset[str]:
        """Some names and those that the named ones among them look at, noted for the whole game."""
        names = names.union(*(self.named[name].names for name in names if name in self.named))
        self._of_topic |= topics_in(names)
        self._over_all |= over_all_in(names)
        self._rolls |= CHANCE in names
        return names

    def _alone(self, source: str) -> str:
        if self.game.players is None and "(" in source:
            source = _OF_ALL.sub(r"\1", source)
        if self.game.rounds or "round_" not in source:
            return source
        return _OF_A_ROUND.sub(lambda one: one[0] if one[0] in self.meters else ALONE[one[0]], source)

    def _rounds(self) -> Iterator[ReadyRound]:
        game = self.game
        if not game.rounds:
            yield self._round(0, Round(game.title, deal=game.deal, tries=game.tries, clocks=game.clocks))
        for number, one in enumerate(game.rounds, 1):
            yield self._round(number, one)

    def _round(self, number: int, one: Round) -> ReadyRound:
        rows = self.rows
        if number:
            own, of_game = self.game.rows_of(number), self.game.rows_of(0)
            rows = {
                moment: [row for of in (own, of_game) for row in some if row.number in of]
                for moment, some in self.rows.items()
            }
        by = one.clocks.question_by
        return ReadyRound(
            number,
            one,
            rows,
            tuple(self._gates(number, one)),
            self._expression(by) if by else None,
            self._text(one.intro),
        )

    def _gates(self, number: int, one: Round) -> Iterator[ReadyGate]:
        rounds = self.game.rounds
        following = number + 1 if number < len(rounds) else 0
        named = {other.name: place for place, other in enumerate(rounds, 1)} | {"next": following, "over": 0}
        results: dict[str, Result] = {"won": "won", "lost": "lost"}
        for place, gate in enumerate(one.then, 1):
            condition = self._expression(gate.condition) if gate.condition else None
            most = inf if gate.go in GOES else gate.most
            yield ReadyGate(place, condition, most, named.get(gate.go, 0), results.get(gate.go, "done"))
        yield ReadyGate(0, None, inf, following)

    def _ready(self, pairs: tuple[tuple[str, str], ...]) -> tuple[tuple[str, Expression], ...]:
        return tuple((name, self._expression(source)) for name, source in pairs)

    def _help(self, one: Help) -> ReadyHelp:
        condition = self._expression(one.condition) if one.condition else None
        return ReadyHelp(one, condition, self._ready(one.add))

    def _row(self, number: int, row: Consequence) -> ReadyRow:
        hold = row.hold
        if hold is None:
            hold = self.cues[row.cue].hold if row.cue in self.cues else 0
        return ReadyRow(
            number,
            row,
            self._expression(row.condition) if row.condition else None,
            self._ready(row.add),
            self._ready(row.set),
            self._ready(row.time),
            self._texts(row.tell, row.more),
            hold,
        )
