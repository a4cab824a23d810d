"""The player's page in the browser: languages, letters, looks, widths, music; and step 5, where it is set."""

from __future__ import annotations

import re
import time
import unittest
import urllib.request

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from dicetrail.core.play.words import LANGUAGES

from .harness import Browser, Served

ROWS = """\
kind\tprompt\tanswer\twrong\twrong\ttopic\twhy
choice\tFRAGE 1\tRICHTIG 1\tFALSCH 1\tFALSCH 2\tTHEMA\tWEIL
several\tFRAGE 2\tRICHTIG 2 | RICHTIG 3\tFALSCH 3\tFALSCH 4\tTHEMA\t
letters\tFRAGE 3\tHOCH OBEN\t\t\tTHEMA\t
"""
RULES = """\
title: TITEL
intro: ANFANG
packs: [packs/LANGUAGE.tsv]
deal: {order: filed, options: filed}
setup: {name: ask, count: {min: 1, max: 3, default: 3}, topic: ask}
tries: 2
meters: {score: {start: 0, label: PUNKTE}, lives: {start: 3, max: 3, show: marks, label: LICHTER}}
clocks: {question: 60, game: 600, breather: 2}
consequences:
  - {moment: right, add: {score: 5}, cue: bright}
  - {moment: skipped}
look: {title: true}
leave: true
same_deal: true
words: {language: LANGUAGE}
"""
TEXTS = """
const found = [];
const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
while (walker.nextNode()) {
  const parent = walker.currentNode.parentElement;
  if (!["SCRIPT", "STYLE"].includes(parent.tagName)) found.push(walker.currentNode.textContent);
}
for (const one of document.querySelectorAll("*"))
  for (const name of ["aria-label", "alt", "placeholder", "title"])
    if (one.getAttribute(name)) found.push(one.getAttribute(name));
return found;
"""
WIDE = "return [document.scrollingElement.scrollWidth, innerWidth]"
STATES = ["start", "asking", "letters", "good", "bad", "info", "plain", "breather", "won", "lost"]


class Page(unittest.TestCase):
    served: Served
    browser: Browser
    rules = RULES

    @classmethod
    def setUpClass(cls):
        cls.served = Served()
        cls.browser = Browser()
        cls.addClassCleanup(cls.served.stop)
        cls.addClassCleanup(cls.browser.close)

    def tearDown(self):
        self.browser.resize(1280, 800)

    def made(self, language: str, more: str = "", rows: str = ROWS, title: str = "") -> dict:
        pack = self.served.paste(f"{title or language}.tsv", rows)
        rules = self.rules.replace("packs/LANGUAGE.tsv", pack["name"]).replace("LANGUAGE", language)
        return self.served.make_game(title or language, pack, rules + more)

    def shown(self, game: dict, state: str) -> None:
        self.browser.open(f"{self.served.url}/play/{game['slug']}?show={state}&game={game['id']}")
        self.browser.find("main h1")


class Size(Page):
    def test_the_page_has_little_script_and_keeps_it(self):
        """At most 150 kB, compressed, kept by a browser for good."""
        page = urllib.request.urlopen(f"{self.served.url}/play/any", timeout=40).read().decode()
        scripts = re.findall(r'(?:src|href)="(/assets/[^"]+\.js)"', page)
        self.assertGreater(len(scripts), 0)
        size = 0
        for script in scripts:
            request = urllib.request.Request(self.served.url + script, headers={"accept-encoding": "gzip"})
            with urllib.request.urlopen(request, timeout=40) as answer:
                self.assertIn("immutable", answer.headers["cache-control"])
                size += len(answer.read())
        self.assertLess(size, 150_000)


