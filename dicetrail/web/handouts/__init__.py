"""The maker's API for giving games out: hand-outs, files to take away, bundles."""

from __future__ import annotations

from fastapi import APIRouter

from . import bundles, handouts, take_away

router = APIRouter()
for _part in (handouts, take_away, bundles):
    router.include_router(_part.router)
