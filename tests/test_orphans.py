"""Whoever is killed leaves nothing behind that goes on working for nobody."""

from __future__ import annotations

import ast
import subprocess
import sys
import time
import unittest
from dataclasses import replace
from pathlib import Path

from dicetrail.core.play.rulebook.game import Consequence, Deal, Game, Meter
from dicetrail.web.beside.messages import read, write
from dicetrail.web.beside.searching import reached
from dicetrail.web.beside.sending import sent
from tests.core.making import choice

PATIENCE = 60
"""Seconds in which a process has to end."""
OWNER = """
import os, time
from dicetrail.core.prove.processes import processes

if __name__ == "__main__":
    with processes(time.sleep, 0.2) as pool:
        waiting = [pool.submit(os.getpid) for _ in range(20)]
        print({each.result() for each in waiting}, flush=True)
        time.sleep(600)
"""
LONG = Game(
    "Long",
    tuple(map(choice, range(8))),
    deal=Deal(repeats="when_empty"),
    tries=None,
    meters=(Meter("score", 0),),
    consequences=(Consequence("right", add=(("score", "1"),)),),
    leave=True,
)
"""A game that is searched for seconds."""


def runs(pid: int) -> bool:
    """Whether a process is there that has not ended."""
    try:
        return Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()[0] != "Z"
    except FileNotFoundError:
        return False


class Orphans(unittest.TestCase):
    def started(self, *arguments: str) -> subprocess.Popen[bytes]:
        command = [sys.executable, *arguments]
        process = subprocess.Popen(
            command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL
        )
        self.addCleanup(process.communicate)
        self.addCleanup(process.kill)
        return process

    def test_processes_end_with_who_began_them(self):
        owner = self.started("-c", OWNER)
        assert owner.stdout is not None
        begun = ast.literal_eval(owner.stdout.readline().decode())
        self.assertTrue(begun and all(map(runs, begun)))
        owner.kill()
        end = time.monotonic() + PATIENCE
        while any(map(runs, begun)) and time.monotonic() < end:
            time.sleep(0.05)
        self.assertEqual([pid for pid in begun if runs(pid)], [])

    def test_work_ends_where_nobody_can_take_what_comes_of_it(self):
        working = self.started("-m", "dicetrail.web.beside.process")
        assert working.stdin is not None
        write(working.stdin, (reached, (sent(LONG),)))
        found, _ = working.communicate(timeout=PATIENCE)
        self.assertEqual((working.returncode, len(found)), (0, 0))

    def test_work_answers_one_who_waits(self):
        working = self.started("-m", "dicetrail.web.beside.process")
        assert working.stdin is not None and working.stdout is not None
        write(working.stdin, (reached, (sent(replace(LONG, deal=Deal(), tries=1)),)))
        self.assertTrue(read(working.stdout).what.complete)


if __name__ == "__main__":
    unittest.main()
