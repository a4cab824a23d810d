"""Straight: a game's plays as straight code, so that walks are as quick as a loop written by hand.

A Python function is written for one game and one walker: moments, rows, endings and bounds stand in it one
after another over local variables. It knows right and wrong answers only, as walkers give them, and neither
texts nor a trail. :class:`...play.run.Run` stays what it is held against: a game that can't be said like this
has no such function, and a play in which anything fails is made by it.
"""

from __future__ import annotations

import ast
from collections.abc import Callable, Iterable, Iterator
from math import inf
from typing import Any

from ...play.card import as_filed
from ...play.checking import check
from ...play.deck import Deck, pool
from ...play.expressions import FUNCTIONS, Expression
from ...play.game import Choices
from ...play.kinds import input_for, kind_of
from ...play.moments import MOMENTS, Moment
from ...play.program import Program, ReadyRow
from ...play.question import Question
from ...play.rows import leads_to
from ...play.seconds import seconds_of
from ..search.states import TIME_NAMES
from ..search.watched import looked_at
from .walker import Walker

MOST_MOMENTS = 2000
"""Moments of one play after which it is left to the engine, which knows when to stop it."""
MOST_TRIES = 64
"""Tries at one question of a walker who guesses, after which a play is left to the engine, too."""
_OPEN = (
    "skipped",
    "attempt",
    "total",
    "worth",
    "level",
    "topic",
    "kind",
    "possible",
    "hits",
    "tries_left",
)
"""What is known besides meters and counts."""
COUNTED = ("asked", "right", "wrong", "missed", "late", "first_try", "streak", "best_streak")
"""The counts that a play gives back, in this order."""

Played = tuple[str, str, int, tuple[Any, ...], tuple[int, ...]]
"""A play as it ended: its result and award, its milliseconds, its meters and its counts."""
Straight = Callable[[int, Iterable[tuple[Any, ...]], bytearray], Played]
"""Makes a play of what its chance begins with, the questions of its deck, and marks the rows it came by."""


class Unsaid(ValueError):
    """A game that can't be said as straight code."""


def asked_of(question: Question, program: Program) -> tuple[Any, ...]:
    """What straight code knows of a question."""
    seconds = seconds_of(program.game, question)
    kind = kind_of(question)
    return (
        question.worth,
        question.level,
        question.topic,
        question.kind,
        kind.tries(question, program.game.tries) or 0,
        -1 if seconds is None else round(1000 * seconds),
        kind.possible(question),
        kind.wrong_hits(question)[0],
        kind.guesses(question),
    )


def straight(program: Program, walker: Walker, choices: Choices) -> Straight:
    """The function of a game and a walker. Raises :class:`Unsaid`."""
    for problem in _problems(program, walker, choices):
        raise Unsaid(problem)
    writer = _Writer(program, walker, choices)
    scope: dict[str, Any] = {
        **{f"f_{name}": function for name, (function, _, _) in FUNCTIONS.items()},
        **{f"keep_{place}": meter.kept for place, meter in enumerate(program.game.meters)},
        "CHANCES": writer.chances,
        "INF": inf,
    }
    exec(compile("\n".join(writer.lines()), "<a play>", "exec"), scope)
    made: Straight = scope["play"]
    return made


def _problems(program: Program, walker: Walker, choices: Choices) -> Iterator[str]:
    """Why a game can't be said."""
    looked, questions = looked_at(program), pool(program.game, choices)
    rows = [row for some in program.rows.values() for row in some]
    if any(row.time or row.source.restart for row in rows):
        yield "its rows move clocks"
    if TIME_NAMES & looked.names or (
        Deck(program.game, choices).endless and {"total", "left"} & looked.names
    ):
        yield "it looks at clocks, or at the rest of an endless deck"
    if program.question_seconds is not None and any(
        seconds_of(program.game, question) is None for question in questions
    ):
        yield "seconds depend on how a play goes"
    made = [question for question in questions if question.recipe is not None]
    if made and (walker.how == "knows" or {"kind", "hits", "possible"} & looked.names):
        yield "questions are made as the play goes"
    for question in questions:
        if question.recipe is None and not _is_plain(question, program):
            yield "an answer that should be right or wrong is something else"
            return


