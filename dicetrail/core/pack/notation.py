"""Notation: how lists, variables and groups are written in one cell.

::

    accepted    bowline | bowline knot           a literal | is written \\|
    variables   a = 2..12; b = 1..a by 1/2; c = 3 | 5 | 7
    where       whole; a >= b
    groups      High: Cirrus | Cirrostratus; Low: Stratus | Stratocumulus
    pinned      D                                places, by letter or number
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping, Sequence

from ..play.language.numbers import read_number
from ..play.questions.question import LABELS
from ..play.questions.recipes import Span

_BAR = re.compile(r"(?<!\\)\|")
_EQUALS = re.compile(r"(?<!\\)=")
_NAME = re.compile(r"[A-Za-z_][A-Za-z_0-9]*")
_PART = re.compile(r"(?:\\.|[^\\;:|])+|[;:|]", re.DOTALL)


class NotationError(ValueError):
    """A cell that is not written as its column asks; the message says how it should be."""


def split_bars(cell: str) -> list[str]:
    """The texts that a cell holds, parted by ``|``."""
    if "|" not in cell:
        return [cell] if cell else []
    parts = (part.replace("\\|", "|").strip() for part in _BAR.split(cell))
    return [part for part in parts if part]


def join_bars(texts: Iterable[str]) -> str:
    """Texts as one cell that :func:`split_bars` takes apart again."""
    return " | ".join(text.replace("|", "\\|") for text in texts)


def split_equals(text: str) -> tuple[str, str | None]:
    """What stands before and behind the first ``=`` of a text (before it a literal one is written ``\\=``);
    None where there is none."""
    before, *behind = _EQUALS.split(text, maxsplit=1)
    return before.replace("\\=", "=").strip(), behind[0].strip() if behind else None


def read_variables(cell: str) -> tuple[Span, ...]:
    """The variables of a formula. Raises :class:`NotationError`."""
    spans: list[Span] = []
    for part in filter(None, (part.strip() for part in re.split(r"[;\n]", cell))):
        name, equals, limits = (piece.strip() for piece in part.partition("="))
        if not equals or not _NAME.fullmatch(name):
            raise NotationError(f"‘{part}’ is no variable. Write it like `a = 2..12` or `a = 3 | 5 | 7`.")
        if name in ("level", "answer") or any(span.name == name for span in spans):
            raise NotationError(f"The name `{name}` is taken. Give the variable another one.")
        spans.append(_span(name, limits))
    if not spans:
        raise NotationError("A formula needs variables, such as `a = 2..12; b = 1..a`.")
    return tuple(spans)


def _span(name: str, limits: str) -> Span:
    low, dots, rest = limits.partition("..")
    if dots:
        high, _, step = rest.partition(" by ")
        if low.strip() and high.strip():
            return Span(name, low.strip(), high.strip(), step.strip() or "1")
    else:
        values = split_bars(limits)
        if values and all(read_number(value) is not None for value in values):
            return Span(name, values=tuple(values))
    raise NotationError(
        f"`{name}` has no limits. Write `{name} = 2..12`, or its values: `{name} = 3 | 5 | 7`."
    )


def write_variables(spans: Sequence[Span]) -> str:
    """Variables as one cell."""
    written = []
    for span in spans:
        if span.values:
            written.append(f"{span.name} = {' | '.join(span.values)}")
        else:
            step = "" if span.step == "1" else f" by {span.step}"
            written.append(f"{span.name} = {span.low}..{span.high}{step}")
    return "; ".join(written)


def read_list(cell: str) -> tuple[str, ...]:
    """Parts of a cell that semicolons part."""
    return tuple(part.strip() for part in cell.split(";") if part.strip())


Groups = tuple[tuple[str, tuple[str, ...]], ...]


def read_groups(cell: str) -> Groups:
    """Lists of members by the name of their group. Raises :class:`NotationError`."""
    groups: list[tuple[str, list[str]]] = []
    token_start = True
    for token in _PART.findall(cell):
        if token == ";":
            token_start = True
        elif (token == ":" and groups and not groups[-1][1]) or (token == "|" and groups):
            groups[-1][1].append("")
        else:
            text = re.sub(r"\\(.)", r"\1", token, flags=re.DOTALL).strip()
            if token_start and text:
                groups.append((text, []))
                token_start = False
            elif groups and groups[-1][1]:
                groups[-1][1][-1] = text
    read = tuple((name, tuple(filter(None, members))) for name, members in groups)
    if len(read) < 2 or not all(members for _, members in read):
        raise NotationError(
            "There should be two groups or more, like `High: Cirrus | Cirrostratus; Low: Stratus`."
        )
    return read


def write_groups(groups: Groups | Mapping[str, Sequence[str]]) -> str:
    """Groups as one cell."""

    def escaped(text: str) -> str:
        return re.sub(r"([\\;:|])", r"\\\1", text)

    pairs = groups.items() if isinstance(groups, Mapping) else groups
    return "; ".join(f"{escaped(name)}: {' | '.join(map(escaped, members))}" for name, members in pairs)


def read_places(cell: str, options: int) -> tuple[int, ...]:
    """Places (from 0) that a cell names by letters or numbers, in its order, each once.

    Raises :class:`NotationError`.
    """
    places = []
    for word in re.findall(r"\w+", cell):
        letter = word.upper()
        if len(letter) == 1 and letter in LABELS[:options]:
            places.append(LABELS.index(letter))
        elif word.isascii() and word.isdigit() and 1 <= int(word[:3]) <= options:
            places.append(int(word) - 1)
        else:
            raise NotationError(f"‘{word}’ names no option; there are A to {LABELS[options - 1]}.")
    return tuple(dict.fromkeys(places))


def write_places(places: Iterable[int]) -> str:
    """Places as letters."""
    return ", ".join(LABELS[place] for place in places)
