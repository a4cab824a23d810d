"""The bench in the browser: play, go back, another way, a changed rule, waymarks kept and broken."""

from __future__ import annotations

import json
import tempfile
import time
import unittest
import urllib.request
from pathlib import Path

from ruamel.yaml import YAML
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from .harness import Browser, Served

yaml = YAML(typ="safe")
ROWS = "".join(f"Question {n}?\tright {n}\twrong {n}\tother {n}\n" for n in range(5))
RULES = """\
title: Benched
packs: [packs/benched.tsv]
deal: {order: filed, options: filed}
meters: {score: {start: 0}, lives: {start: 3}}
clocks: {question: 10, breather: 1}
consequences:
  - {moment: right, add: {score: 3}, tell: "{score} now."}
  - {moment: missed, add: {lives: -1}, reveal: true}
  - {moment: late, add: {lives: -1}}
endings:
  - {if: lives == 0, result: lost}
awards:
  - {if: score >= 9, title: High}
  - {if: "True", title: Low}
"""


class OnTheBench(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.served = Served(demo=True)
        cls.browser = Browser()
        cls.game = cls.served.make_game("Benched", cls.served.paste("benched.tsv", ROWS), RULES)
        cls.page = f"{cls.served.url}/games/{cls.game['id']}/playtest"

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()
        cls.served.stop()

    def gauge(self, name: str, value: str) -> None:
        self.browser.until(f"[data-gauge={name}]", "data-value", value)

    def side(self, name: str) -> None:
        """Turn to a side of what stands beside the play."""
        self.browser.find("[role=tab]", name).click()

    def clean(self, where: str) -> None:
        self.assertEqual(self.browser.axe(), [], where)
        self.assertEqual(self.browser.console(), [], where)

    def test_0_feedback_is_seen_whole_above_the_trail(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/1/playtest")
        browser.find("[data-bench]")
        for key in "rww":
            browser.keys(key)
        feedback = browser.find("[data-moment=missed]", "The answer is").rect
        trail = browser.find("[aria-label='The trail']").rect
        self.assertLessEqual(feedback["y"] + feedback["height"], trail["y"])

    def test_1_play_go_back_and_another_way(self):
        browser = self.browser
        browser.open(self.page)
        browser.find("[data-bench]")
        self.clean("the bench")
        for key, score in (("r", "3"), ("r", "6"), ("r", "9")):
            browser.keys(key)
            self.gauge("score", score)
        browser.find("[data-moment=right]", "9 now.")
        browser.find("[data-reason]", "row 1 applies, score +3")
        browser.keys(Keys.BACKSPACE)
        self.gauge("score", "6")
        browser.keys("w")
        self.gauge("lives", "2")
        self.side("Ways")
        browser.find("[data-branch='0']", "right, right, right")
        browser.press("Compare")
        browser.find("[data-difference=other]", "score was 9, now 6")
        browser.find("[data-difference=other]", "is ‘missed’ now")
        self.clean("two ways compared")
        browser.find("[data-step='2']").click()
        self.gauge("score", "0")
        browser.press("Take it up")
        self.gauge("score", "6")

    def test_1b_the_end_is_the_players_and_enter_goes_on(self):
        browser = self.browser
        browser.open(self.page)
        browser.find("[data-bench]")
        browser.press("Start over")  # it keeps no key for itself
        for moves in range(1, 6):
            browser.keys("r")
            browser.find(f"[data-gauge=score][data-value='{3 * moves}']")
            browser.find("[data-phase=feedback]")
            browser.keys(Keys.ENTER if moves % 2 else Keys.SPACE)
            if moves < 5:
                browser.find("[data-phase=asking]", f"Question {moves}?")
        browser.find("[data-result=done] h1", "High")
        browser.find("[data-result=done]", "5 of 5")
        browser.find("[data-result=done] h2", "The questions")
        self.assertEqual(browser.all("[data-bench] [data-moment]"), [])
        self.clean("the end on the bench")
        browser.press("Play again")
        browser.find("[data-phase=asking]", "Question 0?")

    def test_1c_what_is_remembered_belongs_to_the_game(self):
        browser = self.browser
        browser.open(self.page)
        browser.find("[data-bench]")
        browser.press("Start over")
        browser.keys("r")
        browser.find("[data-gauge=score][data-value='3']")
        stored = "return Object.keys(localStorage).filter(one => one.startsWith('dicetrail.bench.'))"
        (key,) = [
            one
            for one in browser.driver.execute_script(stored)
            if one.startswith(f"dicetrail.bench.{self.game['id']}.")
        ]
        born = self.served.ask("GET", f"/api/workshop/games/{self.game['id']}")["born"]
        self.assertTrue(key.endswith(born))  # another game of its number was born at another time

    def test_2_the_clock_stands_and_is_stepped(self):
        browser = self.browser
        browser.open(self.page)
        browser.press("Start over")
        self.gauge("score", "0")
        for _ in range(4):
            browser.find("[data-wait='1000']").click()
        browser.find("[role=timer]", "6 s")
        self.gauge("time_left", "6")
        browser.keys("b")
        self.gauge("lives", "2")
        browser.find("[data-mark=wrong]", "wrong 0")
        browser.keys(".", "l")
        self.gauge("lives", "1")
        browser.keys("W")
        browser.find("[data-result=lost]", "Low")
        self.clean("a play that is over")

    def test_3_a_changed_rule_is_seen_without_playing_again(self):
        browser = self.browser
        browser.open(self.page)
        browser.press("Start over")
        self.gauge("score", "0")
        browser.press("On until")
        browser.find("[role=menuitem]", "the end, all right").click()
        browser.find("[data-result=done]", "High")
        browser.find("[aria-label='Name of the waymark']").send_keys("all right", Keys.ENTER)
        browser.until("[data-waymark='all right']", "data-passed", "true")
        browser.find("nav a", "Rules").click()
        cell = browser.find("[data-cell='row 1: score']")
        cell.send_keys(Keys.CONTROL, "a")
        cell.send_keys("1", Keys.ENTER)
        browser.find("[data-save=saved]")
        browser.find("nav a", "Playtest").click()
        browser.find("[data-difference=rules]", "score was 15, now 5, since step 3, row 1.")
        browser.until("[data-waymark='all right']", "data-passed", "false")
        browser.find("[data-waymark='all right']", "score: expected 15, got 5")
        browser.find("[data-waymark='all right']", "score was 15, now 5, since step 3, row 1.")
        self.clean("a broken waymark")
        browser.press("That is what I want now")
        browser.until("[data-waymark='all right']", "data-passed", "true")

    def test_3b_a_changed_question_is_seen_too(self):
        browser = self.browser
        pack = self.served.paste("words.tsv", "kind\tquestion\tanswer\ntyped\tWhich knot?\tBowline\n")
        game = self.served.make_game("Words", pack, "title: Words\npacks: [packs/words.tsv]\n")
        browser.open(f"{self.served.url}/games/{game['id']}/playtest")
        browser.find("[aria-label='Your answer']").send_keys("Prusik", Keys.ENTER)
        browser.find("[data-result=done]")
        path = f"/api/workshop/packs/{pack['id']}/questions/0/accept"
        self.served.ask("POST", path, {"text": "Prusik", "revision": pack["revision"]})
        browser.open(f"{self.served.url}/games/{game['id']}/playtest")
        browser.find("[data-difference=rules]", "was ‘missed’, and is ‘right’ now")

    def test_3c_a_waymark_in_full_with_typed_moves_and_what_must_hold_on_the_way(self):
        browser = self.browser
        game = self.served.make_game("In full", {"id": self.game["packs"][0]["id"]}, RULES)
        browser.open(f"{self.served.url}/games/{game['id']}/playtest")
        browser.press("In full")
        browser.find("[role=dialog] input").send_keys("typed by hand")
        moves = browser.find("[role=dialog] textarea")
        moves.send_keys("right", Keys.ENTER, "wronk")
        browser.find("[data-problem]", "Move 2: ‘wronk’ is no move")
        self.assertFalse(browser.button("Keep it").is_enabled())
        moves.send_keys(Keys.BACKSPACE, "g", Keys.ENTER, "right @2")
        browser.gone("[data-problem]")
        browser.press("Expect something more")
        last = len(browser.all("[data-wish]"))
        Select(browser.find(f"[aria-label='When, {last}']")).select_by_value("1")
        Select(browser.find(f"[aria-label='What, {last}']")).select_by_visible_text("tell")
        value = browser.find(f"[aria-label='Value, {last}']")
        self.assertEqual(value.get_attribute("value"), "3 now.")
        value.send_keys("!")
        browser.find("[data-now]", "now 3 now.")
        self.clean("a waymark in full")
        browser.press("Keep it")
        browser.until("[data-waymark='typed by hand']", "data-passed", "false")
        browser.find("[data-waymark='typed by hand']", "tell after 1 move: expected 3 now.!, got 3 now.")
        browser.press("That is what I want now")
        browser.until("[data-waymark='typed by hand']", "data-passed", "true")
        browser.find("[data-waymark='typed by hand'] button", "Change").click()
        browser.find("[role=dialog] textarea").send_keys(Keys.ENTER, "late")
        browser.press("Keep it")
        browser.until("[data-waymark='typed by hand']", "data-passed", "false")  # as it is now
        browser.press("Play it")
        self.gauge("lives", "1")
        text = self.served.ask("GET", f"/api/workshop/games/{game['id']}")["text"]
        (mark,) = yaml.load(text)["waymarks"]
        self.assertEqual(mark["moves"], ["right", "wrong", "right @2", "late"])
        self.assertEqual(mark["along"], [{"after": 1, "expect": {"tell": "3 now."}}])

    def test_3d_what_the_game_asks_before_a_play_is_chosen_on_the_bench(self):
        browser = self.browser
        asks = RULES + "setup: {name: ask, count: {ask: true, min: 2, max: 4, default: 3}}\n"
        game = self.served.make_game("Asks", {"id": self.game["packs"][0]["id"]}, asks)
        browser.open(f"{self.served.url}/games/{game['id']}/playtest")
        browser.find("label", "Questions").find_element("css selector", "input").send_keys("2")
        browser.find("[data-bench]", "Question 1 of 2")
        browser.find("label", "Name").find_element("css selector", "input").send_keys("Ida")
        browser.find("h1").click()
        browser.keys("R")
        browser.find("[data-result=done]")
        self.gauge("score", "6")
        browser.find("[aria-label='Name of the waymark']").send_keys("two of them", Keys.ENTER)
        browser.until("[data-waymark='two of them']", "data-passed", "true")
        text = self.served.ask("GET", f"/api/workshop/games/{game['id']}")["text"]
        (mark,) = yaml.load(text)["waymarks"]
        self.assertEqual((mark["count"], mark["player"]), (2, "Ida"))

    def test_3e_from_the_reason_to_the_line_in_the_file(self):
        browser = self.browser
        browser.open(self.page)
        browser.press("Start over")
        self.gauge("score", "0")
        browser.keys("r", ".", "w")
        self.gauge("lives", "2")
        browser.find("[data-to-line]", "To line 2 of the file").click()
        browser.find("[data-line='2'][aria-current]", "Question 1?")

    def test_4_a_first_set_on_demo_games(self):
        browser = self.browser
        for game in self.served.ask("GET", "/api/workshop/shelf")["games"][:5]:
            browser.open(f"{self.served.url}/games/{game['id']}/playtest")
            browser.press("Propose a first set")
            browser.find("[data-proposed]")
            passed = self.served.ask("GET", f"/api/workshop/games/{game['id']}")["passed"]
            names = [one.get_attribute("data-proposal") for one in browser.all("[data-proposal]")]
            self.assertGreaterEqual(len(names), 3, game["title"])
            browser.find(f"[data-proposal='{names[0]}'] button", "So it is meant").click()
            browser.until(f"[data-waymark='{names[0]}']", "data-passed", "true")
            browser.press("Keep them all")
            wanted = f"{len(names) + passed} 0"
            browser.until("[data-waymarks]", "data-waymarks", wanted)
            browser.until("[data-top-waymarks]", "data-top-waymarks", wanted)

    def test_5_taken_to_what_was_not_touched(self):
        browser = self.browser
        mark = "waymarks:\n  - {name: one, moves: [right], expect: {score: 3}}\n"
        game = self.served.make_game("Fresh", {"id": self.game["packs"][0]["id"]}, RULES + mark)
        browser.open(f"{self.served.url}/games/{game['id']}/playtest")
        self.side("Touched")
        browser.find("[data-left='row 3']")
        for what, proof in (
            ("row 3", "[data-gauge=lives][data-value='2']"),
            ("ending 1", "[data-result=lost]"),
        ):
            browser.find(f"[data-left='{what}'] button", "Take me there").click()
            browser.find(proof)
            browser.gone(f"[data-left='{what}']")
        browser.find("[data-top-waymarks]")
        time.sleep(1)  # until no motion is half-way
        self.clean("what is left to be touched")
        browser.open(f"{self.served.url}/games/{game['id']}/rules")
        browser.find("[data-row='1'] [data-walked]")

    def test_6_until_a_life_is_lost_and_with_the_clock_running(self):
        browser = self.browser
        browser.open(f"{self.served.url}/games/1/playtest")
        browser.press("Start over")
        self.gauge("lanterns", "3")
        browser.keys("L")
        self.gauge("lanterns", "2")
        browser.find("[data-step='4']")
        browser.press("Go on")
        browser.find("[role=timer]", "30 s")
        browser.find("label", "Let the clock run").click()
        browser.find("[role=timer]", "28 s")
        browser.find("label", "Let the clock run").click()

    def test_7_a_trail_is_written_and_brought_again(self):
        browser = self.browser
        browser.open(self.page)
        browser.press("Start over")
        self.gauge("score", "0")
        browser.keys("r")
        browser.find("[data-moment=right]")
        browser.keys("w")
        self.gauge("lives", "2")
        wanted = {"dice": self.game["dice"], "moves": ["right", "wrong"]}
        path = f"/api/workshop/games/{self.game['id']}/bench/trail"
        request = urllib.request.Request(
            self.served.url + path, json.dumps(wanted).encode(), {"content-type": "application/json"}
        )
        trail = urllib.request.urlopen(request, timeout=40).read()
        with tempfile.TemporaryDirectory() as folder:
            for name, data, said in (
                ("gap.jsonl", b"".join(trail.splitlines(keepends=True)[::2]), "a line is missing"),
                ("long.jsonl", b"x" * (100 * 2**20), "8 MB"),
                ("whole.jsonl", trail, "It comes out as it did."),
            ):
                file = Path(folder) / name
                file.write_bytes(data)
                browser.all("input[type=file]")[0].send_keys(str(file))
                if name != "whole.jsonl":
                    browser.find("[role=alert]", said)
                    self.gauge("lives", "2")
                else:
                    browser.find("[data-difference=brought]", said)
        self.assertEqual(browser.axe(), [])
