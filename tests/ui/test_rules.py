"""The rules screen: a whole game programmed from nothing, without its text; played to each of its ends."""

from __future__ import annotations

import unittest

from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from .harness import Browser, Served

ROWS = "".join(f"Question {n}?\tright {n}\twrong {n}\tother {n}\n" for n in range(6))
EMPTY = "# The house rules.\ntitle: Empty\npacks: [packs/six.tsv]\ndeal: {order: filed, options: filed}\n"
WANTED = """\
title: Full
packs: [packs/six.tsv]
deal: {order: filed, options: filed}
tries: 2
meters: {score: {start: 0}, lives: {start: 3}}
clocks: {question: 20, game: 60}
consequences:
  - {moment: right, if: attempt == 1, add: {score: 3}}
  - {moment: right, add: {score: 1}}
  - {moment: missed, add: {lives: -1}}
endings:
  - {if: lives == 0, result: lost}
  - {if: score >= 9, result: won}
awards:
  - {if: score >= 9, title: Summit}
  - {if: score >= 3, title: Ridge}
  - {if: "True", title: Valley}
"""


class OnRules(unittest.TestCase):
    """A browser on the rules of a game."""

    @classmethod
    def setUpClass(cls):
        cls.served = Served()
        cls.browser = Browser()
        cls.pack = cls.served.paste("six.tsv", ROWS)

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()
        cls.served.stop()

    def open(self, title: str, text: str):
        game = self.served.make_game(title, self.pack, text)
        self.browser.open(f"{self.served.url}/games/{game['id']}/rules")
        self.browser.find("[data-comes-to=ready]")
        return game

    def cell(self, label: str, text: str) -> None:
        """Write a cell and leave it."""
        cell = self.browser.find(f"[data-cell='{label}']")
        cell.send_keys(Keys.CONTROL, "a")
        cell.send_keys(text or Keys.DELETE, Keys.ENTER)
        self.browser._wait(
            lambda _: self.browser.find(f"[data-cell='{label}']").get_attribute("value").lstrip("+") == text,
            f"{label} to be {text}",
        )
        self.browser.until("[data-save]", "data-save", "saved")

    def more(self, row: int, what: str, cell: str) -> None:
        """Add something to a row; it then has the cell."""
        self.browser.find(f"[aria-label='Add to row {row}']").click()
        self.browser.find("[role=menuitem]", what).click()
        self.browser.find(f"[data-cell='row {row}: {cell}']")

    def text(self, game) -> str:
        return str(self.served.ask("GET", f"/api/workshop/games/{game['id']}")["text"])

    def steps(self) -> int:
        found = self.browser.all("[data-steps], [data-result]")
        return int(found[0].get_attribute("data-steps") or 10**6) if found else -1

    def clean(self, where: str) -> None:
        self.assertEqual(self.browser.axe(), [], where)
        self.assertEqual(self.browser.console(), [], where)


