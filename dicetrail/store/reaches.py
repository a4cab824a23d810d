"""What searches found of games, kept for when the workshop starts again: the latest of each game."""

from __future__ import annotations

import json

from sqlalchemy.dialects.sqlite import insert
from sqlalchemy.orm import Session

from ..core.prove.search.reached import Reach
from ..core.prove.search.reached_data import from_data, to_data
from .models import StoredReach


def found_of(session: Session, game_id: int, state: str) -> Reach | None:
    """What was found of a game in a state; None where nothing is kept, or of another state."""
    kept = session.get(StoredReach, game_id)
    return from_data(json.loads(kept.found)) if kept is not None and kept.state == state else None


def keep(session: Session, game_id: int, state: str, found: Reach) -> None:
    """Keep what was found, in the place of what was found before."""
    values = {"state": state, "found": json.dumps(to_data(found), ensure_ascii=False)}
    new = insert(StoredReach).values(game_id=game_id, **values)
    session.execute(new.on_conflict_do_update(index_elements=[StoredReach.game_id], set_=values))
