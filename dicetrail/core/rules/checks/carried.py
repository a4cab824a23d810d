"""Checks of what answers carry, and of games that ask for opinions."""

from __future__ import annotations

import ast
from collections.abc import Iterator, Sequence

from ...play.kinds import kind_of
from ...play.questions.once import once_over
from ...play.questions.question import Question
from ...play.rulebook.game import Game
from ..document import Document
from .found import Found, Written, put

MOST_TOLD = 20
"""Questions of which a snag is told."""


def meters(game: Written) -> Iterator[Found]:
    """Answers that add to a meter which is not there."""
    known = game.document.meters
    unknown = [(name, question) for name, question in _added_to(game.questions) if name not in known]
    for name, question in unknown[:MOST_TOLD]:
        message = (
            f"An answer to ‘{question.prompt[:60]}’ adds to `{name}`, but there is no such meter: nothing"
            " comes of it."
        )
        mend = put(f"Add the meter {name}", ("meters", name), {"start": 0})
        yield Found("carried-meter", "warn", message, ("packs",), mend=mend)


@once_over
def _added_to(questions: Sequence[Question]) -> list[tuple[str, Question]]:
    """The meters that answers add to, each with the first question whose answers do."""
    first: dict[str, Question] = {}
    for question in questions:
        for one in question.carries:
            for name, _ in one.adds:
                first.setdefault(name, question)
    return list(first.items())


def never_right(document: Document, game: Game) -> Iterator[Found]:
    """A percentage in a game that asks for nothing but opinions."""
    if not game.questions or not all(kind_of(question).opinion for question in game.questions):
        return
    for place, award in enumerate(game.awards):
        tree = ast.parse(award.condition.strip(), mode="eval")
        named = {node.id for node in ast.walk(tree) if isinstance(node, ast.Name)}
        if named & {"percent", "right", "first_try", "streak", "best_streak"}:
            yield Found(
                "never-right",
                "warn",
                "No question of this game has a right answer, so nothing is ever counted as right. Give this"
                " award by a meter that the answers add to.",
                ("awards", place, "if"),
            )


def ties(document: Document, game: Game) -> Iterator[Found]:
    """Awards by the larger of several meters that say nothing of equal ones."""
    largest: list[set[str]] = []
    for award in game.awards:
        tree = ast.parse(award.condition.strip(), mode="eval").body
        if not isinstance(tree, ast.Compare | ast.BoolOp | ast.Constant):
            return
        if isinstance(tree, ast.Constant):
            return  # one that is given in any case
        for node in ast.walk(tree):
            if isinstance(node, ast.Compare) and isinstance(node.ops[0], ast.GtE | ast.LtE | ast.Eq):
                return
            if isinstance(node, ast.Compare):
                sides = {one.id for one in (node.left, *node.comparators) if isinstance(one, ast.Name)}
                if len(sides) > 1 and sides <= {meter.name for meter in game.meters}:
                    largest.append(sides)
    if len(largest) < 2:
        return
    one, other = sorted(set.union(*largest))[:2]
    yield Found(
        "tie",
        "warn",
        f"`{one}` and `{other}` can be equal: then nothing is given. Write `>=` in one of the awards, or add"
        " one for this.",
        ("awards", len(game.awards) - 1, "if"),
    )
