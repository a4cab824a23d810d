"""What makers stumbled over: hints, snags, and what a result counts."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as some

from dicetrail.core.pack.own_letters import has_own_letters, without_own_letters
from dicetrail.core.pack.reader import read_text
from dicetrail.core.play.deal.setup import choose
from dicetrail.core.play.language.expressions import (
    ExpressionError,
    check_names,
    compile_expression,
    compile_template,
)
from dicetrail.core.play.rulebook.game import Choices
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.run import Run
from dicetrail.core.play.seen.invitation import invitation
from dicetrail.core.play.seen.view import view
from dicetrail.core.play.words import LANGUAGES
from dicetrail.core.prove.search.reach import reach
from dicetrail.core.rules.compile import read_game
from dicetrail.core.rules.reading import GameReading
from dicetrail.core.rules.starting import new_game
from dicetrail.core.rules.yamltext import YamlText
from dicetrail.files import starting_points

ROWS = "".join(f"Question {n}?\tright {n}\twrong {n}\tother {n}\n" for n in range(6))
BEGIN = "title: T\npacks: [packs/p.tsv]\nleave: true\nmeters: {score: {start: 0}}\n"


def read(rules: str, begin: str = BEGIN) -> GameReading:
    return read_game(begin + rules, lambda _: read_text("p.tsv", ROWS).questions)


def codes(rules: str) -> list[str]:
    return [snag.code for snag in read(rules).snags]


class Choosing(unittest.TestCase):
    """What a player may choose before a play."""

    TOPICS = "prompt\tanswer\ttopic\n" + "".join(
        f"Question {n}?\tanswer {n}\t{topic}\n" for n, topic in enumerate(["knots"] * 2 + ["snow"] * 4)
    )

    def game(self, setup: str, deal: str = "deal: {draw: 3}"):
        rules = f"title: T\npacks: [p]\n{setup}\n{deal}\n"
        return read_game(rules, lambda _: read_text("p.tsv", self.TOPICS).questions).game

    def test_the_start_page_says_how_many_each_choice_has(self):
        invited = invitation("t", Program(self.game("setup: {topic: ask}")))
        self.assertEqual(
            [(one.topic, one.questions) for one in invited.offers], [("", 3), ("knots", 2), ("snow", 3)]
        )
        self.assertNotIn("question", invited.played)  # it is said beside what is chosen
        asked = self.game("setup: {topic: ask, count: {min: 1, max: 6, default: 3}}")
        counted = invitation("t", Program(asked))
        self.assertEqual([one.questions for one in counted.offers], [6, 2, 4])
        for offer in invited.offers:  # each as a play has it
            run = Run(Program(self.game("setup: {topic: ask}")), Choices(1, topic=offer.topic))
            self.assertEqual(run.dealer.total, offer.questions)

    def test_the_start_page_says_how_many_each_choice_has_where_parts_are_drawn(self):
        parts = "deal: {draw: [{if: level == 1, draw: 1}, {if: 'topic == \"snow\"', draw: 2}]}"
        invited = invitation("t", Program(self.game("setup: {topic: ask}", parts)))
        self.assertEqual(
            [(one.topic, one.questions) for one in invited.offers], [("", 3), ("knots", 1), ("snow", 3)]
        )

    def test_a_topic_that_has_to_be_chosen(self):
        game = self.game("setup: {topic: one}")
        invited = invitation("t", Program(game))
        self.assertFalse(invited.all_topics)
        self.assertEqual([one.topic for one in invited.offers], ["knots", "snow"])
        self.assertEqual(choose(game, 1).topic, "knots")
        self.assertEqual(choose(game, 1, topic="snow").topic, "snow")

    def test_what_can_be_reached_knows_the_topics(self):
        rules = "endings: [{if: left == 0 and asked == 2, result: lost}]"
        game = self.game("setup: {topic: ask}", f"deal: {{draw: 3}}\n{rules}")
        found = reach(Program(game))
        self.assertEqual((found.shortest, found.longest, found.endings), (2, 3, {1}))

    def test_more_topics_than_can_be_gone_through_leave_it_open(self):
        rows = "prompt\tanswer\ttopic\n" + "".join(f"Question {n}?\t{n}\ttopic {n}\n" for n in range(120))
        for asked, complete in (("ask", False), ("none", True)):
            rules = f"title: T\npacks: [p]\ndeal: {{draw: 2}}\nsetup: {{topic: {asked}}}\n"
            game = read_game(rules, lambda _: read_text("p.tsv", rows).questions).game
            self.assertEqual(reach(Program(game)).complete, complete)

    def test_what_can_be_reached_knows_every_level(self):
        rows = "prompt\tanswer\tlevel\n" + "".join(
            f"Question {n}?\tanswer {n}\t{1 if n < 4 else 2}\n" for n in range(6)
        )
        rules = (
            "title: T\npacks: [p]\ndeal: {draw: 3}\n"
            "setup: {level: {ask: true, min: 1, max: 2, default: 1}}\n"
            "endings: [{if: left == 0 and asked == 2, result: lost}]\n"
        )
        game = read_game(rules, lambda _: read_text("p.tsv", rows).questions).game
        found = reach(Program(game))
        self.assertEqual((found.shortest, found.longest, found.endings), (2, 3, {1}))

    def test_a_new_game_draws_all_where_the_pack_has_no_more(self):
        start = starting_points()["plain"]
        for questions, draw in ((9, "all"), (10, "all"), (11, 10)):
            text = new_game(start, "T", "p", questions)
            self.assertEqual(YamlText(text).data["deal"]["draw"], draw)

    def test_letters_found_and_wrong_have_cues_of_their_own(self):
        text = new_game(starting_points()["letters"], "T", "p", 9)
        rows = YamlText(text).data["consequences"]
        cues = {row["moment"]: row["cue"] for row in rows}
        self.assertEqual(len({cues[moment] for moment in ("part", "wrong", "right", "missed")}), 4)

    def test_the_seconds_of_words_with_clocks_of_their_own(self):
        rows = "prompt\tanswer\tseconds\nWhat is it?\tcornice\t90\nWhich one?\tserac\t\n"

        def played(clocks: str) -> str:
            rules = f"title: T\npacks: [p]\nclocks: {clocks}\n"
            game = read_game(rules, lambda _: read_text("p.tsv", rows).questions).game
            return invitation("t", Program(game)).played

        self.assertIn("20–90 seconds each", played("{question: 20}"))
        self.assertIn("90 seconds each", played("{question: 90}"))
        self.assertNotIn("seconds", played("{question: none}"))


class Hints(unittest.TestCase):
    def said(self, source: str) -> str:
        with self.assertRaises(ExpressionError) as error:
            check_names(
                compile_expression(source), {"score", "right", "asked", "missed", "wrong", "time_left"}
            )
        return str(error.exception)

    def test_what_other_languages_write_is_told_as_it_is_written_here(self):
        for source, hint in (
            ("right > 2 && score > 1", "`and` for &&"),
            ("right > 2 || score > 1", "`or` for ||"),
            ("!right", "`not` for !"),
            ("right === 2", "Write == or !="),
            ("right !== 2", "Write == or !="),
            ("right = 2", "Use == to compare"),
            ("2 x right", "Write * to multiply"),
            ("right x 2", "Write * to multiply"),
            ("2 × right", "Write * to multiply"),
            ("question number == 2", "is `asked`"),
            ("right ? 1 : 2", "`a if … else b`"),
        ):
            with self.subTest(source):
                self.assertIn(hint, self.said(source))

    def test_the_words_makers_use(self):
        for source, hint in (
            ("points > 3", "`score`"),
            ("correct == 2", "`right`"),
            ("mistakes > 1", "`missed` or `wrong`"),
            ("question_number == 3", "`asked`"),
            ("Time > 3", "`time_left`"),
            ("rigth > 1", "`right`"),
        ):
            with self.subTest(source):
                self.assertIn(f"Did you mean {hint}?", self.said(source))

    @given(some.text(max_size=30))
    def test_no_message_ends_in_two_points(self, source: str) -> None:
        try:
            check_names(compile_expression(source), {"score"})
        except ExpressionError as error:
            self.assertFalse(str(error).endswith(".."), str(error))

    def test_a_brace_is_told_where_it_stands(self):
        for text, at in (("Well {score}, now }", 18), ("Well {score}, {right", 14), ("{score} and {", 12)):
            with self.subTest(text), self.assertRaises(ExpressionError) as error:
                compile_template(text)
            self.assertEqual(error.exception.column, at, text)


class Snags(unittest.TestCase):
    def test_what_never_is_missed(self):
        row = "consequences: [{moment: missed, add: {score: -1}}, {moment: missed, if: score > 1}]\n"
        self.assertEqual(codes(f"tries: none\n{row}").count("never-missed"), 1)
        self.assertNotIn("never-missed", codes(f"tries: 2\n{row}"))

    def test_wrong_where_there_is_one_try(self):
        award = 'awards: [{if: right > wrong, title: Good, tell: "{right} right and {wrong} wrong"}]\n'
        self.assertEqual(codes(f"tries: 1\n{award}").count("never-wrong"), 2)
        self.assertNotIn("never-wrong", codes(f"tries: 2\n{award}"))
        self.assertNotIn("never-wrong", codes(f"tries: 1\n{award.replace('wrong', 'missed')}"))

    def test_a_better_count_that_gets_less(self):
        for awards, found in (
            ("{if: right == 5, title: Good}, {if: right >= 0, title: Well}", True),
            ("{if: right == 6, title: All}, {if: right >= 0, title: Well}", False),
            ("{if: right >= 5, title: Good}, {if: right >= 0, title: Well}", False),
            (
                "{if: right == 6, title: All}, {if: right == 5, title: Good}, {if: right >= 0, title: W}",
                False,
            ),
        ):
            with self.subTest(awards):
                self.assertEqual("better-gets-less" in codes(f"awards: [{awards}]\n"), found)

    def test_the_best_count_of_a_play_that_asks_fewer(self):
        awards = "awards: [{if: right == 2, title: All}, {if: right >= 0, title: Well}]\n"
        self.assertIn("better-gets-less", codes(awards))
        for fewer in (
            "deal: {draw: [{if: level == 1, draw: 2}]}\n",
            "setup: {count: {min: 1, max: 2, default: 1}}\n",
        ):
            self.assertNotIn("better-gets-less", codes(fewer + awards))

    def test_a_meter_without_braces(self):
        for text, found in (
            ("You have score points.", True),
            ("Score so far: score", True),
            ("Your score: {score}", False),
            ("You have {score} points.", False),
            ("That is a good score to have.", False),
        ):
            row = f'consequences: [{{moment: right, tell: "{text}"}}]\n'
            with self.subTest(text):
                self.assertEqual("bare-name" in codes(row), found)


class Ends(unittest.TestCase):
    def ended(self, rules: str, moves: list[tuple[str, float]]) -> Run:
        game = read(rules).game
        assert game is not None
        run = Run(Program(game), Choices(1))
        run.begin()
        for do, at in moves:
            run.do(Move(do), round(1000 * at))  # type: ignore[arg-type]
        return run

    def test_what_ended_it_is_told(self):
        rules = "deal: {draw: 2}\nclocks: {game: 10, breather: 0}\n"
        by_deck = self.ended(rules, [("right", 1), ("right", 2)])
        by_time = self.ended(rules, [("right", 1)])
        by_time.tick(11_000)
        by_player = self.ended(rules, [("right", 1), ("leave", 2)])
        seen = [view(run, 12_000).outcome for run in (by_deck, by_time, by_player)]
        self.assertEqual(
            [(one.result, one.by) for one in seen], [("done", ""), ("done", "time"), ("done", "left")]
        )
        self.assertEqual([(one.right, one.answered) for one in seen], [(2, 2), (1, 1), (1, 1)])
        self.assertEqual([one.percent for one in seen], [100, 100, 100])
        self.assertEqual([run.counts["asked"] for run in (by_deck, by_time, by_player)], [2, 2, 2])

    def test_a_rule_that_ends_it_says_so_itself(self):
        rules = "clocks: {game: 10, breather: 0}\nendings: [{if: game_left == 0, result: won}]\n"
        run = self.ended(rules, [("right", 1)])
        run.tick(11_000)
        outcome = view(run, 12_000).outcome
        self.assertEqual((outcome.result, outcome.by), ("won", ""))

    def test_each_language_tells_the_three_apart(self):
        for language in LANGUAGES.values():
            told = {language.texts[f"result.{name}"] for name in ("done", "time", "left")}
            self.assertEqual(len(told), 3, language.code)


class OwnLetters(unittest.TestCase):
    def test_only_the_letters_of_their_own_places_are_some(self):
        for options, found in (
            (("A. Steep", "B. Flat"), True),
            (("a) Steep", "(b) Flat", "C: Wet"), True),
            (("B. Steep", "A. Flat"), False),
            (("A. Steep", "Flat"), False),
            (("Apple", "Banana"), False),
            (("A.", "B."), False),
        ):
            rows = "prompt\tkey\t" + "\t".join(f"option {'ABC'[n]}" for n in range(len(options)))
            question = read_text("p.tsv", f"{rows}\nWhat?\tA\t{chr(9).join(options)}\n").questions[0]
            with self.subTest(options):
                self.assertEqual(has_own_letters(question), found)
                kept = without_own_letters(question)["option"]
                self.assertEqual(kept != list(options), found)


if __name__ == "__main__":
    unittest.main()
