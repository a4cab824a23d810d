"""Run every test, in a process for each core and one more; the last line is N passed, N failed, N skipped.

Each process takes one module after another, the longest first. The lines of the core that its quick tests
come by are counted, and too few of them count as a failed test. A module that fails beside others is tried
once more when all others have ended, alone: a busy machine can outlast a browser's patience. What passes only
then is named before the last line.
"""

from __future__ import annotations

import gc
import io
import json
import os
import queue
import subprocess
import sys
import tempfile
import threading
import time
import traceback
import unittest
from collections.abc import Iterator
from contextlib import nullcontext, redirect_stdout, suppress
from dataclasses import dataclass, field
from itertools import zip_longest
from pathlib import Path
from typing import Any

import coverage

ROOT = Path(__file__).resolve().parents[1]
PICTURES = ROOT / "build" / "failed"
LINES = "the lines of the core"
"""What the process that counts is asked at last: how many lines its modules came by."""
FEWEST_COVERED = 90
"""Percent of the core's lines that tests have to come by."""
COUNTED = ("tests.core.", "tests.web.", "tests.published.")
UNCOUNTED = tuple(
    f".test_{name}"
    for name in [
        "bench",
        "beside",
        "chance",
        "chance_and_names",
        "company",
        "crowds",
        "description",
        "doubts",
        "editing",
        "frames",
        "fuzz",
        "guard",
        "handouts",
        "helps_proven",
        "hostile",
        "hostile_rules",
        "lasting",
        "maker_api",
        "making_api",
        "measures",
        "never_wrong",
        "odds",
        "open_tables",
        "other_pythons",
        "page_api",
        "patching",
        "players",
        "plays",
        "properties",
        "reach_of_plays",
        "real_plays",
        "recipes",
        "rule_editing",
        "rules_api",
        "scores",
        "sheet_records",
        "slow",
        "stateful",
        "straight",
        "text_formats",
        "walls",
        "words_and_numbers",
        "worths",
        "writing",
    ]
)
"""Modules that try so many games, ask a whole server or compare so much with a library that counting lines
would slow them down."""
LONGEST = 900
"""Seconds that one module may take."""
COLLECTED = (50_000, 50, 100)
"""How many new objects the collector of cycles waits for, as in the server: it goes through all that is
imported each time."""
MOST_AGAIN = 3
"""Modules that are tried again: where more fail, it is not the machine."""
BROWSER = "tests.ui."
"""Modules that drive a browser: they wait more than they work, so others run beside them."""
LONG = (
    "chance_and_names",
    "reach_of_plays",
    "never_wrong",
    "players",
    "helps_proven",
    "player_page",
    "bench",
    "chance",
    "lasting",
    "take_aways",
    "take_away_page",
    "cli",
    "hostile",
    "description",
    "rules",
    "making",
    "properties",
    "walk",
    "odds",
    "handouts",
    "straight",
    "doubts",
    "access",
    "fuzz",
)
"""Modules begun before others, so that no process is left alone with a long one at the end."""


@dataclass
class Report:
    """What became of one module."""

    module: str
    seconds: float = 0
    passed: int = 0
    skipped: int = 0
    failures: list[str] = field(default_factory=list)
    told: str = ""


