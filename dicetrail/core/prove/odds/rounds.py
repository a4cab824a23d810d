"""Exact odds of games with rounds: plays weighed from round to round, gate by gate."""

from __future__ import annotations

from collections import deque
from operator import methodcaller
from typing import Any

from ...play.rulebook.game import Choices
from ...play.rulebook.program import Program
from ...play.run.played import End
from ..search.kept import State
from .exact import MOST_QUESTIONS, Inexact, Weighed
from .figures import Figures
from .mass import largest
from .round_piles import RoundPile, RoundPiles
from .sorting import Unsortable
from .walker import Walker
from .ways import Ended, Spot, Way
from .weights import LEFT, Weights, begun
from .work import A_DEAL, MOST_WORK

Standing = dict[tuple[Spot, RoundPile], Weights]
"""Plays by where they stand, and what is left of their questions."""
_Far = tuple[int, int, int]
"""How far plays have come: through how many gates that lead back, to which round, and to which question."""


class WeighedRounds(Weighed):
    """A weighed search of a game whose plays say what comes next. Plays go on once all that come to where
    they stand have come there: rounds take unlike numbers of questions where some come again."""

    def __init__(self, program: Program, walker: Walker, choices: Choices) -> None:
        super().__init__(program, walker, choices, together=False)
        self._now_rounds: Standing = {}

    def _sort(self, choices: Choices, *, clocked: bool) -> None:
        try:
            self.piles = RoundPiles(self.program, self.walker, choices, self.looked, clocked=clocked)
        except Unsortable as error:
            raise Inexact(f"{error} Walk it instead.") from None
        self.sorts, self.a_pass, self.together = self.piles.sorts, sum(self.piles.first().fresh), False

    def figures(self, work: float = MOST_WORK) -> Figures:
        """Go all the ways. Raises :class:`Inexact`."""
        self.work.most = work
        pile = self.piles.first()
        every = begun(self.carrier.first(), self.walker.one)
        began: Standing = {}
        for way in self.ways.begun():
            self._step(way, pile, every, began)
        waiting: dict[_Far, Standing] = {}
        self._wait(self._until_a_question(began), waiting)
        layers = 0
        while waiting:
            far = min(waiting)
            now = waiting.pop(far)
            layers += 1
            self._now = now  # type: ignore[assignment]
            some = [weights for standing in (now, *waiting.values()) for weights in standing.values()]
            self.work.held = sum(weights.places for weights in some)
            if layers > MOST_QUESTIONS:
                left = sum(largest(weights.weight) for weights in some)
                if left > LEFT:
                    so_far = f"After {MOST_QUESTIONS:,} questions"
                    self._refuse(f"{so_far} {100 * left:.0f} % of the plays still go on.")
                break
            opened: Standing = {}
            for (spot, pile), weights in now.items():
                self._come(spot, pile, weights, opened)
            self._wait(self._until_a_question(opened), waiting)
        self.found.seconds = self._time.divided_by(1000)
        self.found.left_over = max(0, largest(self.walker.share * 0 + 1 - sum(self.found.results.values())))
        if self.found.left_over < LEFT:
            self.found.left_over = 0
        return self.found

    @property
    def _drawn(self) -> int:
        return 0  # each is counted where it is looked up

    def _wait(self, then: Standing, waiting: dict[_Far, Standing]) -> None:
        """Let plays that stand before a question wait until all have come as far."""
        for (spot, pile), weights in then.items():
            state = spot.state
            far = (sum(state.gone), state.round, sum(pile.here))
            self._put(weights, (spot, pile), waiting.setdefault(far, {}))

    def _until_a_question(self, within: Standing) -> Standing:
        """Everything that happens until the next question, or the end."""
        then: Standing = {}
        queue = deque(within)
        while queue:
            key = queue.popleft()
            weights = within.pop(key, None)
            if weights is None or weights.is_noise:
                continue
            spot, pile = key
            self.work.held -= weights.places
            if spot.state.stands == "next":
                self._put(weights, key, then)
                continue
            for way in self.ways.of(spot):
                ahead = way.to if isinstance(way.to, Spot) else None
                to = self._pile_after(spot, pile, way, ahead)
                known = len(within)
                self._step(way, to, weights, within)
                if len(within) > known and ahead is not None:
                    queue.append((ahead, to))
        return then

    def _pile_after(self, spot: Spot, pile: RoundPile, way: Way, ahead: Spot | None) -> RoundPile:
        if ahead is None:
            return pile
        if ahead.state.stands == "enter":
            return self.piles.entered(pile, ahead.state.round)
        came = way.happened.came if way.happened is not None else None
        if came is None or came.onward != "later" or ahead.state.stands != "next" or came.row is None:
            return pile
        return self.piles.put_back(pile, spot.kind, ahead.guess.mind, came.row.source.after)

    def _come(self, spot: Spot, pile: RoundPile, weights: Weights, target: Standing) -> None:
        """The next question, or the end of the deck."""
        state = spot.state
        try:
            place = max(0, state.round - 1)
            draws = self.piles.draws(place, pile, lambda: self.states.known(state), state)
            self.work.done += A_DEAL
        except Unsortable as error:
            self._refuse(str(error))
        if not draws:
            to: Spot | Ended = Ended(End("done"), state)
            if state.round:
                to = self.ways.spot(state._replace(stands="round"), spot.guess)
            self._step(Way(1, to), pile, weights, target)
            return
        for share, sort, kind, mind, first, rest in draws:
            self._moved(weights)
            part: Any = share if self._exact else float(share)
            opened = self.ways.opened_again(spot, sort, kind, mind, first=first)
            self._put(weights.dealt(methodcaller("taken", part)), (opened, rest), target)

    def _step(self, way: Way, pile: RoundPile, weights: Weights, target: Standing) -> None:
        """Move weights along a way."""
        self._asked = pile.asked
        if way.happened is not None and (gate := way.happened.came.gate) and gate.number:
            number = way.happened.after.round
            weight = weights.weight * way.share
            self.found.gates[number, gate.number] = self.found.gates.get((number, gate.number), 0) + weight
        self._go(way, pile, weights, target)  # type: ignore[arg-type]

    def _counts_at_end(self, state: State) -> dict[str, Any]:
        known = self.states.read(state)
        return {"asked": self._asked, "total": known["total"], "left": known["total"] - self._asked}
