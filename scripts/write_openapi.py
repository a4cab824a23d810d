"""Write the OpenAPI description of both APIs, from which the front end's types are generated."""

from __future__ import annotations

import json
import sys
import tempfile
from pathlib import Path

from dicetrail.web.app import create_app

with tempfile.TemporaryDirectory() as folder:
    description = create_app(Path(folder)).openapi()
Path(sys.argv[1]).write_text(json.dumps(description, indent=1, sort_keys=True) + "\n", "utf-8")
