"""The maker's API for giving games out: hand-outs, files to take away, bundles."""

from __future__ import annotations

from starlette.routing import BaseRoute

from . import bundles, handouts, take_away

_PARTS = (handouts, take_away, bundles)
routes: list[BaseRoute] = [route for part in _PARTS for route in part.router.routes]
