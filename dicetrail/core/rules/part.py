"""What every part of the document is made of."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

LONGEST_TEXT = 2000

Text = Annotated[str, Field(max_length=LONGEST_TEXT)]
Hold = Annotated[float, Field(ge=0, le=600, allow_inf_nan=False)]


class Part(BaseModel):
    """A part of the document; words it does not know are mistakes."""

    model_config = ConfigDict(extra="forbid", populate_by_name=True, strict=False, coerce_numbers_to_str=True)
