"""Writing questions: as records of named values, as a table, and as a file of every kind that can be read."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterable, Sequence
from typing import Any

from ruamel.yaml import YAML

from ..play.question import LABELS, Question
from ..snag import Refused
from .kinds import written_as
from .notation import write_places
from .record import WrittenRecord
from .roles import SEVERAL, Role
from .sheets import ods_bytes, xlsx_bytes

ENDINGS = ("tsv", "csv", "json", "jsonl", "yaml", "xlsx", "ods")
"""The endings of the files that can be written."""

ORDER: tuple[Role, ...] = (
    "id",
    "kind",
    "prompt",
    "answer",
    "accepted",
    "wrong",
    "option",
    "key",
    "pinned",
    "groups",
    "variables",
    "where",
    "from",
    "parted by",
    "ask",
    "choices",
    "form",
    "times",
    "unit",
    "tolerance",
    "misses",
    "topic",
    "level",
    "worth",
    "seconds",
    "why",
    "why right",
    "why wrong",
    "image",
    "alt",
    "sound",
)
"""The order of the columns of a table that is written."""


def to_record(question: Question) -> WrittenRecord:
    """A question by the roles of its parts; what says nothing special is left out."""
    record: WrittenRecord = {"id": question.id, "kind": question.kind, "prompt": question.prompt}
    record |= written_as(question).record(question)
    if question.pinned:
        record["pinned"] = write_places(question.pinned)
    if question.times:
        record["times"] = str(question.times)
    if question.tolerance:
        record["tolerance"] = str(question.tolerance)
    if question.level != 1:
        record["level"] = str(question.level)
    if question.worth != 1:
        record["worth"] = _plain_number(question.worth)
    if question.seconds is not None:
        record["seconds"] = _plain_number(question.seconds)
    texts: dict[Role, str] = {
        "topic": question.topic,
        "why": question.why,
        "why right": question.why_right,
        "why wrong": question.why_wrong,
        "unit": question.unit,
        "image": question.image,
        "alt": question.alt,
        "sound": question.sound,
    }
    return record | {role: text for role, text in texts.items() if text}


def _plain_number(value: float) -> str:
    return str(int(value)) if value == int(value) else repr(value)


def cells_of(record: WrittenRecord, roles: Sequence[Role]) -> list[str] | None:
    """The cells of a record under columns of these roles; None where they have no room for all of it."""
    left = {role: [*value] if isinstance(value, list) else [value] for role, value in record.items()}
    cells = [left[role].pop(0) if left.get(role) else "" for role in roles]
    return None if any(left.values()) else cells


def to_table(questions: Iterable[Question]) -> tuple[list[str], list[list[str]]]:
    """Questions as a header and rows, with the columns they need."""
    records = [to_record(question) for question in questions]
    roles = columns_for(records)
    rows = [cells_of(record, roles) for record in records]
    return headings(roles), [row for row in rows if row is not None]


def columns_for(records: Iterable[WrittenRecord]) -> list[Role]:
    """The columns that records need, in their usual order."""
    widths: dict[Role, int] = {"prompt": 1}
    for record in records:
        for role, value in record.items():
            widths[role] = max(widths.get(role, 0), len(value) if isinstance(value, list) else 1)
    return [role for role in ORDER for _ in range(widths.get(role, 0))]


def headings(roles: Sequence[Role]) -> list[str]:
    """Headings that name these roles when they are read again."""
    heads = []
    numbers: dict[Role, int] = {}
    for role in roles:
        number = numbers[role] = numbers.get(role, 0) + 1
        if role == "option":
            heads.append(f"option {LABELS[number - 1]}")
        else:
            heads.append(f"{role} {number}" if role in SEVERAL else role)
    return heads


def empty_pack() -> str:
    """The text of a pack to write into: a header with a column for what most questions need."""
    roles: tuple[Role, ...] = ("kind", "prompt", "answer", "wrong", "wrong", "wrong", "topic", "level", "why")
    return tab_line(headings(roles)) + "\n"


def write_file(name: str, questions: Sequence[Question]) -> bytes:
    """Questions as a file of the kind that its name's ending says. Raises :class:`Refused`."""
    ending = name.lower().rpartition(".")[2]
    if ending in ("xlsx", "ods"):
        header, rows = to_table(questions)
        return (xlsx_bytes if ending == "xlsx" else ods_bytes)([header, *rows])
    return write_text(ending, questions).encode()


def write_text(ending: str, questions: Sequence[Question]) -> str:
    """Questions as text: ``tsv``, ``csv``, ``json``, ``jsonl`` or ``yaml``. Raises :class:`Refused`."""
    if ending in ("tsv", "tab", "txt"):
        header, rows = to_table(questions)
        return "".join(tab_line(row) + "\n" for row in [header, *rows])
    if ending == "csv":
        header, rows = to_table(questions)
        return "".join(quoted_line(row, ",") + "\n" for row in [header, *rows])
    if ending in ("json", "jsonl", "ndjson", "yaml", "yml"):
        records = [to_record(question) for question in questions]
        if ending in ("yaml", "yml"):
            return "".join(map(yaml_text, records)) or "[]\n"
        lines = [json_text(record) for record in records]
        return json_list(lines) if ending == "json" else "".join(line + "\n" for line in lines)
    raise Refused(f"There is no way to write a .{ending} file. There are: {', '.join(ENDINGS)}.")


def tab_line(cells: Sequence[str]) -> str:
    """Cells as a line of tab-separated text, in which a tab or a line break becomes a blank."""
    return "\t".join(" ".join(cell.split()) if _breaks(cell) else cell for cell in cells)


def _breaks(cell: str) -> bool:
    return "\t" in cell or "\n" in cell or "\r" in cell


def quoted_line(cells: Sequence[str], mark: str) -> str:
    """Cells as a record of RFC 4180, parted by ``mark``."""
    out = io.StringIO()
    csv.writer(out, delimiter=mark, lineterminator="\n").writerow(cells)
    return out.getvalue()[:-1]


def json_list(records: Sequence[str]) -> str:
    """Records that are JSON already as a list, one a line."""
    return "[\n" + ",\n".join(records) + "\n]\n" if records else "[]\n"


def json_text(record: WrittenRecord) -> str:
    """A record as one line of JSON."""
    return json.dumps(named(record), ensure_ascii=False)


def yaml_text(record: WrittenRecord) -> str:
    """A record as one item of a YAML list."""
    out = io.StringIO()
    yaml = YAML(typ="safe", pure=True)
    yaml.default_flow_style = False
    yaml.allow_unicode = True
    yaml.width = 100_000
    yaml.sort_base_mapping_type_on_output = False  # type: ignore[assignment]
    yaml.dump([named(record)], out)
    return out.getvalue()


def named(record: WrittenRecord) -> dict[str, Any]:
    """A record by the names that JSON and YAML give its parts."""
    return {_NAMES.get(role, role): value for role, value in record.items()}


_NAMES: dict[Role, str] = {"option": "options"}
