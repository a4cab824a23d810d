"""The maker's API for games."""

from __future__ import annotations

from fastapi import APIRouter

from . import checking, deal, feedback, games, proof, rules, shelf

router = APIRouter()
for _part in (games, rules, checking, deal, feedback, proof, shelf):
    router.include_router(_part.router)
