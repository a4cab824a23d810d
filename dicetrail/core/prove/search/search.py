"""The search through a game's plays: every way a play can go, each state once."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable

from ...play.language.expressions import ExpressionError
from ...play.rulebook.game import Choices
from ...play.rulebook.moments import MOMENTS
from ...play.rulebook.program import Program
from ...play.run.played import End
from ...play.run.sequence import Stands
from .aside import Aside, Carrier
from .ends import Results, Seen
from .graph import Graph, StateNode, leading_to, longest_way
from .kept import State
from .legs import Leg, Legs
from .openings import Totals
from .plans import Plan
from .reached import Reach
from .rolled import TooManyRolls
from .states import States
from .watched import LookedAt

MOST_VALUES = 100_000
"""Values carried along, all together, before it is left at that."""
MOST_IN_ENDLESS = 300
"""Values carried along by one state where the deck has no end: past them a meter counts as unbounded."""
_WAITS = MOMENTS["late"].move
"""The move of who lets a clock run out."""


class Search:
    """One search from one opening; what it comes across is added to ``found``, the ends it has ``seen`` to
    those of others."""

    def __init__(
        self,
        program: Program,
        choices: Choices,
        totals: Totals,
        looked: LookedAt,
        found: Reach,
        seen: Seen,
        most: int,
    ) -> None:
        self.program, self.game, self.found, self.most = program, program.game, found, most
        self.states = States(program, choices, totals, looked)
        self.carrier = Carrier(program, looked.aside)
        self.graph = Graph()
        self.legs = Legs(program, self.states, self.carrier, self.graph, found, self._trouble)
        self.results = Results(program, looked, self.carrier, found, self._trouble, seen)
        self._by_distance = self.states.free or program.has_rounds
        self.ends: set[StateNode] = set()
        self.queue: deque[StateNode] = deque()
        self.values = 0

    def run(self) -> None:
        """Go all the ways."""
        self.found.timed |= self.states.timed
        self.found.mixed |= self.states.mixed
        try:
            self._go_through()
        except TooManyRolls:
            self.found.complete = False
        self.found.states += len(self.graph)
        if self._by_distance:
            way = longest_way(self.graph) if self.found.complete else None
            longest = self.found.longest
            self.found.longest = None if way is None or longest is None else max(longest, way)
        if self.found.complete:
            self.found.endless |= leading_to(self.ends) < len(self.graph)

    def _go_through(self) -> None:
        for first in self.states.firsts():
            self._happen(self.graph.beside(first), {self.carrier.first()}, None)
        while self.queue:
            node = self.queue.popleft()
            values, node.fresh = node.fresh, set()
            if not values:
                continue
            if len(self.graph) > self.most:
                self.found.complete = False
                return
            _WAYS[node.state.stands](self, node, values)

    def _reached(
        self,
        node: StateNode,
        values: set[Aside],
        source: StateNode | None,
        move: str = "",
        *,
        questions: int = 0,
    ) -> None:
        """A node was reached with these values, by a move and so many new questions: it is looked at (again)
        where something of it is new."""
        if source is not None:
            node.before.add(source)
        have = node.carried
        if not have:
            node.distance = questions
            if source is not None:
                node.came = (source, move)
                node.distance += source.distance
        new = values - have
        full = len(have) > MOST_IN_ENDLESS if self.states.free else self.values > MOST_VALUES
        if full and have and new:
            self.found.open_ended |= set(self.carrier.names)
        elif new:
            have |= new
            self.values += len(new)
            if not node.fresh:
                (self.queue.append if questions else self.queue.appendleft)(node)
            node.fresh |= new

    def _enter(self, node: StateNode, values: set[Aside]) -> None:
        """A round begins."""
        self.legs.met(f"round {node.state.round}", node, "")
        self.found.rounds.add(node.state.round)
        self._happen(self.graph.beside(self.states.entered(node.state), node), values, node)

    def _end_round(self, node: StateNode, values: set[Aside]) -> None:
        """A round is over."""
        self._happen(self.graph.beside(node.state._replace(back=()), node), values, node)

    def _next(self, node: StateNode, values: set[Aside]) -> None:
        state = node.state
        plan, in_rounds = self.states.plan(state), bool(state.round)
        for sort in dict.fromkeys(state.back):
            for opened in self.states.opened_again(state, sort):
                self._reached(self.graph.node(opened), values, node, questions=1)
        if not state.back and self.states.may_be_through(state):
            if in_rounds:
                self._reached(self.graph.node(state._replace(stands="round")), values, node)
            else:
                self._finish(node, state, values, End("done"), node)
        if self.game.clocks.game is not None:
            self._finish(node, state, values, self.legs.when_time_is_up(node), node, _WAITS)
        if self.states.is_through(state):
            return
        for sort in self.states.next_sorts(state):
            chosen = self._chosen(plan, sort)
            move = f"choose {chosen}" if chosen else ""
            for opened in self.states.all_opened(state, sort):
                self._reached(self.graph.node(opened), values, node, move, questions=1)

    def _chosen(self, plan: Plan, sort: int) -> str:
        """What a player chooses to come to a sort."""
        by = plan.deal.choose
        return str(getattr(self.states.sorts[sort], by)) if by else ""

    def _visit(self, node: StateNode, values: set[Aside]) -> None:
        self._happen(node, values, node)

    def _ask(self, node: StateNode, values: set[Aside]) -> None:
        state = node.state
        if self.game.leave:
            self._finish(node, state, values, End("done"), node)
        self._happen(node, values, node)
        if self.game.clocks.game is not None:
            self._finish(node, state, values, self.legs.when_time_is_up(node), node, _WAITS)
        if self.states.round_of(state).source.clocks.round is not None:
            over = self.graph.node(self.states.closed(state)._replace(stands="round"))
            self._reached(over, values, node, _WAITS)

    def _happen(self, at: StateNode, values: set[Aside], source: StateNode | None) -> None:
        """All that can happen does, where plays are ``at``, having come from a node (None: from nowhere)."""
        ahead, last = self.legs.ahead(at, values), self.found.last_rows
        if not ahead.rows <= last and self.states.may_be_through(at.state):
            last |= ahead.rows
        for leg in ahead.legs:
            self._go(leg, at, values, source)

    def _go(self, leg: Leg, at: StateNode, values: set[Aside], source: StateNode | None) -> None:
        """A play goes where a leg leads."""
        if leg.moved is not None:
            values = set(map(leg.moved, values))
        self.found.flow[leg.flow] += 1
        if leg.end is not None:
            self._finish(at, leg.to, values, leg.end, source, leg.move)
            return
        left = at.state.left
        if leg.flow[1] == "swap":
            left = self.states.swapped(left)
        to = self.graph.numbered(leg.number, leg.to, left)
        self._reached(to, values, source, leg.move)
        if leg.runs_out:
            self._reached(self.graph.node(to.state._replace(stands="round")), values, source, leg.move)

    def _finish(
        self,
        at: StateNode,
        after: State,
        values: set[Aside],
        end: End,
        source: StateNode | None,
        move: str = "",
    ) -> None:
        """A play that was ``at`` a node ends in the state ``after``."""
        found = self.found
        if end.ending:
            found.endings.add(end.ending)
        if source is not None:
            self.ends.add(source)
            if end.ending:
                self.legs.met(f"ending {end.ending}", source, move)
        asked = at.distance if self._by_distance else self.states.asked(at.state)
        found.shortest = asked if found.shortest is None else min(found.shortest, asked)
        if found.longest is not None:
            found.longest = max(found.longest, asked)
        names = self.states.known(after)
        if not self._by_distance:
            names["asked"] = asked
        self.results.look_at(names, after.times, values, end.result)

    def _trouble(self, where: str, error: ExpressionError) -> None:
        self.found.troubles.setdefault(where, str(error))


_WAYS: dict[Stands, Callable[[Search, StateNode, set[Aside]], None]] = {
    "enter": Search._enter,
    "round": Search._end_round,
    "next": Search._next,
    "visit": Search._visit,
    "ask": Search._ask,
}
