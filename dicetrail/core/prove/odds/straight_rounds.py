"""The writer of straight code for games whose deal hangs on how they go: rounds, what comes next or again.

What is written deals at a table (:mod:`.straight_table`); all else is as in :mod:`.straight_writer`.
"""

from __future__ import annotations

from collections.abc import Iterator

from ...play.language.expressions import compile_expression
from ...play.rulebook.game import Choices, Result
from ...play.rulebook.names import PICKS
from ...play.rulebook.program import Program, ReadyGate, ReadyRound
from ...play.rulebook.quantities import MADE, OF_ROUND
from ...play.run.played import Came, End
from ...play.run.sequence import begin_round, end_round, happen, visit
from .straight_player import NEXT_BITS, WrittenCompany, WrittenWalker
from .straight_writer import LEAVES, MOST_MOMENTS, QUESTION, RESULTS, Writer

_CLOCK = ("round_limit", "round_spent", "round_whole")
"""What the round's clock has (-1: there is none), has used, and began with, in milliseconds."""


class RoundsWriter(Writer):
    """Writes the function of a game that deals at a table."""

    def __init__(self, program: Program, player: WrittenWalker | WrittenCompany, choices: Choices) -> None:
        super().__init__(program, player, choices)
        self.clock_of = {**self.clock_of, "round": _CLOCK}
        self.known = ", ".join(
            [self.known, "total", "visit", *_CLOCK, *(OF_ROUND if self.has_rounds else ())]
        )

    @property
    def has_rounds(self) -> bool:
        """Whether the game has rounds, or only one."""
        return self.program.has_rounds

    def written(self) -> list[str]:
        """The lines of the function ``play``, and of the functions it ends with."""
        for one in self.program.rounds:
            self._in(one)
            for result in RESULTS:
                self._over_function(result)
        self._in(self.program.rounds[0])
        with self._block("def play(s, table, hit, above):"):
            self._begin()
            self._write("visit = round_spent = onward = 0; round_limit = round_whole = -1")
            self._write("total, round_total = table.totals(0)")
            if self.has_rounds:
                others = [name for name in OF_ROUND if name != "round_total"]
                self._write(f"{' = '.join(others)} = 0")
            for one in self.program.rounds:
                for gate in one.gates if self.has_rounds else ():
                    self._write(f"{_gone(one, gate)} = 0")
            self._moment(happen(self, "begun"))
            if not self.has_rounds:
                self._deck()
                self._end(End("done"))
                return self._lines
            self._write("at = 1")
            with self._block("while True:"):
                for one in self.program.rounds:
                    self._in(one)
                    with self._block(f"{'if' if one.number == 1 else 'elif'} at == {one.number}:"):
                        self._round()
        return self._lines

    def _in(self, one: ReadyRound) -> None:
        """What is written now is of this round."""
        self.one = one
        names = {"total": "total", "visit": "visit", "round_due": "round_due"}
        if self.has_rounds:
            names |= {name: name for name in OF_ROUND}
        self._names_are(names)
        if self.has_rounds:
            told = {"round": one.number, "rounds": len(self.program.rounds), "round_name": one.source.name}
            made = {name: self._said(it, self._built_in) for name, it in MADE.items()}
            self._of_rules = self._of_rules.with_more(
                {**names, **made, **{name: repr(value) for name, value in told.items()}}
            )

    def _round(self) -> None:
        """A round, from its begin to the gate that leads on."""
        self._write(f"total, round_total = table.enter({self.one.number}, asked); onward = 0")
        self._moment(begin_round(self))
        with self._block("if not onward:"):
            self._deck()
        self._moment(end_round(self))

    def _deck(self) -> None:
        """Question after question, until the round has no more, or is over."""
        asked = "round_asked" if self.has_rounds else "asked"
        deal = self.one.source.deal
        names = "{}"
        if deal.next:
            looked = sorted(compile_expression(deal.next).names - PICKS.keys())
            names = "{" + ", ".join(f"{name!r}: {self._of_rules.of(name)}" for name in looked) + "}"
        with self._block("while True:"):
            if deal.choose:
                self._write(f"some = table.offered({asked}, {names}); chosen = None")
                with self._block("if some:"):
                    self._write(*NEXT_BITS)
                    with self._block(f"while z >= {2**64} - {2**64} % len(some):"):
                        self._write(*NEXT_BITS)
                    self._write("chosen = some[z % len(some)]")
            chosen = ", chosen" if deal.choose else ""
            self._write(f"one = table.next({asked}, {names}{chosen})", "if one is None: break")
            self._write(f"{', '.join((*QUESTION, *self.player.known))}, = one.about", "visit = one.visits")
            with self._block("if not visit:"):
                self.count("dealt")
                self._write(f"total, round_total = table.totals({asked})")
            self._write("whole = seconds", *self.player.at_question())
            with self._block("while True:"):
                self._visit()
            self._write(f"if onward == {LEAVES['round']}: break")

    def _visit(self) -> None:
        """A question is open until it is left, or opened anew."""
        self._write("visit += 1; one.visits = visit; first_visit = visit == 1; hits = 0; onward = 0")
        self._moment(visit(self))
        with self._block("while not onward:"):
            self._write("n += 1", f"if n > {MOST_MOMENTS}: raise OverflowError")
            self._try()
        self._write(f"if onward != {LEAVES['visit']}: break")

    def _dues(self) -> None:
        super()._dues()
        self._write("round_due = round_limit - round_spent if round_limit >= 0 else INF")

    def _pass(self, time: str) -> None:
        super()._pass(time)
        self._write(f"round_spent += {time}")

    def _round_is_up(self) -> None:
        self._pass("round_due")
        self._write(f"onward = {LEAVES['round']}")

    def _timed(self) -> bool:
        return super()._timed() or self.one.source.clocks.round is not None

    def _moment(self, ways: Iterator[Came]) -> None:
        """As the writer has it; the round's clock may be out by then, too."""
        super()._moment(ways)
        if self.ticks and self.has_rounds:
            with self._block("if 0 <= round_limit <= round_spent:"):
                self._write(f"onward = {LEAVES['round']}")

    def _go_on(self, came: Came) -> None:
        if came.moment == "round_begun" and came.end is None:
            self._pause(came)
            return
        if came.moment == "round_over" and came.end is None:
            self._pause(came)
            self._write(f"round_limit = -1; round_spent = 0; at = {came.gate.to if came.gate else 0}")
            return
        super()._go_on(came)
        if came.end is None and came.onward == "later" and came.row is not None:
            self._write(f"table.put_back(one, {came.row.source.after})")

    def over(self, result: Result) -> str:
        """What the function is called that ends a play so."""
        return f"over_{result}_{self.one.number}"

    # What a stage of the sequence does

    def set_round_clock(self) -> None:
        """Write that the round's clock has its whole time."""
        seconds = self.one.source.clocks.round
        whole = -1 if seconds is None else round(1000 * seconds)
        self._write(f"round_limit = round_whole = {whole}; round_spent = 0")

    def gates(self) -> Iterator[ReadyGate]:
        """Write the tests of the gates, and what stands under each."""
        branch = "if"
        for gate in self.one.gates:
            tests = [] if gate.most == float("inf") else [f"{_gone(self.one, gate)} < {gate.most}"]
            if gate.condition is not None:
                tests.append(self._said(gate.condition, self._of_rules))
            head = (
                f"{branch} {' and '.join(tests)}:" if tests else "else:" if branch == "elif" else "if True:"
            )
            with self._block(head):
                self._write(f"{_gone(self.one, gate)} += 1")
                yield gate
            if not tests:
                return
            branch = "elif"


def _gone(one: ReadyRound, gate: ReadyGate) -> str:
    """The variable that counts how often a gate was gone through."""
    return f"g_{one.number}_{gate.number}"
