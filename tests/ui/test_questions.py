"""The questions screen in the browser: every kind, every step of a maker's work with a question file."""

from __future__ import annotations

import json
import tempfile
import unittest
import urllib.request
from pathlib import Path

import numpy as np
import soundfile
from PIL import Image
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.support.ui import Select

from .harness import Browser, Served

RECORDS = [
    {"prompt": "Pick the sea", "options": ["sea", "sand", "snow"], "key": "A", "topic": "water"},
    {"prompt": "Type a knot", "answer": ["bowline", "bulin"]},
    {"kind": "number", "prompt": "Half as a number", "answer": "1/2"},
    {"kind": "truth", "prompt": "Ice is cold", "answer": "true"},
    {"kind": "sort", "prompt": "Cirrus", "options": ["High", "Low"], "key": "A"},
    {"kind": "letters", "prompt": "A knot by letters", "answer": "reef"},
    {
        "kind": "formula",
        "prompt": "{a} + {b} = ?",
        "variables": {"a": "4..4", "b": "5..5"},
        "answer": "a + b",
    },
    {
        "kind": "table",
        "prompt": "Capital of {land}?",
        "from": "lands.csv",
        "answer": "capital",
        "ask": "typed",
        "times": 1,
    },
    {
        "kind": "odd",
        "prompt": "Which does not belong?",
        "groups": {"x": ["x1", "x2", "x3"], "y": ["y1"]},
        "choices": 4,
    },
]
PEAKS = "Name\tHeight\tSign\nAlm Horn\t1200\tford.png\nBim\t1900\twell.png\nCim\t2100\thut.png\n"
LANDS = "land,capital\nNorland,Fjell\nSudland,Fjell\n"
BROKEN = (
    "Which way is north?\tup\tdown\tleft\nSpaces here?    yes    no    perhaps\n"
    "question\tanswer\twrong 1\twrong 2\nLast one?\ta one\tb\tc\n"
)
RULES = """\
title: Every Kind
packs: [packs/kinds.json]
deal: {order: filed, options: filed}
meters: {score: {start: 0}}
clocks: {breather: 0.1}
consequences:
  - {moment: right, add: {score: 1}}
"""


def picture_file(folder: Path) -> Path:
    path = folder / "well.png"
    Image.new("RGB", (60, 40), "#2b5a3c").save(path)
    return path


def sound_file(folder: Path) -> Path:
    path = folder / "bell.wav"
    soundfile.write(path, 0.4 * np.sin(np.arange(22050 * 2) / 8), 22050)
    return path


FEWEST_ROWS = """
window.fewest = Infinity;
const count = () => { fewest = Math.min(fewest, document.querySelectorAll("[data-question]").length); };
new MutationObserver(count).observe(document.body, {childList: true, subtree: true});
"""
"""Keeps how few questions are to be seen at any time from now on."""
AROUND = "following-sibling::*[self::input or self::textarea or self::select or self::div]"


