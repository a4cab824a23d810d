"""With a pack of 100,000 questions on the shelf, and 99 small ones: how long each thing takes.

As a ratio to a hand-written loop that splits the same lines and builds an object for each, in the same run.
"""

from __future__ import annotations

import sys
import time
from dataclasses import dataclass
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from tests.ui.harness import Served

TEXT = "".join(
    f"Question number {n}?\tright {n}\twrong {n}\tother {n}\ttopic {n % 40}\n" for n in range(100_000)
)
HEAD = "prompt\tanswer\twrong\twrong\ttopic\n"
RULES = """\
title: Large
packs: [packs/large.tsv]
deal: {draw: 10, order: shuffled, options: shuffled}
tries: 2
meters: {score: {start: 0}}
consequences:
  - {moment: right, add: {score: 1}}
"""


@dataclass
class Simple:
    prompt: str
    answer: str
    wrong: list[str]


def loop() -> float:
    """The seconds of the hand-written loop."""
    begin = time.perf_counter()
    made = [
        Simple(cells[0], cells[1], cells[2:]) for cells in (line.split("\t") for line in TEXT.splitlines())
    ]
    assert len(made) == 100_000
    return time.perf_counter() - begin


def memory(served: Served) -> float:
    """Megabytes of memory that the workshop has."""
    for line in Path(f"/proc/{served.pid}/status").read_text().splitlines():
        if line.startswith("VmRSS"):
            return int(line.split()[1]) / 1024
    raise AssertionError


def data(served: Served) -> float:
    """Megabytes that it keeps."""
    return sum(path.stat().st_size for path in served.folder.iterdir()) / 2**20


def main() -> None:
    served, unit = Served(), min(loop() for _ in range(3))

    def timed(name: str, method: str, path: str, body: object = None) -> object:
        begin = time.perf_counter()
        answer = served.ask(method, f"/api/{path}", body)
        taken = time.perf_counter() - begin
        print(
            f"{name:34} {taken:6.2f} s   {taken / unit:6.1f} loops   {memory(served):5.0f} MB"
            f"   data {data(served):6.1f} MB",
            flush=True,
        )
        return answer

    try:
        for n in range(99):
            served.paste(f"small-{n}.tsv", "A?\tb\tc\td\n")
        job = served.ask("POST", "/api/workshop/packs/paste", {"name": "large.tsv", "text": HEAD + TEXT})[
            "job"
        ]
        begin = time.perf_counter()
        while (state := served.ask("GET", f"/api/workshop/jobs/{job['id']}"))["state"] in (
            "waiting",
            "working",
        ):
            time.sleep(0.05)
        print(f"the loop {unit:.2f} s; brought in {time.perf_counter() - begin:.1f} s: {state['state']}")
        pack = timed("the pack", "GET", f"workshop/packs/{state['pack_id']}")
        path = f"workshop/packs/{pack['id']}"
        timed("the shelf", "GET", "workshop/shelf")
        timed("the shelf again", "GET", "workshop/shelf")
        timed("a page of lines", "GET", f"{path}/lines?offset=50000")
        timed("a page of lines again", "GET", f"{path}/lines?offset=70000")
        timed("a page of questions", "GET", f"{path}/questions?offset=50000")
        timed("a search", "GET", f"{path}/questions?words=number+77")
        timed("another search", "GET", f"{path}/questions?words=right+5&topic=topic+7")
        record = served.ask("GET", f"/api/{path}/questions/500")["record"]
        for n in range(6):
            edit = {"record": {**record, "prompt": f"Edited {n}?"}, "revision": pack["revision"]}
            pack = timed("an edit", "PUT", f"{path}/questions/{500 + n}", edit)
        pack = timed(
            "a line",
            "PUT",
            f"{path}/lines/77000",
            {"raw": "Which one is left?\ta\tb\tc\ttopic 1", "revision": pack["revision"]},
        )
        new = {**record, "id": "", "prompt": "Another one?"}
        for do, more in (("remove", {}), ("move", {"before": 9})):
            body = {"do": do, "numbers": [60_000], **more, "revision": pack["revision"]}
            pack = timed(do, "POST", f"{path}/questions/many", body)
        body = {"record": new, "after": 40_000, "revision": pack["revision"]}
        pack = timed("add", "POST", f"{path}/questions", body)
        for name, numbers in (("set on one", [70_000]), ("set on a thousand", [*range(20_000, 21_000)])):
            body = {"do": "set", "numbers": numbers, "fields": {"topic": "set"}, "revision": pack["revision"]}
            pack = timed(name, "POST", f"{path}/questions/many", body)
        body = {"do": "remove", "numbers": [*range(90_000, 91_000)], "revision": pack["revision"]}
        pack = timed("remove a thousand", "POST", f"{path}/questions/many", body)
        rows = "".join(f"Pasted number {n}?\tright {n}\twrong {n}\tother {n}\ttopic 3\n" for n in range(500))
        body = {"text": rows, "after": 30_000, "revision": pack["revision"]}
        pack = timed("paste 500 rows", "POST", f"{path}/questions/rows", body)
        pack = timed("undo", "POST", f"{path}/turn/undo?revision={pack['revision']}")
        pack = timed("redo", "POST", f"{path}/turn/redo?revision={pack['revision']}")
        game = timed("a game over it", "POST", "workshop/games", {"pack_id": pack["id"], "title": "Large"})
        game = timed(
            "its rules", "PUT", f"workshop/games/{game['id']}", {"text": RULES, "revision": game["revision"]}
        )
        edit = [{"do": "set", "path": ["title"], "value": "Larger", "to": 0}]
        body = {"edits": edit, "revision": game["revision"]}
        game = timed("its title", "POST", f"workshop/games/{game['id']}/edits", body)
        timed("the game", "GET", f"workshop/games/{game['id']}")
        for _ in range(4):
            play = timed("a play starts", "POST", f"players/games/{game['slug']}/plays", {})
            timed("  and is opened", "GET", f"players/plays/{play['id']}")
        pack = timed(
            "an edit, a game over it",
            "PUT",
            f"{path}/questions/9",
            {"record": record, "revision": pack["revision"]},
        )
        timed("the game after it", "GET", f"workshop/games/{game['id']}")
        timed("a play starts", "POST", f"players/games/{game['slug']}/plays", {})
        begin = time.perf_counter()
        size = len(served.ask_bytes(f"/api/{path}/file?ending=yaml"))
        print(f"saved as YAML, {size / 2**20:.0f} MB: {time.perf_counter() - begin:.2f} s")
    finally:
        served.stop()


if __name__ == "__main__":
    main()
