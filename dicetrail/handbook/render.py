"""Pages as HTML: headings that can be led to, links from page to page, files that are named as such."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from functools import cache
from html import escape
from pathlib import Path, PurePosixPath
from typing import Any, NamedTuple
from urllib.parse import urldefrag

from markdown_it import MarkdownIt
from markdown_it.renderer import RendererHTML
from markdown_it.token import Token
from markdown_it.utils import OptionsDict

from .page import HANDBOOK, PICTURES, BookPage, name_of

ADDRESS = "/handbook/"
"""The address that pages are shown at."""
PICTURE_ADDRESS = "/api/handbook/pictures/"


class Section(NamedTuple):
    """A part of a page from one heading to the next: the heading, where it is led to, and what it says."""

    heading: str
    anchor: str
    text: str


def slug(heading: str) -> str:
    """Where a heading is led to: its words, joined by dashes, as hosts of Markdown make it."""
    return re.sub(r"[^\w\- ]", "", heading.casefold()).strip().replace(" ", "-")


@cache
def _markdown() -> MarkdownIt:
    """The parser. It puts its rules together when it is first used, which two threads may not do at once: so
    it is used before anybody has it."""
    markdown = MarkdownIt("commonmark", {"html": False}).enable("table")
    markdown.add_render_rule("fence", _fence)
    markdown.parse("*Rules*")
    return markdown


def _fence(
    renderer: RendererHTML, tokens: Sequence[Token], place: int, options: OptionsDict, env: dict[str, Any]
) -> str:
    """A block; lines whose cells are parted by tabs stand in columns."""
    token = tokens[place]
    if token.info.partition(" ")[0] != "tsv":
        return renderer.fence(tokens, place, options, env)
    rows = (line.split("\t") for line in token.content.rstrip("\n").split("\n"))
    cells = ("".join(f"<td>{escape(cell)}</td>" for cell in row) for row in rows)
    return f'<table class="cells" tabindex="0"><tbody><tr>{"</tr><tr>".join(cells)}</tr></tbody></table>\n'


def tokens_of(page: BookPage) -> list[Token]:
    """The page taken apart."""
    return _markdown().parse(page.text)


@cache
def html_of(page: BookPage) -> str:
    """The page as HTML, without its first heading."""
    tokens = tokens_of(page)[3:]
    for place, token in enumerate(tokens):
        if token.type == "heading_open":
            token.attrSet("id", slug(tokens[place + 1].content))
        if token.type in ("table_open", "fence"):
            token.attrSet("tabindex", "0")
        for part in token.children or ():
            if part.type == "link_open":
                part.attrSet("href", address_of(page, str(part.attrGet("href"))))
            if part.type == "image":
                part.attrSet("src", PICTURE_ADDRESS + PurePosixPath(str(part.attrGet("src"))).name)
    return str(_markdown().renderer.render(tokens, _markdown().options, {}))


def address_of(page: BookPage, link: str) -> str:
    """Where a link of a page leads, as an address of the workshop."""
    target, anchor = urldefrag(link)
    if "://" in link or link.startswith("/"):
        return link
    if not target:
        return f"#{anchor}"
    path = linked(page, target)
    address = ADDRESS + name_of(path) if path.is_relative_to(HANDBOOK) else link
    return f"{address}#{anchor}" if anchor else address


def linked(page: BookPage, target: str) -> Path:
    """The file that a link of a page names."""
    return (page.path.parent / target).resolve()


def links_of(page: BookPage) -> Iterator[str]:
    """Everything that a page leads to, pictures, too."""
    for token in tokens_of(page):
        for part in token.children or ():
            if part.type in ("link_open", "image"):
                yield str(part.attrGet("href") or part.attrGet("src"))


def files_of(page: BookPage) -> dict[str, str]:
    """The files that a page has in it by their names: blocks whose first line names one."""
    return {named: token.content for token in tokens_of(page) if (named := _file_in(token))}


def _file_in(token: Token) -> str:
    words = token.info.split() if token.type == "fence" else []
    return words[1] if len(words) > 1 and "." in words[1] else ""


def sections_of(page: BookPage) -> Iterator[Section]:
    """The page from heading to heading, as plain text."""
    heading, anchor, said = page.title, "", list[str]()
    tokens = tokens_of(page)
    for place, token in enumerate(tokens):
        if token.type == "heading_open" and place:
            yield Section(heading, anchor, " ".join(said))
            heading, said = _plain(tokens[place + 1]), []
            anchor = slug(tokens[place + 1].content)
        elif token.type == "inline" and tokens[place - 1].type != "heading_open":
            said.append(_plain(token))
        elif token.type == "fence":
            said.append(token.content)
    yield Section(heading, anchor, " ".join(said))


@cache
def about(page: BookPage) -> str:
    """The paragraph that says what a page is about, as plain text."""
    return _plain(_markdown().parse(page.about)[1])


def _plain(token: Token) -> str:
    parts = token.children or []
    return "".join(" " if part.type == "softbreak" else part.content for part in parts)


def picture(name: str) -> Path | None:
    """A picture of the handbook's pages by its name; None where there is none."""
    path = PICTURES / name
    return path if path.parent == PICTURES and path.is_file() else None
