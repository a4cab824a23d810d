"""How long it takes until a command answers: ``--help``, ``play`` with a move, ``serve`` to its first answer.

Five runs each, the median; each as a ratio to a script by hand that imports the same libraries and does next
to nothing with them, in the same run, one after the other. It leaves out the first start after an install,
which compiles the modules, and what a disk takes that has not read them yet.
"""

from __future__ import annotations

import subprocess
import sys
import tempfile
import time
import urllib.request
from collections.abc import Callable
from pathlib import Path
from statistics import median
from urllib.error import URLError

sys.path.insert(0, str(Path(__file__).resolve().parents[1]))

from benchmarks.busy import BESIDE
from tests.ui.harness import free_port

RUNS = 5
ROOT = Path(__file__).resolve().parents[1]
GAME = ROOT / "dicetrail" / "demo" / "1-hut-night.yaml"
COMMAND = (sys.executable, "-m", "dicetrail.cli")
HELP_BY_HAND = """
import typer
app = typer.Typer()
@app.command()
def one(): ...
@app.command()
def two(): ...
app()
"""
PLAY_BY_HAND = """
import sys
from pydantic import BaseModel
from babel import Locale
from ruamel.yaml import YAML
import typer
class Game(BaseModel):
    title: str
print(Game.model_validate(YAML().load(open(sys.argv[1]).read())).title, Locale.parse("en").plural_form(2))
"""
SERVE_BY_HAND = """
import sys
import uvicorn
from fastapi import FastAPI
from pydantic import BaseModel
from sqlalchemy import create_engine, text
app, engine = FastAPI(), create_engine("sqlite://")
class Shelf(BaseModel):
    packs: list[str]
@app.get("/api/workshop/shelf")
def shelf() -> Shelf:
    with engine.connect() as connection:
        connection.execute(text("SELECT 1"))
    return Shelf(packs=[])
uvicorn.run(app, port=int(sys.argv[1]), log_level="error")
"""


def ran(*command: str, said: str = "") -> float:
    """The seconds that a command takes."""
    begin = time.perf_counter()
    subprocess.run(command, input=said, text=True, check=True, stdout=subprocess.DEVNULL, cwd=ROOT)
    return time.perf_counter() - begin


def served(*command: str, port: int) -> float:
    """The seconds until a server gives its first answer."""
    begin = time.perf_counter()
    quiet = {"stdout": subprocess.DEVNULL, "stderr": subprocess.DEVNULL}
    process = subprocess.Popen(command, cwd=ROOT, **quiet)
    try:
        while time.perf_counter() - begin < 60:
            try:
                urllib.request.urlopen(f"http://127.0.0.1:{port}/api/workshop/shelf").read()
                return time.perf_counter() - begin
            except URLError:
                time.sleep(0.01)
        raise TimeoutError
    finally:
        process.terminate()
        process.wait()


def by_hand(code: str, *more: str) -> tuple[str, ...]:
    return (sys.executable, "-c", code, *more)


def serve() -> float:
    """``serve`` over a folder that has been served before."""
    port = free_port()
    return served(*COMMAND, "serve", "--data", DATA, "--port", str(port), port=port)


def serve_by_hand() -> float:
    port = free_port()
    return served(*by_hand(SERVE_BY_HAND, str(port)), port=port)


Timed = Callable[[], float]
WHAT: dict[str, tuple[Timed, Timed]] = {
    "--help": (lambda: ran(*COMMAND, "--help"), lambda: ran(*by_hand(HELP_BY_HAND), "--help")),
    "play": (
        lambda: ran(*COMMAND, "play", str(GAME), "--dice", "1", "--moves", "-", said="right\n"),
        lambda: ran(*by_hand(PLAY_BY_HAND, str(GAME))),
    ),
    "serve": (serve, serve_by_hand),
}

with tempfile.TemporaryDirectory() as DATA:
    for ours, theirs in WHAT.values():
        ours(), theirs()
    for beside, context in BESIDE.items():
        with context():
            for name, (ours, theirs) in WHAT.items():
                pairs = [(ours(), theirs()) for _ in range(RUNS)]
                taken, hand = (median(some) for some in zip(*pairs, strict=True))
                print(
                    f"{name:7} {beside:19} {taken:5.2f} s ({min(one for one, _ in pairs):.2f} at best);"
                    f" by hand {hand:5.2f} s, ratio {taken / hand:4.1f}",
                    flush=True,
                )
