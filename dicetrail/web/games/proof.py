"""The maker's API for proof: odds, walks, aims, and what a change did."""

from __future__ import annotations

import difflib
import time
from dataclasses import replace
from typing import Annotated, Any

import numpy as np
from fastapi import Depends, HTTPException, Query
from sqlalchemy.orm import Session

from ...core.pack.progress import Progress
from ...core.play.program import Program
from ...core.prove.odds.aims import look
from ...core.prove.odds.best import DICE, best_figures
from ...core.prove.odds.company import Company, played_so
from ...core.prove.odds.exact import Inexact, guessing, odds
from ...core.prove.odds.figures import RESULTS, Figures, changes
from ...core.prove.odds.walker import Walker
from ...core.prove.odds.walking import Walking
from ...core.snag import Refused
from ...store import games
from ...store.models import Handout, StoredGame
from ..jobs import Job
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.common import Small
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
from .the_game import TheDocument, TheGame, TheProgram

router = router_of("/api/workshop", "games")

GRID = 21
"""Skills of a curve, from 0 to 1."""
TOLD_EVERY = 0.3
"""Seconds of a walk after which its figures are told anew."""
MOST_VERSIONS = 30
MOST_VALUES = 400
"""Values of a meter that are told one by one."""


async def walker_of(
    how: How = "skill", share: Annotated[Share, Query()] = 0.5, pace: Annotated[Pace, Query()] = 0
) -> Walker:
    """The walker that a query names."""
    return Walker(how, share, pace)


TheWalker = Annotated[Walker, Depends(walker_of)]


@router.get("/games/{game_id}/proof/odds")
def game_odds(
    game: TheGame,
    program: TheProgram,
    session: TheSession,
    workshop: TheWorkshop,
    walker: TheWalker,
) -> OddsOut:
    """Exactly what plays of a walker come to, or why that can't be had."""

    def make() -> tuple[str, FiguresOut | None]:
        try:
            return "", _figures_out(odds(program, walker), program)
        except Inexact as error:
            return str(error), None

    problem, figures = workshop.games.known(session, game, ("odds", walker), make)
    return OddsOut(revision=game.revision, problem=problem, figures=figures)


@router.get("/games/{game_id}/proof/curve")
def game_curve(
    game: TheGame,
    program: TheProgram,
    session: TheSession,
    workshop: TheWorkshop,
    how: How = "skill",
    pace: Annotated[Pace, Query()] = 0,
) -> CurveOut:
    """What plays come to for walkers of every skill, in one search."""

    def make() -> CurveOut:
        grid = np.linspace(0, 1, GRID)
        told = CurveOut(
            revision=game.revision,
            problem="",
            shares=list(grid),
            results={},
            awards={},
            means={},
            guess=guessing(program),
        )
        try:
            found = odds(program, Walker(how, grid, pace))
        except Inexact as error:
            return told.model_copy(update={"problem": str(error), "shares": []})
        told.results = {name: _line(share) for name, share in found.results.items()}
        told.awards = {title: _line(share) for title, share in found.awards.items()}
        told.means = {
            name: _line(sum(value * share for value, share in values.items()))
            for name, values in found.meters.items()
        }
        return told

    curve: CurveOut = workshop.games.known(session, game, ("curve", how, pace), make)
    return curve.model_copy(update={"revision": game.revision})


@router.post("/games/{game_id}/proof/walk", status_code=201)
def start_walk(
    wanted: WalkIn,
    game: TheGame,
    program: TheProgram,
    jobs: TheJobs,
    session: TheSession,
    workshop: TheWorkshop,
) -> WalkOut:
    """Begin to walk plays; ask after it by its job."""
    walking = Walking(program, _players(wanted, game, session, workshop), DICE)
    latest: list[FiguresOut] = []

    def work(progress: Progress) -> None:
        told = time.monotonic()
        while walking.made < wanted.plays:
            progress(walking.made, wanted.plays)
            walking.make(1)
            if time.monotonic() - told > TOLD_EVERY:
                told = time.monotonic()
                latest[:] = [_figures_out(walking.figures(), program)]
        latest[:] = [_figures_out(walking.figures(), program)]
        progress(walking.made, wanted.plays)

    return _walk_out(jobs.start("walk", work, latest))


def _players(wanted: WalkIn, game: StoredGame, session: Session, workshop: Workshop) -> Walker | Company:
    """Who is to walk."""
    if not (wanted.spread or wanted.pace_spread or wanted.levels or wanted.handout is not None):
        return Walker(wanted.how, wanted.share, wanted.pace)
    company = Company(wanted.share, wanted.spread, wanted.pace, wanted.pace_spread, wanted.levels)
    if wanted.handout is None:
        return company
    handout = session.get(Handout, wanted.handout)
    if handout is None or handout.game_id != game.id:
        raise HTTPException(404, "There is no such hand-out of this game.")
    found = statistics(session, workshop, handed(session, workshop, handout, None))
    return replace(company, questions=played_so(found))


@router.get("/games/{game_id}/proof/walk/{job_id}")
def walk_so_far(job_id: str, jobs: TheJobs) -> WalkOut:
    """What the plays walked so far come to."""
    return _walk_out(job_of(jobs, job_id, "walk"))


@router.get("/games/{game_id}/proof/aims")
def game_aims(
    game: TheGame, document: TheDocument, program: TheProgram, session: TheSession, workshop: TheWorkshop
) -> AimsOut:
    """The aims of a game, looked at: exactly where that can be, else by walking."""
    held = workshop.games.known(session, game, ("aims",), lambda: look(program, document.aims, waiting=True))
    return AimsOut(
        revision=game.revision,
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
            )
            for number, (aim, one) in enumerate(zip(document.aims, held, strict=True))
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
def compare_versions(
    game: TheGame,
    program: TheProgram,
    session: TheSession,
    workshop: TheWorkshop,
    revision: Small,
    walker: TheWalker,
) -> ComparedOut:
    """This version of a game beside an earlier one."""
    earlier = workshop.games.earlier(session, game, revision)
    if earlier is None:
        raise HTTPException(404, "This version can't be played, or is not there any more.")
    before, after = (best_figures(one, walker, waiting=True)[0] for one in (earlier, program))
    sides = [
        found.as_dict(len(one.game.consequences)) for found, one in ((before, earlier), (after, program))
    ]
    return ComparedOut(
        revision=game.revision,
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
    data = found.as_dict(len(program.game.consequences))
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
        left_over=data.get("left_over", 0),
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
