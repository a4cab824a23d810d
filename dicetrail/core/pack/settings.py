"""Settings: what a maker says of a file where the guess was wrong."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from pydantic import TypeAdapter, ValidationError

from ..snag import Refused
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

    delimiter: Literal["tab", "comma", "semicolon"] | None = None
    roles: tuple[Role, ...] | None = None
    header: bool | None = None
    lists: Literal["sort", "odd", "both"] = "sort"
    ask_member: str = ASK_MEMBER
    ask_odd: str = ASK_ODD


def settings_from(data: dict[str, Any]) -> Settings:
    """Settings from JSON data that anybody may have written. Raises Refused."""
    try:
        return _SETTINGS.validate_python(data)
    except ValidationError as error:
        first = error.errors()[0]
        where = ".".join(map(str, first["loc"]))
        raise Refused(f"How a file is to be read can't be used: {where}: {first['msg']}.") from None


_SETTINGS = TypeAdapter(Settings)
