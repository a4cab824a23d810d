"""Walking the demo games, each against a loop of its rules written by hand with the engine's own dice and
deal. Processor time, in one run; a loop deals only where it makes a difference which question comes when.
"""

from __future__ import annotations

import time
from collections.abc import Callable, Sequence
from dataclasses import replace
from functools import cache
from pathlib import Path

from dicetrail.core.play.deal.dealer import Dealer, Had, SoFar, stream_names
from dicetrail.core.play.deal.pool import pool
from dicetrail.core.play.deal.setup import choose
from dicetrail.core.play.dice import Stream
from dicetrail.core.play.kinds import kind_of
from dicetrail.core.play.questions.card import Card
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.rulebook.seconds import seconds_of
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.prove.odds.walking import Walking
from dicetrail.files import read_game_file

DEMO = Path(__file__).parents[1] / "dicetrail" / "demo"
PLAYS, SKILL, PACE = 4000, 0.7, 4
SURE = 1 << 53
Came = tuple[str, str, tuple[float, ...]]


class Right:
    """A player's chance: whether a try is right, and which of some things is chosen."""

    def __init__(self, dice: int) -> None:
        self.below = Stream(dice, "walker").below

    def __call__(self) -> bool:
        return self.below(SURE) < SKILL * SURE


Hand = Callable[[Program, int, Right], Came]


def tier(value: float, tiers: Sequence[tuple[float, str]]) -> str:
    return next((title for least, title in tiers if value >= least), "")


@cache
def filed(program: Program) -> list[int | None]:
    """The tries that there are at each question of the deck, in its order."""
    game = program.game
    return [kind_of(one).tries(one, game.tries) for one in Dealer(game, choose(game, 0)).questions]


def shuffled_tries(program: Program, dice: int, draw: int) -> list[int | None]:
    return Stream(dice, "deck").shuffled(filed(program))[:draw]


def hut_night(program: Program, dice: int, is_right: Right) -> Came:
    score, lanterns, warmth, right, streak, asked, result = 0, 3, 6, 0, 0, 0, "done"
    while asked < 10 and result == "done":
        asked += 1
        for attempt in (1, 2):
            if is_right():
                right, streak = right + 1, streak + 1
                if attempt == 1 and streak >= 3:
                    score, warmth = score + 7, min(8, warmth + 1)
                else:
                    score += 5 if attempt == 1 else 2
                break
            streak = 0
        else:
            lanterns -= 1
            if lanterns == 0:
                result = "lost"
    tiers = ((100, "Lantern Keeper"), (70, "Ridge Walker"), (40, "Path Finder"), (0, "Hut Guest"))
    return result, tier(100 * right / asked, tiers), (score, lanterns, warmth)


def packing_list(program: Program, dice: int, is_right: Right) -> Came:
    straps = right = asked = 0
    for question in Dealer(program.game, replace(choose(program.game, 0), dice=dice)).order():
        asked, kind = asked + 1, kind_of(question)
        if is_right():
            right, straps = right + 1, straps + 2 * kind.possible(question)
        else:
            straps += kind.wrong_hits(question)[0]
    percent = 100 * right / asked
    award = "Packed to the Last Buckle" if percent == 100 else "Ready to Go" if percent >= 50 else ""
    return "done", award or ("Something Rattles" if percent > 0 else "Back to the Hook"), (straps,)


def before_the_fog(program: Program, dice: int, is_right: Right) -> Came:
    found = spent = 0
    while spent + PACE <= 70:
        spent += PACE
        found += is_right()
    tiers = ((12, "Swift as a Chough"), (6, "Sure-footed"), (0, "Still Lacing Boots"))
    return "done", tier(found, tiers), (found,)


def the_rope(program: Program, dice: int, is_right: Right) -> Came:
    height, missed = 14.0, 0
    while 0 < height < 28:
        if is_right():
            height = min(28.0, height + 3.5)
        else:
            height, missed = max(0.0, height - 3.5), missed + 1
    if height >= 28:
        return "won", "Over the Edge" if missed else "Straight Up", (height,)
    return "lost", "Back on the Grass", (height,)


def signs_and_sums(program: Program, dice: int, is_right: Right) -> Came:
    steps, lanterns, right, asked, result = 0, 4, 0, 0, "done"
    for tries in shuffled_tries(program, dice, 12):
        asked += 1
        for attempt in range(tries or 0):
            if is_right():
                right, steps = right + 1, steps + (3 if attempt else 6)
                break
        else:
            lanterns -= 1
            if lanterns == 0:
                result = "lost"
                break
    tiers = ((90, "Reader of Signs"), (50, "Steady Walker"), (0, "Evening Guest"))
    return result, tier(100 * right / asked, tiers), (steps, lanterns)


def the_narrow_ridge(program: Program, dice: int, is_right: Right) -> Came:
    metres = 0
    for streak, _ in enumerate(program.game.questions, 1):
        if not is_right():
            tiers = ((400, "Beyond the Tower"), (1, "Out on the Rock"), (0, "Still at the Hut"))
            return "lost", tier(metres, tiers), (metres,)
        metres += 60 if streak >= 5 else 40
    return "done", "Over the Ridge", (metres,)


def words_in_the_snow(program: Program, dice: int, is_right: Right) -> Came:
    flakes = 0
    for tries in shuffled_tries(program, dice, 4):
        for attempt in range(1, (tries or 0) + 1):
            if is_right():
                flakes = min(20, flakes + (5 if attempt == 1 else max(1, 5 - attempt)))
                break
    return "done", tier(flakes, ((20, "Clear Sky"), (10, "Thaw"), (0, "Deep Winter"))), (flakes,)


