"""What is sent to a record store goes where the maker said and nowhere else, and is told as it is."""

from __future__ import annotations

import socket
import threading
import time
import unittest
from collections.abc import Callable
from contextlib import suppress
from unittest import mock

from dicetrail.core.snag import Refused
from dicetrail.standin.record_store import RecordStore
from dicetrail.web.history.record_store import Store, send
from dicetrail.web.jobs import Jobs

MODULE = "dicetrail.web.history.record_store"
ONE = {
    "id": "6f1a64a4-7e9b-5d5e-9c1f-0d1ce74a1151",
    "actor": {"objectType": "Agent", "account": {"homePage": "http://hut.example/", "name": "Ida"}},
    "verb": {"id": "http://adlnet.gov/expapi/verbs/initialized"},
    "object": {"objectType": "Activity", "id": "http://hut.example/play"},
    "timestamp": "2026-01-02T03:04:05.000Z",
}
OTHER = {**ONE, "id": "7f1a64a4-7e9b-5d5e-9c1f-0d1ce74a1152"}


class Sent(unittest.TestCase):
    def answering(self, answer: Callable[[socket.socket], None]) -> str:
        """The address of something that answers every request so."""
        listening = socket.create_server(("127.0.0.1", 0))
        self.addCleanup(listening.close)

        def work() -> None:
            with suppress(OSError):
                while True:
                    there, _ = listening.accept()
                    with there, suppress(OSError):
                        there.recv(65536)
                        answer(there)

        threading.Thread(target=work, daemon=True).start()
        return f"http://127.0.0.1:{listening.getsockname()[1]}"

    def refused(self, address: str, **more: object) -> str:
        with self.assertRaises(Refused) as raised:
            send(Store(address, nearby=True, **more), [[ONE]], 1, lambda *_: None)  # type: ignore[arg-type]
        return str(raised.exception)

    def test_no_redirect_is_followed(self):
        with RecordStore() as there:
            threading.Thread(target=there.serve_forever, daemon=True).start()
            head = f"HTTP/1.1 302 Found\r\nLocation: {there.address}/statements\r\nContent-Length: 0\r\n\r\n"
            said = self.refused(self.answering(lambda one: one.sendall(head.encode())))
            self.assertIn("not followed", said)
            self.assertEqual(there.asked, 0)
            there.shutdown()

    def test_what_says_no_ids_is_no_store(self):
        for body in (b"<html>Welcome</html>", b"[]", b'["another id"]', b"{}"):
            head = f"HTTP/1.1 200 OK\r\nContent-Length: {len(body)}\r\n\r\n".encode()
            said = self.refused(self.answering(lambda one, whole=head + body: one.sendall(whole)))
            self.assertIn("no record store", said)

    def test_a_drip_is_not_waited_for(self):
        def drip(one: socket.socket) -> None:
            for mark in b"HTTP/1.1 200 OK\r\nX: " + b"x" * 600:
                one.sendall(bytes([mark]))
                time.sleep(0.02)

        began = time.monotonic()
        with mock.patch(f"{MODULE}.PATIENCE", 0.5), mock.patch(f"{MODULE}.TRIES", 2):
            self.assertIn("did not answer within", self.refused(self.answering(drip)))
        self.assertLess(time.monotonic() - began, 10)

    def test_whoever_waits_for_it_can_stop(self):
        hanging = self.answering(lambda one: time.sleep(5))
        jobs = Jobs()
        job = jobs.start("statements", lambda tell: send(Store(hanging, nearby=True), [[ONE]], 1, tell))
        while job.state == "waiting":
            time.sleep(0.01)
        time.sleep(0.3)
        began = time.monotonic()
        jobs.close()
        self.assertLess(time.monotonic() - began, 3)
        self.assertEqual(job.state, "stopped")

    def test_slow_stores_hold_nothing_else_up(self):
        hanging = self.answering(lambda one: time.sleep(5))
        jobs = Jobs()
        self.addCleanup(jobs.close)
        for _ in range(4):
            jobs.start("statements", lambda tell: send(Store(hanging, nearby=True), [[ONE]], 1, tell))
        other = jobs.start("fairness", lambda progress: None)
        end = time.monotonic() + 5
        while other.state != "done":
            self.assertLess(time.monotonic(), end)
            time.sleep(0.01)

    def test_this_machine_has_to_be_meant(self):
        with RecordStore() as store:
            threading.Thread(target=store.serve_forever, daemon=True).start()
            for address in (store.address, store.address.replace("127.0.0.1", "localhost")):
                with self.assertRaises(Refused) as raised:
                    send(Store(address), [[ONE]], 1, lambda *_: None)
                self.assertIn("Nothing was sent", str(raised.exception))
            self.assertEqual(store.asked, 0)
            store.shutdown()

    def test_what_was_kept_is_what_is_told(self):
        """A store takes all of a request or none (xAPI 2.0, 4.1.6.1): one it has otherwise may not cost the
        others."""
        with RecordStore() as store:
            threading.Thread(target=store.serve_forever, daemon=True).start()
            there = Store(store.address, nearby=True)
            send(there, [[{**ONE, "timestamp": "2025-01-02T03:04:05.000Z"}]], 1, lambda *_: None)
            with self.assertRaises(Refused) as raised:
                send(there, [[ONE, OTHER]], 2, lambda *_: None)
            self.assertIn("1 of the 2", str(raised.exception))
            self.assertEqual(set(store.kept), {ONE["id"], OTHER["id"]})
            send(there, [[OTHER]], 1, lambda *_: None)
            store.shutdown()


if __name__ == "__main__":
    unittest.main()
