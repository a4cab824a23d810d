"""The maker's API for the deal: what a dice number gives, and how fair many deals are."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict, dataclass

from ...core.pack.progress import Progress
from ...core.play.deal.pool import pool
from ...core.play.deal.setup import choose
from ...core.play.kinds import shown_answer
from ...core.play.questions.card import Card
from ...core.play.rulebook.game import Game
from ...core.play.run.dealt import dealt
from ...core.play.run.decks import Decks
from ...core.prove.chance.fairness import Finding, generated
from ..beside.beside import WATCHED
from ..beside.proving import dealt as dealt_often
from ..jobs import Job
from ..refusals import router_of
from ..shapes.answers import CardOut, DealOut, FairnessIn, FairnessOut, FindingOut, GeneratedOut
from ..shapes.common import DiceNumber, PathNumber, Small
from ..watching import TheJobs, job_of, job_out
from .proofs import TheAsked, TheProofs
from .the_game import TheDocument, TheGame, TheProgram

router = router_of("/api/workshop", "games")

MOST_CARDS = 500
"""Cards of one deal that are shown."""


@router.get("/games/{game_id}/deal")
def one_deal(
    game: TheGame,
    program: TheProgram,
    document: TheDocument,
    dice: DiceNumber,
    count: Small | None = None,
    topic: str = "",
    level: Small | None = None,
) -> DealOut:
    """The questions that a play with these dice asks, the options in their places."""
    compiled = program.game
    choices = choose(compiled, dice, count=count, topic=topic, level=level)
    have, steered = len(pool(compiled, choices)), any(one.source.deal.is_steered for one in program.rounds)
    endless = Decks(program, choices).endless
    most = min(MOST_CARDS, have if endless else MOST_CARDS)
    cards = dealt(program, choices, most)
    return DealOut(
        dice=dice,
        cards=[_card_out(card, number) for number, card in cards],
        after_wrong=[_card_out(card, number) for number, card in dealt(program, choices, most, "wrong")]
        if steered
        else None,
        rounds=[one.name for one in compiled.rounds],
        total=None if endless else len(cards),
        pool=have,
        how=document.deal,
        revision=game.revision,
    )


@dataclass(slots=True)
class _Dealt:
    """The deals made so far, and what they look like."""

    game: Game
    deals: int = 0
    findings: Sequence[Finding] = ()


@router.post("/games/{game_id}/fairness", status_code=201)
def start_fairness(wanted: FairnessIn, asked: TheAsked, jobs: TheJobs, proofs: TheProofs) -> FairnessOut:
    """Begin to deal many times and count; ask after it by its job."""
    found = _Dealt(asked.program.game)

    def take(piece: tuple[int, list[Finding]]) -> None:
        found.deals, found.findings = piece

    def work(progress: Progress) -> None:
        sent = proofs.sent(asked)
        jobs.beside.run(dealt_often, sent, wanted.deals, progress=progress, on_piece=take, seconds=WATCHED)
        progress(wanted.deals, wanted.deals)

    return _fairness_out(jobs.start("fairness", work, found))


@router.get("/games/{game_id}/fairness/{job_id}")
def fairness(game_id: PathNumber, job_id: str, jobs: TheJobs) -> FairnessOut:
    """What the deals made so far look like."""
    return _fairness_out(job_of(jobs, job_id, "fairness"))


def _fairness_out(job: Job) -> FairnessOut:
    found: _Dealt = job.about
    counting = job.state in ("waiting", "working")
    return FairnessOut(
        job=job_out(job),
        deals=found.deals,
        findings=[] if counting else [FindingOut(**asdict(finding)) for finding in found.findings],
        generated=[GeneratedOut(**asdict(one)) for one in generated(found.game, choose(found.game, 0))],
    )


def _card_out(card: Card, number: int) -> CardOut:
    question = card.question
    return CardOut(
        round=number,
        id=question.id,
        kind=question.kind,
        prompt=question.prompt,
        topic=question.topic,
        level=question.level,
        options=list(card.options),
        rights=list(card.rights),
        answer=shown_answer(question),
        line=question.line,
    )
