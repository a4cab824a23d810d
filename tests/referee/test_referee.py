"""The engine against the referee: made-up games, step by step, and their odds, way by way.

The referee is written from the design alone; what it can say of answers comes from rapidfuzz and unicodedata.
Each run begins with another seed, which is printed when something differs.
"""

from __future__ import annotations

import json
import os
import random
import unittest
from collections import Counter
from fractions import Fraction
from typing import Any

from hypothesis import HealthCheck, Phase, given, seed, settings
from hypothesis import strategies as st

from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.deal.dealer import Dealer
from dicetrail.core.play.dice import Stream
from dicetrail.core.play.language.expressions import ExpressionError, compile_expression
from dicetrail.core.play.questions.card import Card, as_filed
from dicetrail.core.play.questions.carried import Carried
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import Choices
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.checking import check
from dicetrail.core.play.run.moves import Planned, make, to_input
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.run.trail import Step
from dicetrail.core.prove.odds.exact import Inexact, odds
from dicetrail.core.prove.odds.walker import Walker
from dicetrail.core.rules.compile import read_game

from . import made
from . import odds as enumerated
from .answers import Mistake, evaluate, verdict
from .referee import Play
from .table import Table

GAMES = int(os.environ.get("REFEREE_GAMES", "200"))
ODDS = int(os.environ.get("REFEREE_ODDS", "25"))
SEED = int(os.environ.get("REFEREE_SEED", str(random.randrange(2**32))))
MOST_WAYS = 1500
"""Ways of a play past which odds are not enumerated."""
QUIET = settings(
    deadline=None, database=None, suppress_health_check=list(HealthCheck), phases=[Phase.generate]
)
Made = dict[str, Any]
WHERE_SAID = ("result", "award", "ending", "ignored", "round", "gate")
COMPARED = ("at", "phase", "move", "verdict", "moment", "row", "before", "after", "tell", "cue", "next")


def question_of(card: Made) -> Question:
    """A card of the referee's as a question."""
    more = {key: card[key] for key in ("seconds", "misses", "hint") if key in card}
    return Question(
        card["id"],
        card["kind"],
        f"{card['id']}?",
        tuple(card["answers"]),
        tuple(card["options"]),
        tuple(card["rights"]),
        carries=tuple(
            Carried(one.get("place", -1), one.get("text", ""), one["says"], one["value"], tuple(one["adds"]))
            for one in card.get("carries", ())
        ),
        topic=card["topic"],
        level=card["level"],
        worth=card["worth"],
        **more,
    )


def dealt(card: Card, filed: dict[str, Made]) -> Made:
    """A dealt card as the referee has it."""
    of = filed[card.question.id]
    carries = [
        {**one, "place": card.order.index(one["place"])} if "place" in one else one
        for one in of.get("carries", [])
    ]
    placed = {"options": list(card.options), "rights": tuple(card.rights), "filed": card.order}
    return {**of, **placed, **({"carries": carries} if carries else {})}


def compiled(document: Made, cards: list[Made]) -> Program | None:
    """The game ready to run; None where it can't be played."""
    reading = read_game(json.dumps(document), lambda _: [question_of(card) for card in cards])
    return None if reading.game is None else Program(reading.game)


def as_json(step: dict[str, Any]) -> dict[str, str]:
    """What is compared of a step, each part as JSON, so that 1 and 1.0 differ."""
    if "error" in step:
        return {"error": "a mistake"}
    parts = {key: step.get(key) or None for key in COMPARED if key not in ("at", "before", "after")}
    parts |= {"at": step["at"], "after": step["after"]}
    parts |= {
        key: step.get(key)
        for key in ("result", "award", "ending", "ignored", "round", "gate")
        if step.get(key)
    }
    if step.get("moment"):
        parts["before"] = step["before"]
    return {key: json.dumps(value, sort_keys=True) for key, value in parts.items()}


