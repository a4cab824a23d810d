"""The maker's API for plays and statistics as files, and as statements to a learning record store."""

from __future__ import annotations

from collections.abc import Iterator
from math import inf
from typing import Any, Literal

from fastapi import Request, Response

from ...core.pack.progress import Progress
from ...store.models import Handout
from ..download import mime_of
from ..elsewhere.making import made
from ..handouts.the_handout import TheHandout
from ..refusals import router_of
from ..sending_files import TheFiles
from ..shapes.common import JobOut
from ..shapes.history import StoreIn
from ..watching import TheJobs, job_out
from ..workshop.outgoing import plays_file, statements_file, statements_of, statistics_file
from .plays import TheSought
from .record_store import Store, send

router = router_of("/api/workshop/handouts/{handout_id}", "history")


@router.get("/file/{what}.{ending}", response_class=Response)
def history_file(
    what: Literal["plays", "statistics"],
    ending: Literal["csv", "xlsx", "jsonl"],
    handout: TheHandout,
    files: TheFiles,
    sought: TheSought,
) -> Response:
    """The plays that are looked for, or the statistics, as a file."""
    name = f"{handout.link}-{what}.{ending}"
    if what == "statistics":
        return files.file(name, mime_of(name), statistics_file, handout.id, sought.version, ending)
    return files.file(name, mime_of(name), plays_file, handout.id, sought, ending)


@router.get("/statements", response_class=Response)
def statements_as_file(request: Request, handout: TheHandout, files: TheFiles, sought: TheSought) -> Response:
    """The plays that are looked for as xAPI statements, a JSON list."""
    name, game = f"{handout.link}-statements.json", _address(request, handout)
    return files.file(name, "application/json", statements_file, handout.id, sought, game)


@router.post("/statements", status_code=201)
def send_statements(
    store: StoreIn, handout: TheHandout, sought: TheSought, request: Request, jobs: TheJobs
) -> JobOut:
    """Send the plays that are looked for to a learning record store, as xAPI statements; a job to watch."""
    given = (statements_of, handout.id, sought, _address(request, handout))

    def work(progress: Progress) -> None:
        told = (0, 0)

        def tell(done: int, total: int) -> None:
            nonlocal told
            told = (done, total)
            progress(done, total)

        pieces: Iterator[Any] = jobs.senders_beside.pieces(
            made, *given, progress=lambda *_: progress(*told), seconds=inf
        )
        send(Store(**store.model_dump()), pieces, next(pieces), tell)
        progress(*told)  # whoever watched the other process may have told an earlier state last

    return job_out(jobs.start("statements", work))


def _address(request: Request, handout: Handout) -> str:
    return f"{request.url.scheme}://{request.url.netloc}/play/{handout.link}"
