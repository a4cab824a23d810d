"""Write the pages of the handbook's reference that are made from the code: ``make handbook``."""

from __future__ import annotations

import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT))

from scripts.reference.pages import written  # noqa: E402

REFERENCE = ROOT / "docs/handbook/reference"

for name, text in written():
    (REFERENCE / name).write_text(text, "utf-8")
    print(f"docs/handbook/reference/{name}")
