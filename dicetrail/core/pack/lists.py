"""Lists: files whose columns are lists of members, one for each group."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from ..play.questions.question import Question, same
from ..snag import Snag
from .collecting import Collector
from .header import Header
from .misfit import Misfit
from .question_maker import QuestionMaker
from .records import Record
from .roles import Role, group_of_heading
from .settings import Settings


def names_of_groups(heads: Sequence[str], roles: Sequence[Role]) -> list[str]:
    """The names of the groups, by the headings of their columns."""
    return [
        group_of_heading(head) or head or f"Group {place + 1}"
        for place, (head, role) in enumerate(zip(heads or roles, roles, strict=False))
        if role == "group"
    ]


class ListReader:
    """Reads every cell as a member of its column's group."""

    def __init__(
        self,
        roles: Sequence[Role],
        header: Header,
        settings: Settings,
        maker: QuestionMaker,
        collector: Collector,
    ) -> None:
        self._places = [place for place, role in enumerate(roles) if role == "group"]
        self._names = names_of_groups(header.heads, roles)
        self._header, self._settings = header, settings
        self._maker, self._collector = maker, collector
        self._members: dict[str, dict[str, str]] = {name: {} for name in self._names}
        self._known: dict[str, int] = {}

    def read(self, records: Sequence[Record], read_other: Callable[[Record], None]) -> None:
        """Read all of them; what is no line of members goes to ``read_other``."""
        for record in records:
            if record.line == self._header.line or not record.cells or record.problem:
                read_other(record)
            else:
                self._line(record)
        if self._settings.lists in ("odd", "both") and records:
            self._add_odd()

    def _line(self, record: Record) -> None:
        made: list[Question] = []
        doubled = ""
        for group, place in enumerate(self._places):
            member = record.cells[place].strip() if place < len(record.cells) else ""
            if not member:
                continue
            folded, members = same(member), self._members[self._names[group]]
            if self._known.setdefault(folded, group) != group or folded in members:
                doubled = member
                continue
            members[folded] = member
            if self._settings.lists in ("sort", "both"):
                made.append(self._maker.member(member, group, record.line, self._settings.ask_member))
        self._collector.keep(record, "question" if made or not doubled else "snag", *made)
        if doubled:
            self._collector.snag(
                record,
                "doubled-member",
                "warn",
                f"‘{doubled}’ stands in the lists before; it was read once. Remove one of them.",
            )

    def _add_odd(self) -> None:
        """One question more: which one does not belong."""
        reading, line = self._collector.reading, max(1, self._header.line)
        groups = tuple((name, tuple(found.values())) for name, found in self._members.items())
        try:
            reading.questions.append(self._maker.odd_one(groups, line, self._settings.ask_odd))
        except Misfit as misfit:
            reading.snags.append(Snag(misfit.code, "stop", str(misfit), reading.file, line))
