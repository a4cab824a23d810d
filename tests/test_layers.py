"""What the engine may import: the standard library, and itself; nothing else gets in unseen."""

from __future__ import annotations

import ast
import sys
import unittest
from collections.abc import Iterator
from pathlib import Path

ROOT = Path(__file__).parents[1]
CARRIED = {
    "dicetrail/core/play": ("dicetrail.core.play",),
    "dicetrail/give/carried": ("dicetrail.core.play", "dicetrail.give.carried"),
}
"""What is taken along with a game, and what of ours it may import."""


def imported(path: Path) -> Iterator[str]:
    """The modules that a module imports, wherever in it, by their whole names."""
    package = list(path.relative_to(ROOT).parent.parts)
    for node in ast.walk(ast.parse(path.read_text("utf-8"))):
        if isinstance(node, ast.Import):
            yield from (alias.name for alias in node.names)
        elif isinstance(node, ast.ImportFrom) and node.level:
            within = package[: len(package) - node.level + 1]
            named = [node.module] if node.module else [alias.name for alias in node.names]
            yield from (".".join([*within, name]) for name in named)
        elif isinstance(node, ast.ImportFrom):
            yield node.module or ""


class Layers(unittest.TestCase):
    def test_the_engine_needs_the_standard_library_and_itself(self):
        looked_at = 0
        for folder, ours in CARRIED.items():
            for path in sorted((ROOT / folder).rglob("*.py")):
                for name in imported(path):
                    looked_at += 1
                    own = any(name == one or name.startswith(f"{one}.") for one in ours)
                    allowed = own or name.partition(".")[0] in sys.stdlib_module_names
                    self.assertTrue(allowed, f"{path.relative_to(ROOT)} imports {name}")
        self.assertGreater(looked_at, 300)


if __name__ == "__main__":
    unittest.main()
