"""The maker's API for the bench: a play walked as far as its moves go, and the waymarks of a game."""

from __future__ import annotations

from dataclasses import asdict
from itertools import islice
from math import inf
from typing import Annotated, cast

from fastapi import Query, Response, UploadFile
from fastapi.responses import PlainTextResponse
from sqlalchemy.orm import Session

from ..core.play.answers.verdict import VerdictName
from ..core.play.deal.dealer import Dealer
from ..core.play.deal.setup import choose
from ..core.play.kinds import GENERATED, key_of, shown_answer
from ..core.play.rulebook.game import Choices
from ..core.play.rulebook.moments import MOMENTS
from ..core.play.rulebook.program import Program
from ..core.play.run.moves import MoveError, play, read_move
from ..core.play.run.run import Run
from ..core.play.run.trail import Step, to_lines
from ..core.play.seen.view import view
from ..core.prove.replay.coverage import covered, possible, way_to
from ..core.prove.replay.difference import differences
from ..core.prove.replay.gauges import Gauge, Gauges
from ..core.prove.replay.named import named_now
from ..core.prove.replay.starter_waymarks import expectations, first_set
from ..core.prove.replay.trail_files import LARGEST, choices_of, moves_of, read_trail
from ..core.prove.replay.walks import Walk, changes, reason, until_a_life_is_lost, walk_moves
from ..core.prove.replay.waymarks import Expected, outcome, run_of
from ..core.rules.expected import AlongPart, WaymarkPart
from ..files import starting_points
from ..store.models import StoredGame
from .download import download
from .games.the_game import TheDocument, TheGame, TheProgram, TheReach
from .refusals import router_of
from .requests import TheSession, TheWorkshop
from .shapes.bench import (
    BenchIn,
    BenchOut,
    BroughtTrailOut,
    CoverageIn,
    CoverageOut,
    DifferentOut,
    GaugeOut,
    MovesOut,
    OutcomesOut,
    PlayedIn,
    StepOut,
    TouchedOut,
    WalkedOut,
    WaymarksOut,
    WayOut,
    told,
)
from .workshop import Workshop

router = router_of("/api/workshop", "bench")

FAR_BACK = 9
"""Revisions back that are looked at for rules under which a waymark passed."""
COMING = 3
"""Questions ahead whose prompts are told."""


@router.post("/games/{game_id}/bench")
def on_the_bench(
    wanted: BenchIn, game: TheGame, program: TheProgram, session: TheSession, workshop: TheWorkshop
) -> BenchOut:
    """Walk a play as far as its moves go."""
    choices = _choices(program, wanted)
    gauges = Gauges()
    walk = walk_moves(program, choices, wanted.moves, wanted.wait, onward=wanted.onward, watch=gauges)
    run = walk.run
    steps = run.trail
    last = _telling(steps)
    applied = next((step.row for step in reversed(steps) if step.row is not None), None)
    return BenchOut(
        revision=game.revision,
        moves=walk.moves,
        problem=walk.problem,
        view=view(run, walk.at),
        steps=[_step_out(step, made) for step, made in zip(steps, walk.made_by, strict=True)],
        gauges=[_gauge_out(gauge) for gauge in gauges.of(run, walk.at)],
        named=named_now(run, walk.at),
        reason=reason(program, last) if last else "",
        row=applied,
        line=run.card.question.line if run.card else 0,
        file=run.card.question.file if run.card else "",
        answer=shown_answer(run.card.question) if run.card else "",
        key=key_of(run.card) if run.card else "",
        coming=_coming(walk),
        can_be_late=run.phase == "asking" and run.due() is not None,
        over=run.phase == "over",
        differences=_differences(session, workshop, game, wanted, walk),
        expected=expectations(walk_moves(program, choices, walk.moves).run),
    )


@router.post("/games/{game_id}/bench/trail", response_class=PlainTextResponse)
def trail_file(wanted: BenchIn, game: TheGame, program: TheProgram) -> Response:
    """The trail of a play, as JSON Lines."""
    walk = walk_moves(program, _choices(program, wanted), wanted.moves)
    return download(to_lines(walk.run.trail).encode(), f"{game.slug}-{wanted.dice}.jsonl")


@router.post("/games/{game_id}/bench/lose")
def until_lost(wanted: PlayedIn, program: TheProgram) -> MovesOut:
    """The moves of a play until wrong answers have cost a life."""
    return MovesOut(moves=until_a_life_is_lost(program, _choices(program, wanted), wanted.moves))


