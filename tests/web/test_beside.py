"""Work beside the server: it ends when it is to, is bounded, and holds up neither players nor makers."""

from __future__ import annotations

import asyncio
import json
import threading
import time
import unittest
import urllib.error
import urllib.request
from pathlib import Path
from types import SimpleNamespace
from unittest import mock

from starlette.types import Message

from dicetrail.core.pack.reader import read_file
from dicetrail.core.pack.writing import to_record
from dicetrail.core.snag import Refused
from dicetrail.web.beside import Beside
from dicetrail.web.beside.beside import Fault
from dicetrail.web.elsewhere.making import Make
from dicetrail.web.sending_files import Files
from tests.test_orphans import runs
from tests.ui.harness import Served

from . import slow_work
from .serving import Serving

LIMIT = 60
"""Seconds that anything here may take."""


def ends(pid: int) -> bool:
    """Whether a process ends in time."""
    end = time.monotonic() + LIMIT
    while runs(pid) and time.monotonic() < end:
        time.sleep(0.02)
    return not runs(pid)


class Processes(unittest.TestCase):
    def setUp(self) -> None:
        self.beside = Beside(1)
        self.addCleanup(self.beside.close)

    def test_a_process_does_one_thing_after_another(self) -> None:
        held = bytearray(450_000_000)  # what the server has is not what the process needs
        self.assertEqual(self.beside.run(slow_work.number), self.beside.run(slow_work.number), len(held))

    def test_what_goes_wrong_costs_no_other(self) -> None:
        with self.assertRaisesRegex(Refused, r"Not so\."):
            self.beside.run(slow_work.refused)
        with self.assertRaisesRegex(Fault, "ZeroDivisionError: by nought"):
            self.beside.run(slow_work.faulty)
        with self.assertRaisesRegex(Refused, "ended from outside"):
            self.beside.run(slow_work.dies)
        self.assertGreater(self.beside.run(slow_work.number), 0)

    def test_it_may_take_so_long_and_so_much(self) -> None:
        with self.assertRaisesRegex(Refused, "longer than 0 seconds"):
            self.beside.run(slow_work.long, seconds=0.4)
        with self.assertRaisesRegex(Refused, "longer than 0 seconds"):
            self.beside.run(slow_work.talking, seconds=0.4)
        with self.assertRaisesRegex(Refused, r"more than 1\.5 GB"):
            self.beside.run(slow_work.large)
        self.assertTrue(ends(self.beside.run(slow_work.much)), "what needed much gives it back")
        self.assertGreater(self.beside.run(slow_work.number), 0)

    def test_who_takes_their_time_is_not_cut_off(self) -> None:
        now = [0.0]
        clock = SimpleNamespace(monotonic=lambda: now[0])
        with mock.patch("dicetrail.web.beside.beside.time", clock):
            pieces = self.beside.pieces(slow_work.talking, seconds=1)
            for _ in range(3):
                self.assertEqual(next(pieces), 1)
                now[0] += 100
            pieces.close()

    def test_who_takes_no_more_of_it_ends_it(self) -> None:
        pieces = self.beside.pieces(slow_work.long)
        pid = next(pieces)
        pieces.close()
        self.assertTrue(ends(pid))

    def test_it_is_stopped_while_it_tells_nothing(self) -> None:
        pids: list[int] = []

        def look(_done: int, _total: int) -> None:
            if pids:
                raise InterruptedError

        with self.assertRaises(InterruptedError):
            self.beside.run(slow_work.long, progress=look, on_piece=pids.append)
        self.assertTrue(ends(pids[0]))

    def test_it_ends_with_the_server(self) -> None:
        pids: list[int] = []
        there, problems = threading.Event(), []

        def take(pid: int) -> None:
            pids.append(pid)
            there.set()

        def work() -> None:
            try:
                self.beside.run(slow_work.long, on_piece=take)
            except InterruptedError as stopped:
                problems.append(stopped)

        working = threading.Thread(target=work)
        working.start()
        self.assertTrue(there.wait(LIMIT))
        self.beside.close()
        working.join(LIMIT)
        self.assertTrue(problems and ends(pids[0]))


HEAVY = """\
title: Heavy
packs: [packs/many.tsv]
tries: 3
clocks: {question: 9, breather: 0}
meters: {one: {start: 0}, two: {start: 5}, three: {start: 3}}
consequences:
  - {moment: right, if: one < 40 and two > three, add: {one: 1 + streak, two: -1}}
  - {moment: wrong, if: three != two, add: {three: 2}}
  - {moment: missed, add: {two: attempt, three: -1}}
endings: [{if: one + two + three > 90, result: won}, {if: two < -60, result: lost}]
"""
"""A game whose odds take seconds."""


