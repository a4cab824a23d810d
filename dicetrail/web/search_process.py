"""The process that searches: games come in on standard input, and what their plays can come to goes out.

A search is long work in plain Python. In a process of its own it leaves the server free to answer.
"""

from __future__ import annotations

import gc
import os
import pickle
import sys
from contextlib import suppress
from queue import SimpleQueue
from threading import Thread

from ..core.play.game import Game
from ..core.play.program import Program
from ..core.prove.search.exploring import reach

NICENESS = 5
"""How far it stands behind the server where both want to run."""


def main() -> None:
    """Search through one game after another, until no more can come in."""
    os.nice(NICENESS)
    gc.disable()  # a search makes millions of tuples and no cycles
    games: SimpleQueue[Game] = SimpleQueue()
    Thread(target=_take_in, args=(games,), daemon=True).start()
    answers = sys.stdout.buffer
    while True:
        pickle.dump(reach(Program(games.get())), answers)
        answers.flush()


def _take_in(games: SimpleQueue[Game]) -> None:
    """Take games in; where no more can come, whoever asked is gone, and nobody waits for what is searched."""
    with suppress(EOFError, pickle.UnpicklingError):
        while True:
            games.put(pickle.load(sys.stdin.buffer))
    os._exit(0)


if __name__ == "__main__":
    main()
