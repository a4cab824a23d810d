"""What the plays of a game come to, all of them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import TYPE_CHECKING

from ..core.prove.odds.figures import Figures, Spread

if TYPE_CHECKING:
    from ..core.prove.odds.aims import Held
    from ..core.prove.replay.waymarks import Walked


@dataclass(frozen=True, slots=True)
class Forecast:
    """What plays come to. Shares lie between 0 and 1; a spread has ``mean``, ``sd``, ``min`` and ``max``.

    ``awards`` have "" for plays without one. ``score`` is the meter of that name, None where there is none;
    ``seconds`` is how long a play takes. ``exact`` tells that nothing was walked; ``plays`` is how many were,
    else None. ``unused_rows`` are the numbers of rows that no play came by, ``left_over`` the share of plays
    that would still go on. Where several play in turn, all this is of the one who came first, and
    ``places`` hold for each player the shares of plays in which they come first, second and so on.
    """

    results: Mapping[str, float]
    awards: Mapping[str, float]
    meters: Mapping[str, Spread]
    asked: Spread
    seconds: Spread
    exact: bool
    plays: int | None
    unused_rows: list[int]
    left_over: float
    places: list[list[float]] = field(default_factory=list)

    @property
    def score(self) -> Spread | None:
        """The spread of the meter ``score``."""
        return self.meters.get("score")

    @classmethod
    def of(cls, found: Figures, rows: int) -> Forecast:
        """What some figures say of a game with so many rows."""
        return cls(
            results={name: float(share) for name, share in found.results.items()},
            awards={title: float(share) for title, share in found.awards.items()},
            meters={name: found.spread_of(name) for name in found.meters},
            asked=found.asked.spread(),
            seconds=found.seconds.spread(),
            exact=found.exact,
            plays=found.plays,
            unused_rows=[number for number in range(1, rows + 1) if number not in found.rows],
            left_over=float(found.left_over),
            places=found.places_by_player,
        )


@dataclass(frozen=True, slots=True)
class Proven:
    """What became of a game's waymarks and aims: how many ``passed`` and ``failed``, and each of them.
    ``holds`` tells that all did."""

    passed: int
    failed: int
    waymarks: list[Walked]
    aims: list[Held]

    @property
    def holds(self) -> bool:
        """Whether every waymark passed and every aim holds."""
        return not self.failed and all(aim.holds for aim in self.aims)
