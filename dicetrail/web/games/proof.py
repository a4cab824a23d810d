"""The maker's API for proof: odds, walks, aims, and what a change did."""

from __future__ import annotations

import difflib
from collections.abc import Hashable
from dataclasses import replace
from typing import Annotated, Any

import numpy as np
from fastapi import Depends, HTTPException, Query, Request
from sqlalchemy.orm import Session
from starlette.concurrency import run_in_threadpool

from ...core.pack.progress import Progress
from ...core.play.rulebook.program import Program
from ...core.prove.odds.aims import Held
from ...core.prove.odds.company import Company, played_so
from ...core.prove.odds.exact import guessing, needs_pace
from ...core.prove.odds.figures import RESULTS, Figures, changes
from ...core.prove.odds.walker import Walker
from ...core.snag import Refused
from ...store import games
from ...store.models import Handout, StoredGame
from ..beside.beside import WATCHED
from ..beside.proving import aims, both, exact, walked
from ..jobs import Job
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.common import PathNumber, Small
from ..shapes.proof import (
    AimsOut,
    ChangedOut,
    ComparedOut,
    CurveOut,
    FiguresOut,
    HeldOut,
    How,
    OddsOut,
    Pace,
    Share,
    ShareOut,
    SpreadOut,
    VersionOut,
    WalkIn,
    WalkOut,
)
from ..watching import TheJobs, job_of, job_out
from ..workshop import Workshop
from ..workshop.plays import handed, statistics
from .proofs import Asked, Proofs, TheAsked, TheEarlier, TheProofs
from .the_game import TheGame

router = router_of("/api/workshop", "games")

GRID = 21
"""Skills of a curve, from 0 to 1."""
MOST_VERSIONS = 30
MOST_VALUES = 400
"""Values of a meter that are told one by one."""


async def walker_of(
    how: How = "skill",
    share: Annotated[Share, Query()] = 0.5,
    pace: Annotated[Pace, Query()] = 0,
    helps: bool = False,
) -> Walker:
    """The walker that a query names."""
    return Walker(how, share, pace, helps)


TheWalker = Annotated[Walker, Depends(walker_of)]


@router.get("/games/{game_id}/proof/odds")
async def game_odds(request: Request, asked: TheAsked, proofs: TheProofs, walker: TheWalker) -> OddsOut:
    """Exactly what plays of a walker come to, or why that can't be had."""
    problem, found = await _exact(request, asked, proofs, ("odds", walker), walker)
    figures = None if found is None else _figures_out(found, asked.program)
    idle = not walker.pace and found is None and needs_pace(asked.program)
    helps = bool(asked.program.helps)
    return OddsOut(
        revision=asked.revision, problem=problem, figures=figures, needs_pace=idle, has_helps=helps
    )


@router.get("/games/{game_id}/proof/curve")
async def game_curve(
    request: Request,
    asked: TheAsked,
    proofs: TheProofs,
    workshop: TheWorkshop,
    how: How = "skill",
    pace: Annotated[Pace, Query()] = 0,
    helps: bool = False,
) -> CurveOut:
    """What plays come to for walkers of every skill, in one search."""
    grid = np.linspace(0, 1, GRID)
    walker = Walker(how, grid, pace, helps)
    problem, found = await _exact(request, asked, proofs, ("curve", how, pace, helps), walker)
    guess = await run_in_threadpool(
        workshop.games.known_of, asked.key, "guess", lambda: guessing(asked.program)
    )
    told = CurveOut(
        revision=asked.revision,
        problem=problem,
        shares=[] if found is None else list(grid),
        results={},
        awards={},
        means={},
        guess=guess,
    )
    if found is not None:
        told.results = {name: _line(share) for name, share in found.results.items()}
        told.awards = {title: _line(share) for title, share in found.awards.items()}
        told.means = {
            name: _line(sum(value * share for value, share in values.items()))
            for name, values in found.meters.items()
        }
    return told


async def _exact(
    request: Request, asked: Asked, proofs: Proofs, what: Hashable, walker: Walker
) -> tuple[str, Figures | None]:
    """Exact figures, or why there are none."""
    try:
        found: tuple[str, Figures | None] = await proofs.of(request, asked, what, exact, walker)
    except Refused as refused:
        return f"{refused} Walk the game instead.", None
    return found


@router.post("/games/{game_id}/proof/walk", status_code=201)
def start_walk(
    wanted: WalkIn,
    asked: TheAsked,
    game: TheGame,
    jobs: TheJobs,
    proofs: TheProofs,
    session: TheSession,
    workshop: TheWorkshop,
) -> WalkOut:
    """Begin to walk plays; ask after it by its job."""
    who = _players(wanted, game, session, workshop)
    latest: list[FiguresOut] = []

    def take(found: Figures) -> None:
        latest[:] = [_figures_out(found, asked.program)]

    def work(progress: Progress) -> None:
        sent = proofs.sent(asked)
        jobs.beside.run(walked, sent, who, wanted.plays, progress=progress, on_piece=take, seconds=WATCHED)
        progress(wanted.plays, wanted.plays)

    return _walk_out(jobs.start("walk", work, latest))


