"""What is generated is current."""

from __future__ import annotations

import shutil
import subprocess
import tempfile
import unittest
from pathlib import Path

from .test_cli import ROOT

FRONTEND = ROOT / "frontend"


class Generated(unittest.TestCase):
    @unittest.skipUnless(
        (FRONTEND / "node_modules").is_dir() and shutil.which("npx"), "needs the node packages"
    )
    def test_the_api_types_are_those_of_the_api(self):
        """`make types` writes them anew."""
        import sys

        with tempfile.TemporaryDirectory() as folder:
            description, types = Path(folder) / "openapi.json", Path(folder) / "schema.d.ts"
            subprocess.run(
                [sys.executable, "scripts/write_openapi.py", description], cwd=ROOT, check=True, timeout=120
            )
            subprocess.run(
                ["node_modules/.bin/openapi-typescript", description, "-o", types],
                cwd=FRONTEND,
                timeout=120,
                check=True,
                capture_output=True,
            )
            self.assertEqual(types.read_text("utf-8"), (FRONTEND / "src/api/schema.d.ts").read_text("utf-8"))
