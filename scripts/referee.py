"""Hold the engine against the referee (tests/referee): so many made-up games, a tenth as many odds, and
odds of a tenth as many larger games against plays.

Prints how many games, steps, answers and odds were the same, and why odds were refused. Works in a process
for each core; each takes its share with a seed of its own, so that a difference can be looked at again.
"""

from __future__ import annotations

import os
import random
import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]


def main(games: int) -> int:
    """Run the shares side by side; 1 where anything differed."""
    shares = os.cpu_count() or 1
    running = []
    for _ in range(shares):
        number, seed = games // shares, random.randrange(2**32)
        environment = {
            **os.environ,
            "REFEREE_GAMES": str(number),
            "REFEREE_ODDS": str(number // 10),
            "REFEREE_LARGER": str(number // 10),
            "REFEREE_SEED": str(seed),
        }
        command = [
            sys.executable,
            "-m",
            "unittest",
            "tests.referee.test_referee",
            "tests.referee.test_larger",
        ]
        running.append(subprocess.Popen(command, cwd=ROOT, env=environment))
    codes = [one.wait() for one in running]
    return int(any(codes))


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1])))
