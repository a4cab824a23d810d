"""Pages of the handbook, as they are written, and where they lie."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache
from pathlib import Path

_HERE = Path(__file__).parent
DOCS = next(path for path in (_HERE / "docs", _HERE.parents[1] / "docs") if path.is_dir())
"""Where the handbook lies: packed beside this module where it was installed, else in the project."""
HANDBOOK = DOCS / "handbook"
PICTURES = DOCS / "screenshots"
GROUPS = {
    "route": "The route",
    "how": "How do I …",
    "reference": "Reference",
}
"""The parts of the handbook by their folders, in their order, with what each is called."""
FIRST = "begin"
"""The page that stands before all others."""


@dataclass(frozen=True, slots=True)
class BookPage:
    """A page by its ``name`` (``how/lives``), which its file's has but for the number it is ordered by. Its
    ``title`` is its first heading, ``about`` the paragraph below that, ``text`` all of it as Markdown."""

    name: str
    path: Path
    title: str
    about: str
    text: str

    @property
    def group(self) -> str:
        """The folder it is of; "" for the first page."""
        return self.name.rpartition("/")[0]


@cache
def pages() -> dict[str, BookPage]:
    """All pages by their names, in the order in which they are read."""
    paths = [HANDBOOK / f"{FIRST}.md", *(path for group in GROUPS for path in _of(group))]
    return {page.name: page for page in map(_read, paths)}


def name_of(path: Path) -> str:
    """The name of the page that a file is."""
    inside = path.relative_to(HANDBOOK).with_suffix("")
    return inside.with_name(re.sub(r"^\d+-", "", inside.name)).as_posix()


def _of(group: str) -> list[Path]:
    return sorted((HANDBOOK / group).glob("*.md"))


def _read(path: Path) -> BookPage:
    text = path.read_text("utf-8")
    heading, _, rest = text.partition("\n")
    about = rest.strip().partition("\n\n")[0].replace("\n", " ")
    return BookPage(name_of(path), path, heading.removeprefix("# ").strip(), about, text)
