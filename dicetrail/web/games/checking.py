"""The maker's API for checking: switches, and what they make of sample answers."""

from __future__ import annotations

from typing import get_args

from fastapi import HTTPException

from ...core.pack.carrying import with_says
from ...core.pack.editing import Source, change
from ...core.pack.writing import to_record
from ...core.play.answers.switches import Checking, Switch
from ...core.prove.samples import tried
from ...core.rules.checking import OwnCheckingPart
from ...core.rules.comparing import collisions, nearest
from ..packs.shown import question_out, snags_out
from ..packs.the_pack import ThePack, change_pack, question_at
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.answers import AcceptIn, CheckingOut, SamplesIn, SaysIn, TriedOut
from ..shapes.common import PathNumber
from ..shapes.packs import PackOut
from .the_game import TheDocument, TheGame, TheReading

router = router_of("/api/workshop", "games")

MOST_COLLISIONS = 200


@router.post("/games/{game_id}/checking/{pack_id}/{number}")
def checking_of(
    number: PathNumber,
    wanted: SamplesIn,
    game: TheGame,
    reading: TheReading,
    document: TheDocument,
    pack: ThePack,
    session: TheSession,
    workshop: TheWorkshop,
) -> CheckingOut:
    """How the answers to one question are compared, tried with samples."""
    part = document.checking
    pack_reading = workshop.packs.reading(session, pack)
    question = question_at(pack_reading, number) if pack_reading.questions else None
    rules, origins = nearest(document, pack.name, question.id if question else "")
    samples = tried(question, part, rules, wanted.texts) if question else []
    game_rules, _ = nearest(document, "", "")
    colliding = collisions(reading.game.questions, game_rules) if reading.game else ()
    return CheckingOut(
        revision=game.revision,
        game=part,
        pack=part.packs.get(pack.name),
        own=part.questions.get(question.id) if question else None,
        holds=_holding(rules),
        around={
            "game": _holding(game_rules),
            "pack": _holding(nearest(document, pack.name, "")[0]),
            "question": _holding(rules),
        },
        origins=origins,
        question=question_out(question, number, ()) if question else None,
        generated=question is not None and question.recipe is not None,
        samples=[
            TriedOut(
                text=one.sample.text,
                about=one.sample.about,
                verdict=one.verdict.name,
                steps=list(one.verdict.steps),
                must=one.must,
                pin=one.pin,
            )
            for one in samples
        ],
        collisions=[found.message for found in colliding[:MOST_COLLISIONS]],
        broken=snags_out([snag for snag in reading.snags if snag.code == "broken-sample"]),
    )


@router.post("/packs/{pack_id}/questions/{number}/accept")
def accept(
    number: PathNumber, wanted: AcceptIn, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Make an input another right answer of a question that is typed in."""
    question = question_at(workshop.packs.reading(session, pack), number)
    if question.options or question.recipe is not None:
        raise HTTPException(422, "Only a question whose answer is typed in can have another right answer.")
    record = to_record(question)
    answers = [*question.answers, wanted.text.strip()]
    return change_pack(
        session,
        workshop,
        pack,
        wanted.revision,
        lambda source: change(source, number, {**record, "answer": answers[0], "accepted": answers[1:]}),
    )


@router.post("/packs/{pack_id}/questions/{number}/says")
def say(
    number: PathNumber, wanted: SaysIn, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Say something to an answer of a question, wherever it is given."""
    question = question_at(workshop.packs.reading(session, pack), number)

    def said(source: Source) -> Source:
        return change(source, number, to_record(with_says(question, wanted.text, wanted.says.strip())))

    return change_pack(session, workshop, pack, wanted.revision, said)


def _holding(rules: Checking) -> OwnCheckingPart:
    ignore = [switch for switch in get_args(Switch) if switch != "blanks" and rules.ignores(switch)]
    return OwnCheckingPart(
        ignore=ignore,
        spelling=rules.spelling if isinstance(rules.spelling, int) else dict(rules.spelling),
        unreadable=rules.unreadable,
        articles=list(rules.articles),
    )