def _is_plain(question: Question, program: Program) -> bool:
    card, rules = as_filed(question), program.game.checking
    verdicts = [check(card, input_for(intent, card, ()), rules, ()) for intent in ("right", "wrong")]
    return [(one.name, one.partial) for one in verdicts] == [("right", False), ("wrong", False)]


class _Names(ast.NodeTransformer):
    """Puts local variables in the place of names."""

    def __init__(self, names: dict[str, str]) -> None:
        self._names = names

    def visit_Name(self, node: ast.Name) -> ast.AST:
        if node.id not in self._names:
            raise Unsaid(f"`{node.id}` is not known")
        return ast.parse(self._names[node.id], mode="eval").body

    def visit_Call(self, node: ast.Call) -> ast.AST:
        if not isinstance(node.func, ast.Name):
            raise Unsaid("a call of something else")
        arguments = [self.visit(one) for one in node.args]
        return ast.Call(ast.Name(f"f_{node.func.id}", ast.Load()), arguments, [])

    def visit_Constant(self, node: ast.Constant) -> ast.AST:
        return node

    def visit_BinOp(self, node: ast.BinOp) -> ast.AST:
        if any(isinstance(one, ast.Constant) and isinstance(one.value, str) for one in ast.walk(node)):
            raise Unsaid("calculating with words")
        return self.generic_visit(node)


