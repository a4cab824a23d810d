"""The maker's API for plays and statistics as files, and as statements to a learning record store."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Sequence
from typing import Any, Literal

from fastapi import Request, Response
from sqlalchemy.orm import Session

from ...core.pack.formats.xlsx import Xlsx
from ...core.prove.plays.out import (
    PLAY_COLUMNS,
    STATISTICS_COLUMNS,
    play_row,
    statistics_row,
    to_json_lines,
)
from ...core.prove.plays.xapi import statements
from ...store import played
from ...store.models import Handout
from ..download import download
from ..handouts.the_handout import TheHandout
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.common import JobOut
from ..shapes.history import StoreIn
from ..watching import TheJobs, job_out
from ..workshop import Workshop
from ..workshop.plays import handed, kept_plays, statistics, told_of
from .plays import TheSought
from .record_store import Store, send

router = router_of("/api/workshop/handouts/{handout_id}", "history")


@router.get("/file/{what}.{ending}", response_class=Response)
def history_file(
    what: Literal["plays", "statistics"],
    ending: Literal["csv", "xlsx", "jsonl"],
    handout: TheHandout,
    session: TheSession,
    workshop: TheWorkshop,
    sought: TheSought,
) -> Response:
    """The plays that are looked for, or the statistics, as a file."""
    name = f"{handout.link}-{what}.{ending}"
    of = handed(session, workshop, handout, sought.version)
    told = told_of(of.game)
    if what == "statistics":
        found = statistics(session, workshop, of).questions
        rows = [statistics_row(one, told) for one in found]
        return download(_table(STATISTICS_COLUMNS, rows, ending), name)
    plays = kept_plays(played.with_answers(session, handout, sought))
    if ending == "jsonl":
        return download("".join(to_json_lines(plays, told)).encode(), name)
    return download(_table(PLAY_COLUMNS, [play_row(one) for one in plays], ending), name)


def _table(columns: Sequence[str], rows: Sequence[Sequence[Any]], ending: str) -> bytes:
    if ending == "jsonl":
        lines = (json.dumps(dict(zip(columns, row, strict=True)), ensure_ascii=False) for row in rows)
        return "".join(f"{line}\n" for line in lines).encode()
    texts = [["" if cell is None else _safe(cell) for cell in row] for row in rows]
    if ending == "xlsx":
        return Xlsx().bytes_of([list(columns), *texts])
    out = io.StringIO(newline="")
    csv.writer(out).writerows([columns, *texts])
    return out.getvalue().encode("utf-8-sig")


_FORMULAS = frozenset("=+-@\t\r＝＋－＠")
"""What a formula can begin with, in full width as well."""


def _safe(cell: Any) -> str:
    """A cell as a text that no spreadsheet takes for a formula: names come from players."""
    text = str(cell)
    return f"'{text}" if isinstance(cell, str) and text[:1] in _FORMULAS else text


@router.get("/statements", response_class=Response)
def statements_file(
    handout: TheHandout, session: TheSession, workshop: TheWorkshop, sought: TheSought, request: Request
) -> Response:
    """The plays that are looked for as xAPI statements, a JSON list."""
    found = _statements(session, workshop, handout, sought, _address(request, handout))
    data = json.dumps(found, ensure_ascii=False, indent=1).encode()
    return download(data, f"{handout.link}-statements.json", "application/json")


@router.post("/statements", status_code=201)
def send_statements(
    store: StoreIn,
    handout: TheHandout,
    session: TheSession,
    workshop: TheWorkshop,
    sought: TheSought,
    request: Request,
    jobs: TheJobs,
) -> JobOut:
    """Send the plays that are looked for to a learning record store, as xAPI statements; a job to watch."""
    found = _statements(session, workshop, handout, sought, _address(request, handout))
    return job_out(
        jobs.start("statements", lambda progress: send(Store(**store.model_dump()), found, progress))
    )


def _statements(
    session: Session, workshop: Workshop, handout: Handout, sought: played.Sought, game: str
) -> list[dict[str, Any]]:
    of = handed(session, workshop, handout, sought.version)
    told = told_of(of.game)
    return [
        statement
        for play in kept_plays(played.with_answers(session, handout, sought))
        for statement in statements(play, game, of.game.title, told)
    ]


def _address(request: Request, handout: Handout) -> str:
    return f"{request.url.scheme}://{request.url.netloc}/play/{handout.link}"