class Result(unittest.TestResult):
    """Counts what passed; of what fails in a browser a picture is kept."""

    def __init__(self, report: Report) -> None:
        super().__init__()
        self._report = report

    def addSuccess(self, test: unittest.TestCase) -> None:  # noqa: N802
        self._report.passed += 1

    def addSkip(self, test: unittest.TestCase, reason: str) -> None:  # noqa: N802
        self._report.skipped += 1

    def addExpectedFailure(self, test: unittest.TestCase, err: Any) -> None:  # noqa: N802
        self._report.passed += 1

    def addUnexpectedSuccess(self, test: unittest.TestCase) -> None:  # noqa: N802
        self._report.failures.append(f"{test} passed, and was expected to fail")

    def addFailure(self, test: unittest.TestCase, err: Any) -> None:  # noqa: N802
        self._failed(test, err)

    def addError(self, test: unittest.TestCase, err: Any) -> None:  # noqa: N802
        self._failed(test, err)

    def addSubTest(self, test: unittest.TestCase, subtest: Any, err: Any) -> None:  # noqa: N802
        if err is not None:
            self._failed(subtest, err)

    def _failed(self, test: Any, err: Any) -> None:
        told = f"{test}\n{''.join(traceback.format_exception(*err))[-6000:]}"
        browser = getattr(test, "browser", None)
        if browser is not None:
            PICTURES.mkdir(parents=True, exist_ok=True)
            path = PICTURES / f"{test.id()}.png"
            try:
                browser.picture(path)
                told += f"\nThe page as it stood then: {path}"
            except Exception as error:  # a browser that is gone shows nothing, and the failure is told anyway
                told += f"\nNo picture could be taken: {type(error).__name__}"
        self._report.failures.append(told)


def run_module(module: str) -> Report:
    """Run the tests of one module."""
    report, start = Report(module), time.monotonic()
    unittest.defaultTestLoader.loadTestsFromName(module).run(Result(report))
    report.seconds = time.monotonic() - start
    return report


def work() -> None:
    """Run the modules named on standard input, a line each, and tell what became of each; of those that are
    counted, keep which lines of the core they came by."""
    gc.set_threshold(*COLLECTED)
    lines = coverage.Coverage(source=["dicetrail.core"], data_file=None)
    out = os.fdopen(os.dup(1), "w")
    for line in sys.stdin:
        module, counted = json.loads(line)
        if module == LINES:
            report = covered(lines)
        else:
            with redirect_stdout(sys.stderr), lines.collect() if counted else nullcontext():
                report = run_module(module)
        print(json.dumps(report.__dict__), file=out, flush=True)


def covered(lines: coverage.Coverage) -> Report:
    """How many lines of the core were come by; too few of them are a failure."""
    report, table = Report(LINES), io.StringIO()
    percent = lines.report(file=table, skip_covered=True, precision=0, sort="cover")
    report.told = f"Lines of dicetrail/core that its tests come by:\n{table.getvalue()}"
    if percent < FEWEST_COVERED:
        report.failures.append(f"{percent:.0f} % of its lines are come by; {FEWEST_COVERED} % are wanted.")
    return report


def _worker() -> subprocess.Popen[str]:
    environment = dict(os.environ)
    environment.pop("PYTHONDONTWRITEBYTECODE", None)  # Python is started many times: what it compiles is kept
    return subprocess.Popen(
        [sys.executable, __file__, "--work"],
        stdin=subprocess.PIPE,
        stdout=subprocess.PIPE,
        text=True,
        cwd=ROOT,
        env=environment,
    )


def _end(worker: subprocess.Popen[str]) -> None:
    if worker.poll() is None:
        worker.communicate(timeout=60)


