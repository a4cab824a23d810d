"""The handbook as a book: its pages, links and search."""

from __future__ import annotations

import unittest
from urllib.parse import urldefrag

from dicetrail.handbook.keys import KEYS, SCREENS
from dicetrail.handbook.page import FIRST, GROUPS, name_of, pages
from dicetrail.handbook.render import address_of, html_of, linked, links_of, sections_of, slug
from dicetrail.handbook.search import search

ROUTE = ("shelf", "questions", "checking", "deal", "rules", "feedback", "playtest", "proof", "handout")


class Pages(unittest.TestCase):
    def test_every_screen_has_its_page_and_its_keys(self) -> None:
        route = [name for name, page in pages().items() if page.group == "route"]
        self.assertEqual(route, [f"route/{screen}" for screen in ROUTE])
        self.assertEqual(set(SCREENS), {*ROUTE, "everywhere", "player"})
        self.assertEqual(set(KEYS), set(SCREENS))
        for name in route:
            self.assertIn("## Mistakes that happen here", pages()[name].text)

    def test_pages_have_a_title_and_say_what_they_are_about(self) -> None:
        self.assertEqual(next(iter(pages())), FIRST)
        for name, page in pages().items():
            with self.subTest(name):
                self.assertTrue(page.text.startswith("# "))
                self.assertTrue(page.about.strip() and not page.about.startswith(("#", "|", "```")))
                self.assertIn(page.group, {"", *GROUPS})
        titles = [page.title for page in pages().values()]
        self.assertEqual(len(titles), len(set(titles)))

    def test_all_links_work(self) -> None:
        counted = 0
        for name, page in pages().items():
            for link in links_of(page):
                with self.subTest(f"{name}: {link}"):
                    counted += 1
                    target, anchor = urldefrag(link)
                    path = linked(page, target) if target else page.path
                    self.assertTrue(path.is_file(), link)
                    if anchor:
                        headings = {section.anchor for section in sections_of(pages()[name_of(path)])}
                        self.assertIn(anchor, headings)
        print(f"links: {counted}")
        self.assertGreater(counted, 60)

    def test_pages_as_html(self) -> None:
        page = pages()["route/rules"]
        html = html_of(page)
        self.assertNotIn("<h1", html)
        self.assertIn('<h2 id="mistakes-that-happen-here">', html)
        self.assertIn('href="/handbook/reference/snags#hidden-row"', html)
        self.assertIn('src="/api/handbook/pictures/rules.png"', html)
        self.assertEqual(address_of(page, "#here"), "#here")
        self.assertEqual(slug("Only in texts"), "only-in-texts")

    def test_search_finds_what_makers_ask_for(self) -> None:
        for words, wanted in {
            "second try": "how/second-try",
            "lives": "how/lives",
            "too late": "how/question-clock",
            "pictures": "route/feedback",
            "hidden-row": "reference/snags",
            "streak": "how/streaks",
        }.items():
            with self.subTest(words):
                found = [hit.page for hit in search(words)]
                self.assertIn(wanted, found[:10])

    def test_search_takes_whatever_is_typed(self) -> None:
        self.assertEqual(search("  "), [])
        self.assertEqual(search('"*)(' * 50), [])
        self.assertTrue(search('liv" OR lives* NEAR('))
        self.assertTrue(search("sec"), "the begin of a word is enough")
        self.assertEqual(search("xyzzyq"), [])
        around = search("lantern is out")[0].around
        self.assertIn("⟦", around)


if __name__ == "__main__":
    unittest.main()
