"""One word, one thing: no two public classes are called the same, and no room is too large to take in."""

from __future__ import annotations

import ast
import unittest
from collections import defaultdict
from collections.abc import Iterator
from pathlib import Path
from statistics import median

PACKAGE = Path(__file__).parents[1] / "dicetrail"
BY_NAME = r"(question|one|made)\.kind (==|!=|in|not in) [('\[]"
MOST_LINES, MEDIAN_LINES, LONGEST_FUNCTION = 400, 120, 60


def modules() -> Iterator[tuple[Path, str]]:
    for path in sorted(PACKAGE.rglob("*.py")):
        if "migrations" not in path.parts:
            yield path.relative_to(PACKAGE), path.read_text("utf-8")


class Names(unittest.TestCase):
    def test_every_public_class_has_a_name_of_its_own(self):
        places = defaultdict(list)
        for path, text in modules():
            for node in ast.walk(ast.parse(text)):
                if isinstance(node, ast.ClassDef) and not node.name.startswith("_"):
                    places[node.name].append(str(path))
        self.assertGreater(len(places), 150)
        self.assertEqual({name: where for name, where in places.items() if len(where) > 1}, {})

    def test_no_module_and_no_function_is_too_long(self):
        lengths = {str(path): text.count("\n") for path, text in modules()}
        self.assertEqual({path: lines for path, lines in lengths.items() if lines > MOST_LINES}, {})
        core = [lines for path, lines in lengths.items() if path.startswith("core") and lines > 5]
        self.assertLessEqual(median(core), MEDIAN_LINES)
        for path, text in modules():
            for node in ast.walk(ast.parse(text)):
                if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
                    lines = (node.end_lineno or 0) - node.lineno + 1
                    self.assertLessEqual(lines, LONGEST_FUNCTION, f"{path}: {node.name}")

    def test_a_kind_is_asked_by_its_name_nowhere(self):
        """What holds for one kind of question stands in its module."""
        for path, text in modules():
            if "kinds" in path.parts:
                continue
            for node in ast.walk(ast.parse(text)):
                if isinstance(node, ast.Compare):
                    told = ast.unparse(node)
                    self.assertNotRegex(
                        told, r"(question|card\.question|one|made)\.kind (==|!=|in|not in) [('\[]", path
                    )
