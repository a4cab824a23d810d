"""What every part of the document is made of."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import (
    BaseModel,
    BeforeValidator,
    ConfigDict,
    Field,
    GetJsonSchemaHandler,
    PlainSerializer,
    WithJsonSchema,
)
from pydantic_core import CoreSchema

from ..play.deal.setup import LONGEST_NAME
from ..play.dice import LARGEST_DICE
from ..play.language.numbers import as_written
from ..play.rulebook.players import MOST_PLAYERS
from .described import describe

LONGEST_TEXT = 2000

Text = Annotated[str, Field(max_length=LONGEST_TEXT)]
Hold = Annotated[float, Field(ge=0, le=600, allow_inf_nan=False)]
EXACT = 2**53 - 1
"""The largest whole number that every reader of JSON holds exactly."""


def underscored(value: object) -> object:
    """A word of several, with the lines between them that the document has."""
    return value.strip().replace(" ", "_") if isinstance(value, str) else value


def _source(value: object) -> object:
    """A number or a truth value written where an expression may stand is the expression of that value."""
    if isinstance(value, bool):
        return str(value)
    return as_written(value) if isinstance(value, int | float) else value


Source = Annotated[
    str,
    BeforeValidator(_source),
    Field(max_length=500),
    WithJsonSchema({"type": ["string", "number", "boolean"], "description": "an expression"}),
]


def _digits(value: object) -> object:
    return int(value) if isinstance(value, str) and value.isascii() and value.isdigit() else value


DiceNumber = Annotated[
    int,
    BeforeValidator(_digits),
    Field(ge=0, le=LARGEST_DICE),
    PlainSerializer(lambda dice: dice if dice <= EXACT else str(dice), return_type=int | str),
    WithJsonSchema(
        {
            "anyOf": [
                {"type": "integer", "minimum": 0, "maximum": LARGEST_DICE},
                {"type": "string", "pattern": "^[0-9]{1,39}$"},
            ]
        }
    ),
]
"""Dice; a number that is too large for JSON's readers is written as its digits."""


Names = Annotated[list[Annotated[str, Field(max_length=LONGEST_NAME)]], Field(max_length=MOST_PLAYERS)]
"""The names of those who play in turn."""


class Part(BaseModel):
    """A part of the document; words it does not know are mistakes."""

    model_config = ConfigDict(
        defer_build=True,
        extra="forbid",
        populate_by_name=True,
        strict=False,
        coerce_numbers_to_str=True,
    )

    @classmethod
    def __get_pydantic_json_schema__(
        cls, core_schema: CoreSchema, handler: GetJsonSchemaHandler, /
    ) -> dict[str, Any]:
        schema = handler(core_schema)
        describe(handler.resolve_ref_schema(schema), cls)
        return schema
