"""Files to be saved."""

from __future__ import annotations

from urllib.parse import quote

from fastapi import Response

PACKED = "application/octet-stream"
"""The type of files that are packed in themselves. They are sent as they are (see ``app.py``): to compress
them again would only keep players waiting."""


def download(data: bytes, name: str, mime: str = "") -> Response:
    """A file to be saved under a name in any script (RFC 6266; as Starlette names the files it sends)."""
    quoted = quote(name)
    named = f'filename="{name}"' if quoted == name else f"filename*=utf-8''{quoted}"
    sheet = name.lower().endswith((".xlsx", ".ods"))
    return Response(
        data,
        media_type=mime or (PACKED if sheet else "text/plain; charset=utf-8"),
        headers={"Content-Disposition": f"attachment; {named}"},
    )