def candle_end(program: Program, dice: int, is_right: Right) -> Came:
    wax = 0.0
    game = program.game
    for question in Dealer(game, replace(choose(game, 0), dice=dice)).order():
        seconds = seconds_of(game.clocks, question)
        left = max(0, (seconds or 0) - PACE)
        wax = round(wax + (left if is_right() else -left), 1)
    tiers = ((90, "Bright as Day"), (30, "Reading Light"), (0, "Last Glimmer"))
    return "done", tier(wax, tiers) or "In the Dark", (wax,)


def pace_drill(program: Program, dice: int, is_right: Right) -> Came:
    sure = right = 0
    for _ in range(8):
        for attempt in (1, 2, 3):
            if is_right():
                sure, right = sure + (attempt == 1), right + 1
                break
    return "done", "Passed" if 100 * right / 8 >= 75 else "Once More", (sure,)


def fogged_in(program: Program, dice: int, is_right: Right) -> Came:
    score, lives = 0, 3
    for _ in range(6):
        for _ in (1, 2):
            if is_right():
                score += 4
                break
            lives -= 1
            if lives == 0:
                return "lost", "Some Light" if score > 0 else "", (score, lives)
    return "done", "Some Light" if score > 0 else "", (score, lives)


def the_long_way_up(program: Program, dice: int, is_right: Right) -> Came:
    game, had = program.game, Had()
    choices = replace(choose(game, 0), dice=dice)
    height, breath = 1200, 4

    def dealer(number: int, visit: int = 1) -> Dealer:
        one, named = game.rounds[number - 1], stream_names(number, visit)
        return Dealer(game, choices, one, named=named, had=had, questions=questions_of(program, number))

    def tried(card: Card, first: int) -> int:
        for attempt in range(kind_of(card.question).tries(card.question, 2) or 0):
            if is_right():
                return 20 if attempt else first
        return 0

    def over(result: str) -> Came:
        tiers = ((3000, "Summit Book"), (2400, "Upper Hut"), (1800, "Treeline"), (1200, "Valley Gate"))
        return result, tier(height, tiers), (height, breath)

    for visit in (1, 2):
        deals, right = dealer(1, visit), 0
        for asked in range(5):
            dealt = deals.next(SoFar(asked, {}))
            paid = tried(dealt.card, 40) if dealt else 0
            right, height = right + bool(paid), height + paid
        if right >= 3:
            break
    else:
        return over("lost")
    deals, asked = dealer(2), 0
    while dealt := deals.next(SoFar(asked, {})):
        asked += dealt.before is None
        if is_right():
            height += 40 if dealt.before is None else 10
        else:
            deals.put_back(dealt.card, 2)
    deals = dealer(3)
    for asked in range(4):
        offered = deals.offered(SoFar(asked, {}))
        dealt = deals.next(SoFar(asked, {}), offered[is_right.below(len(offered))] if offered else None)
        height += tried(dealt.card, 80) if dealt else 0
    deals, right = dealer(4), 0
    for asked in range(8):
        dealt = deals.next(SoFar(asked, {"round_right": right}))
        if dealt and is_right():
            right, height = right + 1, height + 60 * dealt.card.question.level
        else:
            breath -= 1
            if breath == 0:
                return over("lost")
    return over("won" if right >= 5 else "done")


@cache
def questions_of(program: Program, number: int) -> Sequence[Question]:
    return pool(program.game, choose(program.game, 0), program.game.rounds[number - 1])


HANDS: dict[str, tuple[Hand, float]] = {
    "1-hut-night": (hut_night, 0),
    "2-before-the-fog": (before_the_fog, PACE),
    "3-the-rope": (the_rope, 0),
    "4-signs-and-sums": (signs_and_sums, 0),
    "5-the-narrow-ridge": (the_narrow_ridge, 0),
    "6-words-in-the-snow": (words_in_the_snow, 0),
    "7-candle-end": (candle_end, PACE),
    "8-pace-drill": (pace_drill, 0),
    "9-fogged-in": (fogged_in, 0),
    "10-the-packing-list": (packing_list, 0),
    "11-the-long-way-up": (the_long_way_up, 0),
}
"""What is written by hand, and the seconds that a try takes."""


def seconds(work: Callable[[int], object]) -> float:
    start = time.process_time()
    for dice in range(PLAYS):
        work(dice)
    return (time.process_time() - start) / PLAYS


for name, (hand, pace) in HANDS.items():
    game = read_game_file(DEMO / f"{name}.yaml").game
    assert game is not None
    program = Program(game)
    walking = Walking(program, Walker("skill", SKILL, pace), 1)
    if not walking.is_straight:
        print(f"{name} falls back: straight code can't say it")
        continue

    def by_hand(dice: int, program: Program = program, hand: Hand = hand) -> Came:
        return hand(program, dice, Right(dice))

    for dice in range(300):
        (result, award, _, meters, _), _ = walking.play(dice)
        assert (result, award, meters) == by_hand(dice), (name, dice)
    theirs = ours = float("inf")
    for _ in range(3):
        theirs, ours = min(theirs, seconds(by_hand)), min(ours, seconds(walking.play))
    print(
        f"{name}: {1e6 * ours:.0f} µs a play, by hand {1e6 * theirs:.0f} µs,"
        f" {theirs / ours:.2f} times the loop's speed"
    )
