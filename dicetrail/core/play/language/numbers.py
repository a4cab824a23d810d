"""Numbers as people type them, read exactly.

Every number becomes a :class:`fractions.Fraction`, so that 2.5, 5/2, 2 1/2 and ½-style characters
compare without rounding.
"""

from __future__ import annotations

import re
import unicodedata
from fractions import Fraction
from typing import Literal

from ..answers.folding import without_unseen
from ..answers.switches import Comma

LONGEST = 60
"""More characters than this are not taken for a number."""

_PLAIN_MARKS = str.maketrans(
    {
        **dict.fromkeys("−–‐‑‒﹣－", "-"),
        **dict.fromkeys("\u00a0\u202f\u2009\u2007\u3000", " "),
        **dict.fromkeys("’ʼ＇٬", "'"),
        **dict.fromkeys("٫．", "."),
        "，": ",",
        "⁄": "/",
        "／": "/",
        "＋": "+",
    }
)
"""Marks of numbers in other scripts and forms, by the plain one that means the same. The Arabic marks
(U+066B, U+066C) each mean one thing only, as here the point before a part and the apostrophe between groups
do."""
_AMBIGUOUS = re.compile(r"[1-9]\d{0,2},\d{3}")
_MIXED = re.compile(r"(\d+)\s+(\d+)\s*/\s*(\d+)")
_FRACTION = re.compile(r"(\d+)\s*/\s*(\d+)")
_PLAIN = re.compile(r"\d+|\d*\.\d+|\d+\.")


def read_number(text: str, unit: str = "", comma: Comma = "thousands") -> Fraction | None:
    """The number that ``text`` states, or None where it states none.

    Read are whole numbers, decimals with a point or a comma, thousands marks (blank, apostrophe, point or
    comma between groups of three), fractions (3/4), mixed numbers (2 1/2, 2½), a leading sign and a true
    minus, in the digits and marks of any script. Where both a point and a comma stand, the last is the
    decimal mark; ``comma`` says what a single one before exactly three digits is ("1,234" is 1234 or 1.234;
    "1,5" is 1.5, "0,125" is 0.125). ``unit``, if given, may follow. "1e3", "nan" and "inf" are not numbers
    here.
    """
    text = _plainly(text)
    unit = _plainly(unit)
    if unit and text.casefold().endswith(unit.casefold()):
        text = text[: len(text) - len(unit)].rstrip()
    if len(text) > LONGEST:
        return None
    sign = 1
    if text[:1] in ("-", "+"):
        sign = -1 if text[0] == "-" else 1
        text = text[1:].lstrip()
    size = _unsigned(_spelt_out(text).translate(_PLAIN_MARKS), comma)
    return None if size is None else sign * size


def is_ambiguous(text: str) -> bool:
    """Whether a number has a comma that marks thousands in some languages, and decimals in others."""
    return _AMBIGUOUS.search(_spelt_out(_plainly(text))) is not None and "." not in _plainly(text)


def _plainly(text: str) -> str:
    return without_unseen(text).strip().translate(_PLAIN_MARKS)


def _spelt_out(text: str) -> str:
    """Fraction characters and foreign digits as plain ones: "2½" becomes "2 1/2"."""
    spelt = []
    for mark in text:
        if unicodedata.decomposition(mark).startswith("<fraction>"):
            spelt.append(" " + unicodedata.normalize("NFKC", mark))
        elif mark.isdecimal():
            spelt.append(str(unicodedata.decimal(mark)))
        else:
            spelt.append(mark)
    return "".join(spelt).strip()


def _unsigned(text: str, comma: Comma) -> Fraction | None:
    if match := _MIXED.fullmatch(text):
        whole, top, bottom = (int(part) for part in match.groups())
        return None if bottom == 0 else whole + Fraction(top, bottom)
    if match := _FRACTION.fullmatch(text):
        top, bottom = int(match[1]), int(match[2])
        return None if bottom == 0 else Fraction(top, bottom)
    plain = _without_marks(text, comma)
    return Fraction(plain) if plain is not None and _PLAIN.fullmatch(plain) else None


def _without_marks(text: str, comma: Comma) -> str | None:
    """``text`` without thousands marks, with a decimal point; None where the marks contradict each other."""
    last_point, last_comma = text.rfind("."), text.rfind(",")
    if last_point >= 0 and last_comma >= 0:
        decimal = "." if last_point > last_comma else ","
    elif text.count(",") == 1:
        decimal = "." if comma == "thousands" and _AMBIGUOUS.fullmatch(text) else ","
    else:
        decimal = "," if text.count(".") > 1 else "."
    whole, mark, part = text.partition(decimal)
    if re.search(r"\D", part):
        return None
    if re.search(r"\D", whole):
        if not re.fullmatch(r"\d{1,3}(?:([ ',.])\d{3})(?:\1\d{3})*", whole):
            return None
        whole = re.sub(r"\D", "", whole)
    return f"{whole}.{part}" if mark else whole


def as_written(number: float) -> str:
    """A number as it would be written, to its last digit; a whole one without a point."""
    return str(int(number)) if isinstance(number, int) or number.is_integer() else repr(number)


def as_decimal(number: Fraction, places: int = 12) -> str:
    """A number in digits with a point, as any program reads it, to so many ``places``."""
    text = f"{float(round(number, places)):.{places}f}"
    return text.rstrip("0").rstrip(".")


def show_number(value: Fraction, form: Literal["decimal", "fraction", "mixed"] = "decimal") -> str:
    """A number as people write it: whole, as a short decimal, or as a fraction ("7/3", mixed "2 1/3")."""
    if value.denominator == 1:
        return str(value.numerator)
    if form == "mixed" and abs(value) > 1:
        whole, rest = divmod(abs(value), 1)
        return f"{'-' if value < 0 else ''}{whole} {rest}"
    if form != "decimal":
        return str(value)
    odd_part = value.denominator
    for prime in (2, 5):
        while odd_part % prime == 0:
            odd_part //= prime
    if odd_part == 1 and value.denominator <= 10_000:
        return repr(float(value))
    return f"{value.numerator}/{value.denominator}"


def tidy(value: float) -> float:
    """A number without the noise of adding: whole where it is whole."""
    rounded = round(value, 9)
    return int(rounded) if rounded == int(rounded) else rounded