class Trails(unittest.TestCase):
    def test_step_by_step(self) -> None:
        played: Counter[str] = Counter()

        @seed(SEED)
        @settings(QUIET, max_examples=GAMES)
        @given(made.games(), st.lists(made.moves(), min_size=3, max_size=20), st.integers(0, 2**40))
        def try_it(game: tuple[Made, list[Made]], moves: list[tuple[str, str, int]], dice: int) -> None:
            document, cards = game
            program = compiled(document, cards)
            if program is not None:
                played["games"] += 1
                played["with rounds"] += bool(program.game.rounds)
                played["with helps"] += bool(program.game.helps)
                trail = self.compare(program, document, cards, moves, dice)
                played["steps"] += len(trail)
                played["helps used"] += sum(step.moment == "helped" for step in trail)

        try_it()
        self.assertGreater(played["games"], GAMES / 2, "most made-up games can be played")
        print(f"referee, seed {SEED}: {dict(played)}")

    def compare(
        self,
        program: Program,
        document: Made,
        cards: list[Made],
        moves: list[tuple[str, str, int]],
        dice: int,
    ) -> list[Step]:
        """Make the same moves on both sides; the steps."""
        choices, always = Choices(dice, "Ada"), Stream(dice, "deck")

        def drawn(name: str, some: list[Any]) -> Any:
            return some[always.below(len(some))] if name == "always" else Stream(dice, name).drawn(some)

        placed = {} if document.get("rounds") else {card["id"]: card for card in cards}
        dealt_cards = Dealer(program.game, choices).cards()
        table = Table(document, cards, drawn)
        if placed:  # the options of a game without rounds are moved, too
            table.pick = lambda *_: dealt(next(dealt_cards), placed)
        play, run = Play(document, table, "Ada"), Run(program, choices)
        play.roll = lambda sides, where: Stream(dice, f"rows/{where}").below(sides)

        def one_of(at: str, many: int, last: int | None) -> int:
            others = [place for place in range(many) if place != last]
            return others[Stream(dice, f"texts/{at}").below(len(others))]

        play.choose_text = one_of
        play.shuffled = lambda name, id_, many: Stream(dice, f"helps/{name}/{id_}").shuffled(range(many))
        play.begin()
        play.to_input()
        run.begin()
        to_input(run)
        self.same(run.trail, play, document, moves)
        for do, text, wait in moves:
            if run.phase == "over" or (do == "late" and run.due() is None):
                break
            seen = len(run.trail)
            if run.phase == "choosing" and do != "leave":
                do, text = "choose", run.offered[wait % len(run.offered)]
            if do == "help" and program.helps:
                text = [*program.helps][made.HELPS.index(text) % len(program.helps)]
            has_text = do in ("answer", "choose", "help")
            move = None if do == "late" else Move(do, text if has_text else "")  # type: ignore[arg-type]
            make(run, Planned(move, wait))
            given_ = (step.extra["input"] for step in run.trail[seen:] if "input" in step.extra)
            play.make(do, wait, next(given_, text), f"{do} {text}" if has_text else do)
            to_input(run)
            play.to_input()
            self.same(run.trail, play, document, moves)
        return run.trail

    def same(self, trail: list[Step], play: Play, document: Made, moves: list[tuple[str, str, int]]) -> None:
        theirs = [as_json(step) for step in play.trail]
        ours = [as_json(step.as_dict()) for step in trail]
        for number, (one, other) in enumerate(zip(ours, theirs, strict=False), 1):
            if one != other:
                self.fail(
                    f"step {number}:\n{one}\n{other}\n{json.dumps(document, indent=1)}\n{moves}\nseed {SEED}"
                )
        self.assertEqual(len(ours), len(theirs), f"{document} {moves} {ours[-2:]} {theirs[-2:]} seed {SEED}")


