"""Serving the application with Uvicorn."""

from __future__ import annotations

import resource
import socket
import sys
from pathlib import Path

import uvicorn

from ..core.snag import Refused
from ..store.folder import take, usual_folder
from .app import create_app
from .guard import KEY_PATH, is_loopback, new_key
from .pages import PAGES
from .patience import Patient
from .shapes.players import LARGEST_FRAME

SWITCH = 0.001
"""Seconds for which a thread may keep the others from running: five times less than usual, so that players do
not wait for the workshop."""
PATIENCE = 3
"""Seconds that who still watches may take to leave when the server ends."""
MOST_FILES = 10_000
"""Files that may be open, where the machine allows so many: each player is one."""
WAITING = 2048
"""Connections that may wait to be taken up."""


def serve(host: str, port: int, data: Path | None, *, demo: bool) -> None:
    """Serve until stopped. Raises Refused where the pages are not built, or the folder or the port can't be
    used."""
    if not (PAGES / "index.html").is_file():
        raise Refused(
            "The pages are not built yet. Run `make demo`, or `npm run build` in the frontend folder."
        )
    sys.setswitchinterval(SWITCH)
    most = resource.getrlimit(resource.RLIMIT_NOFILE)[1]
    resource.setrlimit(resource.RLIMIT_NOFILE, (min(MOST_FILES, most), most))
    listening = _listen(host, port)
    folder = data or usual_folder()
    key = None if is_loopback(host) else new_key()
    try:
        held = take(folder, _address(host, port, None))
        app = create_app(folder, demo=demo, key=key)
    except OSError as error:
        raise Refused(f"The folder {folder} can't be used: {error.strerror}.") from None
    print(f"Dice Trail is at {_address(host, port, key)} and keeps its data in {folder}", file=sys.stderr)
    if key is not None:
        print("Whoever has this address can change everything. Players need only /play/…", file=sys.stderr)
    config = uvicorn.Config(
        app,
        http=Patient,
        log_level="warning",
        ws="websockets-sansio",
        ws_max_size=LARGEST_FRAME,
        ws_per_message_deflate=False,
        backlog=WAITING,
        timeout_graceful_shutdown=PATIENCE,
    )
    uvicorn.Server(config).run(sockets=[listening])
    held.close()


def _listen(host: str, port: int) -> socket.socket:
    try:
        family = socket.getaddrinfo(host, port, type=socket.SOCK_STREAM)[0][0]
        listening = socket.socket(family, socket.SOCK_STREAM)
        listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        listening.bind((host, port))
    except OSError as error:
        raise Refused(f"Nothing can be served at {host}, port {port}: {error.strerror}.") from None
    return listening


def _address(host: str, port: int, key: str | None) -> str:
    name = f"[{host}]" if ":" in host else host
    return f"http://{name}:{port}{f'{KEY_PATH}{key}' if key else '/'}"
