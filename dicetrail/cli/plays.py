"""Commands on a game that plays: what it deals."""

from __future__ import annotations

from pathlib import Path

from ..core.play.deal.setup import choose
from ..core.play.kinds import key_of, shown_answer
from ..core.play.run.dealt import dealt
from ..give.carried.playing import Told, rolled
from .parts import program_of, write


def deal(game_path: Path, told: Told) -> None:
    """Show which questions a play would ask."""
    program = program_of(game_path)
    game = program.game
    cards = dealt(
        program, choose(game, rolled(told.dice), count=told.count, topic=told.topic, level=told.level)
    )
    if told.as_json:
        write(
            [
                {
                    "id": card.question.id,
                    "prompt": card.question.prompt,
                    "options": list(card.options),
                    "right": shown_answer(card.question),
                    "key": key_of(card),
                    **({"round": of} if of else {}),
                }
                for of, card in cards
            ]
        )
        return
    before = 0
    for number, (of, card) in enumerate(cards, 1):
        if of != before:
            print(f"{game.rounds[of - 1].name}:")
            before = of
        print(f"{number}. {card.question.prompt}  [{key_of(card)}]")
        for place, option in enumerate(card.options):
            print(f"   {'▸' if place in card.rights else ' '} {option}")
