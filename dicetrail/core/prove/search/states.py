"""The states of a search through every way: which questions are left in them."""

from __future__ import annotations

from collections.abc import Sequence

from ...play.deal.dealer import Dealer
from ...play.language.expressions import Names
from ...play.rulebook.game import Choices
from ...play.rulebook.moments import Moment
from ...play.rulebook.names import TIMES
from ...play.rulebook.program import Program
from ...play.run.sequence import BETWEEN
from .answers import AnswerSort
from .kept import Kept, State
from .openings import Totals, totals_of
from .plans import Plan, met_again
from .sorts import QuestionSort, Sorter
from .times import NO_TIMES, NONE, Stood, Times
from .watched import LookedAt, looked_in


class States(Kept):
    """The states of the plays that begin with some choices, as a search through every way has them.

    ``totals`` are the numbers of questions that a game without rounds can ask, None where there is no end.
    """

    def __init__(self, program: Program, choices: Choices, totals: Totals, looked: LookedAt) -> None:
        self.timed = bool(TIMES.keys() & looked.names)
        sorts = list[QuestionSort]()
        again = met_again(program, choices)
        self.plans = [
            Plan(
                program,
                one,
                choices,
                totals_of(Dealer(program.game, choices, one.source)) if one.number else totals,
                Sorter(program, looked_in(program, one, looked), clocked=self.timed, helps=True),
                sorts,
                some_before=one.number in again,
            )
            for one in program.rounds
        ]
        first = self.plans[0]
        super().__init__(program, choices, looked, sorts, first.a_pass, first.total)
        self.free = any(plan.free for plan in self.plans)
        self.mixed = any(plan.mixed for plan in self.plans)
        self._far = looked.caps.get("left") if first.totals else None
        """How many are left at the least in a state of which nothing more of it is known."""
        self._asked_at = self.standing.index("asked")
        self._at_first = [plan.left_at_first(len(sorts)) for plan in self.plans]

    def plan(self, state: State) -> Plan:
        """What is known of the questions of a state's round."""
        return self.plans[max(0, state.round - 1)]

    def first(self) -> State:
        return super().first()._replace(left=self._at_first[0])

    def firsts(self) -> list[State]:
        """Where plays begin: by how many questions are left then."""
        first, totals = self.first(), self.plans[0].totals
        if self._far is None or totals is None:
            return [first]
        fewest, most = min(totals[0], self._far), min(totals[-1], self._far)
        return [self._with_left(first, left) for left in range(fewest, most + 1)]

    def asked(self, state: State) -> int:
        """How many questions its round has asked at a state, where that has an end."""
        return sum(self._at_first[max(0, state.round - 1)]) - sum(state.left)

    def entered(self, state: State) -> State:
        """A state in which a round begins: with all its questions."""
        left, used = self._at_first[state.round - 1], self.helps.renewed(state.used, "round")
        return state._replace(left=left, back=(), used=used)

    def opened(self, state: State, sort: int) -> State:
        left = self.plan(state).taken(state.left, sort)
        return super().opened(state, sort)._replace(left=left, times=NO_TIMES)

    def all_opened(self, state: State, sort: int) -> list[State]:
        """The states before the next question, when one of a sort was dealt: by how many may be left then."""
        opened = self.opened(state, sort)
        if self._far is None:
            return [opened]
        left = self._left(state)
        if left < self._far:
            return [self._with_left(opened, left - 1)]
        asked, totals = self.asked(opened), self.plan(state).totals or range(0)
        few = [self._far - 1] if asked + self._far - 1 in totals else []
        far = [self._far] if totals[-1] - asked >= self._far else []
        return [self._with_left(opened, one) for one in (*few, *far)]

    def _left(self, state: State) -> int:
        """How many questions are left at a state; at the least where they are far from few."""
        return (self.total or 0) - int(state.counts[self._asked_at])

    def _with_left(self, state: State, left: int) -> State:
        """A state in which so many questions are left, as if of the most that a play can ask."""
        place, asked = self._asked_at, (self.total or 0) - left
        return state._replace(counts=(*state.counts[:place], asked, *state.counts[place + 1 :]))

    def may_be_through(self, state: State) -> bool:
        """Whether no question may be left at a state."""
        if self._far is not None:
            return self._left(state) == 0
        return self.asked(state) in (self.plan(state).totals or ())

    def is_through(self, state: State) -> bool:
        """Whether no question is left at a state."""
        total = self.plan(state).total
        return total is not None and (
            self.asked(state) >= total or (self._far is not None and self._left(state) == 0)
        )

    def opened_again(self, state: State, sort: int) -> list[State]:
        """The states before the next question, when one that was put back comes again: it was the last of its
        sort, or there are more where these are not counted."""
        place = state.back.index(sort)
        fewer = (*state.back[:place], *state.back[place + 1 :])
        opened = self.reopened(state, sort)._replace(times=NO_TIMES)
        return [opened._replace(back=fewer), *([opened] if self.plan(state).repeating else [])]

    def put_back(self, state: State, sort: int) -> State:
        """A state in which a question of a sort comes again later; of one sort no more than there are."""
        plan = self.plan(state)
        most = 1 if plan.repeating else plan.sequence.count(sort)
        if state.back.count(sort) >= most:
            return state
        return state._replace(back=tuple(sorted((*state.back, sort))))

    def swapped(self, left: tuple[int, ...]) -> tuple[int, ...]:
        """What is left when a question was taken back: it is not counted."""
        return (left[0] + 1, *left[1:]) if left else left

    def at(self, state: State, used: float, answer: AnswerSort | None) -> State:
        """A state at an answer (None: the last one stands), the question's clock having run for ``used``
        seconds; between questions it stands as it stood."""
        about = state if answer is None else answer
        times = self._times_at(state, used) if self.timed else NO_TIMES
        if about is state and times is state.times:
            return state
        return state._replace(hits=about.hits, gave=about.gave, times=times)

    def _times_at(self, state: State, used: float) -> Times:
        """The clocks at a state, the question's having run for ``used`` seconds."""
        seconds = self.sorts[state.sort].seconds if state.sort >= 0 else None
        limit = None if seconds is None else round(1000 * seconds)
        game = None if self.game.clocks.game is None else round(1000 * self.game.clocks.game)
        between = state.stands in BETWEEN
        question = state.times.question if between else Stood(limit, round(1000 * used), limit)
        return Times(question, Stood(game, 0, game))

    def clock(self, state: State, names: Names) -> Stood:
        """As it stands: :meth:`at` has set it."""
        return state.times.question

    def closed(self, state: State) -> State:
        after = super().closed(state)
        return after._replace(times=after.times._replace(game=NONE, round=NONE))

    def may_run_out(self, state: State, moment: Moment) -> bool:
        """Whether the clock of a state's round can have nothing left after a moment: it begins with some,
        which a row may take."""
        one = self.round_of(state)
        if one.source.clocks.round is None:
            return False
        takes = (name == "round" for row in one.rows["round_begun"] for name, _ in row.time)
        return moment != "round_begun" or any(takes)

    def next_sorts(self, state: State) -> Sequence[int]:
        """The sorts of question that can come next and have not been asked."""
        plan = self.plan(state)
        return plan.next_sorts(state.left, self.asked(state), lambda: self.known(state))
