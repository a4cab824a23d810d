"""Generated questions: formula, table and which one does not belong."""

from __future__ import annotations

import json
import unittest
from fractions import Fraction
from itertools import islice
from unittest import mock

from dicetrail.core.pack.reader import read_text
from dicetrail.core.play.answers.nearmiss import near_misses, neighbouring_operations
from dicetrail.core.play.deal.dealer import Dealer, deal
from dicetrail.core.play.deal.supply import Supply, maker_of
from dicetrail.core.play.dice import Stream
from dicetrail.core.play.language.numbers import read_number
from dicetrail.core.play.questions.formulas import MOST_TRIED, FormulaMaker
from dicetrail.core.play.questions.maker import Texts
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.questions.recipes import Formula, Odd, RecipeError, Span, Table
from dicetrail.core.play.rulebook.as_json import from_json, to_json
from dicetrail.core.play.rulebook.game import Choices, Deal, Game


def formula(
    prompt: str, answer: str, *where: str, ask: str = "choice", times: int = 1, level: int = 1, **spans: str
):
    limits = []
    for name, span in spans.items():
        low, _, high = span.partition("..")
        high, _, step = high.partition(" by ")
        limits.append(Span(name, low, high, step or "1"))
    recipe = Formula(tuple(limits), answer, where, ask)  # type: ignore[arg-type]
    return Question("f", "formula", prompt, (answer,), recipe=recipe, times=times, level=level)


FORMULAS = {
    "times tables 2–12": formula("{a} * {b}", "a * b", a="2..12", b="2..12"),
    "sums, each term at most half the limit": formula(
        "{a} + {b}", "a + b", a="0..100 * level // 2", b="0..100 * level // 2"
    ),
    "whole divisions, dividend 1–99, not smaller than the divisor": formula(
        "{a} / {b}", "a / b", "whole", a="1..99", b="1..a"
    ),
    "fractions of one denominator": formula("{a}/4 + {b}/4", "a / 4 + b / 4", a="1..9", b="1..9"),
    "decimals": formula("{a} - {b}", "a - b", "a >= b", a="0..5 by 0.1", b="0..5 by 0.1"),
    "hours of walking": formula(
        "{a} / {b} + {c} / 600", "a / b + c / 600", a="3..18", b="3..5", c="0..1200 by 100"
    ),
    "a remainder": formula("{a} % {b}", "a % b", "answer > 0", a="10..99", b="2..9"),
}


