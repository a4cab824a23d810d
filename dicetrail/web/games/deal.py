"""The maker's API for the deal: what a dice number gives, and how fair many deals are."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from itertools import islice

from ...core.pack.progress import Progress
from ...core.play.deal.dealer import Dealer, pool
from ...core.play.deal.setup import choose
from ...core.play.kinds import shown_answer
from ...core.play.questions.card import Card
from ...core.play.rulebook.game import Game
from ...core.prove.chance.fairness import Finding, generated
from ...core.rules.document import DealPart
from ..beside.beside import WATCHED
from ..beside.proving import dealt
from ..jobs import Job
from ..refusals import router_of
from ..shapes.answers import CardOut, DealOut, FairnessIn, FairnessOut, FindingOut, GeneratedOut
from ..shapes.common import DiceNumber, PathNumber, Small
from ..watching import TheJobs, job_of, job_out
from .proofs import TheAsked, TheProofs
from .the_game import TheGame, TheProgram

router = router_of("/api/workshop", "games")

MOST_CARDS = 500
"""Cards of one deal that are shown."""


@router.get("/games/{game_id}/deal")
def one_deal(
    game: TheGame,
    program: TheProgram,
    dice: DiceNumber,
    count: Small | None = None,
    topic: str = "",
    level: Small | None = None,
) -> DealOut:
    """The questions that a play with these dice asks, the options in their places."""
    compiled = program.game
    choices = choose(compiled, dice, count=count, topic=topic, level=level)
    deck = Dealer(compiled, choices)
    most = min(MOST_CARDS, len(pool(compiled, choices)) if deck.endless else deck.total)
    cards = list(islice(deck.cards(), most))
    return DealOut(
        dice=dice,
        cards=[_card_out(card) for card in cards],
        total=None if deck.endless else deck.total,
        pool=len(pool(compiled, choices)),
        how=DealPart(**asdict(compiled.deal)),
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
        jobs.beside.run(dealt, sent, wanted.deals, progress=progress, on_piece=take, seconds=WATCHED)
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


def _card_out(card: Card) -> CardOut:
    question = card.question
    return CardOut(
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
