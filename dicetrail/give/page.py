"""The page take-away: one HTML file that a browser opens from the disk, and plays by the same engine.

The player's page and the Python that runs the engine (Pyodide) are built beside this module; everything that
is not text lies in the file as gzip (RFC 1952) and base64 in script elements that no browser runs. A policy
of its own forbids it every address but its own parts: it needs no network, and could not use any.
"""

from __future__ import annotations

import base64
import gzip
import html
from collections.abc import Iterable, Mapping, Sequence
from functools import cache
from hashlib import sha256
from pathlib import Path
from typing import NamedTuple

from ..core.archive import archive
from ..core.pack.media_file import MediaFile
from ..core.play.rulebook.game import Game
from ..core.snag import Refused
from .carried import kept
from .engine import engine_files

BUILT = Path(__file__).parent / "page_parts"
"""Where the front end's build puts the page's script and styles, and Pyodide."""
_SCRIPT, _STYLE = "page.js", "page.css"
_PYTHON = ("pyodide.asm.mjs.gz", "pyodide.asm.wasm.gz", "python_stdlib.zip.gz")
_POLICY = (
    "default-src 'none'; script-src 'unsafe-inline' 'wasm-unsafe-eval' blob:; style-src 'unsafe-inline';"
    " img-src blob: data:; media-src blob: data:; font-src data:; connect-src blob: data:{}; base-uri 'none';"
    " form-action 'none'"
)


class Played(NamedTuple):
    """What a page is played by: the class of its engine, the files that it carries for it, and where it may
    connect to."""

    engine: str
    files: Mapping[str, bytes]
    connects: str = ""


def page_file(game: Game, media: Sequence[MediaFile]) -> bytes:
    """A game as a page, its pictures and sounds inside. Raises Refused where the front end is not built."""
    return page_of(game, media, Played("dicetrail.give.carried.page.Page", engine_files()))


def page_of(game: Game, media: Sequence[MediaFile], played: Played) -> bytes:
    """A game as a page that is played by an engine. Raises Refused where the front end is not built."""
    parts = [*_python(), _part("engine.zip", gzip.compress(archive(played.files), 9, mtime=0), played.engine)]
    parts.append(_part("game.bin", gzip.compress(kept.to_bytes(game), 9, mtime=0)))
    for one in media:
        digest = sha256(one.data).hexdigest()
        parts.append(_part(digest, gzip.compress(one.data, 9, mtime=0), one.mime))
    script = _built(_SCRIPT).decode().replace("</script", "<\\/script")
    style = _built(_STYLE).decode()
    policy = _POLICY.format(f" {played.connects}" if played.connects else "")
    return _document(game, policy, style, script, parts).encode()


def _document(game: Game, policy: str, style: str, script: str, parts: Iterable[str]) -> str:
    title = html.escape(game.title)
    return f"""<!doctype html>
<html lang="{html.escape(game.words.language)}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="{policy}">
<title>{title}</title>
<style>{style}</style>
</head>
<body>
<div id="root"><main class="mx-auto max-w-3xl px-5 pt-10"><h1 class="text-4xl">{title}</h1></main></div>
<noscript>This game needs JavaScript.</noscript>
{"".join(parts)}<script type="module">{script}</script>
</body>
</html>
"""


@cache
def _python() -> tuple[str, ...]:
    return tuple(_part(name.removesuffix(".gz"), _built(name)) for name in _PYTHON)


def _part(name: str, packed: bytes, what: str = "application/octet-stream") -> str:
    """Something packed, in an element that no browser runs, with its type, or the engine that it holds."""
    data = base64.b64encode(packed).decode()
    return f'<script type="text/plain" data-part="{name}" data-what="{what}">{data}</script>\n'


@cache
def _built(name: str) -> bytes:
    try:
        return (BUILT / name).read_bytes()
    except OSError:
        raise Refused(
            "The page that games are given away as is not built yet. Run `make demo`, or `npm run build` in"
            " the frontend folder."
        ) from None