class Languages(Page):
    rules = RULES.replace("breather: 2", "breather: player")  # nothing passes while it is looked at

    def walk(self, game: dict, go: str, answer: str, again: str, look: object) -> None:
        """Play a whole game, and call ``look`` in each of its states."""
        browser = self.browser
        browser.open(f"{self.served.url}/play/{game['slug']}")
        browser.find("button[type=submit]", go)
        look()
        browser.find("button[type=submit]").click()
        browser.find("[data-phase=asking]", "FRAGE 1")
        look()
        browser.keys("b")
        browser.find("[data-moment=wrong]")
        look()
        browser.find("[data-phase=asking]")
        browser.keys("a")
        browser.find("[data-moment=right]", "WEIL")
        browser.find("[data-breather] button")
        look()
        browser.keys(" ")
        browser.find("[data-phase=asking]", "FRAGE 2")
        browser.keys("a", "b")
        look()
        browser.press(answer)
        browser.find("[data-breather] button")
        browser.keys(" ")
        browser.find("[data-phase=asking]", "FRAGE 3")
        browser.find("[data-board] button").click()  # the first letter, which is not in it
        browser.until("[data-board] button", "data-mark", "wrong")
        look()
        browser.find("form input").send_keys("HOCH OBEN", Keys.ENTER)
        browser.find("[data-breather] button")
        browser.keys(" ")
        browser.find("[data-result]")
        browser.button(again)
        look()

    def test_nothing_is_said_but_by_the_table(self):
        """Every text is replaced by itself in brackets: what is seen without them was never in the table."""
        texts = {
            name: f"⟦{name} {' '.join(re.findall(r'{[^}]*}', text))}⟧"
            for name, text in LANGUAGES["en"].texts.items()
        }
        lines = "".join(f'    {name}: "{text}"\n' for name, text in texts.items())
        game = self.made("en", title="Bracketed")
        text = game["text"].replace("words: {language: en}", f"words:\n  language: en\n  texts:\n{lines}")
        path = f"/api/workshop/games/{game['id']}"
        game = self.served.ask("PUT", path, {"text": text, "revision": game["revision"]})
        self.assertEqual([snag["message"] for snag in game["snags"] if snag["severity"] == "stop"], [])
        own = r"[A-Z ÄÖ]+ ?\d?|TITEL|LICHTER: 3|[A-Za-z]|[\d\s.,:·–+−%=|✓]*"
        seen = set()

        def look() -> None:
            for one in self.browser.driver.execute_script(TEXTS):
                left = re.sub(r"⟦[^⟧]*(⟧|$)|^[^⟦]*⟧", "", one).strip()
                left = re.sub(r"^[,.;: ]*|[,.;: ]*$", "", left)
                seen.update(re.findall(r"⟦([\w.]+)", one))
                parts = [part.strip() for part in re.split(r"[,·]", left)]
                self.assertTrue(all(re.fullmatch(own, part) for part in parts), (one, left))

        self.walk(game, "⟦start.go", "⟦answer.give", "⟦result.again", look)
        self.assertGreater(len(seen), 30, sorted(seen))

    def test_german_ukrainian_and_arabic(self):
        for code in ("de", "uk", "ar"):
            texts = LANGUAGES[code].texts
            english = [
                text for name, text in LANGUAGES["en"].texts.items() if len(text) > 4 and "{" not in text
            ]

            def look(code=code, texts=texts, english=english) -> None:
                said = self.browser.driver.execute_script(TEXTS)
                self.assertEqual([one for one in english if one in said and one not in texts.values()], [])
                root = self.browser.driver.find_element(By.TAG_NAME, "html")
                self.assertEqual(root.get_attribute("lang"), code)
                self.assertEqual(root.get_attribute("dir"), LANGUAGES[code].direction)
                if code == "ar":  # the others differ in their words only
                    self.assertEqual(self.browser.axe(), [])

            with self.subTest(code):
                game = self.made(code)
                self.walk(game, texts["start.go"], texts["answer.give"], texts["result.again"], look)
                self.browser.press(texts["result.same"])
                self.browser.find("[data-phase=asking]", "FRAGE 1")

    def test_right_to_left_is_mirrored(self):
        game = self.made("ar", title="Mirrored")
        self.shown(game, "asking")
        label, text = self.browser.driver.execute_script(
            "const line = document.querySelector('ul button');"
            "return Array.from(line.children).slice(0, 2).map(one => one.getBoundingClientRect().left)"
        )
        self.assertGreater(label, text)


