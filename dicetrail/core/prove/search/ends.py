"""Results: what the rules say of plays that are over, each result looked at once."""

from __future__ import annotations

from collections.abc import Hashable

from ...play.language.calls import Chance
from ...play.language.expressions import ExpressionError, Names, Value
from ...play.rulebook.game import Result
from ...play.rulebook.program import Program
from ...play.rulebook.quantities import made, parts
from ...play.rulebook.rows import Trouble
from ...play.run.sequence import close
from .aside import Aside, Carrier
from .course import AtEnd
from .naming import no_chance
from .reached import Reach
from .rolled import every_roll
from .times import Times
from .watched import LookedAt, row_names

Seen = dict[tuple[Hashable, ...], set[Aside]]
"""The values carried along that were looked at, by the result and what else decides."""


class Results:
    """Looks at the ends of plays: the last row, the final meters, and the award.

    What was ``seen`` already, by whichever search, is not looked at again.
    """

    def __init__(
        self,
        program: Program,
        looked: LookedAt,
        carrier: Carrier,
        found: Reach,
        trouble: Trouble,
        seen: Seen,
    ) -> None:
        self.program, self.carrier, self.found, self.trouble = program, carrier, found, trouble
        self._percent = "percent" in looked.names
        self._decides = sorted((looked.names & _looked_at_last(program, looked)) - looked.aside - {"percent"})
        self._seen = seen

    def look_at(self, names: dict[str, Value], times: Times, values: set[Aside], result: Result) -> None:
        """Look at plays that ended alike, but for the values they carried along."""
        decides = (result, times, names["round"], *map(names.get, self._decides))
        seen = self._seen.setdefault(decides, set())
        for one in values - seen:
            self._result({**names, **self.carrier.named(one)}, times, result)
        seen |= values

    def _result(self, names: dict[str, Value], times: Times, result: Result) -> None:
        if self._percent:
            names["percent"] = made("percent", names)
        if not self.program.settles:
            self._closed(names, times, result, no_chance)
            return
        for _ in every_roll(lambda chance: self._closed(names, times, result, chance)):
            pass

    def _closed(self, names: dict[str, Value], times: Times, result: Result, chance: Chance) -> None:
        found = self.found
        end = AtEnd(self.program, names, times, self.trouble, chance)
        [closed] = close(end, result)
        found.results.add(closed.result)
        if closed.row is not None:
            found.rows.add(closed.row.number)
        for name, value in end.meters.items():
            found.values.setdefault(name, set()).add(value)
        if closed.award is not None:
            found.awards.add(closed.award)
            self._look_for_shadows(closed.award, end.names)
        elif self.program.awards and found.no_award is None:
            found.no_award = {
                name: end.names[name] for condition, _, _ in self.program.awards for name in condition.names
            }

    def _look_for_shadows(self, given: int, names: Names) -> None:
        """Awards that would hold too, behind the one that is given."""
        for place, (condition, _, _) in enumerate(self.program.awards[given:], given + 1):
            if place not in self.found.shadowed and place not in self.found.awards:
                try:
                    if condition(names):
                        self.found.shadowed[place] = given
                except ExpressionError:
                    continue


def _looked_at_last(program: Program, looked: LookedAt) -> frozenset[str]:
    """The names that decide anything once a play is over: of awards, and of rows at its end."""
    if program.named:
        return looked.names
    names = {name for condition, _, _ in program.awards for name in condition.names}
    names |= {name for row in program.rows["over"] for name in row_names(row)}
    names |= {part for name in names for part in parts(name)}
    return frozenset(names | program.meters.keys())
