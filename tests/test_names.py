"""One word, one thing: no two public classes are called the same, and no room is too large to take in."""

from __future__ import annotations

import ast
import re
import unittest
from collections import defaultdict
from collections.abc import Iterator
from pathlib import Path
from statistics import median

from dicetrail.core.play.kinds import GENERATED, KINDS

PACKAGE = Path(__file__).parents[1] / "dicetrail"
FRONT = PACKAGE.parent / "frontend" / "src"
MOST_LINES, MEDIAN_LINES, LONGEST_FUNCTION = 400, 120, 60


def modules() -> Iterator[tuple[Path, str]]:
    for path in sorted(PACKAGE.rglob("*.py")):
        if "migrations" not in path.parts:
            yield path.relative_to(PACKAGE), path.read_text("utf-8")


def asks_a_kind(node: ast.AST) -> bool:
    """Whether something called a kind is held against a kind's name, however that is written."""
    if isinstance(node, ast.Match):
        sides = [node.subject, *(case.pattern for case in node.cases)]
    elif isinstance(node, ast.Compare):
        sides = [node.left, *node.comparators]
    else:
        return False
    called = any(
        isinstance(one, ast.Attribute | ast.Name)
        and (one.attr if isinstance(one, ast.Attribute) else one.id) == "kind"
        for side in sides
        for one in ast.walk(side)
    )
    said = {one.value for side in sides for one in ast.walk(side) if isinstance(one, ast.Constant)}
    return called and bool(said & {*KINDS})


class Names(unittest.TestCase):
    def test_every_public_class_has_a_name_of_its_own(self):
        """But the library's, the product's face to Python, which calls a game and a play as its users do."""
        places = defaultdict(list)
        for path, text in modules():
            if path.parts[0] == "library":
                continue
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
            if "kinds" not in path.parts:
                asked = [ast.unparse(node) for node in ast.walk(ast.parse(text)) if asks_a_kind(node)]
                self.assertEqual(asked, [], path)

    def test_the_page_knows_the_kinds_there_are(self):
        """The registries of the player's page and of the workshop name those of the core."""
        asked = [name for name in KINDS if name not in GENERATED]
        for folder, names in (("player/kinds", asked), ("workshop/questions/kinds", list(KINDS))):
            text = (FRONT / folder / "kinds.ts").read_text("utf-8")
            [table] = re.findall(r"Record<string, \w+(?:<\w+>)?> = \{(.*?)\n\};", text, re.DOTALL)
            self.assertEqual(re.findall(r"^  (\w+)[:,]", table, re.MULTILINE), names, folder)
