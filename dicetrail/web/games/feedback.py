"""The maker's API for feedback: cues and sounds, experienced as a player does, and the look of the page."""

from __future__ import annotations

from dataclasses import asdict

from fastapi import HTTPException

from ...core.play.rulebook.page import Cue, Sound
from ...core.play.seen.invitation import Invitation, invitation
from ...core.play.seen.trying import PageState, cue_seen, page_at
from ...core.play.seen.view import View
from ...core.rules.contrast import contrast
from ...core.rules.cues import SHIPPED, SHIPPED_SOUNDS
from ...core.rules.document import ReviewPart
from ...core.rules.numbering import every_row
from ...core.rules.page import CuePart, SoundPart
from ...core.rules.player_page import look_of
from ..refusals import router_of
from ..shapes.rules import ExperienceIn, FeedbackOut
from .the_game import TheDocument, TheGame, TheProgram

router = router_of("/api/workshop", "games")


@router.get("/games/{game_id}/feedback")
def feedback_of(game: TheGame, document: TheDocument) -> FeedbackOut:
    """Everything a player of a game sees and hears."""
    rows: dict[str, list[int]] = {}
    for number, _, row in every_row(document):
        if row.cue:
            rows.setdefault(row.cue, []).append(number)
    look = document.look
    return FeedbackOut(
        revision=game.revision,
        cues=document.cues,
        shipped_cues={name: _cue_part(cue) for name, cue in SHIPPED.items() if name not in document.cues},
        sounds=document.sounds,
        shipped_sounds={
            name: _sound_part(sound) for name, sound in SHIPPED_SOUNDS.items() if name not in document.sounds
        },
        rows=rows,
        look=look,
        contrast={
            "ink": round(contrast(look.ink, look.ground), 2),
            "accent": round(contrast(look.accent, look.ground), 2),
        },
        tick=document.clocks.tick,
        tick_sound=document.clocks.tick_sound,
        silent=document.silent,
        welcome=document.welcome,
        words=document.words,
        veil=look_of(document).veil,
        same_deal=document.same_deal,
        review=document.review is not False,
        review_by=document.review.by if isinstance(document.review, ReviewPart) else "",
    )


@router.post("/games/{game_id}/feedback/try")
def experience(wanted: ExperienceIn, program: TheProgram) -> View:
    """What a player sees at a right answer that has this cue."""
    cue = program.cues.get(wanted.cue) or SHIPPED.get(wanted.cue)
    if cue is None:
        raise HTTPException(404, f"There is no cue ‘{wanted.cue}’ in this game.")
    return cue_seen(program.game, cue)


@router.get("/games/{game_id}/page/start")
def page_start(game: TheGame, program: TheProgram) -> Invitation:
    """What a player of a game sees before a play."""
    return invitation(game.slug, program)


@router.get("/games/{game_id}/page/{state}")
def page_in_play(state: PageState, program: TheProgram) -> View:
    """What a player of a game sees in a state of the page."""
    return page_at(program.game, state)


def _cue_part(cue: Cue) -> CuePart:
    data = asdict(cue)
    del data["name"]
    return CuePart.model_validate(data)


def _sound_part(sound: Sound) -> SoundPart:
    data = asdict(sound)
    del data["name"]
    return SoundPart.model_validate(data)