class Pool:
    """Processes that take one module after another. One of them begins with all whose lines are counted: what
    is imported is counted, too, and is imported once in a process."""

    def __init__(self, modules: list[str]) -> None:
        self._waiting: dict[bool, queue.SimpleQueue[str]] = {
            True: queue.SimpleQueue(),
            False: queue.SimpleQueue(),
        }
        for module in modules:
            counted = module == LINES or (module.startswith(COUNTED) and not module.endswith(UNCOUNTED))
            self._waiting[counted].put(module)
        self.reports: list[Report] = []
        self.only_alone: list[str] = []
        """Modules that failed beside others and passed alone."""

    def run(self, processes: int) -> None:
        """Run all of them."""
        threads = [threading.Thread(target=self._feed, args=(True,))]
        threads += [threading.Thread(target=self._feed, args=(False,)) for _ in range(processes - 1)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        failed = [report for report in self.reports if report.failures and report.module != LINES]
        for report in failed if len(failed) <= MOST_AGAIN else ():
            self._again(report)

    def _again(self, failed: Report) -> None:
        """Try a module once more, with nothing beside it."""
        print(f"{failed.module} once more, alone:", flush=True)
        worker = _worker()
        report = self._asked(worker, failed.module, counted=False)
        _end(worker)
        self.reports[self.reports.index(failed)] = report
        if not report.failures:
            self.only_alone.append(report.module)

    def _modules(self, counting: bool) -> Iterator[tuple[str, bool]]:
        """The next modules, and whether each is counted; where ``counting``, first those that are."""
        for counted in (True, False) if counting else (False,):
            with suppress(queue.Empty):
                while True:
                    yield self._waiting[counted].get_nowait(), counted

    def _feed(self, counting: bool) -> None:
        worker = None
        for module, counted in self._modules(counting):
            worker = worker or _worker()
            self.reports.append(self._asked(worker, module, counted))
            if worker.poll() is not None:
                worker = None
        if worker is not None:
            _end(worker)

    def _asked(self, worker: subprocess.Popen[str], module: str, counted: bool) -> Report:
        """What became of a module, told on the way. The worker of one without a word is ended."""
        report = self._ask(worker, module, counted)
        if report is None:
            worker.kill()
            worker.wait()
            report = Report(module, failures=[f"{module} ended without a word, or took over {LONGEST} s"])
        verdict = "FAILED" if report.failures else "ok"
        print(f"{verdict:6} {report.module:45} {report.seconds:6.1f} s", flush=True)
        for failure in report.failures:
            print(f"\n{failure}\n", flush=True)
        return report

    def _ask(self, worker: subprocess.Popen[str], module: str, counted: bool) -> Report | None:
        assert worker.stdin is not None and worker.stdout is not None
        limit = threading.Timer(LONGEST, worker.kill)
        limit.start()
        try:
            worker.stdin.write(json.dumps([module, counted]) + "\n")
            worker.stdin.flush()
            line = worker.stdout.readline()
            return Report(**json.loads(line)) if line else None
        except BrokenPipeError:
            return None
        finally:
            limit.cancel()


def modules_in(paths: list[str]) -> list[str]:
    """The test modules of folders or files, those that take long first, a browser beside every other one."""
    files: list[Path] = []
    for path in map(Path, paths):
        files += [path] if path.suffix else path.rglob("test_*.py")
    names = sorted(".".join(file.resolve().relative_to(ROOT).with_suffix("").parts) for file in files)
    names.sort(key=lambda name: not name.endswith(tuple(f".test_{long}" for long in LONG)))
    browser = [name for name in names if name.startswith(BROWSER)]
    others = [name for name in names if not name.startswith(BROWSER)]
    pairs = zip_longest(browser, others)
    return [name for pair in pairs for name in pair if name is not None]


def main() -> int:
    """Run the tests of the folders or files given (all where none is), and count."""
    if sys.argv[1:] == ["--work"]:
        sys.path.insert(0, str(ROOT))
        work()
        return 0
    os.chdir(ROOT)
    start = time.monotonic()
    pool = Pool(modules_in(sys.argv[1:]) if sys.argv[1:] else [*modules_in(["tests"]), LINES])
    with tempfile.TemporaryDirectory(prefix="dicetrail-data-") as shared:
        os.environ["DICETRAIL_TEST_DATA"] = shared  # what tests begin with is made once for all processes
        pool.run((os.cpu_count() or 1) + 1)
    passed, failed, skipped = (
        sum(report.passed for report in pool.reports),
        sum(len(report.failures) for report in pool.reports),
        sum(report.skipped for report in pool.reports),
    )
    for report in pool.reports:
        if report.told:
            print(f"\n{report.told}")
    for module in pool.only_alone:
        print(f"{module} failed beside others, and passed when it was tried again, alone")
    print(f"in {time.monotonic() - start:.0f} s")
    print(f"{passed} passed, {failed} failed, {skipped} skipped")
    return 1 if failed or not passed else 0


if __name__ == "__main__":
    sys.exit(main())
