"""The order in which the questions of a pass come."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator, Sequence
from itertools import islice

from ..dice import Stream
from ..questions.question import Question
from ..rulebook.game import Deal
from .pool import picked

Streams = Callable[[str], Stream]
"""A stream of chance by what it is for."""


def ordered(
    questions: Sequence[Question],
    deal: Deal,
    stream: Streams,
    most: int | None = None,
    asked: Collection[str] = frozenset(),
) -> Iterator[Question]:
    """The questions in the order of the deal; sorted orders are shuffled within equal ranks.

    Where only ``most`` of them are asked, these are drawn first and put into their order then, so that a
    rising order of ten climbs through all the levels there are. What was ``asked`` before (by its id) comes
    last, and is drawn only where nothing else is left.
    """
    drawn = (questions[place] for place in _drawn(questions, deal, stream, most, asked))
    order = _ORDERS.get(deal.order)
    return drawn if order is None else iter(sorted(drawn, key=order(questions)))


def parts_drawn(questions: Sequence[Question], deal: Deal) -> list[int]:
    """How many questions each part of a deal comes to."""
    return [len(part) for part in _parts(questions, deal, lambda _, some: some)]


def part_sizes(questions: Sequence[Question], deal: Deal) -> Iterator[range]:
    """How many questions each part of a deal can come to, from the fewest on: one finds fewer than it is to
    draw where an earlier one drew what both pick."""
    whole: set[int] = set()
    some_of: list[tuple[int, set[int]]] = []
    for part in deal.parts:
        picks = picked(part.condition)
        finds = {place for place, question in enumerate(questions) if picks(question)} - whole
        draws = len(finds) if part.draw is None else min(part.draw, len(finds))
        gone = sum(min(number, len(finds & some)) for number, some in some_of)
        yield range(min(draws, max(0, len(finds) - gone)), draws + 1)
        if draws == len(finds):
            whole |= finds
        else:
            some_of.append((draws, finds))


def _drawn(
    questions: Sequence[Question], deal: Deal, stream: Streams, most: int | None, asked: Collection[str]
) -> Iterator[int]:
    """Where the questions that are drawn are filed: of a made one there may be copies."""
    is_filed = deal.order == "filed"

    def in_order(what: str, places: Sequence[int]) -> Iterable[int]:
        order = places if is_filed else stream(what).drawn(places)
        return _asked_last(questions, order, asked) if asked else order

    filed = range(len(questions))
    if not deal.parts:
        return iter(in_order("deck", filed)) if is_filed else islice(in_order("deck", filed), most)
    parts = [place for part in _parts(questions, deal, in_order) for place in part]
    if deal.order == "by_part":
        return iter(parts)
    return iter(in_order("deck", sorted(parts)))


def _parts(
    questions: Sequence[Question], deal: Deal, in_order: Callable[[str, Sequence[int]], Iterable[int]]
) -> Iterator[list[int]]:
    """Part after part, each drawn from what the earlier ones left."""
    left = list(range(len(questions)))
    for number, part in enumerate(deal.parts, 1):
        picks = picked(part.condition)
        some = [place for place in left if picks(questions[place])]
        drawn = list(islice(in_order(f"part {number} of deck", some), part.draw))
        yield drawn
        taken = {*drawn}
        left = [place for place in left if place not in taken]


def _asked_last(
    questions: Sequence[Question], places: Iterable[int], asked: Collection[str]
) -> Iterator[int]:
    """Those that were asked before behind all others."""
    before = []
    for place in places:
        if was_asked(questions[place], asked):
            before.append(place)
        else:
            yield place
    yield from before


def was_asked(question: Question, asked: Collection[str]) -> bool:
    """Whether a question is among those that were asked; made ones are new each time."""
    return question.recipe is None and question.id in asked


def _by_level(questions: Sequence[Question]) -> Callable[[Question], int]:
    return lambda question: question.level


def _by_topic(questions: Sequence[Question]) -> Callable[[Question], int]:
    rank = {topic: n for n, topic in enumerate(dict.fromkeys(question.topic for question in questions))}
    return lambda question: rank[question.topic]


_ORDERS: dict[str, Callable[[Sequence[Question]], Callable[[Question], int]]] = {
    "easiest_first": _by_level,
    "by_topic": _by_topic,
}
"""What the orders go by that are sorted."""
