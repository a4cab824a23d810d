"""YAML as text: read with the place of every value."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from ruamel.yaml import YAML
from ruamel.yaml.comments import CommentedMap, CommentedSeq
from ruamel.yaml.error import MarkedYAMLError, YAMLError
from ruamel.yaml.tokens import AliasToken

from ..snag import Snag

LARGEST = 400_000
"""Characters a game document may have."""
DEEPEST = 30

Path = Sequence[str | int]


class YamlMistake(ValueError):
    """Text that is no YAML; ``snag`` says where and why."""

    def __init__(self, snag: Snag) -> None:
        super().__init__(snag.message)
        self.snag = snag


def yaml_writer() -> YAML:
    """Reads and writes YAML as games are written here, with everything kept."""
    yaml = YAML(typ="rt", pure=True)
    yaml.preserve_quotes = True
    yaml.width = 4096
    yaml.indent(mapping=2, sequence=4, offset=2)
    return yaml


class YamlText:
    """A YAML text that was read: its plain data, and where each value stands."""

    def __init__(self, text: str) -> None:
        """Read a text. Raises :class:`YamlMistake`."""
        self.text = text
        self._tree = load_tree(text)
        self.data: Any = _plain(self._tree, 0)
        self._lines = text.splitlines()

    def place(self, path: Path, *, of_key: bool = False) -> tuple[int, int]:
        """Line and column (from 1) of the value at a path, or of the nearest part above that exists.

        ``of_key`` asks for the place of the last key itself, where the path ends in one.
        """
        node, at = self._tree, (0, 0)
        for number, key in enumerate(path, 1):
            found = _child_place(node, key, of_key=of_key and number == len(path))
            if found is None:
                break
            node, at = node[key], found
        line, column = at
        quoted = line < len(self._lines) and self._lines[line][column : column + 1] in ("'", '"')
        return line + 1, column + 1 + quoted


def load_tree(text: str) -> Any:
    """The text as ruamel's nodes, comments and places kept. Raises :class:`YamlMistake`."""
    if len(text) > LARGEST:
        raise YamlMistake(
            Snag("too-long", "stop", f"A game may have {LARGEST:,} characters; this has {len(text):,}.")
        )
    try:
        for token in yaml_writer().scan(text) if "*" in text else ():
            if isinstance(token, AliasToken):
                raise YamlMistake(
                    Snag(
                        "alias",
                        "stop",
                        f"`*{token.value}` points to another place; write the value out instead.",
                        line=token.start_mark.line + 1,
                        column=token.start_mark.column + 1,
                    )
                )
        return yaml_writer().load(text)
    except YamlMistake:
        raise
    except MarkedYAMLError as error:
        mark = error.problem_mark or error.context_mark
        problem = str(error.problem or error.context or "this can't be read").split("\n")[0]
        raise YamlMistake(
            Snag(
                "not-yaml",
                "stop",
                f"This is not complete YAML here: {problem}.",
                line=mark.line + 1 if mark else 1,
                column=mark.column + 1 if mark else 1,
            )
        ) from None
    except YAMLError as error:
        raise YamlMistake(Snag("not-yaml", "stop", f"This is not YAML: {str(error)[:200]}", line=1)) from None
    except RecursionError:
        raise _too_deep() from None
    except (
        ValueError,
        TypeError,
        AttributeError,
        KeyError,
        IndexError,
        AssertionError,
        OverflowError,
    ) as error:
        raise YamlMistake(
            Snag("not-yaml", "stop", f"This can't be read as YAML ({type(error).__name__}).", line=1)
        ) from None


def _too_deep() -> YamlMistake:
    return YamlMistake(Snag("too-deep", "stop", f"This is nested more than {DEEPEST} levels deep.", line=1))


def _plain(node: Any, depth: int) -> Any:
    """Plain Python data from ruamel's nodes."""
    if depth > DEEPEST:
        raise _too_deep()
    if isinstance(node, dict):
        return {str(key): _plain(value, depth + 1) for key, value in node.items()}
    if isinstance(node, list | tuple | set):
        return [_plain(value, depth + 1) for value in node]
    if isinstance(node, bool) or node is None:
        return node
    for kind in (int, float, str):
        if isinstance(node, kind):
            return kind(node)
    return bool(node) if type(node).__name__ == "ScalarBoolean" else str(node)


def _child_place(node: Any, key: str | int, *, of_key: bool) -> tuple[int, int] | None:
    try:
        if isinstance(node, CommentedMap) and key in node:
            line, column = node.lc.key(key) if of_key else node.lc.value(key)
        elif isinstance(node, CommentedSeq) and isinstance(key, int) and key < len(node):
            line, column = node.lc.item(key)
        else:
            return None
    except (KeyError, TypeError, AttributeError):
        return None
    return int(line), int(column)
