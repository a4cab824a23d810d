"""Checks of whether there is time to read."""

from __future__ import annotations

import math
import re
from collections.abc import Iterator, Sequence

from ...play.kinds import kind_of, shown_answer
from ...play.questions.once import once_over
from ...play.questions.question import Question, said
from ...play.rulebook.game import Clocks, Consequence, Game
from ...play.rulebook.moments import MOMENTS
from ...play.rulebook.seconds import seconds_of
from ..cues import SHIPPED
from ..document import Document
from ..numbering import row_path
from .found import Found, put

WORDS_A_MINUTE = 238
"""Words an adult reads silently in a minute, on average (M. Brysbaert, "How many words do we read per
minute? A review and meta-analysis of reading rate", Journal of Memory and Language 109, 2019)."""

_BRACES = re.compile(r"\{[^{}]*\}")


def seconds_to_read(text: str) -> float:
    """Seconds an average reader takes for a text."""
    return 60 * len(text.split()) / WORDS_A_MINUTE


def questions(document: Document, game: Game) -> Iterator[Found]:
    """Questions whose clock is too short to read them."""
    short = [] if game.rounds else _too_long(game.questions, game.clocks)
    if short:
        question, clock, needs = max(short, key=lambda one: one[2] - one[1])
        many = f"{len(short)} questions take" if len(short) > 1 else "One question takes"
        yield Found(
            "clock-too-short",
            "warn",
            f"{many} longer to read than the clock gives ({WORDS_A_MINUTE} words a minute):"
            f" ‘{question.prompt[:50]}’ needs {needs:.1f} seconds and has {clock:g}.",
            ("clocks", "question"),
        )


@once_over
def _too_long(questions: Sequence[Question], clocks: Clocks) -> list[tuple[Question, float, float]]:
    """Questions that take longer to read than their clock gives, with its seconds and those it takes."""
    found: list[tuple[Question, float, float]] = []
    for question in questions:
        clock = seconds_of(clocks, question)
        if clock is None:
            continue
        items = kind_of(question).items(question)
        needs = seconds_to_read(" ".join((question.prompt, *items, *map(said, question.options))))
        if needs > clock:
            found.append((question, clock, needs))
    return found


@once_over
def _longest_answer(questions: Sequence[Question]) -> str:
    return max((shown_answer(question) for question in questions if not question.recipe), key=len, default="")


def feedback(document: Document, game: Game) -> Iterator[Found]:
    """Texts that are gone before they are read."""
    breather = game.clocks.breather
    if breather == "player":
        return
    longest = _longest_answer(game.questions) if any(row.reveal for row in game.rows) else ""
    for number, row in enumerate(game.rows, 1):
        path = row_path(game, number)
        text = max((_BRACES.sub("0", text) for text in row.texts), key=len)
        if row.reveal:
            text += f" {longest}"
        if not _is_gone_soon(row) or not text.strip():
            continue
        stays, needs = max(_hold(document, row), breather), seconds_to_read(text)
        enough = math.ceil(10 * needs + 1) / 10
        if needs > stays:
            what = "what this row says and the answer it reveals" if row.reveal else "what this row says"
            they = "they stay" if row.reveal else "it stays"
            yield Found(
                "breather-too-short",
                "warn",
                f"It takes {needs:.1f} seconds to read {what}, and {they} for {stays:g}. Let it stay *for"
                f" {enough:g} s*, or give the game a longer *breather*.",
                path,
                mend=put(f"Let it stay for {enough:g} s", (*path, "hold"), enough),
            )


def _hold(document: Document, row: Consequence) -> float:
    if row.hold is not None:
        return row.hold
    cue = document.cues.get(row.cue) or SHIPPED.get(row.cue)
    return cue.hold if cue else 0


def _is_gone_soon(row: Consequence) -> bool:
    """Whether what a row says is gone after the pause: the next question or a new visit takes its place. It
    stays in sight while the same question is tried again, and when the play is over."""
    about = MOMENTS[row.moment]
    if not about.answers or row.then not in (None, "next", "again"):
        return False
    onward = row.then or about.leads_to
    return onward == "next" or (onward == "again" and about.again == "revisit")
