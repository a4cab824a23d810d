"""The maker's API for the table of rules, and what the rules come to."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from itertools import islice

from ...core.play.language.calls import CHANCES, OF_TOPIC
from ...core.play.language.expressions import ExpressionError
from ...core.play.questions.question import LABELS
from ...core.play.rulebook.game import Round
from ...core.play.rulebook.moments import MOMENTS, Moment
from ...core.play.rulebook.names import NAMES, PICKS, TOLD
from ...core.prove.replay.coverage import possible
from ...core.prove.search.doubts import doubts
from ...core.prove.search.lengths import Seconds, seconds_of_plays
from ...core.prove.search.reached import Pay, Reach, gathered
from ...core.rules.comments import comments
from ...core.rules.conditions import Condition, conditions, for_awards, for_endings
from ...core.rules.cues import SHIPPED
from ...core.rules.document import Document, MeterPart, RoundPart, shown_as
from ...core.rules.known import known_in
from ...core.rules.reading import GameReading
from ..packs.shown import snags_out
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.rules import (
    CellIn,
    CellOut,
    ComesToOut,
    ConditionOut,
    FlowOut,
    GateReachedOut,
    MeterRangeOut,
    PayOut,
    PossibleOut,
    RoundReachedOut,
    RulesOut,
)
from .the_game import TheDocument, TheGame, TheReading

router = router_of("/api/workshop", "games")

MOST_TOPICS = 40
"""Topics whose counts are offered where an expression is typed."""
MOST_VALUES = 60
"""Values of a meter that are told one by one."""


@router.get("/games/{game_id}/rules")
def rules_of(game: TheGame, reading: TheReading, document: TheDocument) -> RulesOut:
    """The document of a game, as the table shows it."""
    return RulesOut(
        revision=game.revision,
        document=document,
        moments=list(MOMENTS),
        built_in={moment: about.built_in for moment, about in MOMENTS.items()},
        titles={moment: about.title for moment, about in MOMENTS.items()},
        names={
            **{name: _meter_said(part) for name, part in document.meters.items()},
            **{name: f"named: {source}" for name, source in document.names.items()},
            **NAMES,
            **dict(zip(("roll(6)", "one_of(1, 2)"), CHANCES.values(), strict=True)),
            **{
                f'{name}("{topic}")': says
                for topic in (reading.game.topics if reading.game else ())[:MOST_TOPICS]
                for name, says in OF_TOPIC.items()
            },
            **dict(_picks(reading)),
        },
        picks=PICKS,
        rounds_say=[_said(one) for one in document.rounds],
        told=TOLD,
        thens={moment: list(about.thens) for moment, about in MOMENTS.items()},
        conditions={
            where: [ConditionOut(said=one.said, source=one.source) for one in fitting]
            for where, fitting in _fitting(document).items()
        },
        comments=comments(reading.source) if reading.source else {},
        cues=sorted({*SHIPPED, *document.cues}),
        shows={name: part.show or shown_as(name) for name, part in document.meters.items()},
    )


def _picks(reading: GameReading) -> Iterator[tuple[str, str]]:
    """Conditions on what was picked, for as many options as there are, and on what was given."""
    questions = reading.game.questions if reading.game else ()
    most = max((len(question.options) for question in questions), default=0)
    yield from ((f'picked == "{label}"', f"option {label} was picked, as filed") for label in LABELS[:most])
    expected = (one.text for question in questions if not question.recipe for one in question.carries)
    for text in islice((text for text in expected if text and '"' not in text), MOST_TOPICS):
        yield f'given == "{text}"', "an expected answer was given"


def _said(one: RoundPart) -> list[str]:
    """What a round says itself, such as ``deal.draw``; the rest is as in the game."""
    inner = [f"{part}.{name}" for part in ("deal", "clocks") for name in getattr(one, part).model_fields_set]
    return sorted([*one.model_fields_set, *inner])


def _meter_said(meter: MeterPart) -> str:
    return f"your meter, starts at {meter.start:g}"


def _fitting(document: Document) -> dict[str, list[Condition]]:
    """The conditions that fit each moment, an ending, and an award."""
    return {
        **{moment: conditions(document, moment) for moment in MOMENTS},
        "endings": for_endings(document),
        "awards": for_awards(document),
    }


@router.post("/games/{game_id}/cell")
def try_cell(cell: CellIn, document: TheDocument) -> CellOut:
    """Check what is being typed, before it is kept."""
    try:
        known_in(document).check(cell.text, "told" if cell.kind == "template" else cell.kind)
    except ExpressionError as error:
        return CellOut(problem=str(error), column=error.column + 1)
    return CellOut(problem="", column=0)


@router.get("/games/{game_id}/comes-to")
def comes_to(
    game: TheGame, reading: TheReading, _: TheDocument, session: TheSession, workshop: TheWorkshop
) -> ComesToOut:
    """What the rules come to; asked again while it is being worked out."""
    found = workshop.games.reach(session, game)
    if found is None or reading.game is None:
        return _comes_to(game.revision, reading, Reach(complete=False), ready=reading.game is None)
    return _comes_to(game.revision, reading, found, ready=True)


def _comes_to(revision: int, reading: GameReading, found: Reach, *, ready: bool) -> ComesToOut:
    endings = reading.game.endings if reading.game else ()
    awards = reading.game.awards if reading.game else ()
    rounds = reading.game.rounds if reading.game else ()
    seconds = seconds_of_plays(reading.game, found) if reading.game else Seconds(None, None)
    return ComesToOut(
        revision=revision,
        ready=ready,
        complete=found.complete,
        timed=found.timed,
        mixed=found.mixed,
        pays=[
            PayOut(
                moment=pay.moment,
                attempt=pay.attempt,
                last=pay.last,
                round=pay.round,
                changes={name: list(changes) for name, changes in pay.changes.items()},
                rows=list(pay.rows),
            )
            for pay in gathered(
                filter(_pays, found.pays), endless=reading.game is not None and reading.game.tries is None
            )
        ],
        meters=[
            MeterRangeOut(
                name=name,
                least=min(values),
                most=max(values),
                number=len(values),
                values=sorted(values) if len(values) <= MOST_VALUES else [],
                open_ended=name in found.open_ended,
            )
            for name, values in found.values.items()
        ],
        results=sorted(found.results),
        endings=_possible(
            [f"{one.result}: {one.condition}" for one in endings], found.endings, sure=found.complete
        ),
        awards=_possible([one.title for one in awards], found.awards, sure=found.all_ends),
        rounds=[_round(number, one, found) for number, one in enumerate(rounds, 1)],
        flow=[
            FlowOut(moment=moment, to=to, times=times)
            for (moment, to), times in sorted(found.flow.items(), key=_flow_order)
            if MOMENTS[moment].answers
        ],
        leads_to=[
            to
            for to in _LEADS_TO
            if any(to == where and moment not in _BETWEEN for moment, where in found.flow)
        ],
        shortest=found.shortest,
        longest=found.longest,
        **seconds._asdict(),
        snags=snags_out(doubts(reading, found) if ready else []),
    )


def _round(number: int, one: Round, found: Reach) -> RoundReachedOut:
    return RoundReachedOut(
        number=number,
        name=one.name,
        possible=possible(found, f"round {number}"),
        gates=[
            GateReachedOut(
                number=place,
                condition=gate.condition,
                go=gate.go,
                possible=possible(found, f"gate {number}.{place}"),
            )
            for place, gate in enumerate(one.then, 1)
        ],
    )


def _pays(pay: Pay) -> bool:
    """Whether it is worth telling what a moment pays: of one that is no answer only where it does."""
    return MOMENTS[pay.moment].answers or any(one != (0,) for one in pay.changes.values())


def _possible(titles: Iterable[str], met: set[int], *, sure: bool) -> list[PossibleOut]:
    return [
        PossibleOut(number=number, title=title, possible=True if number in met else False if sure else None)
        for number, title in enumerate(titles, 1)
    ]


_BETWEEN: tuple[Moment, ...] = ("round_begun", "round_over")
_LEADS_TO = ("next", "later", "try", "resume", "revisit", "round", "won", "lost", "done", "stopped")
"""Where a play can lead, in the order in which it is drawn."""


def _flow_order(way: tuple[tuple[Moment, str], int]) -> int:
    return list(MOMENTS).index(way[0][0])
