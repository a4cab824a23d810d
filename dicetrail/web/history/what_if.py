"""The maker's API for real plays under the rules as they are now."""

from __future__ import annotations

from collections.abc import Sequence
from concurrent.futures import as_completed

from fastapi import HTTPException

from ...core.pack.progress import Progress
from ...core.play.rulebook.game import Game
from ...core.prove.plays.what_if import Outcomes
from ...core.prove.plays.worker import KeptSo, open_game, walk_some
from ...core.prove.processes import processes
from ...store import played
from ...store.models import StoredGame
from ..handouts.the_handout import TheHandout
from ..jobs import Job
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.common import PathNumber
from ..shapes.history import ShareChangedOut, WhatIfIn, WhatIfOut
from ..watching import TheJobs, job_of, job_out

router = router_of("/api/workshop/handouts/{handout_id}", "history")

AT_ONCE = 200
"""Plays that a process is given at once."""
FEW = 400
"""Plays up to which no other process is started for them."""


@router.post("/what-if", status_code=201)
def begin_what_if(
    wanted: WhatIfIn, handout: TheHandout, session: TheSession, workshop: TheWorkshop, jobs: TheJobs
) -> WhatIfOut:
    """Begin to walk the plays of a hand-out again under the rules as they are now; a job to watch."""
    program = workshop.games.program(session, session.get_one(StoredGame, handout.game_id))
    if program is None:
        raise HTTPException(409, "The game can't be played just now. Mend its rules first.")
    kept = played.to_be_walked(session, handout, wanted.version)
    found = Outcomes()
    return _out(jobs.start("what if", lambda progress: _walk(program.game, kept, found, progress), found))


@router.get("/what-if/{job_id}")
def what_if_so_far(handout_id: PathNumber, job_id: str, jobs: TheJobs) -> WhatIfOut:
    """What the plays walked so far would come to."""
    return _out(job_of(jobs, job_id, "what if"))


def _walk(game: Game, kept: Sequence[KeptSo], found: Outcomes, progress: Progress) -> None:
    """Walk plays in processes of their own, as many as there are cores."""
    chunks = [kept[place : place + AT_ONCE] for place in range(0, len(kept), AT_ONCE)]
    progress(0, len(kept))
    if len(kept) <= FEW:
        open_game(game)
        for chunk in chunks:
            found.merge(walk_some(chunk))
            progress(found.plays, len(kept))
        return
    with processes(open_game, game) as pool:
        try:
            for done in as_completed([pool.submit(walk_some, chunk) for chunk in chunks]):
                found.merge(done.result())
                progress(found.plays, len(kept))
        except InterruptedError:
            pool.shutdown(cancel_futures=True)
            raise


def _out(job: Job) -> WhatIfOut:
    found: Outcomes = job.about
    changed = [
        ShareChangedOut(what=what, name=name, before=found.before[what, name], after=found.after[what, name])
        for what, name in sorted({*found.before, *found.after})
    ]
    return WhatIfOut(
        job=job_out(job),
        plays=found.plays,
        better=found.better,
        worse=found.worse,
        verdicts=found.verdicts,
        changed=changed,
    )
