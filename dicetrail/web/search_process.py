"""The process that searches: games come in on standard input, and what their plays can come to goes out.

A search is long work in plain Python. In a process of its own it leaves the server free to answer.
"""

from __future__ import annotations

import gc
import os
import pickle
import sys

from ..core.play.program import Program
from ..core.prove.search.exploring import reach

NICENESS = 5
"""How far it stands behind the server where both want to run."""


def main() -> None:
    """Search through one game after another, until no more come in."""
    os.nice(NICENESS)
    gc.disable()  # a search makes millions of tuples and no cycles
    answers = sys.stdout.buffer
    while True:
        try:
            game = pickle.load(sys.stdin.buffer)
        except EOFError:
            return
        pickle.dump(reach(Program(game)), answers)
        answers.flush()


if __name__ == "__main__":
    main()
