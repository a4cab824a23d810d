"""The built pages: the player's at /play/…, walls at /wall/…, the workshop's everywhere else."""

from __future__ import annotations

from pathlib import Path

from fastapi import FastAPI
from starlette.responses import FileResponse, Response
from starlette.staticfiles import StaticFiles
from starlette.types import Receive, Scope, Send

from .refusals import refusal

PAGES = Path(__file__).parent / "pages"
"""The built front end."""


class Assets(StaticFiles):
    """Scripts, styles and fonts: their names change with what is in them, so browsers keep them for good."""

    def file_response(self, *args: object, **kwargs: object) -> object:  # type: ignore[override]
        """A file, with how long it may be kept."""
        response = super().file_response(*args, **kwargs)  # type: ignore[arg-type]
        response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        return response


async def page(scope: Scope, receive: Receive, send: Send) -> None:
    """Answer whatever no route answers: with a page, or that there is nothing."""
    if scope["type"] == "websocket":
        await send({"type": "websocket.close", "code": 1000, "reason": "There is nothing at this address."})
        return
    path, method = scope["path"], scope["method"]
    if path.startswith(("/api/", "/assets/")):
        answer: Response = refusal(404, "There is nothing at this address.")
    elif method not in ("GET", "HEAD"):
        answer = refusal(405, "A page can only be looked at.")
        answer.headers["Allow"] = "GET, HEAD"
    else:
        answer = FileResponse(PAGES / _name(path), headers={"Cache-Control": "no-cache"})
    await answer(scope, receive, send)


_OTHERS = {"/play/": "play.html", "/wall/": "wall.html"}
"""Pages that are not the workshop's, by how their paths begin."""


def _name(path: str) -> str:
    if path == "/icon.svg":
        return "icon.svg"
    return next((name for begin, name in _OTHERS.items() if path.startswith(begin)), "index.html")


def add_pages(app: FastAPI) -> None:
    """Serve the pages beside the APIs."""
    if (PAGES / "assets").is_dir():
        app.mount("/assets", Assets(directory=PAGES / "assets"), name="assets")
    app.router.default = page
