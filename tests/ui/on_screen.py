"""Tests that have one workshop and one browser for all of a class."""

from __future__ import annotations

import unittest
from typing import Any, ClassVar

from .harness import Browser, Served


class OnScreen(unittest.TestCase):
    """``demo`` says whether the workshop has the games that ship with it."""

    demo: ClassVar[bool] = False
    served: ClassVar[Served]
    browser: ClassVar[Browser]

    @classmethod
    def setUpClass(cls) -> None:
        cls.served, cls.browser = Served(demo=cls.demo), Browser()
        cls.addClassCleanup(cls.served.stop)
        cls.addClassCleanup(cls.browser.close)

    def clean(self, what: str) -> None:
        """Hold that axe-core finds nothing wrong, and that the page wrote no error."""
        self.assertEqual(self.browser.axe(), [], what)
        self.assertEqual(self.browser.console(), [], what)

    def document(self, game: Any) -> Any:
        """What a game says now."""
        return self.served.ask("GET", f"/api/workshop/games/{game['id']}/rules")["document"]