class Rules(OnRules):
    def test_1_programmed_from_nothing_without_the_text(self):
        browser, game = self.browser, self.open("Empty", EMPTY)
        self.clean("empty rules")
        self.cell("tries", "2")
        for meter, start in (("score", "0"), ("lives", "3")):
            browser.find("[aria-label='Name of a new meter']").send_keys(meter, Keys.ENTER)
            browser.find(f"[data-meter={meter}]")
            self.cell(f"{meter}: start", start) if start != "0" else None
        self.cell("question clock", "20")
        self.cell("game clock", "60")
        browser.find("[data-add-moment=right]").click()
        browser.find("[data-row='1']")
        self.more(1, "if …", "if")
        self.cell("row 1: if", "attempt == 1")
        self.more(1, "score +", "score")
        self.cell("row 1: score", "3")
        browser.find("[data-moment=right] button", "Add a row").click()
        browser.find("[data-row='2']")
        self.more(2, "score +", "score")
        browser.find("[data-add-moment=missed]").click()
        browser.find("[data-row='3']")
        self.more(3, "lives +", "lives")
        self.cell("row 3: lives", "-1")
        browser.find("[data-list=endings] button", "Add an ending").click()
        browser.find("[aria-label='Conditions that fit ending 1']").click()
        browser.find("[data-condition='lives == 0']").click()
        browser.find("[data-entry='ending 1']")
        browser.find("[data-list=endings] button", "Add an ending").click()
        self.cell("ending 2: if", "score >= 9")
        browser.find("[data-entry='ending 2']")
        Select(browser.find("[data-cell='ending 2: result']")).select_by_value("won")
        for n, (condition, title) in enumerate(
            (("score >= 9", "Summit"), ("score >= 3", "Ridge"), ("True", "Valley")), 1
        ):
            browser.find("[data-list=awards] button", "Add an award").click()
            self.cell(f"award {n}: if", condition)
            browser.find(f"[data-entry='award {n}']")
            self.cell(f"award {n}: title", title)
        browser.find("[data-comes-to=ready]")
        browser._wait(lambda _: "score +3" in browser.find("[data-pay='right 1']").text, "the pay of a try")
        browser.find("[data-pay='right 2']", "score +1")
        self.assertEqual([snag.text for snag in browser.all("[data-snag]")], [])
        self.clean("full rules")
        written = self.text(game)
        self.assertTrue(written.startswith("# The house rules.\n"))
        one, other = (self.compiled(text) for text in (written.replace("Empty", "Full"), WANTED))
        self.assertEqual(one, other)
        self.play_to_each_end(game)

    def compiled(self, text: str):
        from dicetrail.core.pack.reader import read_text
        from dicetrail.core.rules.compile import read_game

        return read_game(text, lambda name: read_text(name, ROWS).questions).game

    def play_to_each_end(self, game) -> None:
        browser = self.browser
        for answers, result, award in (
            (["a", "a", "a"], "won", "Summit"),
            (["b", "b"] * 3, "lost", "Valley"),
            (["a", *["b", "b"] * 2, "b", "a", "b", "a", "b", "a"], "done", "Ridge"),
        ):
            browser.open(f"{self.served.url}/play/{game['slug']}")
            browser.press("Set out")
            visit = 0
            for letter in answers:
                browser.find("[data-phase=asking]")
                steps = int(browser.find("[data-phase=asking]").get_attribute("data-steps"))
                self.assertGreater(steps, visit)
                browser.keys(letter)
                browser._wait(lambda _, steps=steps: self.steps() > steps, "the next step")
                visit = steps
            browser.find("[data-result]")
            self.assertEqual(browser.find("[data-result]").get_attribute("data-result"), result)
            browser.find("body", award)

    def test_2_checked_and_completed_while_typing(self):
        browser = self.browser
        self.open("Typed", WANTED)
        cell = browser.find("[data-cell='ending 1: if']")
        cell.send_keys(Keys.CONTROL, "a")
        cell.send_keys("live == 0")
        browser.find("[role=alert]", "At character 1: `live` is not known here. Did you mean `lives`?")
        self.clean("a mistake while typing")
        cell.send_keys(Keys.CONTROL, "a")
        cell.send_keys("lives == 0 and str")
        browser.find("[role=option]", "streak")
        cell.send_keys(Keys.ARROW_DOWN, Keys.TAB)
        self.assertEqual(cell.get_attribute("value"), "lives == 0 and streak")
        cell.send_keys(Keys.ESCAPE)
        browser._wait(lambda _: cell.get_attribute("value") == "lives == 0", "the value as it was")

    def test_3_rows_hidden_and_moved_by_keyboard(self):
        browser = self.browser
        game = self.open("Moved", WANTED)
        browser.find("[data-cell='row 1: if']").send_keys(Keys.CONTROL, "a")
        browser.find("[data-cell='row 1: if']").send_keys(Keys.DELETE, Keys.ENTER)
        browser.gone("[data-cell='row 1: if']")
        browser.find("[data-row='2'] [data-snag=hidden-row]", "row 1 stands before it")
        browser.until("[data-save]", "data-save", "saved")
        browser.find("body").click()
        browser.chord(Keys.CONTROL, "z")
        browser.gone("[data-snag=hidden-row]")
        browser.find("[data-cell='row 2: score']").click()
        browser.chord(Keys.ALT, Keys.ARROW_UP)
        browser.find("[data-row='2'] [data-snag=hidden-row]")
        self.assertIn(
            "- {moment: right, add: {score: 1}}\n  - {moment: right, if: attempt == 1", self.text(game)
        )

    def test_4_text_and_table_are_one_document(self):
        browser = self.browser
        game = self.open("Two Views", WANTED.replace("tries: 2", "tries: 2   # as in the hut"))
        browser.press("As text")
        browser.find(".cm-content").click()
        browser.chord(Keys.CONTROL, Keys.END)
        browser.keys("look: {mark: boot}\n")
        browser.until("[data-save]", "data-save", "saved")
        browser.press("As sentences")
        self.cell("tries", "3")
        written = self.text(game)
        self.assertIn("tries: 3   # as in the hut\n", written)
        self.assertIn("look: {mark: boot}", written)

    def test_4b_a_meter_is_called_otherwise_everywhere(self):
        browser, game = self.browser, self.open("Renamed", WANTED)
        cell = browser.find("[data-cell='score: name']")
        cell.send_keys(Keys.CONTROL, "a")
        cell.send_keys("right", Keys.ENTER)
        browser.find("[role=alert]", "`right` is a word of the rules already")
        browser.console()  # holds the refusal
        cell = browser.find("[data-cell='score: name']")
        cell.send_keys(Keys.CONTROL, "a")
        cell.send_keys("points", Keys.ENTER)
        browser.find("[data-meter=points]")
        browser.find("[data-cell='row 1: points']")
        browser.gone("[data-cell='row 1: score']")
        self.clean("a meter renamed")
        self.assertNotIn("score", self.text(game))
        browser.press("Undo")
        browser.find("[data-meter=score]")

    def test_4c_a_value_that_can_not_be_is_refused_in_its_field(self):
        browser, game = self.browser, self.open("Refused", WANTED)
        before = self.text(game)
        for label, wrong, said in (
            ("tries", "two", "a whole number"),
            ("score: start", "three", "a number"),
            ("breather", "-1", "0 or more"),
            ("score: name", "percent so far", "letters, digits"),
        ):
            with self.subTest(label):
                cell = browser.find(f"[data-cell='{label}']")
                cell.send_keys(Keys.CONTROL, "a")
                cell.send_keys(wrong, Keys.ENTER)
                self.assertIn(said, browser.beside(f"[data-cell='{label}']", "", "..//*[@role='alert']").text)
                self.assertEqual(browser.find(f"[data-cell='{label}']").get_attribute("value"), wrong)
                browser.find("a", "Play")
                browser.find("[data-cell='row 1: score']")
                browser.find(f"[data-cell='{label}']").send_keys(Keys.ESCAPE)
        self.assertEqual(self.text(game), before)
        self.assertTrue(all("/edits" in one or "/meters/" in one for one in browser.console()))
        self.cell("tries", "3")
        self.assertIn("tries: 3", self.text(game))

    def test_4d_what_is_set_stays_set(self):
        game = self.open("Set", WANTED.replace("add: {score: 3}", "set: {score: 3}"))
        cell = self.browser.find("[data-cell='row 1: score']")
        self.assertEqual(cell.get_attribute("value"), "= 3")
        cell.send_keys(Keys.CONTROL, "a")
        cell.send_keys("7", Keys.ENTER)
        self.browser.until("[data-cell='row 1: score']", "value", "= 7")
        self.assertIn("set: {score: 7}", self.text(game))

    def test_5_what_never_happens_is_said(self):
        browser = self.browser
        self.open("Never", WANTED)
        self.cell("award 1: if", "score > 11")
        browser.find("[data-snag=award-never]", "Summit can't be won")
        browser.find("[data-possible='Summit: false']")
        browser.find("header", "1 snag")
        self.clean("an award that is never given")

    def test_6_200_rows_answer_within_100_ms(self):
        browser = self.browser
        rows = "".join(
            f'  - {{moment: right, if: score == {n}, add: {{score: 1}}, tell: "Row {n}."}}\n'
            for n in range(200)
        )
        text = WANTED.replace("  - {moment: right, if: attempt == 1, add: {score: 3}}\n", rows)
        game = self.served.make_game("Long", self.pack, text)
        browser.open(f"{self.served.url}/games/{game['id']}/rules")
        cell = browser.find("[data-cell='row 100: if']")
        browser.driver.execute_script(WATCH, cell)
        cell.click()
        typed = " and tries_left > 1"
        for letter in typed:
            cell.send_keys(letter)
        browser.until("body", "data-keys", str(len(typed)))
        seen = browser.driver.execute_script("return window.keyTimes")
        print(
            f"\n200 rows: the slowest key was on the screen after {max(seen):.0f} ms, half of them within"
            f" {sorted(seen)[len(seen) // 2]:.0f} ms"
        )
        self.assertIn("and tries_left > 1", cell.get_attribute("value"))


