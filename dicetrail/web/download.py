"""Files to be saved."""

from __future__ import annotations

from urllib.parse import quote

from fastapi import Response

PACKED = "application/octet-stream"
"""The type of files that are packed in themselves. They are sent as they are (see ``app.py``): to compress
them again would only keep players waiting."""


def saved_as(name: str) -> dict[str, str]:
    """The header that names a file in any script (RFC 6266; as Starlette names the files it sends)."""
    quoted = quote(name)
    named = f'filename="{name}"' if quoted == name else f"filename*=utf-8''{quoted}"
    return {"Content-Disposition": f"attachment; {named}"}


def mime_of(name: str) -> str:
    """The type of a file, by its name."""
    return PACKED if name.lower().endswith((".xlsx", ".ods", ".zip")) else "text/plain; charset=utf-8"


def download(data: bytes, name: str) -> Response:
    """A file to be saved."""
    return Response(data, media_type=mime_of(name), headers=saved_as(name))
