"""The snags of one game, each with its place in the text."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from difflib import get_close_matches
from typing import Any

from pydantic_core import ErrorDetails

from ..snag import Severity, Snag
from .checks.found import Found
from .document import words_at
from .yamltext import YamlText

LONGEST_MESSAGE = 800
"""Characters of a message; what it quotes can be as long as a game."""


class SnagList:
    """Collects the snags of one document, each with its place in the text."""

    def __init__(self, source: YamlText, file: str) -> None:
        self._source = source
        self._file = file
        self._places: set[tuple[str, int, int]] = set()
        self.found: list[Snag] = []

    def add(
        self,
        code: str,
        severity: Severity,
        message: str,
        path: Sequence[str | int],
        column: int = 0,
        *,
        of_key: bool = False,
    ) -> None:
        """A snag at the value of a path, ``column`` counted from 0 within it, or at its last key."""
        line, start = self._source.place(path, of_key=of_key)
        written = ".".join(str(part + 1 if isinstance(part, int) else part) for part in path)
        if len(message) > LONGEST_MESSAGE:
            message = f"{message[: LONGEST_MESSAGE - 2]}…."
        self.found.append(Snag(code, severity, message, self._file, line, start + column, written))

    def add_all(self, found: Iterable[Found]) -> None:
        """A snag for everything that a check found."""
        for one in found:
            self.add(one.code, one.severity, one.message, one.path, one.column, of_key=one.of_key)

    def of_validation(self, detail: ErrorDetails) -> None:
        """A snag for what validation found; of several about one place the first is kept."""
        path = self._path(detail["loc"])
        place = (".".join(map(str, path)), *self._source.place(path))
        if place in self._places:
            return
        self._places.add(place)
        unknown = detail["type"] == "extra_forbidden"
        code = "unknown-word" if unknown else "bad-value"
        self.add(code, "stop", _said(detail, path), path, of_key=unknown)

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


def _said(detail: ErrorDetails, path: Sequence[str | int]) -> str:
    where = f"`{path[-1]}`" if path else "the game"
    say = _SAID.get(detail["type"])
    if say is None:
        return f"{where}: {detail['msg'][0].lower()}{detail['msg'][1:]}."
    return say(detail, where, path)


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
