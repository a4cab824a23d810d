"""Make small changes to the core, one at a time, and tell which of them no test notices.

The changes stand in tests/mutants.tsv: a module of the package, a line of it (as much as tells it from the
others), and what is written there instead. Each is made in a copy, and the tests of its part of the core are
run on it until one fails. What survives is printed, and more than one in twenty is a failure.

    make mutants              all of them
    make mutants ONLY=rows    those of modules whose name has this in it
"""

from __future__ import annotations

import os
import shutil
import signal
import subprocess
import sys
import tempfile
from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from pathlib import Path
from queue import SimpleQueue
from typing import NamedTuple

ROOT = Path(__file__).parents[1]
LIST = ROOT / "tests" / "mutants.tsv"
MOST_SURVIVE = 0.05
SECONDS = 240
"""As long a change's tests may take; one that makes them take longer was noticed."""
TESTS = {
    "core/play": (
        "small_changes moment_by_moment run given kinds leaving expressions texts several_and_order",
        "recipes seams stumbles player_page common_practice conditions properties real_plays reach straight",
    ),
    "core/pack": (
        "small_changes reading writing tips many editing brought sheet_records recipes several_and_order",
        "texts stumbles patching yaml_values bundles fuzz",
    ),
    "core/rules": (
        "small_changes rules rule_editing comments renaming comparing parts conditions doubts stumbles",
        "player_page bundles texts yaml_values",
    ),
    "core/prove": (
        "small_changes declared reach waymarks bench advice real_plays company doubts straight never_wrong",
    ),
}
"""The tests of each part of the core, those that are quick and notice most first."""
OTHERS = {
    "core/play": ("published.test_chance", "published.test_words_and_numbers", "referee.test_referee"),
    "core/pack": ("published.test_text_formats", "published.test_sheets"),
    "core/rules": ("published.test_contrast",),
    "core/prove": (
        *("published.test_measures", "published.test_statements", "published.test_chance"),
        *("published.test_odds", "referee.test_referee"),
    ),
}
"""Those that hold it against others."""


class Mutant(NamedTuple):
    """A small change: in a module, ``before`` becomes ``after``."""

    module: str
    before: str
    after: str

    def tests(self) -> list[str]:
        """The tests that should notice it."""
        part = next(part for part in TESTS if self.module.startswith(part))
        own = (f"core.test_{name}" for names in TESTS[part] for name in names.split())
        return [f"tests.{name}" for name in (*own, *OTHERS[part])]


def read(only: str) -> list[Mutant]:
    """The changes that are listed; those of modules whose name has something in it. Ends where one can't be
    made."""
    lines = LIST.read_text("utf-8").splitlines()[1:]
    mutants = [Mutant(*line.split("\t")) for line in lines if only in line.split("\t")[0]]
    for module, before, _ in mutants:
        found = (ROOT / "dicetrail" / module).read_text("utf-8").count(before)
        if found != 1:
            sys.exit(f"{LIST.name}: ‘{before}’ stands {found} times in {module}: a change has one place.")
    return mutants


def a_copy() -> Path:
    """A place to make changes in: the package without its pages, beside the tests as they are."""
    place = Path(tempfile.mkdtemp(prefix="dicetrail-mutants-"))
    shutil.copytree(
        ROOT / "dicetrail", place / "dicetrail", ignore=shutil.ignore_patterns("pages", "__pycache__")
    )
    shutil.copytree(ROOT / "tests", place / "tests", ignore=shutil.ignore_patterns("__pycache__"))
    for name in ("frontend", "docs", "pyproject.toml"):
        (place / name).symlink_to(ROOT / name)
    return place


def noticed(mutant: Mutant, place: Path) -> bool:
    """Whether a test notices a change that is made in a copy."""
    module = place / "dicetrail" / mutant.module
    text = module.read_text("utf-8")
    module.write_text(text.replace(mutant.before, mutant.after), "utf-8")
    try:
        return not passes(mutant.tests(), place)
    finally:
        module.write_text(text, "utf-8")


def passes(tests: Sequence[str], place: Path) -> bool:
    """Whether tests pass in a copy, one module after another."""
    command = [sys.executable, "-B", "-W", "ignore", "-m", "unittest", "-f", *tests]
    env = {**os.environ, "PYTHONPATH": str(place)}
    quiet = subprocess.DEVNULL
    with subprocess.Popen(
        command, cwd=place, env=env, stdout=quiet, stderr=quiet, start_new_session=True
    ) as process:
        try:
            return process.wait(SECONDS) == 0
        except subprocess.TimeoutExpired:
            return False
        finally:
            with suppress(ProcessLookupError):
                os.killpg(process.pid, signal.SIGKILL)  # and whatever it has begun


def main(only: str) -> int:
    """Make the changes, and tell which survive; 1 where too many do."""
    mutants = read(only)
    places: SimpleQueue[Path] = SimpleQueue()
    copies = [a_copy() for _ in range(os.cpu_count() or 1)]
    for copy in copies:
        places.put(copy)

    def look(mutant: Mutant) -> bool:
        place = places.get()
        try:
            found = noticed(mutant, place)
        finally:
            places.put(place)
        if not found:
            print(f"survived: {mutant.module}\n  - {mutant.before}\n  + {mutant.after}", flush=True)
        return found

    try:
        with ThreadPoolExecutor(len(copies)) as pool:
            survived = list(pool.map(look, mutants)).count(False)
    finally:
        for copy in copies:
            shutil.rmtree(copy, ignore_errors=True)
    print(f"{len(mutants)} small changes, {survived} survived")
    return int(survived > MOST_SURVIVE * len(mutants))


if __name__ == "__main__":
    sys.exit(main(sys.argv[1] if len(sys.argv) > 1 else ""))
