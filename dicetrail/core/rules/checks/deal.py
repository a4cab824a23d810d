"""Checks of the deal and of what is asked before a play."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence

from ...play.deal.offered import choices_with, offers, topics_offered
from ...play.deal.pool import pass_length, times_in_a_pass
from ...play.language.expressions import compile_template
from ...play.questions.question import Question
from ...play.rulebook.game import Game
from ..document import Document
from ..sites import sites_of
from .found import Found, Written, put

_TIMES = " A generated question gives as many to a play as its *times* say, one where they say nothing."
"""Said where more are to be drawn than there are, and some are made."""


def drawn(game: Written) -> Iterator[Found]:
    """Numbers of questions that can't be had, and plays that never end."""
    document, questions = game.document, pass_length(game.questions)
    deal, setup = document.deal, document.setup
    drawn = None if document.rounds else deal.number
    if questions and deal.repeats == "never" and drawn is not None and drawn > questions:
        yield Found(
            "short-pack",
            "warn",
            f"{drawn} questions are to be drawn, but there are only {questions}; a play asks {questions}."
            + (_TIMES if any(question.recipe for question in game.questions) else ""),
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
    endless = deal.repeats != "never" and deal.draw is None and setup.count is None and not document.rounds
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
    if game.setup.topic and not game.topics:
        yield Found(
            "no-topics",
            "warn",
            "A player is asked for a topic, but no question has one. Give the questions topics, or don't"
            " ask.",
            ("setup", "topic"),
            mend=put("Don't ask for it", ("setup", "topic"), "none"),
        )
    asked = game.setup.level
    if asked is None:
        return
    offered = offers(game)
    for topic in topics_offered(game):
        levels = range(asked.min, asked.max + 1)
        empty = [one.level for one in offered if one.topic == topic and not one.questions]
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


def few(document: Document, game: Game) -> Iterator[Found]:
    """Topics and levels a player may choose that have fewer questions than are drawn."""
    drawn = game.setup.count.default if game.setup.count else game.deal.draw
    if drawn is None or game.deal.repeats != "never" or not (game.setup.topic or game.setup.level):
        return
    if game.rounds:
        return
    short = [one for one in offers(game) if 0 < one.questions < drawn]
    if short and drawn <= pass_length(game.questions):
        fewest = min(short, key=lambda one: one.questions)
        others = f", and so have {len(short) - 1} other choices" if len(short) > 1 else ""
        of = f" of the topic ‘{fewest.topic}’" if fewest.topic else ""
        of += f" of level {fewest.level}" if fewest.level is not None else ""
        yield Found(
            "few-to-choose",
            "warn",
            f"{drawn} questions are to be asked, but who chooses those{of} is asked"
            f" {fewest.questions}{others}. Add some, or draw fewer.",
            ("setup", "topic" if fewest.topic else "level"),
            mend=None
            if game.setup.count
            else put(f"Draw {fewest.questions}", ("deal", "draw"), fewest.questions),
        )


def never_asked(document: Document, game: Game) -> Iterator[Found]:
    """Questions that come in no play: behind those that are drawn in the order of the file, or of no topic
    and level that can be chosen."""
    most = game.setup.count.max if game.setup.count else game.deal.draw
    swaps = any(one.does == "swap" for one in game.helps)
    unsure = game.deal.repeats == "always" or game.deal.is_steered or game.rounds or swaps
    if game.deal.order != "filed" or unsure:
        most = None
    if most is None and not (game.setup.one_topic or game.setup.level):
        return
    ahead: Counter[tuple[str, int | None]] = Counter()
    left_out, unchosen = [], []
    for question in game.questions:
        with_it = list(choices_with(game, question))
        if not with_it:
            unchosen.append(question)
        elif most is not None and all(ahead[choice] >= most for choice in with_it):
            left_out.append(question)
        often = times_in_a_pass(question)
        for choice in with_it:
            ahead[choice] += often
    if left_out:
        yield Found(
            "never-asked",
            "warn",
            f"{_those(left_out)}: the first {most} are drawn, in the order of the file. Draw all, or shuffle"
            " them.",
            ("deal", "draw") if not game.setup.count else ("setup", "count", "max"),
            mend=put("Shuffle them", ("deal", "order"), "shuffled"),
        )
    if unchosen:
        yield Found(
            "never-asked",
            "warn",
            f"{_those(unchosen)}: no topic and no level that a player may choose has them.",
            ("setup",),
        )


def _those(questions: Sequence[Question]) -> str:
    first = questions[0].prompt[:50]
    if len(questions) == 1:
        return f"‘{first}’ is asked in no play"
    return f"{len(questions)} questions, the first of them ‘{first}’, are asked in no play"


def asked_name(document: Document, game: Game) -> Iterator[Found]:
    """Names of the setup that are said although nothing asks for them."""
    if document.setup.name == "ask" or document.players is not None:
        return
    for site in sites_of(document):
        path = site.path
        if site.is_text and "player" in compile_template(site.source).names:
            yield Found(
                "unasked-name",
                "warn",
                "This says the player's name, but nothing asks for it. Let it be *asked: name*.",
                path,
                mend=put("Ask for the name", ("setup", "name"), "ask"),
            )