class Arranged(Page):
    def test_option_texts_begin_in_one_line(self):
        game = self.made("en", title="Lines")
        for size in ("normal", "wall"):
            self.served.ask(
                "POST",
                f"/api/workshop/games/{game['id']}/edits",
                {
                    "edits": [{"path": ["look", "size"], "value": size}],
                    "revision": self.served.ask("GET", f"/api/workshop/games/{game['id']}")["revision"],
                },
            )
            self.shown(game, "asking")
            lefts = self.browser.driver.execute_script(
                "return [...document.querySelectorAll('ul button')].map("
                "one => one.children[1].getBoundingClientRect().left)"
            )
            self.assertEqual(len(lefts), 3)
            self.assertEqual(len(set(lefts)), 1, size)

    def test_things_stand_where_they_are_set(self):
        game = self.made("en", title="Standing", more="")
        text = game["text"].replace(
            "look: {title: true}", "look: {score: below, marks: hidden, clock: below, clock_as: figures}"
        )
        path = f"/api/workshop/games/{game['id']}"
        self.served.ask("PUT", path, {"text": text, "revision": game["revision"]})
        self.shown(game, "asking")
        top = "return document.querySelector(arguments[0])?.getBoundingClientRect().top ?? null"
        prompt = self.browser.driver.execute_script(top, "main h1")
        self.assertGreater(self.browser.driver.execute_script(top, "[data-meter=score]"), prompt)
        self.assertGreater(self.browser.driver.execute_script(top, "[role=timer]"), prompt)
        self.assertIsNone(self.browser.driver.execute_script(top, "[data-meter=lives]"))
        self.assertEqual(self.browser.all("[role=timer] .border-dotted"), [])

    def test_a_board_of_pictures(self):
        """As many as a question can have options: eight."""
        pictures = [f"sign-{one}.png" for one in ("bridge", "cairn", "ford", "hut", "spring", "viewpoint")]
        demo = Served(demo=True)
        self.addCleanup(demo.stop)
        cells = [f"![sign {n}]({name})" for n, name in enumerate((*pictures, *pictures[:2]))]
        rows = "prompt\tanswer" + "\twrong" * 7 + "\nWhich sign is it?\t" + "\t".join(cells) + "\n"
        game = demo.make_game("Signs", demo.paste("signs.tsv", rows))
        edits = [{"path": ["look", "options"], "value": "pictures"}]
        demo.ask(
            "POST", f"/api/workshop/games/{game['id']}/edits", {"edits": edits, "revision": game["revision"]}
        )
        browser = self.browser
        for width, columns in ((1280, 4), (390, 2)):
            browser.resize(width, 800)
            browser.open(f"{demo.url}/play/{game['slug']}?show=asking&game={game['id']}")
            browser.find("ul img")
            lefts = browser.driver.execute_script(
                "return [...document.querySelectorAll('ul img')].map(one => {"
                "const button = one.closest('button').getBoundingClientRect(); return button.left})"
            )
            self.assertEqual((len(lefts), len(set(lefts))), (8, columns))
            self.assertEqual(browser.axe(), [])
        browser.leave()

    def test_six_pictures_leave_the_feedback_in_sight(self):
        demo = Served(demo=True)
        self.addCleanup(demo.stop)
        names = ("bridge", "cairn", "ford", "hut", "spring", "viewpoint")
        cells = "\t".join(f"![sign {n}](sign-{name}.png)" for n, name in enumerate(names))
        rows = (
            "prompt\tanswer" + "\twrong" * 5 + "\timage\talt\n"
            f"Which sign is it?\t{cells}\tsign-hut.png\ta roof\n"
        )
        game = demo.make_game("Six", demo.paste("six-signs.tsv", rows))
        looks = {"options": "pictures", "labels": False, "option_shape": "round", "option_gap": "wide"}
        looks |= {"clock": "middle", "question_size": "large", "pictures": {"life": "lantern-lit.png"}}
        edits = [{"path": ["look", name], "value": value} for name, value in looks.items()]
        edits.append({"path": ["meters", "lives"], "value": {"start": 3, "max": 3}})
        edits.append({"path": ["clocks"], "value": {"question": 30, "breather": "player"}})
        path = f"/api/workshop/games/{game['id']}"
        demo.ask("POST", f"{path}/edits", {"edits": edits, "revision": game["revision"]})
        browser = self.browser
        browser.open(f"{demo.url}/play/{game['slug']}")
        browser.press("Set out")
        browser.find("[data-phase=asking] ul img")
        place = "return document.querySelector(arguments[0]).getBoundingClientRect().toJSON()"
        box = {css: browser.driver.execute_script(place, css) for css in (
            "img[alt='a roof']", "main h1", "[role=timer]", "main ul")}  # fmt: skip
        tops = [one["top"] for one in box.values()]
        self.assertEqual(tops, sorted(tops))  # picture, prompt, the clock in the middle, options
        self.assertGreater(box["[role=timer]"]["height"], 60)
        loaded = (
            "return [...document.querySelectorAll('[data-meter=lives] img')].map(one => one.naturalWidth > 0)"
        )
        browser._wait(
            lambda _: browser.driver.execute_script(loaded) == [True] * 3, "a picture for each life"
        )
        self.assertEqual(browser.all("main ul button > span:not(.sr-only)")[0].text, "")
        self.assertEqual(browser.axe(), [])
        browser.keys("b")
        told = browser.find("[data-moment]")
        place = browser.driver.execute_script(place, "[data-moment]")
        self.assertLess(place["bottom"], 800)
        self.assertTrue(told.is_displayed())
        browser.leave()

    def test_a_picture_behind_is_the_ground_of_the_page(self):
        demo = Served(demo=True)
        self.addCleanup(demo.stop)
        rows = "prompt\tanswer\twrong\timage\talt\nWhere is it?\there\tthere\thut-evening.png\ta hut\n"
        game = demo.make_game("Ground", demo.paste("ground.tsv", rows))
        edits = [{"path": ["look", "picture"], "value": "behind"}]
        path = f"/api/workshop/games/{game['id']}"
        demo.ask("POST", f"{path}/edits", {"edits": edits, "revision": game["revision"]})
        browser = self.browser
        browser.open(f"{demo.url}/play/{game['slug']}?show=asking&game={game['id']}")
        browser.find("[data-behind] img[alt='a hut']")
        place = "return document.querySelector('[data-behind]').getBoundingClientRect().toJSON()"
        box = browser.driver.execute_script(place)
        self.assertEqual((box["left"], box["top"]), (0, 0))
        self.assertGreaterEqual(box["height"], 800)
        veil = float(browser.find("[data-behind] [data-veil]").get_attribute("data-veil"))
        self.assertTrue(0.4 <= veil < 1)  # so much of the ground lies over it that text can be read
        self.assertEqual(browser.axe(), [])
        browser.leave()

    def test_every_state_at_every_width_without_scrolling_sideways(self):
        """320 pixels, and 1280 at 200 % (which gives a page 640: WCAG 2.2, 1.4.10 Reflow)."""
        long = "Donaudampfschifffahrtsgesellschaftskapitän"
        rows = ROWS.replace("FRAGE 1", f"FRAGE 1 {long}").replace("RICHTIG 1", long)
        game = self.made("de", rows=rows, title="Wide")
        for size, widths in (("normal", (320, 640)), ("wall", (320,))):
            revision = self.served.ask("GET", f"/api/workshop/games/{game['id']}")["revision"]
            edits = [{"path": ["look", "size"], "value": size}]
            self.served.ask(
                "POST", f"/api/workshop/games/{game['id']}/edits", {"edits": edits, "revision": revision}
            )
            for state in STATES:
                self.shown(game, state)
                for width in widths:
                    with self.subTest(f"{size} {width} {state}"):
                        self.browser.resize(width, 800)
                        wide, room = self.browser.driver.execute_script(WIDE)
                        self.assertEqual(room, width)
                        self.assertLessEqual(wide, room)

    def test_every_state_in_every_look_that_ships_passes_axe(self):
        game = self.made("en", title="Looks")
        looks = self.served.ask("GET", "/api/workshop/words")["looks"]
        for number, (name, look) in enumerate(looks.items()):
            keys = ("ground", "ink", "accent", "mark", "face")
            edits = [{"path": ["look", key], "value": look[key]} for key in keys]
            revision = self.served.ask("GET", f"/api/workshop/games/{game['id']}")["revision"]
            self.served.ask(
                "POST", f"/api/workshop/games/{game['id']}/edits", {"edits": edits, "revision": revision}
            )
            for state in STATES[number % 3 :: 3]:  # each state in every third look
                with self.subTest(f"{name}: {state}"):
                    self.shown(game, state)
                    self.assertEqual(self.browser.axe(), [])
        self.assertEqual(self.browser.console(), [])


