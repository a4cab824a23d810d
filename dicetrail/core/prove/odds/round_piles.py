"""Piles of rounds: which question comes next in plays that are weighed, where a game has rounds, draws in
parts, steers what comes next, or lets questions come again later.

Questions that the rules of no round can tell apart are one class. A pile is how many of each class were never
asked, how many this visit of the round has asked, and which are to come again.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Sequence
from fractions import Fraction
from typing import Any, NamedTuple

from ...play.deal.dealer import MOST_OFFERED, Dealer
from ...play.deal.order import parts_drawn
from ...play.deal.pool import Candidate, about, least_of, picked
from ...play.language.expressions import Names, compile_expression
from ...play.questions.question import Question
from ...play.rulebook.game import Choices, Deal
from ...play.rulebook.program import Program, ReadyRound
from ...reachable import reachable
from ..search.sorts import QuestionSort, Sorter
from ..search.watched import LookedAt, looked_in
from .sorting import Unsortable
from .walker import Mind, Walker


class Comes(NamedTuple):
    """A question that comes again: after how many others, its class, and what it is to the walker."""

    due: int
    kind: int
    mind: Mind


class RoundPile(NamedTuple):
    """A pile: of each class how many were never asked, how many this visit asked, and what comes again; and
    how many were asked in all."""

    fresh: tuple[int, ...]
    here: tuple[int, ...]
    back: tuple[Comes, ...] = ()
    asked: int = 0


class Next(NamedTuple):
    """One way to go on: how likely, the sort, the class and what it is to the walker, whether it is its first
    visit, and the pile then."""

    share: Fraction
    sort: int
    kind: int
    mind: Mind
    first: bool
    pile: RoundPile


class RoundPiles:
    """The piles of a game: what can come in each round. Raises :class:`Unsortable` where that can't be
    told."""

    def __init__(
        self, program: Program, walker: Walker, choices: Choices, looked: LookedAt, *, clocked: bool
    ) -> None:
        self.sorts: list[QuestionSort] = []
        self._guesses = walker.how == "knows"
        pools = [Dealer(program.game, choices, one.source).questions for one in program.rounds]
        sorters = [
            Sorter(program, looked_in(program, one, looked), clocked=clocked, helps=walker.helps)
            for one in program.rounds
        ]
        every = list(dict.fromkeys(question for pool in pools for question in pool))
        for question in every:
            if question.recipe is not None:
                raise Unsortable("Some of its questions are made as the play goes.")
        within = [{question.id for question in pool} for pool in pools]
        sort_of: dict[QuestionSort, int] = {}
        kinds: dict[tuple[Any, ...], int] = {}
        self._questions: list[Question] = []
        """One question of each class."""
        self._kind_of: dict[str, int] = {}
        sorted_as: list[tuple[int, ...]] = []
        for question in every:
            in_rounds, told = [], []
            for one, sorter, inside in zip(program.rounds, sorters, within, strict=True):
                if question.id not in inside:
                    in_rounds.append(-1)
                    continue
                sort = sorter.weighed(question, one, guess=self._guesses or walker.helps)
                in_rounds.append(sort_of.setdefault(sort, len(sort_of)))
                told.append(tuple(_told(one.source.deal, question)))
            key = (tuple(in_rounds), *told)
            if key not in kinds:
                kinds[key] = len(kinds)
                self._questions.append(question)
                sorted_as.append(tuple(in_rounds))
            self._kind_of[question.id] = kinds[key]
        self.sorts = list(sort_of)
        sizes = Counter(self._kind_of[question.id] for question in every)
        self._sizes = tuple(sizes[kind] for kind in range(len(kinds)))
        self._rounds = [
            _Deck(one, pool, [of[number] for of in sorted_as], self._kind_of, self._questions, len(every))
            for number, (one, pool) in enumerate(zip(program.rounds, pools, strict=True))
        ]
        dealers = [Dealer(program.game, choices, one.source) for one in program.rounds]
        for deck, dealer in zip(self._rounds, dealers, strict=True):
            if dealer.endless or dealer.total > len(dealer.questions):
                raise Unsortable("Questions of a round repeat.")
            if len(dealer.totals) > 1:
                raise Unsortable("How many a part of the draw finds hangs on what an earlier part drew.")
            deck.total = dealer.total
        self._used = [
            {
                kind
                for other in reachable(one.number, program.leads_to)
                for kind in self._rounds[max(0, other - 1)].kinds
            }
            for one in program.rounds
        ]
        self._draws: dict[tuple[int, RoundPile, Any], list[Next]] = {}

    def first(self) -> RoundPile:
        """Where every play begins."""
        return RoundPile(self._sizes, (0,) * len(self._sizes))

    def entered(self, pile: RoundPile, number: int) -> RoundPile:
        """The pile when a round (by its number) begins; what no round to come can ask makes no difference."""
        used = self._used[number - 1]
        fresh = tuple(have if kind in used else 0 for kind, have in enumerate(pile.fresh))
        return RoundPile(fresh, (0,) * len(self._sizes), (), pile.asked)

    def put_back(self, pile: RoundPile, kind: int, mind: Mind, after: int) -> RoundPile:
        """The pile once a question comes again after so many others."""
        return pile._replace(back=(*pile.back, Comes(after, kind, mind)))

    def draws(self, number: int, pile: RoundPile, names: Callable[[], Names], at: Any) -> list[Next]:
        """What can come next in a round (by its place) ``at`` something that tells the names; nothing where
        its deck is through. Raises :class:`Unsortable`."""
        bare = pile._replace(asked=0)
        key = (number, bare, at if self._rounds[number].deal.next else None)
        found = self._draws.get(key)
        if found is None:
            found = self._draws[key] = self._all_draws(number, bare, names)
        return [one._replace(pile=one.pile._replace(asked=one.pile.asked + pile.asked)) for one in found]

    def _all_draws(self, number: int, pile: RoundPile, names: Callable[[], Names]) -> list[Next]:
        deck, asked = self._rounds[number], sum(pile.here)
        through = asked >= deck.total
        for place, one in enumerate(pile.back):
            if through or one.due <= 0:
                rest = _sooner((*pile.back[:place], *pile.back[place + 1 :]))
                again = pile._replace(back=rest)
                return [Next(Fraction(1), deck.sorts[one.kind], one.kind, one.mind, False, again)]
        if through:
            return []
        return [self._taken(deck, pile, kind, share) for kind, share in self._drawn(deck, pile, asked, names)]

    def _drawn(
        self, deck: _Deck, pile: RoundPile, asked: int, names: Callable[[], Names]
    ) -> Iterator[tuple[int, Fraction]]:
        have = {kind: pile.fresh[kind] for kind in deck.kinds if pile.fresh[kind]}
        kinds = deck.allowed(asked, have)
        if not kinds:
            if self._guesses:
                raise Unsortable("Questions come again in a later round, known by then or not.")
            have = {kind: left for kind in deck.kinds if (left := self._had(pile, kind))}
            kinds = deck.allowed(asked, have)
        elif deck.is_placed and len(have) > 1 and len(kinds) > 1:
            raise Unsortable("Questions of a round come as they are filed, and not all of them are left.")
        groups = deck.groups(kinds)
        if len(groups) > MOST_OFFERED:
            raise Unsortable(f"A player chooses among more than {MOST_OFFERED}.")
        for group in groups:
            least = deck.least(group, names)
            whole = sum(have[kind] for kind in least)
            for kind in least:
                yield kind, Fraction(have[kind], whole * len(groups))

    def _had(self, pile: RoundPile, kind: int) -> int:
        """How many of a class the play had before this visit."""
        return self._sizes[kind] - pile.fresh[kind] - pile.here[kind]

    def _taken(self, deck: _Deck, pile: RoundPile, kind: int, share: Fraction) -> Next:
        fresh = pile.fresh[kind] > 0
        after = RoundPile(
            _put(pile.fresh, kind, -1) if fresh else pile.fresh,
            _put(pile.here, kind, 1),
            _sooner(pile.back),
            pile.asked + 1,
        )
        return Next(share, deck.sorts[kind], kind, "fresh", True, after)


class _Deck:
    """The deck of a round: its ``kinds`` of question (classes), and of which sort each is in it."""

    def __init__(
        self,
        one: ReadyRound,
        pool: Sequence[Question],
        sorts: Sequence[int],
        kind_of: dict[str, int],
        questions: Sequence[Question],
        every: int,
    ) -> None:
        self.deal, self.sorts, self.total = one.source.deal, sorts, 0
        self._questions = questions
        self.kinds = sorted({kind_of[question.id] for question in pool})
        self._least = compile_expression(self.deal.next) if self.deal.next else None
        self._filed = [kind_of[question.id] for question in pool]
        several = len(self.kinds) > 1
        if self.deal.repeats != "never" and (several or self.deal.is_steered):
            raise Unsortable("Questions of a round repeat.")
        self.is_placed = self.deal.order == "filed" and several and not self.deal.is_steered
        if self.is_placed and len(pool) < every:
            raise Unsortable("Questions of a round come as they are filed.")
        draws_all = self.deal.is_steered or self.deal.draw is None or self.deal.draw >= len(pool)
        self._ranks: dict[int, int] = {}
        if self.deal.order in ("easiest_first", "by_topic") and several:
            if not draws_all or self.deal.parts:
                raise Unsortable("Only some of a round's questions are drawn, and these are sorted.")
            self._ranks = {kind: _rank(self.deal.order, pool, questions[kind]) for kind in self.kinds}
        self._parts: list[tuple[int, set[int]]] = []
        if self.deal.parts:
            if several and (self.deal.order != "by_part" or self.deal.is_steered):
                raise Unsortable("Questions are drawn in parts and mixed then.")
            until = 0
            for part, number in zip(self.deal.parts, parts_drawn(pool, self.deal), strict=True):
                picks, until = picked(part.condition), until + number
                self._parts.append((until, {kind for kind in self.kinds if picks(questions[kind])}))

    def allowed(self, asked: int, have: Iterable[int]) -> list[int]:
        """The classes that can come next, of those that there are."""
        kinds = list(have)
        if self._parts:
            part = next((some for until, some in self._parts if asked < until), set())
            kinds = [kind for kind in kinds if kind in part]
        if not self.deal.is_steered:
            kinds = self._lowest(kinds)
        if self.is_placed and kinds:
            kinds = [kind for kind in kinds if kind == self._filed[asked]]
        return kinds

    def _lowest(self, kinds: list[int]) -> list[int]:
        """Those of some classes that come first where the deck is sorted."""
        lowest = min((self._ranks.get(kind, 0) for kind in kinds), default=0)
        return [kind for kind in kinds if self._ranks.get(kind, 0) == lowest]

    def groups(self, kinds: Sequence[int]) -> list[list[int]]:
        """The classes by what a player chooses; all together where nothing is chosen."""
        if not self.deal.choose:
            return [list(kinds)]
        found: dict[Any, list[int]] = {}
        for kind in kinds:
            found.setdefault(getattr(self._questions[kind], self.deal.choose), []).append(kind)
        return list(found.values())

    def least(self, kinds: list[int], names: Callable[[], Names]) -> list[int]:
        """Those of some classes of which one comes next."""
        if self._least is None:
            found = self._lowest(kinds)
            if self.deal.is_steered and self.deal.order == "filed" and len(found) > 1:
                raise Unsortable("Questions of several sorts can be chosen, and come as they are filed.")
            return found
        known = names()
        values = [least_of(self._least, Candidate(self._questions[kind], known)) for kind in kinds]
        found = self._lowest(
            [kind for kind, value in zip(kinds, values, strict=True) if value == min(values)]
        )
        if len(found) > 1:
            raise Unsortable(
                f"Questions of several sorts come next where `{self.deal.next}` is the same for them; make it"
                " differ, such as by `+ level / 10`."
            )
        return found


def _told(deal: Deal, question: Question) -> Iterator[Any]:
    """What a round's deal tells its questions apart by."""
    for part in deal.parts:
        yield picked(part.condition)(question)
    if deal.order == "easiest_first":
        yield question.level
    if deal.order == "by_topic" or deal.choose == "topic":
        yield question.topic
    if deal.choose == "level":
        yield question.level
    if deal.next:
        asks = compile_expression(deal.next).names
        yield tuple(str(value) for name, value in about(question).items() if name in asks)


def _rank(order: str, pool: Sequence[Question], question: Question) -> int:
    if order == "easiest_first":
        return question.level
    return list(dict.fromkeys(one.topic for one in pool)).index(question.topic)


def _put(numbers: tuple[int, ...], place: int, more: int) -> tuple[int, ...]:
    return (*numbers[:place], numbers[place] + more, *numbers[place + 1 :])


def _sooner(back: tuple[Comes, ...]) -> tuple[Comes, ...]:
    """What comes again, one question later."""
    return tuple(one._replace(due=max(0, one.due - 1)) for one in back)
