"""The maker's API for games."""

from __future__ import annotations

from starlette.routing import BaseRoute

from . import checking, deal, feedback, games, proof, rules, shelf

_PARTS = (games, rules, checking, deal, feedback, proof, shelf)
routes: list[BaseRoute] = [route for part in _PARTS for route in part.router.routes]