@router.post("/games/{game_id}/outcomes")
def outcomes(wanted: PlayedIn, program: TheProgram) -> OutcomesOut:
    """What can be expected of a play before its first move and after each."""
    after: list[dict[str, Expected]] = []

    def look(run: Run, _: int) -> None:
        after.append({name: value for name, value in outcome(run).items() if value != inf})

    problem = ""
    try:
        play(program, _choices(program, wanted), map(read_move, wanted.moves), look)
    except MoveError as error:
        problem = str(error)
    return OutcomesOut(moves=wanted.moves[: len(after) - 1], problem=problem, after=after)


@router.get("/games/{game_id}/waymarks")
def waymarks(game: TheGame, document: TheDocument, session: TheSession, workshop: TheWorkshop) -> WaymarksOut:
    """Walk every waymark of a game under its present rules."""
    walked = workshop.games.walked(session, game)
    failed = sum(not one.passed for one in walked)
    with_starts = [mark for start in starting_points().values() for mark in start.waymarks]
    return WaymarksOut(
        revision=game.revision,
        passed=len(walked) - failed,
        failed=failed,
        waymarks=[
            WalkedOut(
                number=number,
                mark=mark,
                passed=one.passed,
                came_along=mark in with_starts,
                says=list(one.sentences()),
                since="" if one.passed else _since(session, workshop, game, mark),
                now=WaymarkPart(
                    name=mark.name,
                    expect=one.end.got,
                    along=[AlongPart(after=part.after or 0, expect=part.got) for part in one.along],
                ),
            )
            for number, (one, mark) in enumerate(zip(walked, document.waymarks, strict=False))
        ],
    )


@router.get("/games/{game_id}/first-set")
def proposed(
    found: TheReach, game: TheGame, program: TheProgram, session: TheSession, workshop: TheWorkshop
) -> list[WaymarkPart]:
    """Waymarks made from the rules, with the results that the present rules give."""
    made: list[WaymarkPart] = workshop.games.known(
        session,
        game,
        ("first set", game.dice, found.complete),
        lambda: first_set(program, game.dice, found.ways),
    )
    return made


@router.post("/games/{game_id}/coverage")
def coverage(
    wanted: CoverageIn,
    game: TheGame,
    document: TheDocument,
    program: TheProgram,
    session: TheSession,
    workshop: TheWorkshop,
) -> CoverageOut:
    """What the waymarks of a game, and plays of the bench, have touched."""
    found = workshop.games.reach(session, game)
    runs = [run for mark in document.waymarks if (run := run_of(program, mark)) is not None]
    runs += [walk_moves(program, _choices(program, play), play.moves).run for play in wanted.plays]
    touched = covered(runs)
    parts = [
        *((f"row {n}", f"row {n}, {row.moment}") for n, row in enumerate(program.game.rows, 1)),
        *((f"ending {n}", f"{one.result}: {one.condition}") for n, one in enumerate(program.game.endings, 1)),
        *((f"award {n}", one.title) for n, one in enumerate(program.game.awards, 1)),
        *((f"round {n}", one.name) for n, one in enumerate(program.game.rounds, 1)),
        *((f"help {n}", one.label or one.name) for n, one in enumerate(program.game.helps, 1)),
        *(
            (f"gate {n}.{place}", f"from {one.name} to {gate.go}")
            for n, one in enumerate(program.game.rounds, 1)
            for place, gate in enumerate(one.then, 1)
        ),
    ]
    kinds = {question.kind for question in program.game.questions}
    return CoverageOut(
        revision=game.revision,
        parts=[
            TouchedOut(what=what, title=title, touched=touched.has(what), possible=possible(found, what))
            for what, title in parts
        ],
        kinds=sorted(touched.kinds),
        kinds_left=sorted(kinds - touched.kinds - set(GENERATED)),
        moments=sorted(touched.moments),
    )


@router.get("/games/{game_id}/way")
def way(
    what: Annotated[
        str, Query(pattern=r"^((row|ending|award|round|help) [0-9]{1,4}|gate [0-9]{1,2}[.][0-9]{1,2})$")
    ],
    found: TheReach,
    game: TheGame,
    program: TheProgram,
    session: TheSession,
    workshop: TheWorkshop,
) -> WayOut:
    """Moves that come to a row, an ending, an award, a round, a help or a gate: ``row 3``, ``gate 2.1``."""
    come = workshop.games.known(
        session,
        game,
        ("way", what, game.dice, found.complete),
        lambda: (way_to(program, found, what, game.dice),),
    )[0]
    return WayOut(dice=game.dice if come is None else come[0], moves=None if come is None else come[1])


