"""Checks of the deal and of what is asked before a play."""

from __future__ import annotations

from collections.abc import Iterator

from ...play.deck import pass_length, pool
from ...play.expressions import compile_template
from ...play.game import Choices, Game
from ..document import Document
from .found import Found, Path, Written, put


def drawn(game: Written) -> Iterator[Found]:
    """Numbers of questions that can't be had, and plays that never end."""
    document, questions = game.document, pass_length(game.questions)
    deal, setup = document.deal, document.setup
    if questions and deal.repeats == "never" and deal.draw is not None and deal.draw > questions:
        yield Found(
            "short-pack",
            "warn",
            f"{deal.draw} questions are to be drawn, but there are only"
            f" {questions}; a play asks {questions}.",
            ("deal", "draw"),
            mend=put(f"Draw {questions}", ("deal", "draw"), questions),
        )
    if questions and deal.repeats == "never" and setup.count and setup.count.max > questions:
        yield Found(
            "short-pack",
            "note",
            f"A player may choose up to {setup.count.max} questions, but there are only {questions}.",
            ("setup", "count", "max"),
            mend=put(f"Let them choose up to {questions}", ("setup", "count", "max"), questions),
        )
    for key, asked in (("count", setup.count), ("level", setup.level)):
        if asked and not asked.min <= asked.default <= asked.max:
            nearest = min(max(asked.default, asked.min), max(asked.max, asked.min))
            yield Found(
                "bounds",
                "stop",
                f"The default {asked.default} does not lie between {asked.min} and {asked.max}.",
                ("setup", key),
                mend=put(f"Begin with {nearest}", ("setup", key, "default"), nearest),
            )
    endless = deal.repeats != "never" and deal.draw is None and setup.count is None
    ends = document.endings or any(row.then in ("won", "lost", "done") for row in document.consequences)
    if endless and not ends and document.clocks.game is None and not document.leave:
        yield Found(
            "endless",
            "stop",
            "This game never ends: its questions repeat, and there is no ending, no game clock and no"
            " number to draw. Add one of them, or say that *the player may leave*.",
            ("deal", "repeats"),
            mend=put("Let the player leave", ("leave",), True),
        )


def choices(document: Document, game: Game) -> Iterator[Found]:
    """Topics and levels a player may choose for which there is no question."""
    asked = game.setup.level
    if asked is None:
        return
    for topic in ("", *(game.topics if game.setup.topic else ())):
        levels = range(asked.min, asked.max + 1)
        empty = [level for level in levels if not pool(game, Choices(0, topic=topic, level=level))]
        if empty:
            of = f" of the topic ‘{topic}’" if topic else ""
            yield Found(
                "empty-choice",
                "warn",
                f"There is no question{of} of level {', '.join(map(str, empty))}, but a player may choose it."
                " Add one, or narrow the levels that are asked for.",
                ("setup", "level"),
            )
            if not topic and len(empty) == len(levels):
                return


def asked_name(document: Document, game: Game) -> Iterator[Found]:
    """Names of the setup that are said although nothing asks for them."""
    if document.setup.name == "ask":
        return
    texts: list[tuple[str, Path]] = [(game.intro, ("intro",))]
    texts += [(row.tell, ("consequences", n, "tell")) for n, row in enumerate(game.consequences)]
    texts += [(one.tell, ("endings", n, "tell")) for n, one in enumerate(game.endings)]
    texts += [(one.tell, ("awards", n, "tell")) for n, one in enumerate(game.awards)]
    for text, path in texts:
        if "player" in compile_template(text).names:
            yield Found(
                "unasked-name",
                "warn",
                "This says the player's name, but nothing asks for it. Let it be *asked: name*.",
                path,
                mend=put("Ask for the name", ("setup", "name"), "ask"),
            )
