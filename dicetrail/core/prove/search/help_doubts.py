"""Doubts about helps: those that no play can use, and those that cost more than they can bring."""

from __future__ import annotations

from collections.abc import Iterator

from ...play.deal.supply import one_of
from ...play.kinds import kind_of
from ...play.language.expressions import compile_expression, show_value
from ...play.questions.question import Question
from ...play.rulebook.game import Game, Number
from ...play.rulebook.help import Help
from ...play.rulebook.moments import ANSWER_MOMENTS
from ...play.rulebook.names import OF_A_QUESTION
from ...play.run.helping import AIDS, Open, open_at_first
from ...rules.checks.found import Found, gone
from .reached import Reach

_FREE = frozenset(OF_A_QUESTION) | {"attempt", "tries_left", "hits", "possible"}
"""Names that an earlier answer does not change."""


def on_helps(game: Game, found: Reach, told: set[str], timely: frozenset[str]) -> Iterator[Found]:
    """The doubts about the helps of a game all of whose plays were gone through."""
    for place, one in enumerate(game.helps):
        path = ("helps", place)
        if place + 1 in found.helps:
            yield from _on_cost(game, one, place, found)
        elif f"helps.{place + 1}" not in told and not timely & _names(one.condition):
            why = f": `{one.condition}` never holds where there is something to do" if one.condition else ""
            yield Found(
                "help-unused",
                "warn",
                f"No play can use `{one.name}`{why}.",
                path,
                mend=gone("Remove the help", path),
            )


def _on_cost(game: Game, one: Help, place: int, found: Reach) -> Iterator[Found]:
    """Where a meter that a help costs is changed by each answer for itself, and nothing else hangs on it."""
    for name, source in one.add:
        cost = _amount(source)
        if cost is None or cost >= 0 or game.endings or game.rounds or not _by_itself(game, name):
            continue
        likelier = max((_likelier(game, one, one_of(question)) for question in game.questions), default=0.0)
        gain = _at_stake(found, name) * likelier
        if name not in found.open_ended and -cost >= gain:
            yield Found(
                "help-costs",
                "warn",
                f"`{one.name}` costs {show_value(-cost)} `{name}`, and brings {show_value(round(gain, 2))} at"
                " the most, on average, to a player who has to guess: it never pays. Ask for less, or let it"
                " do more.",
                ("helps", place, "add"),
            )


def _names(condition: str) -> frozenset[str]:
    return compile_expression(condition).names if condition else frozenset()


def _amount(source: str) -> Number | None:
    """A number that is written; None for what has to be worked out."""
    try:
        return float(source)
    except ValueError:
        return None


def _by_itself(game: Game, meter: str) -> bool:
    """Whether what an answer does to a meter hangs on no earlier answer."""
    rows = [row for row in game.rows if meter in dict((*row.add, *row.set))]
    of_moments = {row.moment for row in rows}
    if not of_moments <= {*ANSWER_MOMENTS} or any(meter in dict(row.set) for row in rows):
        return False
    beside = [row for row in game.rows if row.moment in of_moments]
    sources = [value for row in rows for name, value in row.add if name == meter]
    looked = {name for source in sources for name in compile_expression(source).names}
    return looked | {name for row in beside for name in _names(row.condition)} <= _FREE


def _at_stake(found: Reach, meter: str) -> float:
    """The most by which a right answer to a question can leave more in a meter than none."""
    by_moment: dict[str, list[Number]] = {}
    for (moment, *_), changes in found.changes.items():
        by_moment.setdefault(moment, []).extend(changes.get(meter, ()))
    best = max([0, *by_moment.get("right", ()), *by_moment.get("part", ())])
    tries = sum(min(0, one) for moment in ("wrong", "close") for one in by_moment.get(moment, ()))
    last = min([0, *(one for moment in ("missed", "late", "skipped") for one in by_moment.get(moment, ()))])
    return float(best - tries - last)


def _likelier(game: Game, one: Help, question: Question) -> float:
    """By how much a help makes it likelier that a question is right which has to be guessed, at the most."""
    here = open_at_first(question, clock=True, swap=True)
    aid, kind = AIDS[one.does], kind_of(question)
    if not aid.can(here):
        return 0.0
    tries = kind.tries(question, game.tries)
    if one.does != "remove" or tries is None or kind.guesses(question) != len(question.options):
        return 1.0
    once = one.uses == 1 and sum(other.does == "remove" for other in game.helps) == 1
    some = [here] if once else [here._replace(wrong=wrong) for wrong in range(2, here.wrong + 1)]
    return max(_guessed(tries, aid.after(left, one)) - _guessed(tries, left) for left in some)


def _guessed(tries: int, here: Open) -> float:
    """The chance to guess the right option among the wrong ones that are left."""
    return min(1.0, tries / (here.wrong + 1))
