"""The maker's API for real plays: those that go on, those that were, what they say, and whose they are."""

from __future__ import annotations

from fastapi import APIRouter

from . import going_on, out, plays, questions, what_if

router = APIRouter()
for _part in (plays, going_on, questions, what_if, out):
    router.include_router(_part.router)
