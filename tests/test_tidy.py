"""What is generated is current."""

from __future__ import annotations

import runpy
import shutil
import subprocess
import tempfile
import unittest
from pathlib import Path
from unittest.mock import patch

from .test_cli import ROOT

FRONTEND = ROOT / "frontend"


class Generated(unittest.TestCase):
    @unittest.skipUnless(
        (FRONTEND / "node_modules").is_dir() and shutil.which("npx"), "needs the node packages"
    )
    def test_the_api_types_are_those_of_the_api(self):
        """`make types` writes them anew."""
        with tempfile.TemporaryDirectory() as folder:
            description, types = Path(folder) / "openapi.json", Path(folder) / "schema.d.ts"
            with patch("sys.argv", ["", str(description)]):
                runpy.run_path(str(ROOT / "scripts" / "write_openapi.py"))
            subprocess.run(
                ["node_modules/.bin/openapi-typescript", description, "-o", types],
                cwd=FRONTEND,
                timeout=120,
                check=True,
                capture_output=True,
            )
            self.assertEqual(types.read_text("utf-8"), (FRONTEND / "src/api/schema.d.ts").read_text("utf-8"))