WATCH = """
window.keyTimes = [];
arguments[0].addEventListener('keydown', () => {
  const start = performance.now();
  requestAnimationFrame(() => setTimeout(() => {
    document.body.dataset.keys = window.keyTimes.push(performance.now() - start);
  }));
});
"""
"""Notes for each key how long it took until the frame after it was drawn."""


ROWED = """\
title: Rowed
packs: [packs/six.tsv]
deal: {order: filed, options: filed}
tries: 2
meters:
  score: {start: 0}   # what counts
  lives: {start: 3}
clocks: {question: 20}
consequences:
  # for the first try
  - {moment: right, if: attempt == 1, add: {score: 3}}
  - {moment: right, add: {score: 1}}
  - {moment: missed, add: {lives: -1}}
awards: [{if: "True", title: Some}]
"""


class Sentences(OnRules):
    """What the sentences say, and how they are written."""

    def labels(self, row: int) -> str:
        return self.browser.find(f"[data-row='{row}']").text

    def focused(self, label: str) -> None:
        self.browser._wait(
            lambda _: self.browser.driver.switch_to.active_element.get_attribute("data-cell") == label,
            f"{label} to take the focus",
        )

    def test_changes_are_arithmetic(self):
        game = self.open("Arithmetic", ROWED)
        self.assertEqual(self.browser.find("[data-cell='row 1: score']").get_attribute("value"), "+3")
        self.cell("row 1: score", "= 7")
        self.assertIn("set: {score: 7}", self.text(game))
        self.cell("row 1: score", "-2")
        self.assertIn("add: {score: -2}", self.text(game))
        self.more(1, "for …", "for")
        self.focused("row 1: for")
        self.assertNotIn(" by ", self.labels(1))

    def test_what_is_added_takes_the_focus_and_makes_no_snag(self):
        browser, game = self.browser, self.open("Focus", ROWED)
        before = self.text(game)
        browser.find("[data-moment=right] button", "Add a row").click()
        self.focused("new row at right: if")
        browser.find("[aria-label='Add to row 3']").click()
        browser.find("[role=menuitem]", "cue …").click()
        self.focused("row 3: cue")
        self.assertEqual(browser.find("[data-cell='row 3: cue']").get_attribute("value"), "")
        self.assertEqual(self.text(game), before)  # nothing is kept before something was typed
        browser.find("[aria-label='Conditions that fit new row at right']").click()
        browser.find("[data-condition='asked == 1']").click()
        browser.find("[data-row='2']", "the first question")
        self.assertIn("  - {moment: right, if: asked == 1}\n", self.text(game))
        browser.find("[data-comes-to=ready]")
        self.assertEqual([snag.text for snag in browser.all("[data-snag]")], [])
        browser.find("[aria-label='Name of a new meter']").send_keys("warmth", Keys.ENTER)
        self.focused("warmth: start")
        browser.find("[data-list=endings] button", "Add an ending").click()
        self.focused("ending 1: if")
        browser.driver.switch_to.active_element.send_keys(Keys.ESCAPE)
        browser.gone("[data-begun]")
        self.assertNotIn("endings", self.text(game))

    def test_a_brace_lists_the_names_with_a_word_on_each(self):
        browser, game = self.browser, self.open("Braces", ROWED)
        self.more(3, "tell …", "tell")
        self.focused("row 3: tell")
        browser.driver.switch_to.active_element.send_keys("Now {")
        names = dict(one.text.split("\n") for one in browser.all("[role=listbox] [role=option]"))
        self.assertIn("your meter, starts at 3", names["lives"])
        self.assertIn("tries that remain", names["tries_left"])
        self.clean("the list of names")
        browser.driver.switch_to.active_element.send_keys(Keys.ARROW_UP)  # the last of them
        browser.find("[role=option][aria-selected=true]", "the letter it stands at")
        browser.driver.switch_to.active_element.send_keys(
            "liv", Keys.ARROW_DOWN, Keys.TAB, "} left.", Keys.ENTER
        )
        browser.until("[data-save]", "data-save", "saved")
        browser._wait(lambda _: 'tell: "Now {lives} left."' in self.text(game).replace("'", '"'), "the text")

    def test_texts_have_lines_and_meters_a_label(self):
        browser, game = self.browser, self.open("Lines", ROWED)
        intro = browser.find("[data-cell=intro]")
        intro.send_keys("Six questions.")
        intro.send_keys(Keys.SHIFT, Keys.ENTER, Keys.NULL, "Lives: {lives}.", Keys.ENTER)
        browser.until("[data-save]", "data-save", "saved")
        self.more(3, "tell …", "tell")
        tell = browser.find("[data-cell='row 3: tell']")
        tell.send_keys("No.", Keys.SHIFT, Keys.ENTER, Keys.NULL, "{lives} left.", Keys.ENTER)
        self.cell("lives: label", "lamps")
        self.cell("breather", "player")
        browser.until("[data-save]", "data-save", "saved")
        self.clean("texts with lines")
        browser.open(f"{self.served.url}/play/{game['slug']}")
        browser._wait(lambda _: "Six questions.\nLives: 3." in browser.body(), "an intro of two lines")
        browser.press("Set out")
        browser._wait(lambda _: "lamps" in browser.body(), "the meter by its label")
        for _ in range(2):
            browser.find("[data-phase=asking]")
            steps = self.steps()
            browser.keys("b")
            browser._wait(lambda _, steps=steps: self.steps() > steps, "the next step")
        browser._wait(lambda _: "No.\n2 left." in browser.body(), "a text of two lines")

    def test_a_snag_is_mended_where_it_stands_and_on_proof(self):
        browser, game = (
            self.browser,
            self.open("Mended", ROWED.replace("score: 1}}", "score: 1}, cue: dazzle}")),
        )
        self.served.ask(
            "POST",
            f"/api/workshop/games/{game['id']}/edits",
            {
                "edits": [{"path": ["consequences", 2, "tell"], "value": "Sorry, {player}."}],
                "revision": game["revision"],
            },
        )
        browser.open(f"{self.served.url}/games/{game['id']}/rules")
        browser.find("[data-row='3'] [data-snag=unasked-name] em", "asked: name")  # as the screen says it
        self.clean("snags that can be mended")
        browser.find("[data-row='3'] [data-mend=unasked-name]", "Ask for the name").click()
        browser.gone("[data-snag=unasked-name]")
        self.assertIn("name: ask", self.text(game))
        browser.find("[data-top-snags]").click()
        browser.find("[data-wrong] [data-mend=unknown-cue]", "Take it away").click()
        browser.gone("[data-snag=unknown-cue]")
        self.assertNotIn("dazzle", self.text(game))

    def test_waymarks_of_a_starting_point_that_a_change_breaks(self):
        browser = self.browser
        for press, left in (("Keep what comes now", True), ("Remove", False)):
            made = self.served.ask(
                "POST",
                "/api/workshop/games",
                {"title": press, "manner": "plain", "pack_id": self.pack["id"]},
            )
            browser.open(f"{self.served.url}/games/{made['id']}/rules")
            self.cell("row 1: score", "4" if left else "6")
            browser.find("[data-broken-starts] button", press).click()
            browser.gone("[data-broken-starts]")
            browser.gone("[data-top-waymarks$=' 1']")
            self.assertEqual("moves: [" in self.text(made), left)
            if left:
                browser.find("[data-top-waymarks]").click()
                browser.find("[data-waymark]")
                # one that was kept as it comes now is the maker's
                self.assertEqual(browser.all("[data-came-along]"), [])

    def test_comments_in_both_views(self):
        browser, game = self.browser, self.open("Comments", ROWED)
        seen = {
            one.get_attribute("data-comment"): one.get_attribute("value")
            for one in browser.all("[data-comment]")
        }
        self.assertEqual(seen, {"meter score": "what counts", "row 1": "for the first try"})
        for what in ("row 3", "award 1", "meter lives"):
            browser.find(f"[aria-label='Write a comment on {what}']").click()
            browser.find(f"[data-comment='{what}']").send_keys(f"about {what}", Keys.ENTER)
            browser.until("[data-save]", "data-save", "saved")
            browser._wait(lambda _, what=what: f"# about {what}" in self.text(game), f"a comment on {what}")
        self.clean("rules with comments")
        field = browser.find("[data-comment='row 1']")
        field.send_keys(Keys.CONTROL, "a", Keys.NULL, Keys.DELETE, Keys.ENTER)
        browser.gone("[data-comment='row 1']")
        self.assertNotIn("first try", self.text(game))

    def test_restart_leave_and_a_turned_result(self):
        browser, game = self.browser, self.open("Turned", ROWED)
        browser.find("[aria-label='Add to row 1']").click()
        browser.find("[role=menuitem]", "question clock starts anew").click()
        browser.find("[data-row='1'] button", "question clock starts anew")
        browser.find("[data-field='the player may leave']").click()
        browser.find("[data-add-moment=over]").click()
        browser.find("[data-row='4']")
        self.more(4, "then …", "then")
        values = [
            one.get_attribute("value") for one in Select(browser.find("[data-cell='row 4: then']")).options
        ]
        self.assertEqual(values, ["", "won", "lost", "done"])
        browser.until("[data-save]", "data-save", "saved")
        text = self.text(game)
        self.assertIn("restart: [question]", text)
        self.assertIn("leave: true", text)
        self.assertIn("then: won", text)

    def test_an_older_check_takes_no_newer_ones_place(self):
        browser = self.browser
        self.open("Race", ROWED)
        browser.driver.execute_script(
            """const real = window.fetch; let first = true;
            window.fetch = (path, init) => {
              const slow = String(path.url ?? path).endsWith("/cell") && first;
              if (slow) first = false;
              return real(path, init).then((r) =>
                slow ? new Promise((go) => setTimeout(() => { window.slow = 1; go(r); }, 900)) : r);
            };"""
        )
        cell = browser.find("[data-cell='row 1: if']")
        cell.send_keys(Keys.CONTROL, "a", Keys.NULL, "attempt ==")
        browser.driver.execute_async_script("setTimeout(arguments[0], 250)")
        cell.send_keys(" 1")
        browser._wait(lambda _: browser.driver.execute_script("return window.slow === 1"), "the slow answer")
        browser.driver.execute_async_script("setTimeout(arguments[0], 150)")
        self.assertEqual(browser.all("[data-row='1'] [role=alert]"), [])
        cell.send_keys(Keys.ESCAPE)

    def test_completions_tell_where_they_are(self):
        browser = self.browser
        self.open("Completions", ROWED)
        cell = browser.find("[data-cell='row 1: if']")
        cell.send_keys(Keys.CONTROL, "a", Keys.NULL, "st")
        browser.find("[role=option]", "streak")
        cell.send_keys(Keys.ARROW_DOWN)
        browser.until("[role=option]", "aria-selected", "true")
        active = cell.get_attribute("aria-activedescendant")
        self.assertEqual(browser.find("[role=option][aria-selected=true]").get_attribute("id"), active)
        cell.send_keys(Keys.ESCAPE)
        text = browser.find("[data-list=awards] [data-cell='award 1: tell']")
        text.send_keys("{ans")
        browser.find("[role=option]", "answer")
        text.send_keys(Keys.ESCAPE)
