"""Sixty bundles and sixty files made to hurt: is each taken, or refused by a sentence; who waits for it?"""

from __future__ import annotations

import io
import json
import sys
import threading
import time
import zipfile
from collections import Counter
from collections.abc import Callable, Iterator
from pathlib import Path

import httpx
import openpyxl

sys.path.insert(0, str(Path(__file__).resolve().parents[2]))

from tests.ui.harness import Served
from tests.web.kills import ROWS, RULES

PNG = bytes.fromhex(
    "89504e470d0a1a0a0000000d49484452000000010000000108060000001f15c489"
    "0000000d49444154789c626001000000ffff03000006000557bfabd40000000049454e44ae426082"
)
KEEP = json.dumps({f"packs/{name}.tsv": "both" for name in ("same", "x", "q", "q-2", "q-3")})
GAME = "title: {0}\npacks: [packs/{0}.tsv]\n"


def raw(files: dict[str, bytes | str]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as made:
        for name, data in files.items():
            made.writestr(name, data)
    return out.getvalue()


def bundles() -> Iterator[tuple[str, bytes]]:
    """Bundles that are too much, lead out, contradict themselves, or have the names of others."""
    row = "Question {0}?\tright {0}\twrong {0}\n"
    for n in range(20):  # the same names, other questions
        text = GAME.format("same") + f"awards: [{{title: 'Award {n}'}}]\n"
        yield f"same names {n}", raw({"game.yaml": text, "packs/same.tsv": row.format(n)})
    for n in (10, 500, 1990):
        names = [f"packs/p{k}.tsv" for k in range(n)]
        text = f"title: Many\npacks: [{', '.join(names)}]\n"
        yield f"{n} packs", raw({"game.yaml": text, **{one: row.format(k) for k, one in enumerate(names)}})
    yield "2,100 files", raw({"game.yaml": GAME.format("x"), **{f"media/{k}.png": PNG for k in range(2100)}})
    for name in (
        "../out.tsv",
        "/etc/passwd",
        "packs/../../out.tsv",
        "packs\\..\\out.tsv",
        "packs/\x00.tsv",
        "C:\\x",
    ):
        yield (
            f"leads out: {name!r}",
            raw({"game.yaml": GAME.format("x"), "packs/x.tsv": row.format(1), name: "x"}),
        )
    bomb = b"\0" * 60_000_000
    yield (
        "a bomb",
        raw({"game.yaml": GAME.format("x"), "packs/x.tsv": bomb, "media/x.png": bomb, "media/y.png": bomb}),
    )
    yield "a bomb of text", raw({"game.yaml": "title: " + "x" * 100_000_000})
    yield "no game", raw({"packs/x.tsv": row.format(1)})
    yield "a game that is none", raw({"game.yaml": "- 1\n- 2\n"})
    yield (
        "anchors",
        raw(
            {
                "game.yaml": "a: &a [x, x]\n"
                + "".join(
                    f"{chr(98 + k)}: &{chr(98 + k)} [{', '.join(['*' + chr(97 + k)] * 9)}]\n"
                    for k in range(9)
                )
            }
        ),
    )
    yield "deep", raw({"game.yaml": "title: " + "[" * 20_000 + "]" * 20_000})
    for n in range(12):  # names that differ by a number or by capitals
        files = {f"packs/q{'' if k == 0 else f'-{k + 1}'}.tsv": row.format(100 * n + k) for k in range(3)}
        text = f"title: Clash {n}\npacks: [{', '.join(files)}]\n"
        yield f"clash {n}", raw({"game.yaml": text, **files})
    for n in range(11):  # broken archives
        good = raw({"game.yaml": GAME.format("x"), "packs/x.tsv": row.format(1)})
        yield f"cut off {n}", good[: len(good) * (n + 1) // 12]


def files() -> Iterator[tuple[str, bytes]]:
    """Question files that are too much."""
    record = "- prompt: Number {0}?\n  right: {0}\n  wrong: [a{0}]\n"
    yield "100,000.yaml", "".join(record.format(n) for n in range(100_000)).encode()
    yield "200,000.yaml", "".join(record.format(n) for n in range(200_000)).encode()
    yield "1.5 million.csv", ("q,a\n" + "".join(f"Q{n},{n % 7}\n" for n in range(1_500_000))).encode()
    book, out = openpyxl.Workbook(), io.BytesIO()
    assert book.active is not None
    book.active["XFD1048576"] = "x"
    book.save(out)
    yield "end.xlsx", out.getvalue()
    yield "long line.tsv", b"x" * 19_000_000
    yield "tabs.tsv", b"\t" * 10_000_000
    yield "quotes.csv", b'"' * 10_000_000
    yield "open.json", b"[" * 5_000_000
    yield "objects.json", b'[{"prompt": "x", "right": ' * 200_000
    yield "deep.yaml", ("- " * 200_000).encode()
    yield (
        "anchors.yaml",
        b"- &a [x,x]\n"
        + b"".join(b"- &%c [%s]\n" % (98 + k, b",".join([b"*%c" % (97 + k)] * 9)) for k in range(9)),
    )
    yield "nought.tsv", b"\0" * 5_000_000
    yield "utf16.tsv", ("\ufeff" + "".join(f"Q{n}?\tr{n}\tw\n" for n in range(50_000))).encode("utf-16-le")
    yield "bidi.tsv", "".join(f"\u202eQ{n}?\t\u2066r{n}\tw\n" for n in range(20_000)).encode()
    yield "columns.csv", ",".join(f"c{n}" for n in range(300_000)).encode()
    yield "same.tsv", b"The same?\tright\twrong\n" * 300_000
    for n in range(22):
        yield (
            f"random {n}.{('tsv', 'csv', 'json', 'yaml', 'jsonl', 'xlsx', 'ods')[n % 7]}",
            bytes((k * (n + 3) * 2654435761 >> 9) % 256 for k in range(40_000 * (n + 1))),
        )
    for n in range(22):
        name = f"zip {n}.{('xlsx', 'ods')[n % 2]}"
        yield (
            name,
            raw(
                {
                    "[Content_Types].xml": "<x/>",
                    "content.xml": "<a>" * (n * 5000),
                    "xl/workbook.xml": "<!DOCTYPE x [<!ENTITY a 'b'>]><x>&a;</x>",
                }
            ),
        )


class Watch(threading.Thread):
    """Asks for something all the time; the longest that it took."""

    def __init__(self, ask: Callable[[], object]) -> None:
        super().__init__(daemon=True)
        self._ask, self.longest, self.asked, self.over = ask, 0.0, 0, threading.Event()

    def run(self) -> None:
        """Ask until it is over."""
        while not self.over.is_set():
            start = time.perf_counter()
            self._ask()
            self.longest = max(self.longest, time.perf_counter() - start)
            self.asked += 1
            time.sleep(0.05)


def moving(served: Served, slug: str) -> Callable[[], object]:
    """Makes the next move of a play."""
    play = served.ask("POST", f"/api/players/games/{slug}/plays", {})["id"]

    def move() -> None:
        view = served.ask("GET", f"/api/players/plays/{play}")
        if view["phase"] == "asking":
            asked = {"do": "answer", "text": "A", "visit": view["visit"]}
            served.ask("POST", f"/api/players/plays/{play}/moves", asked)

    return move


def brought(served: Served, path: str, name: str, data: bytes, **fields: str) -> str:
    """What came of a file: taken, or refused, or a fault."""
    try:
        answer = httpx.post(served.url + path, files={"file": (name, data)}, data=fields, timeout=180)
    except httpx.TransportError as error:
        return f"FAULT: {error!r}"
    if answer.status_code == 201:
        job = answer.json().get("job")
        while job and job["state"] in ("waiting", "working"):
            time.sleep(0.05)
            job = served.ask("GET", f"/api/workshop/jobs/{job['id']}")
        return f"refused: {job['message']}" if job and job["state"] == "refused" else "taken"
    if answer.status_code in (409, 413, 422):
        return f"refused: {answer.json()['detail']!s}"
    return f"FAULT: {answer.status_code} {answer.text[:200]}"


def main() -> None:
    served = Served()
    try:
        pack = served.paste("kills.tsv", ROWS)
        game = served.make_game("Kills", pack, RULES)
        slug = game["slug"]
        watched = {
            "a start page": Watch(lambda: served.ask("GET", f"/api/players/games/{slug}")),
            "a move": Watch(moving(served, slug)),
        }
        for watch in watched.values():
            watch.start()
        for what, many, path in (
            ("bundles", bundles(), "/api/workshop/bundles"),
            ("files", files(), "/api/workshop/packs"),
        ):
            count: Counter[str] = Counter()
            for name, data in many:
                start = time.perf_counter()
                came = brought(
                    served,
                    path,
                    f"{name}.zip" if what == "bundles" else name,
                    data,
                    keep=KEEP,
                )
                count[came.split(":")[0]] += 1
                print(
                    f"{name:>24} {len(data):>12,} bytes {time.perf_counter() - start:6.2f} s  {came[:110]}",
                    flush=True,
                )
            print(f"{sum(count.values())} {what}: {dict(count)}")
        for name, watch in watched.items():
            watch.over.set()
            watch.join(60)
            print(f"{name} meanwhile, {watch.asked:,} times: longest {1000 * watch.longest:.0f} ms")
        status = Path(f"/proc/{served.pid}/status").read_text().split("VmHWM:")[1].split()[0]
        print(f"the server's most memory: {int(status) // 1024} MB")
    finally:
        served.stop()


if __name__ == "__main__":
    main()
