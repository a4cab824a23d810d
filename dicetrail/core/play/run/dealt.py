"""What is dealt: the cards of a play by the round they belong to, as far as they can be told beforehand."""

from __future__ import annotations

from itertools import islice
from typing import Literal, NamedTuple

from ..deal.dealer import Dealer, Had, stream_names
from ..questions.card import Card
from ..rulebook.game import Choices
from ..rulebook.move import Move
from ..rulebook.program import Program
from .moves import to_input
from .run import Run


class InRound(NamedTuple):
    """A card, and the number of the round it is dealt in (0: the game has none)."""

    round: int
    card: Card


def dealt(
    program: Program, choices: Choices, most: int = 1000, answers: Literal["right", "wrong"] = "right"
) -> list[InRound]:
    """The cards of a play, at most ``most``: of one round after another, as if no gate led elsewhere. Where
    what comes next hangs on how it goes, those of a play in which all ``answers`` are so."""
    game = program.game
    if any(one.source.deal.is_steered for one in program.rounds):
        return _played(program, choices, most, answers)
    if not game.rounds:
        return [InRound(0, card) for card in islice(Dealer(game, choices).cards(), most)]
    had, found = Had(), list[InRound]()
    for number, of in enumerate(game.rounds, 1):
        dealer = Dealer(game, choices, of, named=stream_names(number), had=had)
        enough = most if not dealer.endless else len(dealer.questions)
        found += [InRound(number, card) for card in islice(dealer.cards(), enough)]
    return found[:most]


def _played(
    program: Program, choices: Choices, most: int, answers: Literal["right", "wrong"]
) -> list[InRound]:
    run = Run(program, choices)
    run.begin()
    to_input(run)
    while run.phase != "over" and len(run.asked_of_all) < most:
        if run.phase == "choosing":
            run.do(Move("choose", run.offered[0]), run.input_from or 0)
        else:
            run.do(Move(answers), run.input_from or 0)
        to_input(run)
    return [InRound(turn.round, turn.card) for turn in run.asked_of_all]