class Formulas(unittest.TestCase):
    def test_10_000_questions_have_the_answer_that_fractions_give(self):
        """Python's own arithmetic on fractions.Fraction is the reference; the prompt is what it is given."""
        seen = 0
        for name, question in FORMULAS.items():
            supply = Supply(question, dice=11, level=2)
            whole = "whole" in question.recipe.where
            for _ in range(1450):
                made = supply.next()
                written = "".join(
                    f"Fraction('{part}')" if part[0].isdigit() else part for part in _tokens(made.prompt)
                )
                value = eval(written, {"Fraction": Fraction})
                answer = read_number(made.options[made.right])
                self.assertEqual(answer, value, (name, made.prompt))
                numbers = [read_number(option) for option in made.options]
                self.assertEqual(len(set(numbers)), 4, (name, made.options))
                self.assertNotIn(None, numbers)
                if whole:
                    self.assertEqual(answer.denominator, 1)
                    self.assertGreater(answer, 0)
                    self.assertTrue(all(number.denominator == 1 for number in numbers))
                if answer >= 0:
                    self.assertTrue(all(number >= 0 for number in numbers), made.options)
                seen += 1
        self.assertGreaterEqual(seen, 10_000)

    def test_how_many_there_are_counted_by_hand(self):
        sizes = {name: Supply(question, 1, 2).size for name, question in FORMULAS.items()}
        self.assertEqual(sizes["times tables 2–12"], 121)
        self.assertEqual(
            sizes["whole divisions, dividend 1–99, not smaller than the divisor"],
            sum(a % b == 0 for a in range(1, 100) for b in range(1, a + 1)),
        )
        self.assertEqual(sizes["decimals"], 51 * 52 // 2)
        self.assertIsNone(
            sizes["sums, each term at most half the limit"]
        )  # 101 × 101: too many to look through
        self.assertEqual(Supply(FORMULAS["sums, each term at most half the limit"], 1, 1).size, 51 * 51)

    def test_no_question_twice_before_it_must(self):
        supply = Supply(FORMULAS["times tables 2–12"], 5)
        prompts = [supply.next().prompt for _ in range(242)]
        self.assertEqual(len(set(prompts[:121])), 121)
        self.assertEqual(len(set(prompts[121:])), 121)
        self.assertNotEqual(prompts[:121], prompts[121:])

    def test_an_impossible_condition_is_told_after_a_bounded_search(self):
        for impossible in (
            formula("{a}", "a", "a > 10", a="1..10"),
            formula("{a} {b}", "a / b", "answer == 1/7", a="1..100000", b="8 * a..9 * a"),
            formula("{a}", "a / 0", a="1..1000"),
            formula("{a}", "a", a="5..1"),
            formula(
                "{a}{b}{c}{d}",
                "a + b + c + d",
                "a + b + c + d > 400",
                a="1..99",
                b="1..99",
                c="1..99",
                d="1..99",
            ),
        ):
            with (
                mock.patch.object(
                    FormulaMaker, "_meets", autospec=True, side_effect=FormulaMaker._meets
                ) as met,
                self.assertRaises(RecipeError),
            ):
                maker_of(impossible.recipe, Texts(impossible.prompt), 1)
            self.assertLessEqual(met.call_count, 2 * MOST_TRIED)

    def test_near_misses(self):
        self.assertEqual(neighbouring_operations("a * b - 1"), ["a * b + 1", "a + b - 1"])
        misses = list(islice(near_misses(Fraction(54), [Fraction(15), Fraction(54)]), 5))
        self.assertEqual(misses, [15, 45, 44, 64, 55])
        quarter = list(islice(near_misses(Fraction(3, 4), []), 3))
        self.assertEqual(quarter, [1, Fraction(1, 2), Fraction(5, 4)])
        self.assertEqual(list(islice(near_misses(Fraction(0), []), 3)), [1, 2, 3])
        self.assertIn(Fraction(-1), list(islice(near_misses(Fraction(-2), []), 3)))

    def test_snags_in_formulas(self):
        def snags(**fields: str) -> list[tuple[str, str]]:
            record = {
                "kind": "formula",
                "prompt": "{a} and {b}",
                "variables": "a = 1..9; b = 1..a",
                "answer": "a + b",
            }
            reading = read_text("a.json", json.dumps([record | fields]))
            return [(snag.code, snag.message) for snag in reading.all_snags]

        self.assertEqual(snags(), [])
        for fields, code, said in (
            ({"answer": "a + c"}, "bad-formula", "`c` is not known here"),
            ({"answer": "a +"}, "bad-formula", "not a complete expression"),
            ({"variables": "a = 1..b; b = 1..2"}, "bad-formula", "`b` is not known here"),
            ({"variables": "a = 1..9"}, "bad-formula", ""),
            ({"variables": "a; b"}, "bad-notation", "no variable"),
            ({"where": "a > b + 9"}, "nothing-to-ask", "No numbers meet"),
            ({"ask": "typed"}, "bad-ask", "number or choice"),
            ({"choices": "9"}, "bad-choices", "from 2 to 8"),
            ({"prompt": "{a} and b"}, "hidden-variable", "never shows it"),
            ({"answer": ""}, "no-answer", "expression"),
            ({"variables": "a = 1..9; b = 1..99999999"}, "nothing-to-ask", "1,000,000 is the most"),
            ({"answer": "__import__('os')"}, "bad-formula", "can't be used"),
        ):
            found = snags(**fields)
            self.assertEqual([name for name, _ in found][:1], [code], (fields, found))
            self.assertIn(said, found[0][1])


def _tokens(prompt: str) -> list[str]:
    import re

    return re.findall(r"\d+(?:\.\d+)?|[-+*/%()]", prompt)


class Tables(unittest.TestCase):
    TABLE = Table(
        ("Peak", "Range", "Rock"),
        (
            ("Alm", "East", "lime"),
            ("Bim", "West", "Lime"),
            ("Cim", "East", "slate"),
            ("Dim", "", "gneiss"),
            ("Eim", "North", ""),
            ("Fim", "West", "slate/gneiss"),
        ),
        "Rock",
        part="/",
    )

    def made(self, table: Table, prompt: str) -> list[Question]:
        supply = Supply(Question("t", "table", prompt, (), recipe=table), dice=3)
        return [supply.next() for _ in range(supply.size or 0)]

    def test_rows_become_questions(self):
        made = self.made(self.TABLE, "What is {peak} made of?")
        self.assertEqual(
            sorted(question.prompt for question in made),
            [f"What is {peak} made of?" for peak in ("Alm", "Bim", "Cim", "Dim", "Fim")],
        )
        for question in made:
            values = [option.casefold() for option in question.options]
            self.assertEqual(len(set(values)), len(values), "lime and Lime are one value")
        fim = next(question for question in made if "Fim" in question.prompt)
        self.assertIn(fim.answers[0], ("slate", "gneiss"))
        self.assertEqual(
            len({"slate", "gneiss"} & set(fim.options)), 1, "the other right one is no wrong option"
        )

    def test_rows_of_one_prompt_are_one_question(self):
        made = self.made(
            Table(("Peak", "Range"), self.TABLE.rows, "Peak", "typed"), "Name a peak of the {Range}."
        )
        self.assertEqual(
            {question.prompt: question.answers for question in made},
            {
                "Name a peak of the East.": ("Alm", "Cim"),
                "Name a peak of the West.": ("Bim", "Fim"),
                "Name a peak of the North.": ("Eim",),
            },
        )

    def test_what_can_not_be_asked(self):
        for table, prompt, said in (
            (self.TABLE, "What is {Pek}?", "no column ‘Pek’"),
            (self.TABLE, "What is it?", "names no column"),
            (Table(("a", "b"), (("1", "x"),), "c"), "{a}", "no column ‘c’"),
            (Table(("a", "b"), (("1", "x"), ("2", "X ")), "b"), "{a}", "No row gives a question"),
        ):
            with self.assertRaisesRegex(RecipeError, said):
                maker_of(table, Texts(prompt), 1)

    def test_braces_can_be_written(self):
        self.assertEqual(self.made(self.TABLE, "{{{peak}}}")[0].prompt[0], "{")


class OddOnes(unittest.TestCase):
    ODD = Odd((("High", ("Ci", "Cc", "Cs", "shared")), ("Low", ("St", "Sc", "shared"))), 3)

    def test_every_question_once(self):
        question = Question("o", "odd", "Which?", (), recipe=self.ODD)
        supply = Supply(question, dice=8)
        self.assertEqual(supply.size, 3 * 2 + 1 * 3)
        made = [supply.next() for _ in range(supply.size)]
        self.assertEqual(len({frozenset(q.options) for q in made}), 9)
        self.assertNotIn("shared", {option for q in made for option in q.options}, "it is odd in no group")
        groups = {name: set(members) for name, members in self.ODD.groups}
        for q in made:
            odd, *belonging = q.options
            self.assertTrue(
                any(set(belonging) <= members and odd not in members for members in groups.values())
            )
            self.assertIn(odd, q.why)

    def test_too_small_groups(self):
        with self.assertRaisesRegex(RecipeError, "No group has 3 members that stand"):
            maker_of(Odd((("a", ("x", "y")), ("b", ("z",)))), Texts("Which?"), 1)


class Dealt(unittest.TestCase):
    TWO = formula("{a} * {b}", "a * b", a="2..9", b="2..9", times=5)
    GAME = Game(
        "g",
        (
            TWO,
            Question("t", "typed", "Type", ("x",)),
            Question("s", "table", "{Peak}", (), recipe=Tables.TABLE),
        ),
    )

    def test_as_many_as_asked_for_and_a_table_gives_all_its_rows(self):
        cards = deal(self.GAME, Choices(4))
        self.assertEqual(len(cards), 5 + 1 + 5)
        self.assertEqual(len({card.question.id for card in cards}), 11)
        self.assertEqual({card.question.recipe for card in cards}, {None})
        self.assertEqual(Dealer(self.GAME, Choices(4)).total, 11)

    def test_the_same_dice_the_same_questions_also_from_json(self):
        again = from_json(json.loads(json.dumps(to_json(self.GAME))))
        self.assertEqual(again, self.GAME)
        self.assertEqual(deal(again, Choices(9)), deal(self.GAME, Choices(9)))
        self.assertNotEqual(deal(again, Choices(9)), deal(again, Choices(10)))

    def test_another_question_moves_nothing(self):
        alone = Game("g", (self.TWO,), deal=Deal(order="filed"))
        with_more = Game("g", (self.TWO, Question("z", "typed", "Z", ("z",))), deal=Deal(order="filed"))
        self.assertEqual(deal(with_more, Choices(6))[:5], deal(alone, Choices(6)))

    def test_the_chosen_level_sets_the_limits(self):
        leveled = formula("{a}", "a", a="10 * level..10 * level + 9", ask="number", times=3, level=4)
        game = Game("g", (leveled, Question("t", "typed", "T", ("x",), level=2)))
        cards = deal(game, Choices(1, level=2))
        self.assertEqual(len(cards), 4, "a formula that uses the level fits every level")
        self.assertTrue(
            all(20 <= int(c.question.answers[0]) <= 29 for c in cards if c.question.kind == "number")
        )

    def test_endless_decks_go_on(self):
        game = Game("g", (self.TWO,), deal=Deal(repeats="when_empty", draw=None))
        deck = Dealer(game, Choices(2))
        prompts = [card.question.prompt for card in islice(deck.cards(), 64)]
        self.assertEqual(len(set(prompts)), 64, "no product twice before all 64 were asked")

    def test_streams_of_wrong_options_are_spread(self):
        maker = maker_of(self.TWO.recipe, Texts(self.TWO.prompt), 1)
        seen = {maker.make(self.TWO, 10, Stream(n, "x")).options[1:] for n in range(50)}
        self.assertGreater(len(seen), 10)
