"""JSON as RFC 8259 and everything behind it can use it: finite numbers, Unicode text, not nested for ever."""

from __future__ import annotations

import json
import math
from collections.abc import Callable, Coroutine
from typing import Any

from fastapi import HTTPException, Request, Response
from fastapi.routing import APIRoute

DEEPEST = 60
"""Levels of lists and objects inside one another."""


class Unusable(ValueError):
    """JSON that can't be used; the message says why."""


def read_json(data: bytes | str) -> Any:
    """What a JSON text says.

    Raises json.JSONDecodeError where it is none, and :class:`Unusable` where it can't be used.
    """
    try:
        said = json.loads(data, parse_constant=_refuse, parse_float=_finite)
        json.dumps(said, ensure_ascii=False).encode()
    except UnicodeError:
        raise Unusable("This is not Unicode text: half a character stands in it.") from None
    except RecursionError:
        raise Unusable(_TOO_DEEP) from None
    except json.JSONDecodeError:
        raise
    except ValueError:  # a whole number of thousands of figures
        raise Unusable("There is a number in it that is too long.") from None
    level, depth = [said], 0
    while level := [part for one in level for part in _parts(one)]:
        depth += 1
        if depth > DEEPEST:
            raise Unusable(_TOO_DEEP)
    return said


_TOO_DEEP = f"Lists and objects can stand {DEEPEST} deep in one another, and not deeper."


def _parts(one: Any) -> list[Any]:
    parts = one.values() if isinstance(one, dict) else one if isinstance(one, list) else ()
    return [part for part in parts if isinstance(part, dict | list)]


def _refuse(name: str) -> Any:
    raise Unusable(f"{name} is no number.")


def _finite(text: str) -> float:
    number = float(text)
    if not math.isfinite(number):
        raise Unusable(f"{text[:40]} is too large a number.")
    return number


class StrictRequest(Request):
    """A request whose body is read by :func:`read_json`."""

    async def json(self) -> Any:
        """What the body says; an answer 422 where it can't be used."""
        try:
            return read_json(await self.body())
        except Unusable as unusable:
            raise HTTPException(422, str(unusable)) from None


class StrictRoute(APIRoute):
    """A route that takes strict JSON."""

    def get_route_handler(self) -> Callable[[Request], Coroutine[Any, Any, Response]]:
        """The handler, over a strict request."""
        handler = super().get_route_handler()

        async def handle(request: Request) -> Response:
            return await handler(StrictRequest(request.scope, request.receive))

        return handle
