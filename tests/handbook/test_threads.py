"""Pages asked for by many at once, with a parser that nobody has used yet."""

from __future__ import annotations

import sys
import unittest
from concurrent.futures import ThreadPoolExecutor
from threading import Barrier

from dicetrail.handbook import render
from dicetrail.handbook.page import pages

TRIES, AT_ONCE = 400, 8


class Threads(unittest.TestCase):
    def setUp(self) -> None:
        self.addCleanup(sys.setswitchinterval, sys.getswitchinterval())
        sys.setswitchinterval(1e-6)

    def test_many_who_ask_first_all_get_the_page(self) -> None:
        page = pages()["begin"]
        wanted = render.about.__wrapped__(page)
        self.assertTrue(wanted)
        with ThreadPoolExecutor(AT_ONCE) as threads:
            for _ in range(TRIES):
                render._markdown.cache_clear()
                render._markdown()
                together = Barrier(AT_ONCE)

                def ask(_: int, together: Barrier = together) -> str:
                    together.wait(30)
                    return str(render.about.__wrapped__(page))

                self.assertEqual({*threads.map(ask, range(AT_ONCE))}, {wanted})
