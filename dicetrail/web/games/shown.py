"""Games as the workshop shows them."""

from __future__ import annotations

from sqlalchemy.orm import Session

from ...core.play.deal.dealer import Dealer
from ...core.play.rulebook.game import Choices
from ...core.prove.search.doubts import doubts
from ...core.prove.search.reached import Reach
from ...core.rules.numbering import every_row
from ...core.rules.reading import GameReading
from ...core.rules.set_aside import with_set_aside
from ...core.snag import Snag
from ...store import games, history
from ...store.models import StoredGame
from ...store.standing import standing
from ..packs.shown import pack_summary, snags_out, worth_a_look
from ..shapes.games import GameOut, GameSummary
from ..workshop import Workshop


def game_out(session: Session, workshop: Workshop, game: StoredGame, *, look: bool = False) -> GameOut:
    """A game as the workshop shows it; with ``look`` its plays are gone through from now on."""
    reading = workshop.games.compiled(session, game)
    document = reading.document
    known = standing(session).packs
    title, names = workshop.games.outline(game, reading)
    can_undo, can_redo = history.can_undo_redo(session, game)
    found = workshop.games.reach(session, game, begin=look)
    walked = workshop.games.walked(session, game)
    passed = sum(one.passed for one in walked)
    return GameOut(
        id=game.id,
        slug=game.slug,
        title=title,
        text=game.text,
        revision=game.revision,
        dice=game.dice,
        updated=game.updated,
        born=games.born(session, game),
        playable=reading.playable,
        questions=len(reading.game.questions) if reading.game else 0,
        rows=sum(1 for _ in every_row(document)) if document else 0,
        meters=list(document.meters) if document else [],
        pack_names=list(names),
        packs=[pack_summary(session, workshop, known[name]) for name in names if name in known],
        looking=found is None and reading.playable,
        snags=snags_out(_snags(reading, found)),
        can_undo=can_undo,
        can_redo=can_redo,
        checking=_checking_words(reading),
        deal=_deal_words(reading),
        passed=passed,
        failed=len(walked) - passed,
        aims=len(document.aims) if document else 0,
        asks_name=document is None or document.setup.name == "ask",
        set_aside=document.set_aside if document else [],
    )


def game_summary(session: Session, workshop: Workshop, game: StoredGame) -> GameSummary:
    """A game in short; its plays are gone through from now on."""
    reading = workshop.games.compiled(session, game)
    title, names = workshop.games.outline(game, reading)
    known = standing(session).packs
    found = workshop.games.reach(session, game)
    return GameSummary(
        id=game.id,
        slug=game.slug,
        title=title,
        updated=game.updated,
        playable=reading.playable,
        questions=len(reading.game.questions) if reading.game else 0,
        rows=sum(1 for _ in every_row(reading.document)) if reading.document else 0,
        to_mend=worth_a_look(_snags(reading, found)),
        looking=found is None and reading.playable,
        pack_ids=[known[name].id for name in names if name in known],
    )


def _snags(reading: GameReading, found: Reach | None) -> list[Snag]:
    snags = [*reading.snags, *(doubts(reading, found) if found else ())]
    return with_set_aside(snags, reading.document)


def _checking_words(reading: GameReading) -> str:
    if reading.document is None:
        return ""
    part = reading.document.checking
    samples = f" · {_counted(len(part.samples), 'sample')}" if part.samples else ""
    broken = sum(snag.code in ("broken-sample", "collision") for snag in reading.snags)
    return f"ignores {_counted(len(part.ignore), 'thing')}{samples}" + (
        f" · {_counted(broken, 'snag')}" if broken else ""
    )


def _counted(number: int, one: str) -> str:
    return f"{number} {one}" if number == 1 else f"{number} {one}s"


def _deal_words(reading: GameReading) -> str:
    if reading.game is None:
        return ""
    deal, setup = reading.game.deal, reading.game.setup
    if reading.game.rounds:
        return f"{_counted(len(reading.game.rounds), 'round')} of {len(reading.game.questions)} questions"
    whole = "all" if deal.repeats == "never" else "without end"
    if deal.parts:
        drawn = str(Dealer(reading.game, Choices(0)).foreseen)
    else:
        drawn = "as many as asked" if setup.count else str(deal.draw or whole)
    return f"{drawn} of {len(reading.game.questions)}, {deal.order.replace('_', ' ')}"