@router.post("/games/{game_id}/bench/bring")
def bring_trail(file: UploadFile, program: TheProgram) -> BroughtTrailOut:
    """Take up a trail that was written out: its moves, and what is otherwise under the present rules."""
    steps = read_trail(file.file.read(LARGEST + 1), program)
    choices = choices_of(steps, program)
    moves = moves_of(steps, program, choices)
    walk = walk_moves(program, choices, moves)
    found = differences(steps, walk.run.trail[: len(steps)] if walk.run.phase != "over" else walk.run.trail)
    return BroughtTrailOut(
        play=PlayedIn(moves=moves, **asdict(choices)),
        differences=told(found),
    )


def _since(session: Session, workshop: Workshop, game: StoredGame, mark: WaymarkPart) -> str:
    """What became otherwise first in the play of a waymark, since the rules under which it last passed."""
    program = workshop.games.program(session, game)
    for number in range(game.revision - 1, max(0, game.revision - FAR_BACK), -1):
        if program is not None and workshop.games.passed(session, game, number, mark):
            earlier = workshop.games.earlier(session, game, number)
            then, now = earlier and run_of(earlier, mark), run_of(program, mark)
            found = differences(then.trail, now.trail) if then and now else []
            return found[0].said if found else ""
    return ""


def _choices(program: Program, wanted: PlayedIn) -> Choices:
    return choose(
        program.game,
        wanted.dice,
        player=wanted.player,
        count=wanted.count,
        topic=wanted.topic,
        level=wanted.level,
        players=wanted.players,
    )


def _telling(steps: list[Step]) -> Step | None:
    """The last step that is more than a question's opening."""
    return next((step for step in reversed(steps) if step.moment not in ("opened", "begun")), None)


def _step_out(step: Step, made_by: int) -> StepOut:
    return StepOut(
        n=step.n,
        at=step.at,
        move=step.move or "",
        moment=step.moment or "",
        tone=MOMENTS[step.moment].tone if step.moment else "plain",
        verdict=cast(VerdictName, step.verdict) if step.verdict else "",
        row=step.row,
        made_by=made_by,
        question=str(step.extra.get("question", "")),
        tell=step.tell,
        error=str(step.extra.get("error", "")),
        changes={name: float(change) for name, change in changes(step).items()},
        result=step.extra.get("result", ""),
    )


def _gauge_out(gauge: Gauge) -> GaugeOut:
    step, change = gauge.last_change
    return GaugeOut(
        name=gauge.name,
        sort=gauge.sort,
        seat=gauge.seat,
        value=gauge.value,
        change=change,
        step=step,
        course=gauge.course,
    )


def _coming(walk: Walk) -> list[str]:
    """The prompts of the next questions: they are dealt from a deck of their own, so nothing moves. Where
    what comes hangs on how the play goes, those that come after right answers."""
    run = walk.run
    if run.program.deals_by_play:
        further = walk_moves(run.program, run.choices, [*walk.moves, *["right"] * COMING]).run
        return [turn.card.question.prompt for turn in further.asked_of_all[len(run.asked_of_all) :][:COMING]]
    ahead = Dealer(run.program.game, run.choices)
    asked = run.how_many_asked()
    coming = islice(ahead.cards(), asked, asked + COMING)
    return [card.question.prompt for card in coming]


def _differences(
    session: Session, workshop: Workshop, game: StoredGame, wanted: BenchIn, walk: Walk
) -> list[DifferentOut] | None:
    """What is otherwise than in another play; or than when the last move was made, before rules, switches
    or questions were changed."""
    run = walk.run
    if wanted.other is not None:
        choices = _choices(run.program, wanted.other)
        before = walk_moves(run.program, choices, wanted.other.moves).run.trail
    else:
        kept = workshop.games.last_trail(
            game.id, (run.choices, tuple(wanted.moves), wanted.onward), run.trail
        )
        before = kept if kept is not None else _earlier(session, workshop, game, wanted, run)
    if before is run.trail:
        return None
    return told(differences(before, run.trail))


def _earlier(session: Session, workshop: Workshop, game: StoredGame, wanted: BenchIn, run: Run) -> list[Step]:
    """The trail of the same moves under the rules of the revision that is asked for."""
    if wanted.before is None or wanted.before == game.revision:
        return run.trail
    earlier = workshop.games.earlier(session, game, wanted.before)
    if earlier is None:
        return run.trail
    return walk_moves(earlier, run.choices, wanted.moves, onward=wanted.onward).run.trail
