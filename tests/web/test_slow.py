"""Who sends half of something holds nobody else up."""

from __future__ import annotations

import json
import socket
import unittest
from http.client import HTTPConnection

from tests.ui.harness import Served

LIMIT = 30
"""Seconds that any wait here may take."""
RULES = "title: Slow\npacks: [packs/slow.tsv]\n"


class Slow(unittest.TestCase):
    def setUp(self) -> None:
        self.served = Served()
        self.addCleanup(self.served.stop)
        pack = self.served.paste("slow.tsv", "Question?\tright\twrong\tother\n")
        self.game = self.served.make_game("Slow", pack, RULES)
        self.path = f"/api/players/games/{self.game['slug']}"

    def send(self, text: str) -> socket.socket:
        there = socket.create_connection(("127.0.0.1", self.served.port), timeout=LIMIT)
        self.addCleanup(there.close)
        there.sendall(text.replace("\n", "\r\n").encode())
        return there

    def test_half_a_body_takes_no_place_in_a_line(self) -> None:
        head = f"POST {self.path}/plays HTTP/1.1\nHost: 127.0.0.1\nContent-Type: application/json\n"
        slow = [self.send(f"{head}Content-Length: 50\n\n{{") for _ in range(20)]
        self.assertEqual(self.served.ask("GET", self.path)["title"], "Slow")
        self.assertIn("id", self.served.ask("POST", f"{self.path}/plays", {}))
        answers = [one.recv(1000) for one in slow]  # each is told that it was too slow, or is ended
        self.assertEqual([one for one in answers if one and not one.startswith(b"HTTP/1.1 408")], [])

    def test_half_a_head_is_not_waited_for(self) -> None:
        slow = [self.send("GET / HTTP/1.1\nHost: 127") for _ in range(320)]
        self.assertEqual(self.served.ask("GET", self.path)["title"], "Slow")
        self.assertEqual([one.recv(1000) for one in (slow[0], slow[-1])], [b"", b""])

    def test_a_crowd_that_comes_at_once_is_not_taken_for_idlers(self) -> None:
        crowd = [socket.create_connection(("127.0.0.1", self.served.port), LIMIT) for _ in range(300)]
        for one in crowd:
            self.addCleanup(one.close)
        for one in crowd:
            one.sendall(f"GET {self.path} HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n".encode())
        self.assertEqual({one.recv(12) for one in crowd}, {b"HTTP/1.1 200"})

    def test_a_connection_that_goes_on_may_rest(self) -> None:
        kept = HTTPConnection("127.0.0.1", self.served.port, timeout=LIMIT)
        self.addCleanup(kept.close)
        there = set()
        for _ in range(2):
            kept.request("GET", self.path)
            answer = kept.getresponse()
            self.assertEqual((answer.status, json.load(answer)["title"]), (200, "Slow"))
            there.add(kept.sock.getsockname() if kept.sock else None)
        self.assertEqual(len(there - {None}), 1, "it was one connection all the time")


if __name__ == "__main__":
    unittest.main()
