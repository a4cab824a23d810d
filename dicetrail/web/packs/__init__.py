"""The maker's API for packs."""

from __future__ import annotations

from fastapi import APIRouter

from . import bringing, columns, editing, looking, many, reading_again

router = APIRouter()
for _part in (bringing, many, columns, editing, reading_again, looking):
    router.include_router(_part.router)