def _players(wanted: WalkIn, game: StoredGame, session: Session, workshop: Workshop) -> Walker | Company:
    """Who is to walk."""
    if not (wanted.spread or wanted.pace_spread or wanted.levels or wanted.handout is not None):
        return Walker(wanted.how, wanted.share, wanted.pace, wanted.helps)
    company = Company(wanted.share, wanted.spread, wanted.pace, wanted.pace_spread, wanted.levels)
    if wanted.handout is None:
        return company
    handout = session.get(Handout, wanted.handout)
    if handout is None or handout.game_id != game.id:
        raise HTTPException(404, "There is no such hand-out of this game.")
    found = statistics(session, workshop, handed(session, workshop, handout, None))
    return replace(company, questions=played_so(found))


@router.get("/games/{game_id}/proof/walk/{job_id}")
def walk_so_far(game_id: PathNumber, job_id: str, jobs: TheJobs) -> WalkOut:
    """What the plays walked so far come to."""
    return _walk_out(job_of(jobs, job_id, "walk"))


@router.get("/games/{game_id}/proof/aims")
async def game_aims(request: Request, asked: TheAsked, proofs: TheProofs) -> AimsOut:
    """The aims of a game, looked at: exactly where that can be, else by walking."""
    wanted = asked.document.aims
    held: list[Held] = await proofs.of(request, asked, "aims", aims, wanted) if wanted else []
    return AimsOut(
        revision=asked.revision,
        aims=[
            HeldOut(
                number=number,
                aim=aim,
                holds=one.holds,
                value=one.value,
                low=one.low,
                high=one.high,
                plays=one.plays,
                problem=one.problem,
                about=list(one.about),
            )
            for number, (aim, one) in enumerate(zip(wanted, held, strict=True))
        ],
    )


@router.get("/games/{game_id}/proof/versions")
def game_versions(game: TheGame, session: TheSession) -> list[VersionOut]:
    """The versions of a game before this one, the latest first, each by what was changed in it."""
    found = []
    later = game.text
    for kept in games.revisions_before(session, game, MOST_VERSIONS):
        said = _first_change(kept.text, later)
        found.append(VersionOut(revision=kept.number, updated=kept.at, said=said))
        later = kept.text
    return found


@router.get("/games/{game_id}/proof/compare")
async def compare_versions(
    request: Request,
    asked: TheAsked,
    earlier: TheEarlier,
    proofs: TheProofs,
    revision: Small,
    walker: TheWalker,
) -> ComparedOut:
    """This version of a game beside an earlier one."""
    what, program = ("compared", revision, walker), asked.program
    before, after = await proofs.of(request, asked, what, both, earlier, walker)
    sides = [found.as_dict(len(one.game.rows)) for found, one in ((before, earlier), (after, program))]
    return ComparedOut(
        revision=asked.revision,
        earlier=revision,
        exact=before.exact and after.exact,
        changed=[
            ChangedOut(what=one["what"], before=_told(one["before"]), after=_told(one["after"]))
            for one in changes(*sides)
        ],
        before=_figures_out(before, earlier),
        after=_figures_out(after, program),
    )


def _figures_out(found: Figures, program: Program) -> FiguresOut:
    data = found.as_dict(len(program.game.rows))
    return FiguresOut(
        plays=found.plays,
        results={name: data["results"][name] for name in RESULTS},
        awards=data["awards"],
        meters={
            name: [
                ShareOut(value=value, share=float(share))
                for value, share in sorted(values.items())[:MOST_VALUES]
            ]
            for name, values in found.meters.items()
        },
        spreads={name: SpreadOut(**spread) for name, spread in data["meters"].items()},
        asked=SpreadOut(**data["asked"]),
        seconds=SpreadOut(**data["seconds"]),
        unused_rows=data["unused_rows"],
        gates={f"{of}.{number}": float(often) for (of, number), often in sorted(found.gates.items())},
        left_over=data.get("left_over", 0),
        places=found.places_by_player,
    )


def _walk_out(job: Job) -> WalkOut:
    if job.state == "refused":
        raise Refused(job.message)
    return WalkOut(job=job_out(job), figures=job.about[0] if job.about else None)


def _line(share: Any) -> list[float]:
    """A share for each skill of the grid; one that is the same for all is a plain number."""
    return [float(one) for one in share] if np.ndim(share) else [float(share)] * GRID


def _told(value: object) -> float | str | None:
    if isinstance(value, list):
        return ", ".join(map(str, value)) or "none"
    return value if value is None or isinstance(value, str) else float(str(value))


def _first_change(before: str, after: str) -> str:
    """The first line that was changed, as it was and as it then was."""
    lines = [
        line
        for line in difflib.unified_diff(before.splitlines(), after.splitlines(), lineterm="", n=0)
        if line[:1] in "+-" and line[:3] not in ("+++", "---") and line[1:].strip()
    ]
    was = next((line[1:].strip() for line in lines if line[0] == "-"), "")
    now = next((line[1:].strip() for line in lines if line[0] == "+"), "")
    return " → ".join(part[:90] for part in (was, now) if part) or "nothing"
