"""Run every test and end with one line: N passed, N failed, N skipped."""

from __future__ import annotations

import sys
import time
import unittest
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]


class Result(unittest.TextTestResult):
    """Counts what passed, and how long each module took."""

    def __init__(self, *args: object, **more: object) -> None:
        super().__init__(*args, **more)  # type: ignore[arg-type]
        self.passed = 0

    def addSuccess(self, test: unittest.TestCase) -> None:  # noqa: N802
        super().addSuccess(test)
        self.passed += 1


def main() -> int:
    """Run the tests of the folders given (all where none is), and count."""
    sys.path.insert(0, str(ROOT))
    folders = sys.argv[1:] or ["tests"]
    loader = unittest.TestLoader()
    suite = unittest.TestSuite(loader.discover(folder, top_level_dir=str(ROOT)) for folder in folders)
    start = time.monotonic()
    result = unittest.TextTestRunner(resultclass=Result, verbosity=1, buffer=False).run(suite)
    assert isinstance(result, Result)
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    print(f"in {time.monotonic() - start:.0f} s")
    print(f"{result.passed} passed, {failed} failed, {len(result.skipped)} skipped")
    return 1 if failed or not result.passed else 0


if __name__ == "__main__":
    sys.exit(main())
