"""Aims: what the maker wants to hold over all plays, held against exact odds or, where there are none, a
walk.

``expect`` is an expression over the shares of results (``won``, ``lost``, ``done``, ``stopped``), the share
of plays with an award (``share("Summit")``), the mean of any meter or count by its name, and ``seconds``, the
mean length of a play.
"""

from __future__ import annotations

import ast
import re
from dataclasses import dataclass
from functools import cache
from itertools import product
from math import sqrt
from typing import Any

from ...play.language.expressions import Expression, ExpressionError, compile_expression
from ...play.rulebook.names import NAMES
from ...play.rulebook.program import Program
from ...play.rulebook.quantities import GROWING
from ...rules.expected import AimPart
from ..plays.measures import Z95, wilson
from .best import best_figures, walked
from .figures import RESULTS, Figures, Sums
from .walker import Walker

NEAR = 1e-9
"""How near two numbers are that count as equal: shares are sums of floats."""
_SHARE = re.compile(r"""share\(\s*(?:"([^"]*)"|'([^']*)')\s*\)""")


@dataclass(frozen=True, slots=True)
class Held:
    """An aim that was looked at: whether it holds, the value of what it is about, and the bounds of that;
    they are the value where it is exact, that is where no ``plays`` had to be walked. ``problem`` says why
    there is none, "" where there is. ``about`` are the results and awards whose shares it looks at."""

    name: str
    holds: bool
    value: float | None
    low: float | None
    high: float | None
    plays: int | None = None
    problem: str = ""
    about: tuple[str, ...] = ()

    @property
    def exact(self) -> bool:
        """Whether it is no estimate."""
        return not self.problem and self.plays is None

    def as_dict(self) -> dict[str, Any]:
        """The aim as the command line writes it."""
        data: dict[str, Any] = {
            "name": self.name,
            "holds": self.holds,
            "value": self.value,
            "low": self.low,
            "high": self.high,
            "exact": self.exact,
        }
        return {**data, "problem": self.problem} if self.problem else data


@dataclass(frozen=True, slots=True)
class Expected:
    """What an aim expects, ready to be looked at; ``shares`` are the awards it names, by stand-in names."""

    source: Expression
    about: Expression
    shares: dict[str, str]

    @property
    def results_and_awards(self) -> tuple[str, ...]:
        """Those whose shares it looks at."""
        return tuple(
            self.shares.get(name, name) for name in self.source.names if name in {*RESULTS, *self.shares}
        )

    @property
    def names(self) -> set[str]:
        """The names it looks at."""
        return set(self.source.names)


def walker_of(aim: AimPart) -> Walker:
    """The walker of an aim."""
    if aim.knows is not None:
        return Walker("knows", aim.knows, aim.pace, aim.helps)
    return Walker("skill", 0.5 if aim.skill is None else aim.skill, aim.pace, aim.helps)


def expected(program: Program, text: str) -> Expected:
    """Read what an aim expects. Raises ExpressionError where it is no expression over what there is."""
    shares: dict[str, str] = {}

    def stand_in(match: re.Match[str]) -> str:
        title = match[1] if match[1] is not None else match[2]
        if title and title not in {award.title for award in program.game.awards}:
            raise ExpressionError(f"there is no award ‘{title}’", match.start())
        name = f"share_{len(shares) + 1}"
        shares[name] = title
        return name

    plain = _SHARE.sub(stand_in, text)
    source = compile_expression(plain, within=NEAR)
    known = {*RESULTS, *program.meters, *NAMES, "seconds", *shares}
    for name in source.names:
        if name not in known:
            raise ExpressionError(
                f'`{name}` is no share or mean; there are {", ".join(RESULTS)}, share("…"), seconds, and'
                " every meter and count"
            )
    return Expected(source, compile_expression(_about(plain)), shares)


