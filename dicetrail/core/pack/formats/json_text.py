"""What JSON and JSON Lines have in common: records in which every number and word stays as it is written."""

from __future__ import annotations

import json
from typing import Any

from ..record import WrittenRecord, named

DECODER = json.JSONDecoder(parse_int=str, parse_float=str, parse_constant=str, strict=False)


def decoded(text: str) -> tuple[Any, str]:
    """What a text that is one value says, and why it can't be read ("" where it can)."""
    try:
        data, end = DECODER.raw_decode(text, len(text) - len(text.lstrip()))
    except json.JSONDecodeError as error:
        return None, f"This is not JSON: {said(error.msg)} (character {error.colno})."
    except RecursionError:
        return None, "This is nested too deeply."
    if text[end:].strip():
        return None, f"There is more text after the record, from character {end + 1} on."
    return data, ""


def record_text(record: WrittenRecord) -> str:
    """A record as one line of JSON."""
    return json.dumps(named(record), ensure_ascii=False)


def said(message: str) -> str:
    """A parser's message within a sentence."""
    return message[:1].lower() + message[1:]
