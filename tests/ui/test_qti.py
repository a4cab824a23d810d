"""Questions from and for other programs: brought on the shelf, told what is left out, saved."""

from __future__ import annotations

import tempfile
from pathlib import Path

from dicetrail.core.archive import archive
from tests.core.qti_items import ITEM_30, MANIFEST

from .on_screen import OnScreen


class QtiOnScreen(OnScreen):
    def test_a_package_is_brought_and_one_is_saved(self) -> None:
        browser = self.browser
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        drawn = ITEM_30.replace("qti-choice-interaction", "qti-drawing-interaction")
        files = {"imsmanifest.xml": MANIFEST.encode(), "a.xml": drawn.encode(), "b.xml": ITEM_30.encode()}
        (folder / "two.zip").write_bytes(archive(files))
        browser.open(self.served.url)
        browser.find("button", "Choose files")
        [chooser] = browser.driver.find_elements("css selector", "input[aria-label='Question files']")
        chooser.send_keys(str(folder / "two.zip"))
        browser.find("h1", "two.yaml")
        browser.find("[data-snag=left-out]", "no kind of question for its")
        self.clean("what was left out")
        browser.press("Remove the line")
        browser.gone("[data-snag=left-out]")
        browser.press("Save as file")
        browser.find("[role=menuitem]", ".zip").click()
        browser.find("[role=dialog] p", "All of these questions can be said in it.")
        self.clean("saving as QTI")
        link = browser.find("[role=dialog] a", "Save the file").get_attribute("href")
        self.assertTrue(self.served.ask_bytes(link.removeprefix(self.served.url)).startswith(b"PK"))

    def test_what_would_not_be_in_it_is_told_first(self) -> None:
        browser = self.browser
        pack = self.served.paste("word.tsv", "kind\tprompt\tanswer\nletters\tWhich word?\tup\n")
        browser.open(f"{self.served.url}/packs/{pack['id']}")
        browser.press("Save as file")
        browser.find("[role=menuitem]", ".zip").click()
        browser.find("[role=dialog] li", "‘Which word?’: its kind")
        self.clean("what would not be in it")
