"""The maker's API for packs."""

from __future__ import annotations

from starlette.routing import BaseRoute

from . import bringing, columns, editing, looking, many, reading_again

_PARTS = (bringing, many, columns, editing, reading_again, looking)
routes: list[BaseRoute] = [route for part in _PARTS for route in part.router.routes]
