"""What a search found, as JSON data and back: so it need not be searched for again."""

from __future__ import annotations

from collections import Counter
from fractions import Fraction
from typing import Any

from ...play.language.expressions import Value
from .reached import Reach

_SETS = ("open_ended", "results", "rows", "rounds", "helps", "last_rows", "endings", "awards")
_PLAIN = (
    "complete", "timed", "mixed", "states", "shortest", "longest", "troubles", "endless", "idle", "ways",
)  # fmt: skip
_FRACTION = "fraction"


def to_data(found: Reach) -> dict[str, Any]:
    """What was found, as JSON: sets as lists, and what stands under a pair as a list that begins with it."""
    return {
        **{name: getattr(found, name) for name in _PLAIN},
        **{name: sorted(getattr(found, name)) for name in _SETS},
        "gates": sorted(map(list, found.gates)),
        "values": {name: sorted(some) for name, some in found.values.items()},
        "shadowed": list(found.shadowed.items()),
        "no_award": found.no_award and {name: _plain(value) for name, value in found.no_award.items()},
        "flow": [[*pair, times] for pair, times in found.flow.items()],
        "changes": [
            [*pair, {name: sorted(some) for name, some in meters.items()}]
            for pair, meters in found.changes.items()
        ],
        "changed_by": [[*pair, list(rows)] for pair, rows in found.changed_by.items()],
    }


def from_data(data: dict[str, Any]) -> Reach:
    """What :func:`to_data` wrote. Raises KeyError, TypeError or ValueError where it is something else."""
    no_award = data["no_award"]
    plain: dict[str, Any] = {name: data[name] for name in _PLAIN}
    sets: dict[str, Any] = {name: set(data[name]) for name in _SETS}
    return Reach(
        **plain,
        **sets,
        gates={(number, gate) for number, gate in data["gates"]},
        values={name: set(some) for name, some in data["values"].items()},
        shadowed=dict(data["shadowed"]),
        no_award=no_award and {name: _value(plain) for name, plain in no_award.items()},
        flow=Counter({(moment, then): times for moment, then, times in data["flow"]}),
        changes={
            (moment, attempt, round_): {name: set(some) for name, some in meters.items()}
            for moment, attempt, round_, meters in data["changes"]
        },
        changed_by={(moment, attempt, of): set(rows) for moment, attempt, of, rows in data["changed_by"]},
    )


def _plain(value: Value) -> Any:
    return {_FRACTION: str(value)} if isinstance(value, Fraction) else value


def _value(plain: Any) -> Value:
    value: Value = Fraction(plain[_FRACTION]) if isinstance(plain, dict) else plain
    return value