def look(program: Program, aims: list[AimPart], *, waiting: bool = False) -> list[Held]:
    """Look at every aim of a game; aims with the same walker share their figures. Fewer plays are walked
    where somebody is ``waiting`` and they take long."""
    figures = _Looked(program, waiting)
    return [_look(program, aim, figures) for aim in aims]


def _look(program: Program, aim: AimPart, figures: _Looked) -> Held:
    try:
        wanted = expected(program, aim.expect)
        return _held(aim.name, wanted, figures.of(walker_of(aim), wanted))
    except ExpressionError as error:
        return Held(aim.name, False, None, None, None, problem=f"{error}")


class _Looked:
    """The figures of a game's walkers, each found once."""

    def __init__(self, program: Program, waiting: bool) -> None:
        self._best = cache(lambda walker: best_figures(program, walker, waiting=waiting)[0])
        self._walked = cache(lambda walker: walked(program, walker, waiting=waiting))

    def of(self, walker: Walker, wanted: Expected) -> Figures:
        """Figures that know all that is wanted. Raises ExpressionError where none do."""
        found = self._best(walker)
        if found.exact and not _knows(found, wanted):
            found = self._walked(walker)
        if not _knows(found, wanted):
            raise ExpressionError("one of its names has no mean over plays")
        return found


def _knows(found: Figures, wanted: Expected) -> bool:
    """Whether figures have all that is wanted."""
    known = {*RESULTS, "asked", "seconds", *wanted.shares, *found.meters, *found.means}
    if found.exact:
        known.update(GROWING)
    return wanted.names <= known


def _held(name: str, wanted: Expected, found: Figures) -> Held:
    bounds = {one: _bounds(one, found, wanted) for one in wanted.names}
    middle = {one: value for one, (value, _, _) in bounds.items()}
    value = _number(wanted.about(middle))
    about = wanted.results_and_awards
    if found.exact:
        return Held(name, bool(wanted.source(middle)), value, value, value, about=about)
    corners = [
        dict(zip(bounds, corner, strict=True))
        for corner in product(*((low, high) for _, low, high in bounds.values()))
    ]
    values = [_number(wanted.about(corner)) for corner in corners]
    holds = all(bool(wanted.source(corner)) for corner in [middle, *corners])
    numbers = [one for one in values if one is not None]
    low, high = min(numbers, default=None), max(numbers, default=None)
    return Held(name, holds, value, low, high, found.plays, about=about)


def _bounds(name: str, found: Figures, wanted: Expected) -> tuple[float, float, float]:
    """A share or a mean with its 95 % interval, which is nothing but itself where it is exact."""
    if name in found.results or name in wanted.shares:
        share = found.results[name] if name in found.results else found.awards.get(wanted.shares[name], 0)
        if found.plays is None:
            return float(share), float(share), float(share)
        return (float(share), *wilson(min(1.0, float(share)) * found.plays, found.plays))
    spread = _spread(name, found)
    if spread is None:
        mean = float(found.means.get(name, 0))
        return mean, mean, mean
    half = 0.0 if found.plays is None else Z95 * spread[1] / sqrt(found.plays)
    return spread[0], spread[0] - half, spread[0] + half


def _spread(name: str, found: Figures) -> tuple[float, float] | None:
    moments: Sums | None = {"asked": found.asked, "seconds": found.seconds}.get(name)
    if name in found.meters:
        spread = found.spread_of(name)
    elif moments is not None:
        spread = moments.spread()
    elif name in found.counts:
        spread = found.counts[name].spread()
    else:
        return None
    return spread.mean, spread.sd


def _number(value: object) -> float | None:
    return float(value) if isinstance(value, int | float) and not isinstance(value, bool) else None


def _about(text: str) -> str:
    """What an expectation is about: what stands left in it, where it compares; the whole, where not."""
    tree = ast.parse(text.strip(), mode="eval").body
    if isinstance(tree, ast.Compare):
        return ast.unparse(tree.left)
    return text
