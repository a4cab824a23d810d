"""Recipes: pages of the handbook that have a whole game in them, to be put on the shelf."""

from __future__ import annotations

from ..core.archive import archive
from .page import BookPage
from .render import files_of

GAME = "game.yaml"
"""What the game of a recipe is called among its files."""


def is_recipe(page: BookPage) -> bool:
    """Whether there is a game in a page."""
    return f" {GAME}\n" in page.text


def bundle_of(page: BookPage) -> bytes:
    """The game of a page with its packs, as a bundle."""
    return archive({name: text.encode() for name, text in files_of(page).items()})