class _Writer:
    """Writes the function, line by line."""

    def __init__(self, program: Program, walker: Walker, choices: Choices) -> None:
        self.program, self.game, self.walker = program, program.game, walker
        self.pace = round(1000 * walker.pace)
        deck = Deck(program.game, choices)
        self.total = deck.total
        count = choices.count or deck.total
        self.meters = [f"m_{place}" for place in range(len(self.game.meters))]
        self.places = {meter.name: place for place, meter in enumerate(self.game.meters)}
        names = {name: name for name in (*COUNTED, "skipped", "attempt", "total", "worth", "level", "topic")}
        self.names = _Names(
            {
                **names,
                "kind": "kind",
                "possible": "possible",
                "hits": "hits",
                "tries_left": "tries_left",
                "count": repr(count),
                "player": repr(choices.player),
                "left": "(total - asked)",
                "percent": "(100 * right / asked if asked else 0)",
                **{name: self.meters[place] for name, place in self.places.items()},
            }
        )
        self.chances = self._chances(choices)
        self.known = ", ".join([*self.meters, *COUNTED, *_OPEN])

    def _chances(self, choices: Choices) -> dict[int, list[float]]:
        """How far of 2**53 the chance goes in which a try is right: by the guesses of a question, and the
        attempt."""
        guesses = {kind_of(one).guesses(one) for one in pool(self.game, choices)}
        return {
            number: [0, *(self.walker.right(number, attempt) * 2**53 for attempt in range(1, MOST_TRIES))]
            for number in guesses
        }

    def lines(self) -> Iterator[str]:
        """The lines of the function."""
        meters = ", ".join(self.meters) + ("," if self.meters else "")
        counts = ", ".join(COUNTED)
        yield f"def over(result, t, hit, {self.known}):"
        yield from self._over("    ")
        yield f"    return (result, award, t, ({meters}), ({counts}))"
        yield "def play(s, deck, hit):"
        for place, meter in enumerate(self.game.meters):
            yield f"    m_{place} = {meter.kept(meter.start)!r}"
        yield f"    {' = '.join(COUNTED)} = skipped = attempt = worth = level = hits = possible = 0"
        yield f"    topic = kind = ''; total = {self.total}; tries_left = INF; t = spent = used = n = 0"
        yield from self._moment("begun", "    ")
        yield from self._clock_out("    ")
        yield "    for worth, level, topic, kind, tries, seconds, possible, wrong_hits, guesses in deck:"
        yield "        asked += 1; first = True; chances = CHANCES[guesses]"
        yield "        while True:"
        yield "            attempt = 0; tries_left = tries or INF; used = hits = 0; onward = 0"
        yield from self._moment("opened", "            ")
        yield from self._clock_out("            ")
        yield "            while True:"
        yield "                attempt += 1; n += 1"
        yield f"                if n > {MOST_MOMENTS}: raise OverflowError"
        yield from self._try("                ")
        yield "                if onward: break"
        yield "            if onward == 1: break"
        yield "            first = False"
        yield f"    {self._ends('done')}"

    def _try(self, at: str) -> Iterator[str]:
        """One try: too late, or right, or wrong."""
        inner = at
        if self.game.clocks.restart_on_again:
            yield f"{at}if attempt > 1: used = 0"
        if self.pace and (self.game.clocks.game is not None or self._timed()):
            inner = at + "    "
            game = (
                "INF" if self.game.clocks.game is None else f"{round(1000 * self.game.clocks.game)} - spent"
            )
            yield f"{at}due = seconds - used if seconds >= 0 else INF; ends = {game}"
            yield f"{at}if ends <= due and ends < {self.pace}:"
            yield f"{inner}t += ends; spent += ends"
            yield from self._time_is_up(inner)
            yield f"{at}elif due < {self.pace}:"
            yield f"{inner}t += due; spent += due; used += due"
            yield from self._moment("late", inner)
            yield from self._clock_out(inner)
            yield f"{at}else:"
        if self.pace:
            yield f"{inner}t += {self.pace}; spent += {self.pace}; used += {self.pace}"
        yield f"{inner}s = (s + 0x9E3779B97F4A7C15) & 0xFFFFFFFFFFFFFFFF"
        yield f"{inner}z = ((s ^ (s >> 30)) * 0xBF58476D1CE4E5B9) & 0xFFFFFFFFFFFFFFFF"
        yield f"{inner}z = ((z ^ (z >> 27)) * 0x94D049BB133111EB) & 0xFFFFFFFFFFFFFFFF"
        chance = f"{float(self.walker.share) * 2**53!r}" if self.walker.how == "skill" else "chances[attempt]"
        outcomes: tuple[tuple[str, Moment, str], ...] = (
            (f"if (z ^ (z >> 31)) & 0x1FFFFFFFFFFFFF < {chance}:", "right", "possible"),
            ("elif tries_left == 1:", "missed", "wrong_hits"),
            ("else:", "wrong", "wrong_hits"),
        )
        for test, moment, hits in outcomes:
            yield inner + test
            yield f"{inner}    hits = {hits}"
            yield from self._moment(moment, inner + "    ")
            yield from self._clock_out(inner + "    ")

    def _timed(self) -> bool:
        clocks = self.game.clocks
        own = any(question.seconds is not None for question in self.game.questions)
        return own or clocks.question is not None or bool(clocks.question_by)

    def _clock_out(self, at: str) -> Iterator[str]:
        """Where the game's clock has run out by the end of a feedback."""
        if self.game.clocks.game is not None and self.pace:
            yield f"{at}if spent >= {round(1000 * self.game.clocks.game)}:"
            yield from self._time_is_up(at + "    ")

    def _time_is_up(self, at: str) -> Iterator[str]:
        for condition, _, ending in self.program.endings:
            yield f"{at}if {self._said(condition)}: {self._ends(ending.result)}"
        yield f"{at}{self._ends('done')}"

    def _ends(self, result: str) -> str:
        return f"return over({result!r}, t, hit, {self.known})"

    def _moment(self, moment: Moment, at: str) -> Iterator[str]:
        """A moment: it counts, finds its row, does what that says, looks at the endings, and goes on."""
        if MOMENTS[moment].takes_try:
            yield f"{at}tries_left -= 1"
        if moment == "right":
            yield f"{at}right += 1; streak += 1"
            yield f"{at}if streak > best_streak: best_streak = streak"
            yield f"{at}if attempt == 1 and first: first_try += 1"
        elif MOMENTS[moment].counted:
            yield f"{at}{moment} += 1; streak = 0"
        rows = self.program.rows[moment]
        branch = "if"
        for row in rows:
            if row.condition is None and branch == "if":
                yield from self._done(moment, row, at)
                return
            test = "else:" if row.condition is None else f"{branch} {self._said(row.condition)}:"
            yield at + test
            yield from self._done(moment, row, at + "    ")
            if row.condition is None:
                return
            branch = "elif"
        inner = at if branch == "if" else at + "    "
        if branch == "elif":
            yield f"{at}else:"
            yield f"{inner}pass"
        yield from self._done(moment, None, inner)

    def _done(self, moment: Moment, row: ReadyRow | None, at: str) -> Iterator[str]:
        """What a row does, and where it leads; without one, the built-in way."""
        if row is not None:
            yield f"{at}hit[{row.number}] = 1"
            yield from self._changes(row, at)
        end = row.source.then if row is not None and row.source.then in ("won", "lost", "done") else None
        onward = "over" if end else leads_to(moment, row)
        pause = round(1000 * (row.hold if row else 0.0))
        breather = self.game.clocks.breather
        rest = pause if breather == "player" else max(pause, round(1000 * breather))
        answers = MOMENTS[moment].answers
        if end is not None:
            yield f"{at}t += {rest if answers else pause}"
            yield at + self._ends(end)
            return
        if answers or (row is not None and row.source.moves_a_number):
            for condition, _, ending in self.program.endings:
                yield f"{at}if {self._said(condition)}:"
                yield f"{at}    t += {rest if answers else pause}"
                yield f"{at}    {self._ends(ending.result)}"
        if answers and onward in ("next", "revisit"):
            yield f"{at}t += {rest}; onward = {1 if onward == 'next' else 2}"
        elif pause:
            yield f"{at}t += {pause}"
        else:
            yield f"{at}pass"

    def _changes(self, row: ReadyRow, at: str) -> Iterator[str]:
        """The meters after a row: what is set first, then what is added, all from the values before it."""
        work = [
            *((name, "=", expression) for name, expression in row.set),
            *((name, "+", expression) for name, expression in row.add),
        ]
        for number, (_, _, expression) in enumerate(work):
            yield f"{at}c_{number} = {self._said(expression)}"
            if not isinstance(ast.parse(expression.source.strip(), mode="eval").body, ast.Constant):
                yield f"{at}if c_{number}.__class__ is str: raise TypeError"
        for number, (name, how, _) in enumerate(work):
            place = self.places[name]
            value = f"c_{number}" if how == "=" else f"m_{place} + c_{number}"
            meter = self.game.meters[place]
            yield f"{at}m_{place} = keep_{place}({value})" if meter.is_bounded else f"{at}m_{place} = {value}"

    def _over(self, at: str) -> Iterator[str]:
        """The row at the end, and the award."""
        branch = "if"
        for row in self.program.rows["over"]:
            condition = "True" if row.condition is None else self._said(row.condition)
            yield f"{at}{branch} {condition}:"
            yield f"{at}    hit[{row.number}] = 1"
            yield from self._changes(row, at + "    ")
            if row.source.then in ("won", "lost"):
                yield f"{at}    if result == 'done': result = {row.source.then!r}"
            branch = "elif"
        yield f"{at}award = ''"
        branch = "if"
        for holds, _, award in self.program.awards:
            yield f"{at}{branch} {self._said(holds)}: award = {award.title!r}"
            branch = "elif"

    def _said(self, expression: Expression) -> str:
        """An expression over the local variables."""
        tree = ast.parse(expression.source.strip(), mode="eval").body
        return f"({ast.unparse(ast.fix_missing_locations(self.names.visit(tree)))})"
