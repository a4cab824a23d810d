"""Naming: what the names of expressions stand for at a state."""

from __future__ import annotations

from typing import cast

from ...play.language.calls import CHANCE, Chance
from ...play.language.expressions import ExpressionError, Value
from ...play.rulebook.program import Program


class NamesOfState(dict[str, Value]):
    """The names of a state. Named expressions are worked out once for all that happens at a step: what was is
    kept in ``settled``."""

    __slots__ = ("_chance", "_program", "_settled")

    def __init__(
        self, program: Program, names: dict[str, Value], settled: dict[str, Value], chance: Chance
    ) -> None:
        super().__init__(names)
        self._program, self._settled, self._chance = program, settled, chance

    def __missing__(self, name: str) -> Value:
        if name == CHANCE:
            return cast(Value, self._chance)
        if name not in self._program.named:
            raise KeyError(name)
        if name not in self._settled:
            self._settled[name] = self._program.named[name](self)
        return self._settled[name]

    def get(self, name: str, default: object = None) -> object:  # type: ignore[override]
        """A value by its name, a named one, too; ``default`` where it has none."""
        try:
            return self[name]
        except (KeyError, ExpressionError):
            return default


def no_chance(sides: int, where: str) -> int:
    """Asked where nothing is rolled."""
    raise ExpressionError(f"nothing can be rolled in ‘{where}’")
