"""Markdown as the reference is written in it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

MADE = "*This page is made from the code of the Dice Trail that shows it.*"


def page(title: str, about: str, *parts: str) -> str:
    """A page: its title, the paragraph that says what it is about, and its parts."""
    return "\n\n".join([f"# {title}", about, *parts, MADE]) + "\n"


def section(heading: str, *parts: str, deep: int = 2) -> str:
    """A part of a page."""
    return "\n\n".join([f"{'#' * deep} {heading}", *parts])


def table(head: Sequence[str], rows: Iterable[Sequence[str]]) -> str:
    """A table; what would part its cells is escaped."""
    lines = [head, ["---"] * len(head), *rows]
    return "\n".join("| " + " | ".join(cell.replace("|", "\\|") for cell in line) + " |" for line in lines)


def bullets(lines: Iterable[str]) -> str:
    """A list."""
    return "\n".join(f"- {line}" for line in lines)


def code(text: str) -> str:
    """What is typed as it stands; "" where there is nothing."""
    return f"`{text}`" if text else ""


def block(language: str, text: str) -> str:
    """Lines as they are typed."""
    return f"```{language}\n{text.rstrip()}\n```"
