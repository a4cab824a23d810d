"""The handbook: its pages, its search, the keys of each screen, and its games on the shelf."""

from __future__ import annotations

from typing import Annotated

from fastapi import HTTPException, Path, Query
from fastapi.responses import FileResponse

from ..handbook.keys import KEYS
from ..handbook.page import FIRST, GROUPS, BookPage, pages
from ..handbook.recipe import GAME, bundle_of, is_recipe
from ..handbook.render import about, html_of, picture
from ..handbook.search import search
from .games.shown import game_out
from .refusals import router_of
from .requests import TheSession, TheWorkshop
from .shapes.games import GameOut
from .shapes.handbook import BookOut, HitOut, KeyOut, PageLink, PageOut
from .workshop import bundles

router = router_of("/api/handbook", "handbook")
Name = Annotated[str, Path(max_length=100)]


@router.get("/contents")
def contents() -> BookOut:
    """All pages in their order, and the keys of each screen."""
    return BookOut(
        groups=GROUPS,
        pages=[_link(page) for page in pages().values()],
        keys={
            screen: [KeyOut(keys=key.keys, does=key.does) for key in keys] for screen, keys in KEYS.items()
        },
    )


@router.get("/pages/{name:path}")
def page(name: Name) -> PageOut:
    """A page, as HTML."""
    found, names = _page(name), list(pages())
    place = names.index(name)
    return PageOut(
        **_link(found).model_dump(),
        html=html_of(found),
        recipe=is_recipe(found),
        after=names[place + 1] if place + 1 < len(names) else "",
    )


@router.get("/search")
def found(q: Annotated[str, Query(max_length=200)] = "") -> list[HitOut]:
    """The sections that have the words, the best first."""
    return [HitOut(**hit._asdict()) for hit in search(q)]


@router.get("/pictures/{name}", response_class=FileResponse)
def a_picture(name: Name) -> FileResponse:
    """A picture of the pages."""
    path = picture(name)
    if path is None:
        raise HTTPException(404, "The handbook has no such picture.")
    return FileResponse(path, headers={"Cache-Control": "max-age=3600"})


@router.post("/open/{name:path}", status_code=201)
def open_as_game(name: Name, session: TheSession, workshop: TheWorkshop) -> GameOut:
    """Put the game of a recipe on the shelf, with its packs."""
    recipe = _page(name)
    if not is_recipe(recipe):
        raise HTTPException(404, "There is no game in this page.")
    unpacked = bundles.unpack(session, workshop, GAME, bundle_of(recipe))
    game = bundles.bring(session, workshop, unpacked, dict.fromkeys(unpacked.sources, "both"))
    session.commit()
    return game_out(session, workshop, game)


def _link(page: BookPage) -> PageLink:
    return PageLink(name=page.name, title=page.title, about=about(page), group=page.group)


def _page(name: str) -> BookPage:
    found = pages().get(name)
    if found is None:
        raise HTTPException(404, f"The handbook has no page ‘{name}’. Begin at ‘{FIRST}’.")
    return found