class Answers(unittest.TestCase):
    """Texts held against words, by rapidfuzz and unicodedata; expressions by Python itself."""

    def test_texts(self) -> None:
        switches = st.sets(st.sampled_from(made.SWITCHES))

        @seed(SEED)
        @settings(QUIET, max_examples=GAMES * 2)
        @given(st.lists(made.PHRASES, min_size=1, max_size=2), made.texts(), switches, made.SPELLING)
        def try_it(answers: list[str], text: str, ignore: set[str], spelling: Any) -> None:
            articles = ["the", "a", "an", "l'"]
            question = Question("t", "typed", "?", tuple(answers))
            edits = spelling if isinstance(spelling, int) else tuple(sorted(spelling.items()))
            rules = Checking(tuple(sorted(ignore)), edits, articles=tuple(articles))  # type: ignore[arg-type]
            found = check(as_filed(question), text, rules)
            card = {"kind": "typed", "answers": answers, "rights": (), "options": []}
            wanted, *_ = verdict(card, text, {"ignore": ignore, "spelling": spelling, "articles": articles})
            self.assertEqual(
                found.name, wanted, (answers, text, ignore, spelling, found.steps, f"seed {SEED}")
            )

        try_it()

    def test_expressions(self) -> None:
        names = [*made.METERS, *made.COUNTS]
        values = st.sampled_from([0, 1, 2, 7, -3, 0.5, 2.25, 1e15, float("inf")])
        some_values = st.lists(values, min_size=len(names), max_size=len(names))

        @seed(SEED)
        @settings(QUIET, max_examples=GAMES * 2)
        @given(made.expressions(names) | made.conditions(names), some_values)
        def try_it(source: str, some: list[float]) -> None:
            known = {**dict(zip(names, some, strict=True)), "topic": "knots", "kind": "typed"}
            try:
                wanted: Any = evaluate(source, known)
            except Mistake:
                wanted = None
            try:
                found: Any = compile_expression(source)(known)
            except ExpressionError:
                found = None
            self.assertEqual(repr(found), repr(wanted), f"{source} {known} seed {SEED}")

        try_it()


class Odds(unittest.TestCase):
    def test_way_by_way(self) -> None:
        told: Counter[str] = Counter()
        walkers = st.tuples(
            st.sampled_from(["skill", "knows"]),
            st.sampled_from([Fraction(0), Fraction(1, 4), Fraction(1, 2), Fraction(1)]),
            st.sampled_from([0, 0, 1, 2.5]),
        )

        @seed(SEED)
        @settings(QUIET, max_examples=ODDS * 3)
        @given(made.games(weighed=True), walkers)
        def try_it(game: tuple[Made, list[Made]], walker: tuple[str, Fraction, float]) -> None:
            document, cards = game
            program = compiled(document, cards)
            if program is None or told["exact"] >= ODDS:
                return
            try:
                wanted = enumerated.odds(document, cards, *walker, MOST_WAYS)
            except enumerated.TooMany:
                told["too many ways to enumerate"] += 1
                return
            try:
                self.compare(
                    program, Walker(*walker), wanted, f"{json.dumps(document, indent=1)} {cards} {walker}"
                )  # type: ignore[arg-type]
                told["exact"] += 1
            except Inexact as error:
                told[str(error)] += 1

        try_it()
        self.assertGreater(told["exact"], ODDS / 4, f"few odds are exact: {told}")
        print(f"referee, seed {SEED}: {dict(told)}")

    def compare(self, program: Program, walker: Walker, wanted: Any, told: str) -> None:
        values, rows, left = wanted
        found = odds(program, walker)
        rest = float(left) + float(found.left_over) + 1e-9
        told = f"{told} seed {SEED} left {float(left)}"
        pairs = [("results", found.results), ("awards", found.awards), *found.meters.items()]
        for name, shares in pairs:
            for value in {*shares, *values[name]}:
                self.assertAlmostEqual(
                    float(shares.get(value, 0)),
                    float(values[name][value]),
                    delta=rest,
                    msg=f"{name} {value} {told}",
                )
        if not left and not found.left_over:
            for name, moments in (("asked", found.asked), ("seconds", found.seconds)):
                mean = sum(value * float(share) for value, share in values[name].items())
                self.assertAlmostEqual(moments.spread().mean, mean, places=6, msg=f"{name} {told}")
            self.assertEqual(found.rows, rows, f"rows {told}")


if __name__ == "__main__":
    unittest.main()