class Letters(Page):
    def test_by_mouse_touch_and_keys(self):
        rows = "kind\tprompt\tanswer\nletters\tFRAGE\thoch oben\n"
        game = self.made("de", rows=rows, title="Letters")
        browser = self.browser
        browser.open(f"{self.served.url}/play/{game['slug']}")
        browser.find("button[type=submit]").click()
        browser.find("[data-board] button", "H").click()
        browser.until("[data-pattern]", "data-pattern", "h__h ____")
        browser.keys("o")
        browser.until("[data-pattern]", "data-pattern", "ho_h o___")
        self.assertIn("noch 5 Fehlversuche", browser.body())
        place = browser.find("[data-board] button", "C").rect
        at = {"x": place["x"] + place["width"] / 2, "y": place["y"] + place["height"] / 2}
        for kind, points in (("touchStart", [at]), ("touchEnd", [])):
            browser.driver.execute_cdp_cmd("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})
        browser.until("[data-pattern]", "data-pattern", "hoch o___")
        browser.keys("z")
        browser.until("[data-board] button", "data-mark", "wrong")
        browser.find("[data-board]", "noch 4 Fehlversuche")
        self.assertEqual(browser.axe(), [])
        browser.find("[data-board] button", "Z").click()  # pressed before: nothing is lost
        browser.keys("ben")
        browser.find("[data-result]")


class Heard(Page):
    def test_music_stands_back_while_something_is_spoken_and_cues_follow(self):
        demo = Served(demo=True)
        self.addCleanup(demo.stop)
        rows = "prompt\tanswer\twrong\tsound\nFRAGE 1\ta\tb\tsix-blasts.ogg\nFRAGE 2\ta\tb\t\n"
        pack = demo.paste("heard.tsv", rows)
        rules = (
            f"title: Heard\npacks: [{pack['name']}]\ndeal: {{order: filed, options: filed}}\n"
            "consequences:\n  - {moment: right, cue: bright, hold: 1}\n"
            "welcome: {music: hut-bell.ogg, volume: 0.4, speech: three-blasts.ogg}\n"
        )
        game = demo.make_game("Heard", pack, rules)
        browser = self.browser
        browser.open(f"{demo.url}/play/{game['slug']}")
        browser.driver.execute_script(
            "window.heard = []; for (const kind of ['sound', 'music'])"
            " addEventListener(`dicetrail:${kind}`, ({detail}) =>"
            " window.heard.push(kind === 'music' ? `music ${detail.level.toFixed(2)}` : 'sound ' +"
            " (detail.name.includes('/') ? 'file' : detail.name)))"
        )

        def heard(*wanted: str) -> None:
            browser._wait(
                lambda _: browser.driver.execute_script("return window.heard") == list(wanted), str(wanted)
            )

        browser.press("Hear the welcome")
        heard("music 0.40", "sound file", "music 0.10")
        browser.press("Stop the sound")
        browser.find("button", "Hear the welcome")
        browser.find("button[type=submit]").click()
        browser.find("[data-phase=asking]")
        start = ["music 0.40", "sound file", "music 0.10", "music 0.40"]
        heard(*start, "sound file", "music 0.10")
        browser.keys("a")
        heard(*start, "sound file", "music 0.10", "sound rise", "music 0.40")
        browser.find("[data-phase=asking]", "FRAGE 2")
        browser.find("button", "Sound on").click()
        browser.keys("a")
        browser.find("[data-result]")
        time.sleep(0.3)
        heard(*start, "sound file", "music 0.10", "sound rise", "music 0.40")
        browser.leave()

    def test_music_may_be_heard_before_the_play_only(self):
        browser, demo = self.browser, Served(demo=True)
        self.addCleanup(demo.stop)
        pack = demo.paste("quiet.tsv", "Question one?\ta\nQuestion two?\tb\n")
        for when, ends in (("start", ["silence"]), ("always", [])):
            rules = (
                f"title: {when}\npacks: [{pack['name']}]\n"
                f"welcome: {{music: hut-bell.ogg, music_when: {when}}}\n"
            )
            game = demo.make_game(when, pack, rules)
            browser.open(f"{demo.url}/play/{game['slug']}")
            browser.driver.execute_script(
                "window.heard = []; for (const kind of ['music', 'silence'])"
                " addEventListener(`dicetrail:${kind}`, () => window.heard.push(kind))"
            )
            browser.find("h1", when).click()  # a press, so that something may be heard
            browser._wait(
                lambda _: "music" in browser.driver.execute_script("return window.heard"), "the music"
            )
            browser.find("button[type=submit]").click()
            browser.find("[data-phase=asking]")
            heard = browser.driver.execute_script("return window.heard.filter(one => one !== 'music')")
            self.assertEqual(heard, ends)
        browser.leave()

    def test_figures_stand_on_the_line_in_every_typeface(self):
        game = self.made("en", title="Figures")
        for face in ("plain", "book", "typed"):
            path = f"/api/workshop/games/{game['id']}"
            revision = self.served.ask("GET", path)["revision"]
            edits = [{"path": ["look", "face"], "value": face}]
            self.served.ask("POST", f"{path}/edits", {"edits": edits, "revision": revision})
            self.shown(game, "asking")
            for css in ("main h1", "main ul button", "[role=timer] span"):
                settings = self.browser.driver.execute_script(
                    "return getComputedStyle(document.querySelector(arguments[0])).fontFeatureSettings", css
                )
                self.assertIn("lnum", settings, (face, css))


class Lost(Page):
    def test_leaving_losing_the_line_and_two_windows(self):
        game = self.made("de", title="Line")
        browser, driver = self.browser, self.browser.driver
        browser.open(f"{self.served.url}/play/{game['slug']}")
        browser.find("button[type=submit]").click()
        browser.find("[data-phase=asking]", "FRAGE 1")
        address, first = driver.current_url, driver.current_window_handle
        driver.switch_to.new_window("tab")
        second = driver.current_window_handle
        try:
            browser.open(address)
            browser.find("[data-phase=asking]", "FRAGE 1")
            browser.keys("a")
            browser.find("[data-phase=asking]", "FRAGE 2")
            driver.switch_to.window(first)
            browser.find("[data-phase=asking]", "FRAGE 2")
        finally:
            driver.switch_to.window(second)
            driver.close()
            driver.switch_to.window(first)
        self.served.kill()
        browser.find("[role=status], [role=alert], p", LANGUAGES["de"].texts["page.lost"][:30])
        self.served.start()
        browser.gone("[data-lost]")
        driver.refresh()
        browser.find("[data-phase=asking]", "FRAGE 2")
        self.assertEqual(browser.find("[data-meter=score]").get_attribute("data-value"), "5")
        browser.press(LANGUAGES["de"].texts["play.finish"])
        browser.find("[data-result=done]")
        browser.console()  # the lost link was told there as well

    def test_any_key_ends_a_breather_that_waits(self):
        game = self.made("en", title="Breather")
        text = game["text"].replace("breather: 2", "breather: player")
        path = f"/api/workshop/games/{game['id']}"
        self.served.ask("PUT", path, {"text": text, "revision": game["revision"]})
        browser = self.browser
        browser.open(f"{self.served.url}/play/{game['slug']}")
        browser.find("button[type=submit]").click()
        browser.find("[data-phase=asking]")
        browser.keys("a")
        browser.find("[data-breather]", "Any key goes on.")
        self.assertEqual(browser.axe(), [])
        browser.keys("x")
        browser.find("[data-phase=asking]", "FRAGE 2")
        self.assertEqual(browser.all("[aria-pressed=true]")[1:], [])

    def test_what_was_chosen_is_there_for_the_next_play(self):
        rows = "".join(f"Question {n}?\t{n}\t{'knots' if n < 2 else 'snow'}\n" for n in range(3))
        rows = f"prompt\tanswer\ttopic\n{rows}"
        pack = self.served.paste("topics.tsv", rows)
        rules = (
            "title: N\npacks: [packs/topics.tsv]\nleave: true\n"
            "setup: {topic: ask, count: {min: 1, max: 3, default: 3}}\n"
        )
        game = self.served.make_game("Chosen again", pack, rules)
        browser = self.browser
        browser.open(f"{self.served.url}/play/{game['slug']}")
        Select(browser.find("form select")).select_by_visible_text("knots")
        browser.find("[data-offered='2']", "2 questions")  # fewer than were asked for
        browser.find("form input[type=number]").send_keys(Keys.CONTROL, "a", Keys.NULL, "1")
        browser.find("[data-offered]", "1 question")
        self.assertEqual(browser.axe(), [])
        browser.press("Set out")
        browser.find("[data-phase=asking]")
        browser.press("Finish")
        browser.find("[data-result]")
        browser.press("Play again")
        self.assertEqual(Select(browser.find("form select")).first_selected_option.text, "knots")
        self.assertEqual(browser.find("form input[type=number]").get_attribute("value"), "1")
        browser.driver.execute_script(
            "for (const key of Object.keys(localStorage))"
            " if (key.startsWith('dicetrail.chosen')) localStorage[key] = '{'"
        )
        browser.driver.refresh()  # what something else wrote there is nothing
        self.assertEqual(browser.find("form input[type=number]").get_attribute("value"), "3")

    def test_what_is_typed_at_any_key_reaches_the_next_field_not_at_all(self):
        rows = "prompt\tanswer\nFirst number?\tone\nSecond number?\tthree\n"
        pack = self.served.paste("numbers.tsv", rows)
        rules = "title: N\npacks: [packs/numbers.tsv]\ndeal: {order: filed}\nclocks: {breather: player}\n"
        game = self.served.make_game("Numbers typed", pack, rules)
        browser = self.browser
        browser.open(f"{self.served.url}/play/{game['slug']}")
        browser.press("Set out")
        browser.find("[aria-label='Your answer']").send_keys("one", Keys.ENTER)
        browser.find("[data-breather]")
        browser.keys(*"three", Keys.ENTER)
        browser.find("[data-phase=asking]", "Second number?")
        time.sleep(1)  # the time in which what was typed could still come
        field = browser.find("[aria-label='Your answer']")
        self.assertEqual(field.get_attribute("value"), "")
        field.send_keys("three", Keys.ENTER)
        browser.find("[data-moment=right]")


class Set(Page):
    def test_step_5_sets_it_all_beside_the_page(self):
        browser = self.browser
        game = self.made("en", title="Set here")
        other = self.made("en", title="Other")
        browser.open(f"{self.served.url}/games/{game['id']}/feedback")
        browser.press("The player’s page")

        def inside(css: str, text: str = "") -> None:
            frame = browser.find("iframe")
            browser.driver.switch_to.frame(frame)
            try:
                browser.find(css, text)
            finally:
                browser.driver.switch_to.default_content()

        inside("button[type=submit]", "Set out")
        browser.find("[data-shipped='night in the hut']").click()
        inside("[data-look='#1b2130']")
        for state, css in (
            ("asking", "[data-phase=asking]"),
            ("won", "[data-result=won]"),
            ("letters", "[data-board]"),
            ("bad", "[data-moment=missed]"),
        ):
            browser.find(f"[data-switch={state}]").click()
            inside(css)
        browser.press("Words")
        Select(browser.find("[data-field=Language]")).select_by_visible_text("Deutsch")
        inside("p", "Frage 1 von 2")
        browser.find("[data-text='said.missed']").send_keys("Daneben!", Keys.ENTER)
        inside("[data-moment=missed]", "Daneben!")
        browser.find("[aria-label='Find a text']").send_keys("wrong")
        browser.find("[data-text='mark.wrong']")
        browser.gone("[data-text='start.name']")
        browser.find("[aria-label='Find a text']").send_keys(*[Keys.BACKSPACE] * 5)
        browser.find("[data-group='The result'] button", "Show").click()
        inside("[data-result=done]")
        browser.press("Arrangement")
        Select(browser.find("[data-field='Options as']")).select_by_visible_text("columns")
        browser.until("[data-save]", "data-save", "saved")
        for width in ("768", "390"):
            browser.find(f"[data-switch='{width}']").click()
            browser.find(f"iframe[title*='{width} pixels']")
        self.assertEqual((browser.axe(), browser.console()), ([], []))
        browser.press("Look")
        Select(browser.find("[data-field='Copy this look to']")).select_by_visible_text("TITEL")
        browser.press("Copy")
        browser.find("[role=status]", "has it now")
        copied = self.served.ask("GET", f"/api/workshop/games/{other['id']}/feedback")["look"]
        self.assertEqual((copied["ground"], copied["options"]), ("#1b2130", "columns"))


if __name__ == "__main__":
    unittest.main()
