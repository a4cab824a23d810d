"""The application: both APIs, the live plays, and the pages."""

from __future__ import annotations

import asyncio
import contextlib
from collections.abc import AsyncIterator, Awaitable, Callable
from pathlib import Path

from fastapi import FastAPI, HTTPException, Request, Response
from fastapi.responses import FileResponse, JSONResponse
from fastapi.staticfiles import StaticFiles

from ..core.play.setup import SetupError
from ..core.snag import Refused
from ..store.database import open_database
from . import bench, games, media, packs, watching
from .demo import bring_demo_once
from .jobs import Jobs
from .players import plays
from .players.live import Live
from .workshop import Workshop

PAGES = Path(__file__).parent / "pages"
"""The built front end."""

_POLICY = (
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:;"
    " connect-src 'self' ws: wss:; object-src 'none'; base-uri 'none'; frame-ancestors 'none'"
)


def create_app(data: Path, *, demo: bool = False) -> FastAPI:
    """The application over the database in the folder ``data``."""
    workshop = Workshop(open_database(data / "dicetrail.sqlite"))
    if demo:
        bring_demo_once(workshop)

    @contextlib.asynccontextmanager
    async def lifespan(app: FastAPI) -> AsyncIterator[None]:
        app.state.live = Live(workshop)
        app.state.jobs = Jobs()
        heart = asyncio.create_task(app.state.live.beat())
        yield
        heart.cancel()
        app.state.jobs.close()
        workshop.games.searches.close()
        await app.state.live.keep_all()

    app = FastAPI(title="Dice Trail", version="1", lifespan=lifespan, docs_url=None, redoc_url=None)
    app.state.workshop = workshop
    for part in (bench, games, packs, media, watching, plays):
        app.include_router(part.router)
    app.add_exception_handler(Refused, _refuse)
    app.add_exception_handler(SetupError, _refuse)
    app.middleware("http")(_guard)
    _add_pages(app)
    return app


async def _refuse(_request: Request, error: Exception) -> JSONResponse:
    return JSONResponse({"detail": str(error)}, status_code=422)


async def _guard(request: Request, call_next: Callable[[Request], Awaitable[Response]]) -> Response:
    response = await call_next(request)
    response.headers["Content-Security-Policy"] = _POLICY
    response.headers["X-Content-Type-Options"] = "nosniff"
    response.headers["Referrer-Policy"] = "no-referrer"
    return response


def _add_pages(app: FastAPI) -> None:
    """Serve the built pages: the player's at /play/…, the workshop's everywhere else."""
    if (PAGES / "assets").is_dir():
        app.mount("/assets", StaticFiles(directory=PAGES / "assets"), name="assets")

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> FileResponse:
        if path.startswith(("api/", "assets/")):
            raise HTTPException(404, "There is nothing at this address.")
        if path in ("icon.svg",):
            return FileResponse(PAGES / path)
        return FileResponse(PAGES / ("play.html" if path.startswith("play/") else "index.html"))
