"""What is said where a request can't be answered: one sentence, always in the same shape."""

from __future__ import annotations

import logging
from typing import Any

from fastapi import APIRouter, FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from sqlalchemy.exc import DBAPIError, SQLAlchemyError

from ..core.play.deal.setup import SetupError
from ..core.snag import Refused
from .strict import StrictRoute

log = logging.getLogger(__name__)


class Refusal(BaseModel):
    """Why a request was refused, and what can be done about it."""

    detail: str


_MEANINGS = {
    400: "It is no request that can be read.",
    401: "The workshop wants its key.",
    403: "It comes from another site, or was sent to a name that is not this machine's.",
    404: "What it names is not there (any more).",
    408: "It took too long to come.",
    409: "Something was changed meanwhile.",
    413: "It is too large.",
    422: "What it says can't be used.",
    429: "There are too many of them.",
    503: "The data can't be reached just now.",
    507: "There is no room left on the disk.",
}
_JSON = {"application/json": {"schema": {"$ref": "#/components/schemas/Refusal"}}}


def router_of(prefix: str, tag: str, largest: int | None = None) -> APIRouter:
    """A router of an API: it takes strict JSON, of at most ``largest`` bytes, and its description tells how
    it refuses."""
    return APIRouter(prefix=prefix, tags=[tag], route_class=StrictRoute, max_body_size=largest)


def add_refusals(app: FastAPI) -> None:
    """Answer in one sentence whatever goes wrong, and say so in the description of the API."""
    describe = app.openapi

    def described() -> dict[str, Any]:
        if app.openapi_schema is None:
            _add_to(describe())
        return describe()

    app.openapi = described  # type: ignore[method-assign]
    app.add_exception_handler(Refused, _unusable)
    app.add_exception_handler(SetupError, _unusable)
    app.add_exception_handler(RequestValidationError, _invalid)
    app.add_exception_handler(SQLAlchemyError, _database)


def _add_to(description: dict[str, Any]) -> None:
    """Say of every request how it may be refused. (As ``responses`` of the routers it would be the same for a
    few hundred models more.)"""
    for path in description["paths"].values():
        for operation in path.values():
            operation["responses"] |= {
                str(code): {"description": meaning, "content": _JSON} for code, meaning in _MEANINGS.items()
            }
    shapes = description["components"]["schemas"]
    shapes["Refusal"] = Refusal.model_json_schema()
    for unused in ("HTTPValidationError", "ValidationError"):
        shapes.pop(unused, None)


async def _unusable(_request: Request, error: Exception) -> JSONResponse:
    return refusal(422, str(error))


async def _invalid(_request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    first = error.errors()[0]
    place = ".".join(str(part) for part in first["loc"][1:]) or "This"
    return refusal(422, f"{place}: {first['msg']}.")


async def _database(_request: Request, error: Exception) -> JSONResponse:
    log.warning("The database: %s", error)
    said = str(error.orig) if isinstance(error, DBAPIError) else ""
    if "full" in said:
        return refusal(
            507, "There is no room left on the disk. Nothing of this was saved. Make room, and try again."
        )
    if isinstance(getattr(error, "orig", None), FileNotFoundError):
        return refusal(503, f"Nothing of this was saved: {said}. Put the folder back, then start it again.")
    if "malformed" in said or "not a database" in said:
        return refusal(
            503,
            "The data is damaged. Nothing of this was saved. End the workshop, and put the last backup in its"
            " place (`dicetrail backup FILE` makes them).",
        )
    if "locked" in said or "busy" in said:
        return refusal(503, "The data is being written by something else. Nothing was saved. Try again.")
    return refusal(503, "The data can't be read or written just now. Nothing of this was saved. Try again.")


def refusal(code: int, detail: str) -> JSONResponse:
    """An answer that refuses."""
    return JSONResponse({"detail": detail}, code)
