"""The command line."""

from __future__ import annotations

import os
from typing import NoReturn


def main() -> NoReturn:
    """Run the command line. Pydantic is told to look for no plugins: it goes through every package that is
    installed, at each start, and none are used."""
    os.environ.setdefault("PYDANTIC_DISABLE_PLUGINS", "__all__")
    from .commands import main as run

    run()
