"""Kill a workshop in the middle of its work, 200 times or as often as is said, and look what is lost."""

from __future__ import annotations

import sys
import time
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[2]))

from tests.web.kills import Kills

often = int(sys.argv[1]) if len(sys.argv) > 1 else 200
kills = Kills(seed=int(time.time()))
try:
    for number in range(1, often + 1):
        kills.once()
        if number % 20 == 0:
            print(f"{number} kills, {kills.saved} changes called saved, none lost", flush=True)
finally:
    kills.served.stop()
