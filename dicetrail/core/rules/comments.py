"""Comments: what a maker noted beside a row, an ending, an award or a meter, read and written in the text.

The comment of a part is what stands in the comment lines right above it, and behind it on its first line.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ..snag import Refused
from .editing import own_lines, spread, top_of
from .yamltext import Node, Path, YamlText

COMMENTED = ("meters", "consequences", "endings", "awards")
"""The parts of a document whose entries can have a comment; rounds can, too."""
_OF_A_ROUND = ("consequences", "then")
LONGEST_COMMENT = 1000


def comments(source: YamlText) -> dict[str, str]:
    """The comments of a game's text, by the places of what they are about ("consequences.1", from 1)."""
    lines = source.text.splitlines()
    return {
        ".".join(str(part + 1 if isinstance(part, int) else part) for part in path): comment
        for path, line in _entries(source)
        if (comment := _comment(lines, line))
    }


def with_comment(text: str, path: Path, comment: str) -> str:
    """The text with another comment at a row, an ending, an award or a meter; "" takes it away.

    Raises :class:`Refused` where nothing stands there, YamlMistake where the text is no YAML.
    """
    if len(comment) > LONGEST_COMMENT:
        raise Refused(f"A comment may have {LONGEST_COMMENT} characters; this has {len(comment)}.")
    source = YamlText(text)
    line = dict(_entries(source)).get(tuple(path))
    if line is None:
        source = YamlText(_with_own_lines(source, path))
        line = dict(_entries(source)).get(tuple(path))
    if line is None:
        raise Refused(f"There is no {'.'.join(map(str, path))} in this game any more.")
    lines = own_lines(source.text)
    top = top_of(lines, line, 0)
    indent = lines[line][: len(lines[line]) - len(lines[line].lstrip())]
    words = [f"{indent}# {part}\n" for part in comment.split("\n") if part.strip()]
    head = lines[line]
    behind = _behind(head)
    if behind is not None:
        head = head[:behind].rstrip() + "\n"
    return "".join([*lines[:top], *words, head, *lines[line + 1 :]])


def _entries(source: YamlText) -> Iterator[tuple[tuple[str | int, ...], int]]:
    """The places that can have a comment, and the line (from 0) each begins in: it must have it to itself."""
    for part in COMMENTED:
        node = source.node([part])
        if node is not None and node.block:
            for key, line in _lines_of(node):
                yield (part, key), line
    yield from _of_rounds(source)


def _of_rounds(source: YamlText) -> Iterator[tuple[tuple[str | int, ...], int]]:
    rounds = source.node(["rounds"])
    for number, one in rounds.parts.items() if rounds is not None and rounds.block else ():
        yield ("rounds", number), one.line
        for part in _OF_A_ROUND:
            rows = one.parts.get(part)
            if rows is not None and rows.block:
                yield from ((("rounds", number, part, key), line) for key, line in _lines_of(rows))


def _lines_of(node: Node) -> Iterator[tuple[str | int, int]]:
    if isinstance(node.data, list):
        yield from ((key, part.line) for key, part in node.parts.items())
    else:
        yield from ((key, place[0]) for key, place in node.keys.items())


def _comment(lines: Sequence[str], line: int) -> str:
    above = [one.strip().lstrip("#").strip() for one in lines[top_of(lines, line, 0) : line]]
    behind = _behind(lines[line])
    if behind is not None:
        above.append(lines[line][behind:].lstrip("# ").strip())
    return "\n".join(filter(None, above))


def _behind(line: str) -> int | None:
    """Where the comment begins that stands behind what a line says; None where there is none."""
    quote = ""
    for at, mark in enumerate(line):
        if quote:
            quote = "" if mark == quote else quote
        elif mark in "\"'" and (at == 0 or line[at - 1] in " {[,:"):
            quote = mark
        elif mark == "#" and at and line[at - 1] in " \t" and line[:at].strip():
            return at
    return None


def _with_own_lines(source: YamlText, path: Path) -> str:
    """The text with the part of a path written one entry a line, where it stands on one line yet."""
    return spread(source, str(path[0])) if len(path) == 2 and path[0] in COMMENTED else source.text
