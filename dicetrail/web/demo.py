"""The demo: an evening at the mountain hut Lanternfell, brought to an empty shelf."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from sqlalchemy import select
from sqlalchemy.orm import Session

from ..core.pack.media_file import MediaFile, media_file
from ..store import games, media, packs
from ..store.models import Pack, StoredGame
from .demo_class import made_up_class
from .workshop import Workshop

DEMO = Path(__file__).parent.parent / "demo"
DEMO_DICE = 1708
CLASSES = {
    "hut-night-at-lanternfell": ("Monday at the stove (made up)", 1),
    "the-rope": ("Tuesday at the stove (made up)", 2),
}
"""The games of the demo with a made-up class of plays: what it is called, and how often each guest plays."""
MEDIA = (".png", ".ogg")


def bring_demo_once(workshop: Workshop) -> None:
    """Put the demo on the shelf, unless something stands or stood there already."""
    with workshop.session() as session:
        if any(session.scalar(select(kind.id).limit(1)) for kind in (Pack, StoredGame)):
            return
        bring_demo(workshop, session)


def bring_demo(workshop: Workshop, session: Session) -> None:
    """Put those of the demo's packs and games on the shelf that are not there.

    Everything is read before the first of it is written: others can write meanwhile.
    """
    paths = sorted((DEMO / "packs").iterdir())
    files_there = [_ready(path) for path in paths if path.suffix in MEDIA]
    brought = [
        (data, workshop.packs.read_brought(path.name, data))
        for path in paths
        if path.suffix not in MEDIA and packs.pack_named(session, f"packs/{path.name}") is None
        for data in (path.read_bytes(),)
    ]
    for ready in files_there:
        media.keep(session, *ready)
    for data, source in brought:
        workshop.packs.keep_brought(session, data, source)
    session.commit()
    present = {game.text for game in games.all_games(session)}
    texts = [path.read_text("utf-8") for path in sorted(DEMO.glob("*.yaml"), key=_number)]
    new = [(workshop.games.read(session, text).title, text) for text in texts if text not in present]
    added = [games.add_game(session, title, text, DEMO_DICE) for title, text in new]
    session.commit()
    for game in added:
        program = workshop.games.program(session, game) if game.slug in CLASSES else None
        if program is not None:
            made_up_class(session, game, program, *CLASSES[game.slug])
    session.commit()


@cache
def _ready(path: Path) -> MediaFile:
    return media_file(path.name, path.read_bytes())


def _number(path: Path) -> int:
    """The number a game of the demo begins with, in which order they are brought."""
    return int(path.name.partition("-")[0])
