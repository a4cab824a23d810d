"""What pyproject.toml can't say: the handbook is packed beside the module that reads it."""

from __future__ import annotations

import re
import shutil
from pathlib import Path

from setuptools import setup
from setuptools.command.build_py import build_py

DOCS = Path(__file__).parent / "docs"


class WithHandbook(build_py):
    """Pack the handbook, and the pictures that its pages show."""

    def run(self) -> None:
        """Build the modules, and put the pages beside them."""
        super().run()
        if self.editable_mode:
            return
        packed = Path(self.build_lib, "dicetrail", "handbook", "docs")
        shutil.rmtree(packed, ignore_errors=True)
        shutil.copytree(DOCS / "handbook", packed / "handbook")
        (packed / "screenshots").mkdir()
        for page in (DOCS / "handbook").rglob("*.md"):
            for name in re.findall(r"screenshots/([\w-]+\.png)", page.read_text("utf-8")):
                shutil.copy(DOCS / "screenshots" / name, packed / "screenshots" / name)


setup(cmdclass={"build_py": WithHandbook})
