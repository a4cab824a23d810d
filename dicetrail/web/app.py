"""The application: both APIs, the live plays, and the pages."""

from __future__ import annotations

import asyncio
import contextlib
from collections.abc import AsyncIterator
from pathlib import Path

from fastapi import FastAPI
from sqlalchemy.exc import SQLAlchemyError
from starlette.concurrency import run_in_threadpool
from starlette.middleware.gzip import DEFAULT_EXCLUDED_CONTENT_TYPES, GZipMiddleware

from ..store import played
from ..store.database import close_database, open_database
from ..store.folder import DATABASE
from . import bench, games, handbook, handouts, history, media, packs, watching
from .beside import Beside
from .demo import bring_demo_once
from .download import PACKED
from .elsewhere.reading import ReadBeside
from .games.proofs import Proofs
from .guard import Guard
from .in_line import InLine
from .jobs import Jobs
from .pages import add_pages
from .players import plays
from .players.live import Live
from .refusals import add_refusals
from .sending_files import Files
from .sizes import Sizes
from .walls import routes as walls
from .walls.walls import Walls
from .workshop import Workshop

_ROUTES = (
    plays.router.routes,
    walls.router.routes,
    bench.router.routes,
    games.routes,
    packs.routes,
    media.router.routes,
    handouts.routes,
    history.routes,
    watching.router.routes,
    handbook.router.routes,
)
"""Those of players first: a path is held against one after another."""
PACKS_AT_ONCE = 2
"""Large packs that are read at once."""
TIDIED_EVERY = 3600
"""Seconds between two looks for plays that were kept long enough."""


async def _tidy(workshop: Workshop) -> None:
    """Take away the plays that were kept as long as their hand-outs say. Never returns."""

    def remove() -> None:
        with workshop.session() as session:
            played.remove_old(session)
            session.commit()

    while True:
        with contextlib.suppress(SQLAlchemyError):  # the next look tries again
            await run_in_threadpool(remove)
        await asyncio.sleep(TIDIED_EVERY)


@contextlib.asynccontextmanager
async def _running(app: FastAPI) -> AsyncIterator[None]:
    """What goes on as long as the application serves its workshop."""
    workshop: Workshop = app.state.workshop
    live = app.state.live = Live(workshop)
    database: Path = app.state.data / DATABASE
    app.state.walls = Walls(live)
    app.state.jobs = Jobs(database)
    app.state.files = Files(database)
    app.state.proofs = Proofs(workshop.games)
    tasks = [
        asyncio.create_task(work)
        for work in (live.settle(), live.beat(), app.state.walls.look(), _tidy(workshop))
    ]
    yield
    for task in tasks:
        task.cancel()
    app.state.jobs.close()
    app.state.proofs.close()
    app.state.files.close()
    app.state.reading.close()
    workshop.games.reaches.close()
    await live.close()
    await run_in_threadpool(close_database, workshop.engine)


def create_app(data: Path, *, demo: bool = False, key: str | None = None) -> FastAPI:
    """The application over the database in the folder ``data``. Its maker is who has the ``key``; without one
    it answers on the loopback only. Raises Refused where the data can't be used."""
    engine = open_database(data / DATABASE)
    beside = Beside(PACKS_AT_ONCE, data / DATABASE)
    workshop = Workshop(engine, ReadBeside(beside))
    if demo:
        bring_demo_once(workshop)
    app = FastAPI(
        title="Dice Trail",
        version="1",
        lifespan=_running,
        docs_url=None,
        redoc_url=None,
    )
    app.state.workshop = workshop
    app.state.data = data
    app.state.reading = beside
    app.state.for_others = key is not None
    for routes in _ROUTES:  # as they are: to include a router would work each of them out a second time
        app.router.routes.extend(routes)
    add_refusals(app)
    add_pages(app)
    app.add_middleware(
        GZipMiddleware,
        minimum_size=1000,
        compresslevel=5,
        exclude_content_types=(*DEFAULT_EXCLUDED_CONTENT_TYPES, PACKED),
    )
    app.add_middleware(InLine, prefix="/api/players/games/")
    app.add_middleware(Sizes)
    app.add_middleware(Guard, key=key)
    return app
