"""A pack that is called otherwise: whatever names it names it so from then on."""

from __future__ import annotations

from sqlalchemy import select
from sqlalchemy.orm import Session

from ...core.pack.editing import Source
from ...core.snag import Refused
from ...store import games
from ...store.models import Pack
from ...store.standing import standing
from . import Workshop
from .bundles import renamed
from .tables import Tables, short


def rename(session: Session, workshop: Workshop, pack: Pack, name: str) -> None:
    """Call a pack otherwise. It, the games that name it, and the packs that take it for a table become new
    revisions.

    Raises Refused where the name is no plain one, has another ending, or is another pack's.
    """
    before, now = pack.name, f"packs/{_checked(pack, name.strip())}"
    if now == before:
        return
    if session.scalar(select(Pack.id).where(Pack.name == now)) is not None:
        raise Refused(f"There is another pack called {short(now)}. Choose another name.")
    users = [other for other in standing(session).packs.values() if other.id != pack.id]
    sources = [(other, workshop.packs.source(session, other)) for other in users]
    called = {before: now, short(before): short(now)}
    own, tables = workshop.packs.source(session, pack), workshop.packs.tables
    pack.name = now
    workshop.packs.change(
        session, pack, Source(now, own.text, own.encoding, own.settings, tables()), pack.revision
    )
    for other, source in sources:
        used = source.load_data.used if isinstance(source.load_data, Tables) else {}
        if before not in used and short(before) not in used:
            continue
        text = renamed(source.text, called)
        if text != source.text:
            changed = Source(other.name, text, source.encoding, source.settings, tables())
            workshop.packs.change(session, session.get_one(Pack, other.id), changed, other.revision)
    for game in games.all_games(session):
        games.change_text(session, game, renamed(game.text, {before: now}), game.revision)


def _checked(pack: Pack, name: str) -> str:
    """A name with the ending that the pack has: that says how its text is read."""
    ending = short(pack.name).rpartition(".")[2]
    if not name.lower().endswith(f".{ending.lower()}"):
        name = f"{name}.{ending}"
    if any(mark in name for mark in "/\\:,[]{}#'\"") or not name.isprintable() or name.startswith("."):
        raise Refused(f"A pack can't be called {name}. Use letters, digits, blanks and hyphens.")
    return name
