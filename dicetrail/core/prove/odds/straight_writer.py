"""The writer of straight code: one more stage of :mod:`...play.run.sequence`, on which every row, ending and
award is gone through in its turn, under the test that leads to it."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from typing import TypeVar

from ...play.language.expressions import Expression
from ...play.rulebook.game import Choices, Result
from ...play.rulebook.moments import MOMENTS, Moment
from ...play.rulebook.names import OF_A_QUESTION, OF_AN_ANSWER, OF_HOW_FAR, OF_PLAYERS
from ...play.rulebook.program import Program, ReadyRow
from ...play.rulebook.quantities import ALONE, BECOMES, LASTING, MADE, ONLY_WITH, QUANTITIES, Happening
from ...play.rulebook.rows import reveals
from ...play.run.decks import Decks
from ...play.run.played import Came, End
from ...play.run.sequence import (
    COMES_FIRST,
    LEADS,
    Case,
    answered,
    begin_try,
    close,
    happen,
    pause_after,
    time_is_up,
    visit,
)
from ..search.whole import fractional
from .straight_names import WrittenNames
from .straight_player import NEXT_BITS, WrittenCompany, WrittenWalker
from .walker import SURE

T = TypeVar("T")

MOST_MOMENTS = 1500
"""Moments of one play after which it is left to the engine, which knows when to stop it."""
QUESTION = (*OF_A_QUESTION, "possible", "wrong_hits", "tries", "seconds")
"""What is told of a question: ``tries`` are infinite for any number, ``seconds`` milliseconds, -1 for
none."""
COUNTED = LASTING
"""The counts that a play gives back, in this order."""
_OPEN = (
    *(name for name, one in QUANTITIES.items() if one.of_visit),
    *OF_A_QUESTION,
    *OF_AN_ANSWER,
)
"""What is known of the open question, besides meters and counts."""
_CLOCKS = ("seconds", "used", "limit", "spent")
"""What the open question's clock has (-1: it has none) and has used, and the same of the game's, in
milliseconds."""
RESULTS: tuple[Result, ...] = ("won", "lost", "done")
"""The results that plays can have here; one that goes on for too long is left to the engine."""
LEAVES = {"next": 1, "visit": 2, "round": 3}
"""What ``onward`` is where a question is left, where it is opened anew, and where its round is over."""


class Writer:
    """Writes the function of a game and a walker, line by line."""

    too_long = False

    def __init__(self, program: Program, player: WrittenWalker | WrittenCompany, choices: Choices) -> None:
        self.program, self.game, self.player = program, program.game, player
        self.ticks = player.takes_time or program.moves_clocks
        """Whether a clock can run out: time passes, or a row takes some away."""
        self.one = program.rounds[0]
        """The round that is written."""
        self.clock_of = {"question": ("seconds", "used", "whole"), "game": ("limit", "spent", "all_of_it")}
        """What a clock has, what it has used, and what it began with."""
        self._choices = choices
        self.meters = [f"m_{place}" for place in range(len(self.game.meters))]
        self.places = {meter.name: place for place, meter in enumerate(self.game.meters)}
        self._total = Decks(program, choices).total_after(0)
        self._names_are({"total": repr(self._total)})
        self._fractional = fractional(program)
        self.known = ", ".join([*self.meters, *COUNTED, *_OPEN, *_CLOCKS, "whole", "all_of_it"])
        self._lines: list[str] = []
        self._depth = 0

    @property
    def has_rounds(self) -> bool:
        """Whether rounds are counted, too."""
        return False

    def _names_are(self, more: dict[str, str]) -> None:
        """What stands for names in built-in expressions and in those of the rules; ``more`` come first."""
        known = {**{name: name for name in (*COUNTED, *_OPEN)}, **self._times(), **more}
        built_in = (*known, "first_visit", "tries", "question_due", "game_due")
        self._built_in = WrittenNames(
            {
                **{name: name for name in built_in},
                **known,
                **dict.fromkeys(ONLY_WITH, "0"),
                "answer_due": self.player.pace,
                "asked_from": "0",
                "round_due": "INF",
                **more,
            }
        )
        self._of_rules = WrittenNames(
            {
                **known,
                **{
                    name: self._said(made, self._built_in) for name, made in MADE.items() if name not in ALONE
                },
                **dict.fromkeys((*ONLY_WITH, *OF_HOW_FAR, "value"), "0"),
                "round": "1",
                "rounds": "1",
                "round_name": "''",
                **{name: repr(one.before) for name, one in OF_PLAYERS.items()},
                "count": repr(self._choices.count or self._total),
                "player": repr(self._choices.player),
                **more,
                **{name: self.meters[place] for name, place in self.places.items()},
            }
        )

    def written(self) -> list[str]:
        """The lines of the function ``play``, and of the functions it ends with."""
        for result in RESULTS:
            self._over_function(result)
        with self._block("def play(s, deck, hit, above):"):
            self._begin()
            self._moment(happen(self, "begun"))
            with self._block(f"for {', '.join((*QUESTION, *self.player.known))} in deck:"):
                self.count("dealt")
                self._write("first_visit = True; whole = seconds", *self.player.at_question())
                with self._block("while True:"):
                    self._visit()
            self._end(End("done"))
        return self._lines

    def _begin(self) -> None:
        """What a play begins with."""
        for meter, name in zip(self.game.meters, self.meters, strict=True):
            self._write(f"{name} = {meter.kept(meter.start)!r}")
        self._write(
            f"{' = '.join((*COUNTED, *_OPEN))} = 0",
            "topic = kind = ''; tries_left = INF; t = n = 0; first_visit = True",
            f"seconds = whole = -1; used = spent = 0; limit = all_of_it = {self._game_clock()}",
        )

    def _times(self) -> dict[str, str]:
        """What tells a time, in seconds."""
        return {
            "time_left": "((seconds - used if seconds > used else 0) / 1000)",
            "time_used": "(used / 1000)",
            "game_left": "((limit - spent if limit > spent else 0) / 1000)",
        }

    def _write(self, *lines: str) -> None:
        self._lines += [" " * self._depth + line for line in lines]

    @contextmanager
    def _block(self, head: str) -> Iterator[None]:
        """What is written within stands under a head."""
        self._write(head)
        self._depth += 1
        start = len(self._lines)
        yield
        if len(self._lines) == start:
            self._write("pass")
        self._depth -= 1

    def _visit(self) -> None:
        """A question is open until it is left, or opened anew."""
        self._write("hits = 0; onward = 0")
        self._moment(visit(self))
        with self._block("while True:"):
            self._write("n += 1", f"if n > {MOST_MOMENTS}: raise OverflowError")
            self._try()
            self._write("if onward: break")
        self._write(f"if onward == {LEAVES['next']}: break", "first_visit = False")

    def _try(self) -> None:
        """One try: too late, or right, or wrong."""
        begin_try(self, restart=self.one.source.clocks.restart_on_again)
        self._write(*self.player.at_try())
        if not self.ticks or (self.game.clocks.game is None and not self._timed()):
            self._answer()
            return
        self._dues()
        for comes in self.first(COMES_FIRST):
            if comes == "time":
                self._pass("game_due")
                self._time_is_up()
            elif comes == "round":
                self._round_is_up()
            elif comes == "late":
                self._pass("question_due")
                self._moment(happen(self, "late"))
            else:
                self._answer()

    def _dues(self) -> None:
        """Write when each clock is out."""
        game = "INF" if self.game.clocks.game is None else "limit - spent"
        self._write(f"question_due = seconds - used if seconds >= 0 else INF; game_due = {game}")

    def _pass(self, time: str) -> None:
        """Write that so many milliseconds pass."""
        self._write(f"t += {time}; spent += {time}; used += {time}")

    def _round_is_up(self) -> None:
        """Write what follows on the round's clock; here there is none."""
        self._write("raise AssertionError")

    def _answer(self) -> None:
        if self.player.takes_time:
            self._pass(self.player.pace)
        self._write(*NEXT_BITS)
        with self._block(f"if z & {SURE - 1} < {self.player.share}:"):
            self._write("hits = possible")
            self._moment(happen(self, "right"))
        with self._block("else:"):
            self._write("hits = wrong_hits", *self.player.after_wrong())
            for moment in self.first(answered(self.one, "wrong", partial=False, asks_again=False)):
                self._moment(happen(self, moment))

    def _timed(self) -> bool:
        clocks = self.one.source.clocks
        own = any(question.seconds is not None for question in self.game.questions)
        return own or clocks.question is not None or bool(clocks.question_by)

    def _time_is_up(self) -> None:
        for end in time_is_up(self):
            self._end(end)

    def _end(self, end: End) -> None:
        self._write(f"return {self.over(end.result)}(t, hit, {self.known})")

    def over(self, result: Result) -> str:
        """What the function is called that ends a play so."""
        return f"over_{result}"

    def _over_function(self, result: Result) -> None:
        with self._block(f"def {self.over(result)}(t, hit, {self.known}):"):
            self._over(result)

    def _moment(self, ways: Iterator[Came]) -> None:
        """What can come of a moment, and where the play goes from there; the game's clock may be out by
        then."""
        for came in ways:
            self._go_on(came)
        if self.game.clocks.game is not None and self.ticks:
            with self._block("if spent >= limit:"):
                self._time_is_up()

    def _go_on(self, came: Came) -> None:
        self._pause(came)
        if came.onward not in ("next", "over") and reveals(
            came.moment, came.row.source if came.row else None
        ):
            self._write(*self.player.when_shown())
        if came.end is not None:
            self._end(came.end)
        elif came.moment != "begun" and LEADS[came.onward].to in LEAVES:
            self._write(f"onward = {LEAVES[LEADS[came.onward].to]}")

    def _pause(self, came: Came) -> None:
        pause, _ = pause_after(came, self.one)
        if pause:
            self._write(f"t += {round(1000 * pause)}")

    # What a stage of the sequence does

    def count(self, happening: Happening) -> None:
        """Write how something counts."""
        moves = [
            (name, becomes)
            for name, becomes in BECOMES.get(happening, ())
            if name not in ONLY_WITH and (self.has_rounds or not QUANTITIES[name].of_round)
        ]
        if moves:
            names = ", ".join(name for name, _ in moves)
            self._write(f"{names} = {', '.join(self._said(becomes, self._built_in) for _, becomes in moves)}")

    def first(self, some: Sequence[Case[T]]) -> Iterator[T]:
        """Write the tests of cases, one after another, and what stands under each."""
        return self._branches([(case.so, case.condition) for case in some], self._built_in)

    def set_clock(self) -> None:
        """Write that a question's clock has not run yet, and has its whole time."""
        self._write("used = 0; seconds = whole")

    def restart_clock(self) -> None:
        """Write the same."""
        self.set_clock()

    def carry(self) -> bool:
        """No answer carries anything in what is written so."""
        return False

    def rows(self, moment: Moment) -> Iterator[ReadyRow | None]:
        """Write the tests of a moment's rows, one after another, and what stands under each."""
        pairs: list[tuple[ReadyRow | None, Expression | None]] = [
            (row, row.condition) for row in self.one.rows[moment]
        ]
        return self._branches([*pairs, (None, None)], self._of_rules)

    def _branches(self, pairs: Sequence[tuple[T, Expression | None]], names: WrittenNames) -> Iterator[T]:
        branch = "if"
        for so, condition in pairs:
            if condition is None and branch == "if":
                yield so
                return
            with self._block("else:" if condition is None else f"{branch} {self._said(condition, names)}:"):
                yield so
            if condition is None:
                return
            branch = "elif"

    def apply(self, row: ReadyRow) -> Iterator[bool]:
        """Write the meters after a row: what is set first, then what is added, all from the values before;
        then, where it makes a difference, whether any of them changed."""
        self._write(f"hit[{row.number}] = 1")
        work = [
            *((name, "=", expression) for name, expression in row.set),
            *((name, "+", expression) for name, expression in row.add),
        ]
        for number, (_, expression) in enumerate(row.time):
            self._write(
                f"d_{number} = {self._said(expression, self._of_rules)}",
                f"if d_{number}.__class__ is str: raise TypeError",
            )
        for number, (_, _, expression) in enumerate(work):
            self._write(f"c_{number} = {self._said(expression, self._of_rules)}")
            if not isinstance(ast.parse(expression.source.strip(), mode="eval").body, ast.Constant):
                self._write(f"if c_{number}.__class__ is str: raise TypeError")
        moved = sorted({self.places[name] for name, _, _ in work})
        changes = [f"m_{place}" for place in moved]
        if row.source.moves_a_clock:
            changes += [part for has, used, _ in self.clock_of.values() for part in (has, used)]
        asks = bool(changes and self.program.endings) and not MOMENTS[row.source.moment].answers
        if asks:
            self._write(*(f"w_{name} = {name}" for name in changes))
        for number, (name, how, _) in enumerate(work):
            place = self.places[name]
            value = f"c_{number}" if how == "=" else f"m_{place} + c_{number}"
            kept = name in self._fractional
            self._write(f"m_{place} = keep_{place}({value})" if kept else f"m_{place} = {value}")
        self._move_clocks(row)
        if not asks:
            yield bool(changes)
            return
        with self._block(f"if {' or '.join(f'w_{name} != {name}' for name in changes)}:"):
            yield True
        with self._block("else:"):
            yield False

    def _game_clock(self) -> int:
        """The milliseconds of the game's clock, -1 where it has none."""
        return -1 if self.game.clocks.game is None else round(1000 * self.game.clocks.game)

    def _move_clocks(self, row: ReadyRow) -> None:
        """Write how a row starts clocks anew, and gives them time or takes some."""
        for name in row.source.restart:
            has, used, whole = self.clock_of[name]
            self._write(f"{used} = 0; {has} = {whole}")
        for number, (clock, _) in enumerate(row.time):
            has, used, _ = self.clock_of[clock]
            self._write(
                f"more = {has} + round(d_{number} * 1000)",
                f"if {has} >= 0: {has} = more if more > {used} else {used}",
            )

    def endings(self) -> Iterator[End | None]:
        """Write the tests of the endings, and what stands under each and after them."""
        for place, (condition, _, ending) in enumerate(self.program.endings, 1):
            with self._block(f"if {self._said(condition, self._of_rules)}:"):
                yield End(ending.result, ending=place)
        yield None

    def awards(self) -> Iterator[int | None]:
        """Write the tests of the awards, and what stands under each and after them."""
        for place, (condition, _, _) in enumerate(self.program.awards, 1):
            with self._block(f"if {self._said(condition, self._of_rules)}:"):
                yield place
        yield None

    def _over(self, result: Result) -> None:
        """The end of plays with a result: the row at ``over``, the award, and what is given back."""
        meters = ", ".join(self.meters) + ("," if self.meters else "")
        for closed in close(self, result):
            award = "" if closed.award is None else self.game.awards[closed.award - 1].title
            counts = ", ".join(COUNTED)
            self._write(f"return ({closed.result!r}, {award!r}, t, ({meters}), ({counts}))")

    def _said(self, expression: Expression, names: WrittenNames) -> str:
        """An expression over the local variables."""
        tree = ast.parse(expression.source.strip(), mode="eval").body
        return f"({ast.unparse(ast.fix_missing_locations(names.visit(tree)))})"
