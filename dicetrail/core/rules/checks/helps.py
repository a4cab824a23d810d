"""Checks of the helps a player may use."""

from __future__ import annotations

import re
from collections.abc import Iterator

from ...play.answers.folding import fold
from ...play.answers.switches import Checking
from ...play.deal.supply import one_of
from ...play.questions.question import Question, said
from ...play.rulebook.game import Game
from ...play.rulebook.help import Does
from ...play.run.helping import AIDS, Open, open_at_first
from ..document import Document
from .found import Found, Written, gone, put


def names(game: Written) -> Iterator[Found]:
    """Helps that are called the same, and what is said of one that does something else."""
    seen: dict[str, int] = {}
    for place, one in enumerate(game.document.helps):
        path = ("helps", place)
        if (first := seen.setdefault(one.name.casefold(), place)) != place:
            yield Found(
                "help-twice",
                "stop",
                f"Help {first + 1} is called `{one.name}` already: give this one a name of its own.",
                (*path, "name"),
            )
        for part, does in (("remove", "remove"), ("seconds", "time")):
            if part in one.model_fields_set and one.does != does:
                yield Found(
                    "help-part",
                    "warn",
                    f"`{part}` says nothing where a help does `{one.does}`, only where it does `{does}`.",
                    (*path, part),
                    mend=gone("Take it away", (*path, part)),
                )


_WHY: dict[Does, str] = {
    "remove": "no question has two wrong options or more",
    "hint": "no question has a hint",
    "time": "no question has a clock",
    "swap": "there is no other question",
    "letter": "no question is answered with letters",
}
"""What is so where a help can do something at none."""


def useless(document: Document, game: Game) -> Iterator[Found]:
    """Helps that never can be used."""
    for place, one in enumerate(game.helps):
        can, why = AIDS[one.does].can, _WHY[one.does]
        if not any(can(_open(question, game)) for question in game.questions):
            path = ("helps", place)
            yield Found(
                "help-never",
                "warn",
                f"`{one.name}` can never be used: {why}.",
                path,
                mend=gone("Take it away", path),
            )


def gives_away(document: Document, game: Game) -> Iterator[Found]:
    """Helps that tell the answer: a hint that names it, or letters without end."""
    for place, one in enumerate(game.helps):
        if one.does == "letter" and one.uses is None and not one.add:
            path = ("helps", place)
            yield Found(
                "help-gives-away",
                "warn",
                f"`{one.name}` shows letter after letter at no cost, until all but one are there. Say how"
                " often (`uses`), or let it cost something.",
                path,
                mend=put("Three times a question", (*path, "uses"), 3),
            )
    if any(one.does == "hint" for one in game.helps):
        for question in game.questions:
            if question.hint and _names_it(question, question.checking or game.checking):
                place = next(n for n, one in enumerate(game.helps) if one.does == "hint")
                yield Found(
                    "help-gives-away",
                    "warn",
                    f"The hint of “{question.prompt[:60]}” ({question.file}, line {question.line}) names the"
                    " answer.",
                    ("helps", place),
                )


def _open(question: Question, game: Game) -> Open:
    """What helps can do at a question."""
    clock, swap = question.seconds is not None or _times(game), len(game.questions) > 1
    return open_at_first(one_of(question), clock=clock, swap=swap)


def _times(game: Game) -> bool:
    clocks = [one.clocks for one in game.rounds] or [game.clocks]
    return any(one.question is not None or one.question_by for one in clocks)


def _names_it(question: Question, rules: Checking) -> bool:
    hint, answers = fold(question.hint, rules), (fold(said(one), rules) for one in question.answers)
    return any(re.search(rf"(?<!\w){re.escape(one)}(?!\w)", hint) for one in answers if one.strip())
