"""Settings: what a maker says of a file where the guess was wrong."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from .roles import Role

ASK_MEMBER, ASK_ODD = "{member}", "Which one does not belong?"
"""The wording of the questions that lists give, where a maker has none."""


@dataclass(frozen=True, slots=True)
class Settings:
    """What a maker says of a file where the guess was wrong; None (and ``guess``) leave it to the guess.

    ``lists`` says what columns of group members give: a sorting question for each member, one question
    which does not belong, or both. ``ask_member`` and ``ask_odd`` are their wording; ``{member}`` stands for
    the member.
    """

    delimiter: str | None = None
    roles: tuple[Role, ...] | None = None
    header: bool | None = None
    lists: Literal["sort", "odd", "both"] = "sort"
    ask_member: str = ASK_MEMBER
    ask_odd: str = ASK_ODD
