"""What the API of the handbook gives."""

from __future__ import annotations

from pydantic import BaseModel


class PageLink(BaseModel):
    """A page by its name, what it is called and about, and the group it is of ("" for the first)."""

    name: str
    title: str
    about: str
    group: str


class PageOut(PageLink):
    """A page as HTML. A ``recipe`` has a game that can be opened; ``after`` is the name of the next page."""

    html: str
    recipe: bool
    after: str


class KeyOut(BaseModel):
    """A key, and what it does."""

    keys: str
    does: str


class BookOut(BaseModel):
    """The handbook: its groups with what they are called, its pages in their order, the keys of screens."""

    groups: dict[str, str]
    pages: list[PageLink]
    keys: dict[str, list[KeyOut]]


class HitOut(BaseModel):
    """A section that was found; in ``around`` the words stand between ⟦ and ⟧."""

    page: str
    title: str
    heading: str
    anchor: str
    around: str
