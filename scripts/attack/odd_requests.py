"""Odd requests to everything that is served, for 1800 seconds or as long as is said: do any bring a fault
or an answer that is not described?"""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
sys.path.insert(0, str(ROOT))

from tests.ui.harness import Served  # noqa: E402

CHECKS = "not_a_server_error,status_code_conformance,content_type_conformance,response_schema_conformance"

seconds = sys.argv[1] if len(sys.argv) > 1 else "1800"
served = Served(demo=True)
try:
    command = [str(Path(sys.executable).with_name("schemathesis")), "run", f"{served.url}/openapi.json"]
    command += ["--checks", CHECKS, "--max-time", seconds, "--request-timeout", "60", "--no-color"]
    command += ["--phases", "examples,coverage,fuzzing,stateful", "--continue-on-failure"]
    command += ["--suppress-health-check", "all", "--warnings", "off"]
    sys.exit(subprocess.run(command, cwd=served.folder, check=False).returncode)
finally:
    served.stop()
