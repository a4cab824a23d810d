"""Carried: what an option or an answer has with it when it is given."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

Number = int | float


@dataclass(frozen=True, slots=True)
class Carried:
    """What is given with an answer: ``says`` is shown, ``value`` is known to the rules, ``adds`` go to
    meters.

    It belongs to the option at ``place`` (from 0, as filed), or to what is typed as ``text`` (then -1).
    """

    place: int = -1
    text: str = ""
    says: str = ""
    value: Number = 0
    adds: tuple[tuple[str, Number], ...] = ()

    @property
    def counts(self) -> bool:
        """Whether it has anything that rules can know."""
        return bool(self.value or self.adds)


NOTHING = Carried()
"""What is carried where nothing is."""


def together(some: Iterable[Carried]) -> Carried:
    """What several options carry at once: their texts one after another, the sum of their values, all that
    they add."""
    having = [*some]
    if not having:
        return NOTHING
    return Carried(
        says=" ".join(one.says for one in having if one.says),
        value=sum(one.value for one in having),
        adds=tuple(pair for one in having for pair in one.adds),
    )
