"""An edit of a game with fifty waymarks of twenty moves: of what no play hangs on, and of its rules, so that
all are walked again, passing and failing; asked of a served workshop, as a ratio to an edit with none."""

from __future__ import annotations

import sys
import time
from pathlib import Path
from statistics import median
from typing import Any

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from tests.ui.harness import Served

ROWS = "prompt\tanswer\twrong\twrong\n" + "".join(
    f"Question {n}?\tright {n}\twrong {n}\tother {n}\n" for n in range(300)
)
RULES = """\
title: Marked
packs: [packs/marked.tsv]
deal: {{draw: 20, order: shuffled, options: shuffled}}
tries: 2
meters: {{score: {{start: 0}}, lives: {{start: 90}}}}
consequences:
  - {{moment: right, add: {{score: {points}}}, tell: "{{score}} points."}}
  - {{moment: missed, add: {{lives: -1}}, reveal: true}}
endings:
  - {{if: lives == 0, result: lost}}
waymarks:
"""
MOVES = [("right", "right", "wrong")[n % 3] for n in range(80)]
EDITS = 14
"""So many that as many earlier revisions as are looked at are there."""


def rules(points: int, lives: int | None) -> str:
    """The game's text; ``lives`` is what each waymark expects, None for no waymarks."""
    text = RULES.format(points=points)
    if lives is None:
        return text.replace("waymarks:\n", "")
    return text + "".join(
        f"  - {{name: walk {n}, dice: {n + 1}, moves: [{', '.join(MOVES[n : n + 20])}],"
        f" expect: {{lives: {lives}}}}}\n"
        for n in range(50)
    )


def main() -> None:
    served = Served()
    try:
        game = served.make_game("Marked", served.paste("marked.tsv", ROWS), rules(1, None))
        path = f"/api/workshop/games/{game['id']}"

        def put(text: str) -> tuple[float, Any]:
            body = {"text": text, "revision": served.ask("GET", path)["revision"]}
            begin = time.perf_counter()
            served.ask("PUT", path, body)
            answer = served.ask("GET", f"{path}/waymarks")
            return time.perf_counter() - begin, answer

        def edit(points: int, lives: int | None) -> float:
            taken, answer = put(rules(points, lives))
            assert len(answer["waymarks"]) == (0 if lives is None else 50)
            assert lives is None or answer["failed"] == (50 if lives == 99 else 0), answer["waymarks"][0]
            return taken

        def retitle() -> float:
            text = served.ask("GET", path)["text"]
            taken, answer = put(text.replace("title: Marked", "title: Marked again"))
            assert answer["passed"] == 50
            return taken

        unit = median(edit(2 + n, None) for n in range(EDITS))
        passing = median(edit(30 + n, 90) for n in range(EDITS))
        beside = median(retitle() for n in range(EDITS))
        failing = [edit(60 + n, 99) for n in range(EDITS)]
        for name, taken in (
            ("50 waymarks that don't hang on it", beside),
            ("50 waymarks", passing),
            ("50 that fail for the first time", failing[0]),
            ("50 that fail", median(failing[1:])),
        ):
            print(
                f"an edit and {name}: {1000 * taken:.0f} ms; without any {1000 * unit:.0f} ms, ratio"
                f" {taken / unit:.1f}"
            )
    finally:
        served.stop()


if __name__ == "__main__":
    main()
