"""The states of a search as a graph: from which of them others are reached, and how far it is."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from .kept import State

Before = Mapping[State, set[State]]
"""The states from which each was reached."""


def leading_to(ends: Iterable[State], before: Before) -> int:
    """How many states there are from which one of some ends can be reached, these among them."""
    good = {*ends}
    todo = [*good]
    while todo:
        for earlier in before.get(todo.pop(), ()):
            if earlier not in good:
                good.add(earlier)
                todo.append(earlier)
    return len(good)


def longest_way(states: Iterable[State], before: Before) -> int | None:
    """The most questions on any way through some states; None where a way can lead round for ever."""
    after: dict[State, list[State]] = {}
    far = dict.fromkeys(states, 0)
    waits = dict.fromkeys(far, 0)
    for state, sources in before.items():
        waits[state] = len(sources)
        for source in sources:
            after.setdefault(source, []).append(state)
    todo = [state for state, number in waits.items() if number == 0]
    done = 0
    while todo:
        state = todo.pop()
        done += 1
        for later in after.get(state, ()):
            opens = (state.stands, later.stands) == ("next", "visit")
            far[later] = max(far[later], far[state] + opens)
            waits[later] -= 1
            if waits[later] == 0:
                todo.append(later)
    return max(far.values(), default=0) if done == len(far) else None
