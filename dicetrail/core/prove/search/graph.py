"""The states of a search as a graph: which were reached, from which of them, and how far it is."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field

from .aside import Aside
from .kept import State


@dataclass(eq=False, slots=True)
class StateNode:
    """A state: ``number`` is that of all states that differ from it only in what is left of the deck.

    It was reached ``before`` from others, and for the first time as ``came`` tells, by a move; ``distance``
    are the questions on the way then. ``carried`` are the values it was reached with, ``fresh`` those of them
    with which it has not been looked at.
    """

    state: State
    number: int
    distance: int = 0
    came: tuple[StateNode, str] | None = None
    before: set[StateNode] = field(default_factory=set)
    carried: set[Aside] = field(default_factory=set)
    fresh: set[Aside] = field(default_factory=set)

    def way(self, last: str) -> list[str]:
        """The moves that come to it, and the ``last`` one at it; those that are none are left out."""
        moves, node = [last], self
        while node.came is not None:
            node, move = node.came
            moves.append(move)
        return [move for move in reversed(moves) if move]


class Graph:
    """The nodes of a search, each state once."""

    def __init__(self) -> None:
        self._nodes: dict[tuple[tuple[int, ...], int], StateNode] = {}
        self._numbers: dict[State, int] = {}

    def __len__(self) -> int:
        return len(self._nodes)

    def __iter__(self) -> Iterator[StateNode]:
        return iter(self._nodes.values())

    def number(self, bare: State) -> int:
        """The number of a state of which nothing is told that is left."""
        return self._numbers.setdefault(bare, len(self._numbers))

    def beside(self, state: State, source: StateNode | None = None) -> StateNode:
        """A node of a state that is no part of the graph: a play passes it, from another, without a move."""
        number = self.number(state._replace(left=()))
        if source is None:
            return StateNode(state, number)
        return StateNode(state, number, source.distance, (source, ""))

    def node(self, state: State) -> StateNode:
        """The node of a state."""
        bare = state._replace(left=()) if state.left else state
        return self.numbered(self.number(bare), bare, state.left)

    def numbered(self, number: int, bare: State, left: tuple[int, ...]) -> StateNode:
        """The node of a ``bare`` state with its number, when so many questions are left."""
        node = self._nodes.get((left, number))
        if node is None:
            state = bare._replace(left=left) if left else bare
            node = self._nodes[left, number] = StateNode(state, number)
        return node


def leading_to(ends: Iterable[StateNode]) -> int:
    """How many nodes there are from which one of some ends can be reached, these among them."""
    good = {*ends}
    todo = [*good]
    while todo:
        for earlier in todo.pop().before:
            if earlier not in good:
                good.add(earlier)
                todo.append(earlier)
    return len(good)


def longest_way(nodes: Iterable[StateNode]) -> int | None:
    """The most questions on any way through some nodes; None where a way can lead round for ever."""
    after: dict[StateNode, list[StateNode]] = {}
    far = dict.fromkeys(nodes, 0)
    waits = {node: len(node.before) for node in far}
    for node in far:
        for source in node.before:
            after.setdefault(source, []).append(node)
    todo = [node for node, number in waits.items() if number == 0]
    done = 0
    while todo:
        node = todo.pop()
        done += 1
        for later in after.get(node, ()):
            opens = (node.state.stands, later.state.stands) == ("next", "visit")
            far[later] = max(far[later], far[node] + opens)
            waits[later] -= 1
            if waits[later] == 0:
                todo.append(later)
    return max(far.values(), default=0) if done == len(far) else None
