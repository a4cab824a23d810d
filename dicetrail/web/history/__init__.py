"""The maker's API for real plays: those that go on, those that were, what they say, and whose they are."""

from __future__ import annotations

from starlette.routing import BaseRoute

from . import going_on, out, plays, questions, what_if

_PARTS = (plays, going_on, questions, what_if, out)
routes: list[BaseRoute] = [route for part in _PARTS for route in part.router.routes]
