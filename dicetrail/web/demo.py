"""The demo: an evening at the mountain hut Lanternfell, brought to an empty shelf."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from sqlalchemy import select
from sqlalchemy.orm import Session

from ..store import games, media, packs
from ..store.models import Pack, StoredGame
from .workshop import Workshop, files

DEMO = Path(__file__).parent.parent / "demo"
DEMO_DICE = 1708
MEDIA = (".png", ".ogg")


def bring_demo_once(workshop: Workshop) -> None:
    """Put the demo on the shelf, unless something stands or stood there already."""
    with workshop.session() as session:
        if any(session.scalar(select(kind.id).limit(1)) for kind in (Pack, StoredGame)):
            return
        bring_demo(workshop, session)


def bring_demo(workshop: Workshop, session: Session) -> None:
    """Put those of the demo's packs and games on the shelf that are not there."""
    for path in sorted((DEMO / "packs").iterdir()):
        if path.suffix in MEDIA:
            media.keep(session, *_ready(path))
        elif packs.pack_named(session, f"packs/{path.name}") is None:
            workshop.packs.bring(session, path.name, path.read_bytes())
    session.commit()
    present = {game.text for game in games.all_games(session)}
    for path in sorted(DEMO.glob("*.yaml"), key=_number):
        text = path.read_text("utf-8")
        if text not in present:
            title = workshop.games.read(session, text).title or path.stem
            games.add_game(session, title, text, DEMO_DICE)
    session.commit()


@cache
def _ready(path: Path) -> files.Ready:
    return files.ready(path.name, path.read_bytes())


def _number(path: Path) -> int:
    """The number a game of the demo begins with, in which order they are brought."""
    return int(path.name.partition("-")[0])