class Meanwhile(unittest.TestCase):
    def setUp(self) -> None:
        self.served = Served()
        self.addCleanup(self.served.stop)
        rows = "".join(f"Question {n}?\tright {n}\twrong {n}\tother {n}\n" for n in range(12))
        self.pack = self.served.paste("many.tsv", rows)
        self.game = self.served.make_game("Heavy", self.pack, HEAVY)
        self.path = f"{self.served.url}/api/workshop/games/{self.game['id']}/proof"

    def asking(self, skill: float) -> threading.Thread:
        def ask() -> None:
            with urllib.request.urlopen(f"{self.path}/odds?share={skill}", timeout=LIMIT) as answer:
                self.answers.append(json.load(answer))

        thread = threading.Thread(target=ask)
        thread.start()
        return thread

    def test_proofs_hold_nobody_up(self) -> None:
        self.answers: list[object] = []
        asking = [self.asking(n / 10) for n in range(4)]
        time.sleep(0.3)
        self.served.ask("GET", "/api/workshop/shelf")
        play = self.served.ask("POST", f"/api/players/games/{self.game['slug']}/plays", {})
        self.assertLess(len(self.answers), 4, "the shelf and the play were there before all proofs")
        self.assertIn("id", play)
        for one in asking:
            one.join(LIMIT)
        self.assertEqual(len(self.answers), 4)

    def test_a_newer_revision_takes_their_place(self) -> None:
        asking = [threading.Thread(target=self.refusal) for _ in range(2)]
        self.codes: list[int] = []
        for one in asking:
            one.start()
        time.sleep(0.5)
        text = HEAVY.replace("tries: 3", "tries: 1")
        self.served.ask(
            "PUT", f"/api/workshop/games/{self.game['id']}", {"text": text, "revision": self.game["revision"]}
        )
        self.served.ask("GET", f"/api/workshop/games/{self.game['id']}/proof/aims")
        self.served.ask("GET", f"/api/workshop/games/{self.game['id']}/proof/odds")
        for one in asking:
            one.join(LIMIT)
        self.assertEqual(self.codes, [409, 409])

    def refusal(self) -> None:
        try:
            with urllib.request.urlopen(f"{self.path}/curve", timeout=LIMIT) as answer:
                self.codes.append(answer.status)
        except urllib.error.HTTPError as refused:
            self.codes.append(refused.code)


class LargePacks(Serving):
    def test_a_large_pack_is_what_it_is_here(self) -> None:
        rows = "prompt\tanswer\twrong\n" + "".join(f"Number {n}?\t{n}\t{n + 1}\n" for n in range(3000))
        data = (rows + "no question\n\nNumber 5?\t5\t6\n").encode()
        with mock.patch("dicetrail.web.workshop.packs.SLOW_FROM", 1000):
            job = self.bring("large.tsv", data)["job"]
            end = time.monotonic() + LIMIT
            while job["state"] in ("waiting", "working") and time.monotonic() < end:
                time.sleep(0.05)
                job = self.ask("GET", f"/jobs/{job['id']}")
            self.assertEqual(job["state"], "done", job["message"])
            pack = self.ask("GET", f"/packs/{job['pack_id']}")
            here = read_file("packs/large.tsv", data)
            self.assertEqual(
                (pack["questions"], pack["lines"], pack["roles"], [one["code"] for one in pack["snags"]]),
                (
                    len(here.questions),
                    len(here.raw),
                    list(here.roles),
                    [one.code for one in here.all_snags],
                ),
            )
            record = self.ask("GET", f"/packs/{job['pack_id']}/questions/2999")["record"]
            self.assertEqual(record, dict(to_record(here.questions[2999])))
            changed = self.ask(
                "PUT",
                f"/packs/{job['pack_id']}/questions/7",
                {"record": {"prompt": "Seven?", "answer": "7", "wrong": "8"}, "revision": 1},
            )
            self.assertEqual(changed["revision"], 2)

    def bring(self, name: str, data: bytes) -> dict[str, dict[str, object]]:
        answer = self.client.post("/api/workshop/packs", files={"file": (name, data)})
        self.assertEqual(answer.status_code, 201, answer.text[:300])
        brought: dict[str, dict[str, object]] = answer.json()
        return brought


class Taken(unittest.TestCase):
    """Files to be saved, sent as they are made."""

    def sent(self, make: Make, *, leaves: bool) -> list[bytes]:
        """What is sent of a file to one who may leave after its beginning."""
        sent: list[bytes] = []

        async def take() -> None:
            files, gone = Files(Path("nowhere.sqlite")), asyncio.Event()
            asked: list[Message] = [{"type": "http.request", "body": b"", "more_body": False}]

            async def receive() -> Message:
                if asked:
                    return asked.pop()
                await gone.wait()
                return {"type": "http.disconnect"}

            async def send(message: Message) -> None:
                sent.append(message.get("body", b""))
                if leaves and len(sent) > 2:
                    gone.set()

            try:
                response = files.file("f.txt", "text/plain", make)
                await asyncio.wait_for(response({"type": "http", "asgi": {}}, receive, send), LIMIT)
                self.assertTrue(not leaves or await asyncio.to_thread(ends, int(sent[1].split()[0])))
            finally:
                files.close()

        asyncio.run(take())
        return sent

    def test_who_leaves_ends_what_is_made_for_them(self) -> None:
        self.assertGreater(len(self.sent(slow_work.endless, leaves=True)), 2)

    def test_what_is_refused_is_not_begun(self) -> None:
        with self.assertRaisesRegex(Refused, "No file"):
            self.sent(slow_work.refused_file, leaves=False)


if __name__ == "__main__":
    unittest.main()
