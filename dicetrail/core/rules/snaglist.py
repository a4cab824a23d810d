"""The snags of one game, each with its place in the text."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from difflib import get_close_matches
from typing import Any

from pydantic_core import ErrorDetails

from ..snag import Severity, Snag
from ..snag_codes import SnagCode
from .checks.found import Found, Mend
from .document import words_at
from .yamltext import YamlText

LONGEST_MESSAGE = 800
"""Characters of a message; what it quotes can be as long as a game."""


class SnagList:
    """Collects the snags of one document, each with its place in the text."""

    def __init__(self, source: YamlText, file: str) -> None:
        self._source = source
        self._file = file
        self.found: list[Snag] = []

    def add(
        self,
        code: SnagCode,
        severity: Severity,
        message: str,
        path: Sequence[str | int],
        column: int = 0,
        *,
        of_key: bool = False,
        mend: Mend | None = None,
    ) -> None:
        """A snag at the value of a path, ``column`` counted from 0 within it, or at its last key."""
        line, start = self._source.place(path, of_key=of_key)
        written = ".".join(str(part + 1 if isinstance(part, int) else part) for part in path)
        if len(message) > LONGEST_MESSAGE:
            message = f"{message[: LONGEST_MESSAGE - 2]}…."
        said, edits = mend or ("", ())
        changes = tuple(edit.model_dump() for edit in edits)
        place = (self._file, line, start + column, written)
        self.found.append(Snag(code, severity, message, *place, mend=said, edits=changes))

    def add_all(self, found: Iterable[Found]) -> None:
        """A snag for everything that a check found."""
        for one in found:
            about = (one.code, one.severity, one.message, one.path, one.column)
            self.add(*about, of_key=one.of_key, mend=one.mend)

    def of_validation(self, details: Iterable[ErrorDetails]) -> None:
        """A snag for each place at which validation found something: what may stand there, where that can be
        said of all that was tried, else the first that was wrong."""
        places: dict[tuple[str, int, int], list[ErrorDetails]] = {}
        for detail in details:
            path = self._path(detail["loc"])
            places.setdefault((".".join(map(str, path)), *self._source.place(path)), []).append(detail)
        for tried in places.values():
            path = self._path(tried[0]["loc"])
            unknown = tried[0]["type"] == "extra_forbidden"
            code: SnagCode = "unknown-word" if unknown else "bad-value"
            self.add(code, "stop", _said(tried, path), path, of_key=unknown)

    def _path(self, loc: tuple[int | str, ...]) -> list[str | int]:
        """The part of a validation path that stands in the document (the rest names types)."""
        node: Any = self._source.data
        path: list[str | int] = []
        for key in loc:
            try:
                node = node[key]
            except (KeyError, IndexError, TypeError):
                break
            path.append(key)
        return path


def _said(tried: Sequence[ErrorDetails], path: Sequence[str | int]) -> str:
    last = str(path[-1]) if path else ""
    if last.count(")") > last.count("("):  # YAML parts what stands between braces at its commas
        return f'`… {last}`: an expression with a comma needs quotes around it here, as in "one_of(2, 5)".'
    where = f"`{path[-1]}`" if path else "the game"
    phrases = [_MAY_BE[one["type"]](one.get("ctx", {})) for one in tried if one["type"] in _MAY_BE]
    if len(phrases) == len(tried):
        different = list(dict.fromkeys(phrases))
        if {"a number", "a whole number"} <= {*different}:
            different.remove("a whole number")
        return f"{where} should be {' or '.join(different)}."
    detail = tried[0]
    say = _SAID.get(detail["type"])
    if say is None:
        return f"{where}: {detail['msg'][0].lower()}{detail['msg'][1:]}."
    return say(detail, where, path)


def _plain(number: float) -> str:
    return f"{int(number) if number == int(number) else number:,}"


_MAY_BE: dict[str, Callable[[dict[str, Any]], str]] = {
    "int_parsing": lambda _: "a whole number",
    "int_type": lambda _: "a whole number",
    "int_from_float": lambda _: "a whole number",
    "float_parsing": lambda _: "a number",
    "float_type": lambda _: "a number",
    "finite_number": lambda _: "a number",
    "bool_parsing": lambda _: "true or false",
    "bool_type": lambda _: "true or false",
    "string_type": lambda _: "a text",
    "list_type": lambda _: "a list",
    "greater_than_equal": lambda about: f"{_plain(about['ge'])} or more",
    "greater_than": lambda about: f"more than {_plain(about['gt'])}",
    "less_than_equal": lambda about: f"{_plain(about['le'])} at most",
    "less_than": lambda about: f"less than {_plain(about['lt'])}",
    "literal_error": lambda about: f"{about['expected']}",
}
"""What may stand where validation found something else, by what it found."""


def _unknown(detail: ErrorDetails, where: str, path: Sequence[str | int]) -> str:
    known = words_at(path[:-1])
    near = get_close_matches(str(path[-1]), known, n=1)
    hint = f" Did you mean `{near[0]}`?" if near else f" Known are: {', '.join(known)}."
    return f"{where} is not known here.{hint}"


def _missing(detail: ErrorDetails, where: str, path: Sequence[str | int]) -> str:
    return f"`{detail['loc'][-1]}` is missing here. Add it."


def _one_of(detail: ErrorDetails, where: str, path: Sequence[str | int]) -> str:
    return f"{where} should be one of {detail.get('ctx', {}).get('expected', '')}."


def _reason(detail: ErrorDetails, where: str, path: Sequence[str | int]) -> str:
    return f"{detail.get('ctx', {}).get('error', detail['msg'])}."


def _pairs(detail: ErrorDetails, where: str, path: Sequence[str | int]) -> str:
    return f"{where} should be a list of `name: value` pairs."


_SAID: dict[str, Callable[[ErrorDetails, str, Sequence[str | int]], str]] = {
    "extra_forbidden": _unknown,
    "missing": _missing,
    "literal_error": _one_of,
    "enum": _one_of,
    "value_error": _reason,
    "model_type": _pairs,
    "model_attributes_type": _pairs,
    "dict_type": _pairs,
}
"""What is said of each sort of mistake that validation finds."""
