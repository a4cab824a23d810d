"""The history of some 10,000 plays of 20 questions: its pages, its statistics, and all of them walked again.

Prints seconds, and beside them as a ratio what a hand-written loop takes that reads the same answers as JSON
and counts them.
"""

from __future__ import annotations

import json
import tempfile
import time
from collections import Counter
from pathlib import Path
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from collections.abc import Callable

    from sqlalchemy.orm import Session

PAGES = ("", "?sort=score&offset=9900", "?words=runa&sort=player", "?result=lost&sort=seconds")
PLAYS, QUESTIONS = 10_000, 20
GAME = "hut-night-at-lanternfell"


def main() -> None:
    """Make the plays, and time what is asked of them. What is imported here is not by the processes that
    walk: they begin as those of a workshop do."""
    from fastapi.testclient import TestClient

    from dicetrail.web.app import create_app

    with tempfile.TemporaryDirectory() as folder:
        app = create_app(Path(folder), demo=True)
        with app.state.workshop.session() as session:
            handout = _many(session, app.state.workshop)
        with TestClient(app, base_url="http://localhost") as client:
            path = f"/api/workshop/handouts/{handout}"
            loop = _timed("a loop that counts", lambda: _loop(app, handout))
            first = _timed("statistics, the first time", lambda: client.get(f"{path}/statistics").json())
            print(f"{'':>36} {first / loop:.1f} times the loop")
            _timed("statistics, once more", lambda: client.get(f"{path}/statistics").json())
            for query in PAGES:
                _timed(f"a page {query}", lambda query=query: client.get(f"{path}/plays{query}").json())
            began = time.perf_counter()
            job = client.post(f"{path}/what-if", json={}).json()
            begun = time.perf_counter() - began
            while job["job"]["state"] in ("waiting", "working"):
                time.sleep(0.1)
                job = client.get(f"{path}/what-if/{job['job']['id']}").json()
            took = time.perf_counter() - began
            print(f"what-if: begun in {begun:.2f} s, {job['plays']:,} plays in {took:.1f} s,", end=" ")
            print(f"{job['plays'] / took:,.0f} a second; {job['better']} better, {job['worse']} worse")


def _many(session: Session, workshop: Any) -> int:
    """Ten thousand plays of a hand-out, each with dice of its own."""
    from sqlalchemy import select

    from dicetrail.store.models import StoredGame
    from dicetrail.web.demo_class import GUESTS, made_up_class

    game = session.scalars(select(StoredGame).where(StoredGame.slug == GAME)).one()
    program = workshop.games.program(session, game)
    handout = made_up_class(session, game, program, "many", -(-PLAYS // len(GUESTS)), count=QUESTIONS)
    session.commit()
    return handout.id


def _loop(app: Any, handout: int) -> Counter[tuple[str, str]]:
    """How often each question came out as it did."""
    from sqlalchemy import select

    from dicetrail.store.models import Play

    found: Counter[tuple[str, str]] = Counter()
    with app.state.workshop.session() as session:
        for answers in session.scalars(select(Play.answers).where(Play.handout_id == handout)):
            for question, outcome, tries, _ in json.loads(answers):
                found[question, outcome] += 1
                for verdict, text, _ in tries:
                    found[question, f"{verdict} {text}"] += 1
    return found


def _timed(what: str, work: Callable[[], object]) -> float:
    began = time.perf_counter()
    work()
    took = time.perf_counter() - began
    print(f"{what:>36} {took:.3f} s")
    return took


if __name__ == "__main__":
    main()
