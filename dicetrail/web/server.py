"""Serving the application with Uvicorn."""

from __future__ import annotations

import sys
from pathlib import Path

import uvicorn
from platformdirs import user_data_path

from ..core.snag import Refused
from .app import PAGES, create_app


def serve(host: str, port: int, data: Path | None, *, demo: bool) -> None:
    """Serve until stopped. Raises Refused where the pages are not built or the folder can't be used."""
    if not (PAGES / "index.html").is_file():
        raise Refused(
            "The pages are not built yet. Run `make demo`, or `npm run build` in the frontend folder."
        )
    folder = data or user_data_path("dicetrail", appauthor=False)
    try:
        app = create_app(folder, demo=demo)
    except OSError as error:
        raise Refused(f"The folder {folder} can't be used: {error.strerror}.") from None
    print(f"Dice Trail is at http://{host}:{port}/ and keeps its data in {folder}", file=sys.stderr)
    uvicorn.run(app, host=host, port=port, log_level="warning", ws="websockets-sansio")
