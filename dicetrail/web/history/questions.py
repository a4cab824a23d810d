"""The maker's API for what plays say of the questions."""

from __future__ import annotations

from dataclasses import asdict

from sqlalchemy.orm import Session

from ...core.play.questions.question import said
from ...core.prove.plays.advice import advice_on
from ...core.prove.plays.statistics import FEW, QuestionStatistics
from ...store.models import StoredGame
from ...store.standing import standing
from ..handouts.the_handout import TheHandout
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.common import Small
from ..shapes.history import (
    AdviceOut,
    HelpStatisticsOut,
    OptionPickedOut,
    QuestionStatisticsOut,
    RefusedTextOut,
    RoundStatisticsOut,
    StatisticsOut,
    TopicStatisticsOut,
)
from ..workshop import Workshop
from ..workshop.plays import Handed, handed, statistics

router = router_of("/api/workshop/handouts/{handout_id}", "history")


@router.get("/statistics")
def question_statistics(
    handout: TheHandout, session: TheSession, workshop: TheWorkshop, version: Small | None = None
) -> StatisticsOut:
    """What the plays of a hand-out, or of one version of it, say of its questions."""
    of = handed(session, workshop, handout, version)
    found = statistics(session, workshop, of)
    places = _places(session, workshop, session.get_one(StoredGame, handout.game_id))
    labels = {one.name: one.label for one in of.game.helps}
    return StatisticsOut(
        plays=found.plays,
        few=found.plays < FEW,
        reliability=found.reliability,
        common=found.common,
        rounds=[
            RoundStatisticsOut(
                number=number,
                name=of.game.rounds[number - 1].name if number <= len(of.game.rounds) else str(number),
                plays=one.plays,
                asked=one.asked,
                right=one.right,
                first=one.first,
            )
            for number, one in found.rounds.items()
        ],
        topics=[
            TopicStatisticsOut(
                topic=topic, questions=one.questions, asked=one.asked, right=one.right, first=one.first
            )
            for topic, one in found.topics.items()
        ],
        helps=[
            HelpStatisticsOut(name=name, label=labels.get(name, ""), **asdict(one))
            for name, one in found.helps.items()
        ],
        questions=[_out(one, of, places) for one in found.questions],
    )


def _places(session: Session, workshop: Workshop, game: StoredGame) -> dict[str, tuple[int, int]]:
    """Where the questions of a game stand now: their packs and their numbers in them."""
    names = workshop.games.compiled(session, game).packs
    packs = [standing(session).packs[name] for name in names if name in standing(session).packs]
    return {
        question.id: (pack.id, number)
        for pack in reversed(packs)
        for number, question in enumerate(workshop.packs.reading(session, pack).questions)
    }


def _out(one: QuestionStatistics, of: Handed, places: dict[str, tuple[int, int]]) -> QuestionStatisticsOut:
    question = of.questions.get(one.question)
    options = () if question is None or question.recipe else tuple(map(said, question.options))
    rights = question.rights if question else ()
    pack, number = places.get(one.question, (None, None))
    return QuestionStatisticsOut(
        id=one.question,
        prompt=question.prompt if question else one.question,
        pack_id=pack,
        number=number,
        asked=one.asked,
        first=one.first,
        right=one.right,
        late=one.late,
        skipped=one.skipped,
        opinions=one.opinions,
        seconds=one.seconds,
        difficulty=one.difficulty,
        low=one.low,
        high=one.high,
        discrimination=one.discrimination,
        options=[
            OptionPickedOut(text=text, right=place in rights, times=one.picked.get(text, 0))
            for place, text in enumerate(options)
        ],
        refused=[] if options else [RefusedTextOut(text=text.text, times=text.times) for text in one.refused],
        advice=[
            AdviceOut(
                code=advice.code,
                said=advice.said,
                mend=advice.mend,
                text=advice.text,
                concerns=advice.concerns,
            )
            for advice in advice_on(one, options, question.answers if question else ())
        ],
    )
