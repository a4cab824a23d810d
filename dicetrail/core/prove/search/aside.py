"""Values carried aside: meters and counts that only the result of a play depends on, moved many at a time."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from functools import cache
from operator import add

from ...play.language.expressions import Names
from ...play.rulebook.game import Number
from ...play.rulebook.program import Program, ReadyRow
from ...play.rulebook.quantities import Counts
from ...play.rulebook.rows import number
from .whole import fractional

Aside = tuple[Number, ...]
"""The values of one play, in the order of the names of :class:`Carrier`."""
LONGEST_LEAP = 1e10
"""Ten thousand moves of this size, the most there are in a play, come to less than a meter can hold."""
Does = dict[int, tuple[Number | None, Number]]
"""What is done to the values at some places: what they are set to (None: not), and what is added then."""


class Carrier:
    """Knows which values are carried along, by their ``names``, and moves them as rows do."""

    def __init__(self, program: Program, names: frozenset[str]) -> None:
        self.names = tuple(sorted(names))
        self.meters = [name for name in self.names if name in program.meters]
        self._meters = [program.meters.get(name) for name in self.names]
        self._whole = {place for place, name in enumerate(self.names) if name not in fractional(program)}
        self._counts = len(self.meters) < len(self.names)
        self.leaps = False
        """Whether a value was moved so far that some more such moves could be more than a meter holds."""
        self._movers: dict[str, Callable[[Aside], Aside]] = {}

    def first(self) -> Aside:
        """The values every play begins with."""
        return tuple(meter.kept(meter.start) if meter else 0 for meter in self._meters)

    def of_row(self, row: ReadyRow, names: Names) -> Does:
        """What a row does. Raises ExpressionError where one of its numbers has no value."""
        does: Does = {}
        for name, expression in row.set:
            if name in self.names:
                does[self.names.index(name)] = (number(expression, names), 0)
        for name, expression in row.add:
            if name in self.names:
                place = self.names.index(name)
                does[place] = (does.get(place, (None, 0))[0], number(expression, names))
        return does

    def of_counts(self, grown: Counts) -> Does:
        """What a moment does to the counts, by what it adds to each."""
        if not self._counts:
            return {}
        return {place: (None, more) for place, name in enumerate(self.names) if (more := grown.get(name))}

    def mover(self, does: Does) -> Callable[[Aside], Aside]:
        """Does it to the values of one play; the same values are moved the same way again and again."""
        key = repr(sorted(does.items()))  # as text 1 and 1.0 differ, which are kept within bounds differently
        mover = self._movers.get(key)
        if mover is None:
            mover = self._movers[key] = cache(self._mover(does))
        return mover

    def _mover(self, does: Does) -> Callable[[Aside], Aside]:
        places = range(len(self.names))
        added = tuple(does[place][1] if place in does else 0 for place in places)
        self.leaps |= any(abs(by) > LONGEST_LEAP for does_so in does.values() for by in does_so if by)
        fixed = [(place, value) for place, (value, _) in does.items() if value is not None]
        bounded = [
            (place, meter)
            for place in does
            if (meter := self._meters[place]) and not (place in self._whole and isinstance(added[place], int))
        ]

        def moved(one: Aside) -> Aside:
            return tuple(map(add, one, added))

        def moved_within_bounds(one: Aside) -> Aside:
            after = list(one)
            for place, value in fixed:
                meter = self._meters[place]
                after[place] = meter.kept(value) if meter else value
            after = list(map(add, after, added))
            for place, meter in bounded:
                after[place] = meter.kept(after[place])
            return tuple(after)

        return moved_within_bounds if bounded or fixed else moved

    def named(self, one: Aside) -> Mapping[str, Number]:
        """The values of one play by their names."""
        return dict(zip(self.names, one, strict=True))