class QuestionsScreen(unittest.TestCase):
    served: Served
    browser: Browser

    @classmethod
    def setUpClass(cls):
        cls.served = Served()
        cls.browser = Browser()
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cls.folder = Path(folder.name)

    @classmethod
    def tearDownClass(cls):
        cls.browser.close()
        cls.served.stop()

    def bring(self, name: str, data: str | bytes) -> None:
        path = self.folder / name
        path.write_bytes(data if isinstance(data, bytes) else data.encode())
        self.browser.open(self.served.url)
        self.browser.find("[data-drop]")
        self.browser.all("input[type=file]")[0].send_keys(str(path))

    def rows(self) -> list[str]:
        return [row.text for row in self.browser.all("[data-question]")]

    def field(self, label: str):
        """The control that a label names, in the open question."""
        return self.browser.beside("aside label", label, AROUND)

    def fill(self, label: str, *keys: str) -> None:
        """Type into the control that a label names."""
        self.browser.type_beside("aside label", label, AROUND, *keys)

    def rewrite(self, element, text: str) -> None:
        element.send_keys(Keys.CONTROL, "a", Keys.NULL, text)

    def saved(self) -> None:
        self.browser.until("[data-saved]", "data-saved", "Saved")

    def download(self, pack: int, ending: str = "") -> bytes:
        url = f"{self.served.url}/api/workshop/packs/{pack}/file" + (f"?ending={ending}" if ending else "")
        with urllib.request.urlopen(url, timeout=40) as response:
            return response.read()

    def pack_id(self) -> int:
        return int(self.browser.driver.current_url.rsplit("/", 1)[-1])

    def test_1_bring_mend_edit_attach_write_out_and_bring_in_again(self):
        browser = self.browser
        self.bring("walk.tsv", BROKEN)
        browser.find("p", "2 questions · 2 snags")
        browser.press("Put the tabs back")
        browser.find("p", "3 questions · 1 snag")
        browser.press("Remove the line")
        browser.find("p", "3 questions · no snags")
        browser.find("[role=tab]", "Questions").click()
        browser.find("[data-question='1']").click()
        prompt = self.field("Prompt")
        self.rewrite(prompt, "Spaces no more?")
        browser.find("aside h1, aside label", "Topic").click()
        self.fill("Topic", "tabs", Keys.ENTER)
        browser.find("[data-question='1']", "Spaces no more?")
        self.saved()
        browser.press("Undo")
        browser.find("[data-question='1']", "Spaces no more?")
        browser.press("Redo")
        browser.find("[data-question='1']").click()
        browser.find("aside textarea")
        browser.driver.find_element(By.CSS_SELECTOR, "[aria-label='Bring a picture']").send_keys(
            str(picture_file(self.folder))
        )
        browser.find("aside img")
        self.fill("What is on the picture", "A green field", Keys.ENTER)
        self.saved()
        browser.driver.find_element(By.CSS_SELECTOR, "[aria-label='Bring a sound']").send_keys(
            str(sound_file(self.folder))
        )
        browser.until("[data-peaks]", "data-peaks", "240")
        end = browser.find("aside label", "To second").find_element(By.TAG_NAME, "input")
        self.rewrite(end, "1.5")
        end.send_keys(Keys.TAB)
        self.saved()
        pack = self.pack_id()
        browser.press("As a player sees it")
        shown = browser.find("aside [data-phase] img")
        browser.pictured()
        self.assertEqual(shown.get_attribute("alt"), "A green field")
        self.assertNotIn("well", shown.get_attribute("src"))
        self.assertGreater(browser.driver.execute_script("return arguments[0].naturalWidth", shown), 0)
        browser.find("[data-sound$='#t=0,1.5']")
        self.assertEqual(browser.axe(), [])
        records = json.loads(self.download(pack, "json"))
        self.assertEqual(
            (records[1]["image"], records[1]["sound"], records[1]["alt"]),
            ("well.png", "bell.wav#t=0,1.5", "A green field"),
        )
        self.bring("walk.xlsx", self.download(pack, "xlsx"))
        browser.find("h1", "walk.xlsx")
        browser.find("p", "3 questions · no snags")
        self.assertEqual(json.loads(self.download(self.pack_id(), "json")), records)

    def test_2_one_question_of_every_kind_is_played(self):
        browser = self.browser
        self.served.paste("lands.csv", LANDS)
        pack = self.served.paste("kinds.json", json.dumps(RECORDS))
        self.assertEqual(
            set(pack["kinds"]),
            {"choice", "typed", "number", "truth", "sort", "letters", "formula", "table", "odd"},
        )
        self.served.make_game("Every Kind", pack, RULES)
        browser.open(f"{self.served.url}/play/every-kind?dice=7")
        browser.press("Set out")
        answers = ["a", "bulin", "0.5", "a", "a", "e", "9", "Fjell", "a"]
        for visit, answer in enumerate(answers, 1):
            browser.find(f"[data-phase=asking][data-visit='{visit}']")
            if browser.all("form input"):
                browser.find("form input").send_keys(answer, Keys.ENTER)
            else:
                browser.keys(answer)
            if answer == "e":
                browser.until("[data-pattern]", "data-pattern", "_ee_")
                browser.find("[data-moment=part]", "in it")
                self.assertEqual(browser.axe(), [])
                browser.find("form input").send_keys("z", Keys.ENTER)
                browser.find("[data-board] [data-mark=wrong]", "Z")
                browser.find("form input").send_keys("reef", Keys.ENTER)
        browser.find("[data-result]")
        self.assertIn("9 of 9", browser.body())

    def test_3_find_change_many_and_by_keyboard(self):
        browser = self.browser
        rows = "".join(
            f"{'Knot' if n % 3 else 'Cloud'} number {n}?\tright {n}\twrong {n}\n" for n in range(1, 13)
        )
        self.bring("many.tsv", rows)
        browser.find("[data-question='11']")
        browser.find("[aria-label='Search the questions']").send_keys("cloud 9")
        browser.find("[role=status]", "1 of 12")
        self.assertIn("Cloud number 9?", self.rows()[0])
        browser.find("[aria-label='Search the questions']").send_keys(
            Keys.CONTROL, "a", Keys.NULL, Keys.DELETE
        )
        browser.find("[data-question='11']")
        grid = browser.driver.find_element(By.CSS_SELECTOR, "[role=grid][tabindex='0']")
        browser.driver.execute_script("arguments[0].focus()", grid)
        browser.keys(Keys.ARROW_DOWN, Keys.ARROW_DOWN)
        browser.until("[role=row][data-question='1']", "aria-selected", "true")
        browser.keys(Keys.ENTER)
        line = browser.find("[data-question='1'] input[aria-label=Prompt]")
        self.rewrite(line, "Knot rewritten?")
        line.send_keys(Keys.ENTER)
        browser.find("[data-question='1']", "Knot rewritten?")
        browser.keys(" ", Keys.ARROW_DOWN, " ")
        browser.find("[role=status]", "2 chosen")
        browser.keys(Keys.DELETE)
        browser.find("[role=status]", "10 questions")
        self.assertNotIn("Knot rewritten?", browser.body())
        browser.chord(Keys.CONTROL, "z")
        browser.find("[role=status]", "12 questions")
        browser.find("[data-question='11']").click()
        browser.press("To the top")
        browser.find("[data-question='0']", "Cloud number 12?")
        browser.press("Add a question")
        browser.find("[data-new='0'] textarea").click()
        for text in ("Rope?", "one", "another", "a third", "a fourth"):
            browser.keys(text, Keys.ENTER)
        browser.until("[data-new]", "data-new", "1")
        browser.find("p", "13 questions")
        self.assertEqual(browser.axe(), [])
        self.assertEqual(browser.console(), [])

    def prompts(self) -> list[str]:
        """The prompts and right answers of the pack on the screen, as the server has them."""
        number = self.browser.driver.current_url.split("/packs/")[1]
        found = self.served.ask("GET", f"/api/workshop/packs/{number}/questions")["questions"]
        return [f"{question['prompt']} {question['shown']}" for question in found]

    def test_3b_written_one_after_another_they_stay_in_that_order(self):
        browser = self.browser
        for name, opened, before, after in (
            ("at-the-end.tsv", None, ["One? first", "Two? second"], []),
            ("behind-the-last.tsv", 1, ["One? first", "Two? second"], []),
            ("behind-the-first.tsv", 0, ["One? first"], ["Two? second"]),
        ):
            with self.subTest(name):
                self.bring(name, "One?\tfirst\tno\nTwo?\tsecond\tno\n")
                browser.find("[data-question='1']")
                if opened is not None:
                    browser.find(f"[data-question='{opened}']").click()
                browser.press("Add a question")
                browser.find("[data-new='0'] textarea").click()
                for n in range(3):
                    for text in (f"New {n}?", "yes", "no", "never", "nowhere"):
                        browser.keys(text, Keys.ENTER)
                    browser.until("[data-new]", "data-new", str(n + 1))
                    browser.find("[data-question][aria-selected=true]", f"New {n}?")
                new = [f"New {n}? yes" for n in range(3)]
                self.assertEqual(self.prompts(), [*before, *new, *after])

    def test_3c_while_one_field_is_saved_the_next_is_written(self):
        browser = self.browser
        self.bring("fields.tsv", "".join(f"Knot {n}?\tright {n}\tno\n" for n in range(3)))
        browser.find("[data-question='1']").click()
        browser.find("aside textarea").send_keys(Keys.CONTROL, "a")
        browser.driver.execute_script(FEWEST_ROWS)
        browser.keys("Sheet bend?", Keys.TAB, Keys.TAB, "on its way", Keys.TAB)
        browser.find("[data-question='1']", "Sheet bend?")
        browser.find("[data-question='1']", "on its way")
        browser.until("[data-saved]", "data-saved", "Saved")
        focused = browser.driver.switch_to.active_element
        self.assertEqual(focused.get_attribute("type"), "checkbox", "the focus is where Tab brought it")
        self.assertEqual(self.prompts(), ["Knot 0? right 0", "Sheet bend? on its way", "Knot 2? right 2"])
        self.assertEqual(browser.driver.execute_script("return window.fewest"), 3, "rows stay where they are")

    def test_3d_a_line_is_written_while_others_are_mended(self):
        browser = self.browser
        self.bring("lines.tsv", BROKEN)
        browser.find("[role=tab]", "Lines").click()
        browser.find("[data-line='4'] button").click()
        browser.find("[data-line='4'] textarea").send_keys(" or none")
        browser.press("Put the tabs back (line 2)")
        browser.until("[data-line='2']", "data-state", "question")
        self.assertIn("or none", browser.find("[data-line='4'] textarea").get_attribute("value"))
        browser.press("Remove the line (line 3)")
        browser.gone("[data-line='4']")
        browser.find("[data-line='3'] textarea").send_keys(" of them", Keys.ENTER)
        browser.find("[data-line='3'] button", "c or none of them")
        browser.gone("[data-line] textarea")

    def test_3f_true_or_false_copies_and_another_name(self):
        browser = self.browser
        self.bring("slopes.tsv", "A. Steep or flat?\tA. Steep\tB. Flat\nSure?\tyes\tno\n")
        browser.find("[role=tab]", "Questions").click()
        browser.find("[data-question]", "Sure?")
        browser.press("Remove the letters")
        browser.find("[data-question]", "Steep")
        browser.press("Add a question")
        self.field("Kind").send_keys("truth")
        prompt = self.field("Prompt")
        prompt.send_keys("Fog is a cloud", Keys.ENTER)
        focused = browser.driver.switch_to.active_element
        self.assertEqual((focused.get_attribute("type"), focused.is_selected()), ("radio", False))
        browser.press("Save, then the next")
        browser.find("[role=alert]", "answer")
        focused.send_keys("f")
        browser.find("[data-question]", "Sure?").click()
        browser.find("aside[aria-label='The question']")
        browser.press("Add a question")
        self.assertEqual(self.field("Prompt").get_attribute("value"), "Fog is a cloud")
        browser.press("Save, then the next")
        browser.find("[data-question]", "Fog is a cloud")
        browser.press("Cancel")
        self.assertIn("False", next(row for row in self.rows() if "Fog" in row))
        browser.find("[data-question]", "Sure?").click()
        browser.press("Duplicate")
        browser.find("aside[aria-label='The question'] [data-snag=copy]")
        self.assertEqual(self.field("Prompt").get_attribute("value"), "Sure? (copy)")
        browser.press("Rename")
        name = browser.find("input[aria-label='The name of the pack']")
        self.rewrite(name, "steep things")
        name.send_keys(Keys.ENTER)
        browser.find("h1", "steep things.tsv")

    def test_3e_blanks_at_the_edges_of_a_field_are_seen_with_its_text(self):
        self.bring("edges.tsv", "Which sea?\t the North \tBlack  Sea\tRed Sea\n")
        self.browser.find("[role=tab]", "Lines").click()
        line = self.browser.find("[data-line='1'] button").text
        self.assertIn("Which sea?→·the North·→Black··Sea→Red Sea", line)

    def test_4_columns_before_and_after_reading(self):
        browser = self.browser
        path = self.folder / "huts.csv"
        path.write_text("hut,metres,ridge\nAlm,2140,East\nBim,1875,West\n", "utf-8")
        browser.open(self.served.url)
        browser.find("label", "Look at the columns").click()
        browser.all("input[type=file]")[0].send_keys(str(path))
        browser.find("[role=dialog] table")
        self.assertEqual(browser.axe(), [])
        Select(browser.find("[aria-label='Column 3 is']")).select_by_visible_text("wrong")
        browser.press("Read it so")
        browser.find("p", "2 choice")
        browser.press("Columns")
        Select(browser.find("[aria-label='Column 3 is']")).select_by_visible_text("topic")
        browser.press("Read it so")
        browser.find("p", "2 typed")
        browser.find("[role=tab]", "Questions").click()
        browser.find("[data-question='0']", "East")
        browser.press("Undo")
        browser.find("p", "2 choice")

    def test_4b_files_of_any_sort_are_brought_together(self):
        browser = self.browser
        browser.open(self.served.url)
        paths = [picture_file(self.folder), sound_file(self.folder)]
        for name, text in (
            ("peaks.tsv", PEAKS),
            ("mixed.tsv", "Is it high?\tyes\tno\nIs it low?    no    yes\nIs it far?    yes    no\n"),
            ("nothing.txt", "  \n"),
        ):
            (self.folder / name).write_text(text, "utf-8")
            paths.append(self.folder / name)
        browser.all("input[type=file]")[0].send_keys("\n".join(map(str, paths)))
        browser.find("[data-brought='5']", "4 files brought, 1 file not")
        browser.find("[data-outcome=refused]", "nothing.txt")
        browser.find("[data-brought] img")  # the picture is shown small
        self.assertEqual(browser.axe(), [])
        self.assertEqual([one for one in browser.console() if " 422 " not in one], [])  # it was refused
        browser.find("[data-brought] a", "mixed.tsv: 1 question").click()
        browser.find("[data-mend-all=spaces-for-tabs]", "in all 2 lines").click()
        browser.gone("[data-mend-all]")
        browser.find("[role=tab]", "Questions").click()
        browser.find("[data-question='2']", "Is it far?")
        self.assertEqual(browser.axe(), [])

    def test_4d_files_are_dropped_on_a_pack_and_a_name_is_no_description(self):
        browser = self.browser
        self.bring("dropped-on.tsv", "Which of them is it?\tthis\tthat\n")
        browser.find("[data-question='0']")
        browser.driver.execute_script(
            "const canvas = document.createElement('canvas'); canvas.width = canvas.height = 20;"
            "canvas.toBlob(blob => { const data = new DataTransfer();"
            " data.items.add(new File([blob], 'a-deep-lake.png', {type: 'image/png'}));"
            " data.items.add(new File(['  '], 'blank.tsv'));"
            " document.querySelector('[data-drop=pack]').dispatchEvent("
            "new DragEvent('drop', {dataTransfer: data, bubbles: true, cancelable: true})); });"
        )
        browser.find("[data-brought='2']", "1 file brought, 1 file not")
        browser.find("[data-brought] [role=alert]", "blank.tsv")
        browser.console()  # the one that was refused
        (made,) = [
            one for one in self.served.ask("GET", "/api/workshop/media") if one["name"] == "a-deep-lake.png"
        ]
        self.assertNotIn("alt", made)
        path = self.folder / "well-of-wishes.png"
        Image.new("RGB", (30, 20), "#235a82").save(path)
        browser.find("[data-question='0']").click()
        browser._wait(lambda _: browser.all("aside input[type=file]"), "a way to bring a picture")
        browser.all("aside input[type=file]")[0].send_keys(str(path))
        browser._wait(lambda _: "](well-of-wishes.png)" in self.text_of("dropped-on"), "the picture")
        self.assertIn("![](well-of-wishes.png)", self.text_of("dropped-on"))

    def text_of(self, name: str) -> str:
        packs = self.served.ask("GET", "/api/workshop/shelf")["packs"]
        (pack,) = [one["id"] for one in packs if name in one["name"]]
        return self.served.ask_bytes(f"/api/workshop/packs/{pack}/file").decode()

    def test_4c_data_is_used_as_the_rows_of_a_table(self):
        browser = self.browser
        browser.open(self.served.url)
        browser.find("a", "peaks").click()
        browser.find("[data-maybe-rows]")
        browser.press("Use it as rows of a table")
        browser.gone("[data-maybe-rows]")
        browser.find("p", "0 questions · no snags")
        browser.open(self.served.url)
        browser.press("New pack")
        browser.find("[role=dialog] input").send_keys("asked", Keys.ENTER)
        browser.find("h1", "asked")
        browser.press("Add a question")
        Select(browser.beside("label", "Kind", AROUND)).select_by_visible_text("table")
        Select(browser.beside("label", "Table", AROUND)).select_by_visible_text("peaks.tsv")
        answer = browser.beside("label", "Column of the answer", AROUND)
        browser._wait(lambda _: len(Select(answer).options) == 4, "the columns of the table")
        Select(answer).select_by_visible_text("Height")
        browser.find("aside p", "{Name} {Height} {Sign}")
        self.assertEqual(browser.axe(), [])

    def test_5_a_file_again_taken_in_part(self):
        browser = self.browser
        self.bring("again.tsv", "One?\tfirst\nTwo?\tsecond\nThree?\tthird\n")
        browser.find("[data-question='2']")
        browser.press("Read the file again")
        path = self.folder / "again.tsv"
        path.write_text("One?\tFIRST now\nTwo?\tsecond\nFour?\tfourth\n", "utf-8")
        browser.find("[role=dialog]")
        browser.driver.find_element(By.CSS_SELECTOR, "[aria-label='The file as it is now']").send_keys(
            str(path)
        )
        browser.find("[data-difference=changed]", "FIRST now")
        browser.find("[data-difference=new]", "Four?")
        browser.find("[data-difference=gone] input").click()
        self.assertEqual(browser.axe(), [])
        browser.press("Take over 2")
        browser.find("p", "4 questions")
        browser.gone("[role=dialog]")
        self.assertEqual([row.splitlines()[1] for row in self.rows()], ["One?", "Two?", "Three?", "Four?"])

    def test_6_a_large_file_is_watched_stopped_and_scrolled(self):
        browser = self.browser
        text = "".join(f"Question number {n}?\tright {n}\twrong {n}\tother {n}\n" for n in range(100_000))
        slow = "prompt\tanswer\twrong 1\twhy\tlevel\n" + "".join(
            f"Frage {n} über Größen?\trichtig {n}\tfalsch {n}\tdarum {n}\t2\n" for n in range(99_000)
        )
        self.bring("large.tsv", slow)
        browser.find("[data-job]")
        with urllib.request.urlopen(f"{self.served.url}/api/workshop/words", timeout=40) as response:
            response.read()
        browser.press("Stop")
        browser.find("[role=status]", "nothing was changed")
        self.assertEqual(browser.all("a[href^='/packs/'][href$='large']"), [])
        self.bring("large.tsv", text)
        browser.find("h1", "large.tsv")
        browser.find("p", "100,000 questions · no snags")
        browser.find("[data-question='0']")
        rows = browser.driver.find_element(By.CSS_SELECTOR, "[role=rowgroup] + [role=rowgroup]")
        browser.driver.execute_script("arguments[0].scrollTop = arguments[0].scrollHeight", rows)
        browser.find("[data-question='99999']", "Question number 99999?")
        self.assertLess(len(browser.all("[data-question]")), 80)
        browser.find("[aria-label='Search the questions']").send_keys("77777")
        browser.find("[role=status]", "1 of 100,000")
