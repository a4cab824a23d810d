"""Where this machine is in its network, and how others are shown the way to it."""

from __future__ import annotations

import io
import socket

from starlette.responses import Response

from .guard import is_loopback

_ELSEWHERE = ("192.0.2.1", 9)
"""An address that belongs to nobody (RFC 5737, TEST-NET-1): no packet is sent to it, it is only asked which
way one would go."""


def own_addresses() -> list[str]:
    """The IPv4 addresses of this machine that others can reach, the likeliest first."""
    found: dict[str, None] = {}
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as asked:
        try:
            asked.connect(_ELSEWHERE)
            found[asked.getsockname()[0]] = None
        except OSError:
            pass  # no network at all
    try:
        for *_, place in socket.getaddrinfo(socket.gethostname(), None, socket.AF_INET):
            found[str(place[0])] = None
    except OSError:
        pass  # a name that nobody resolves
    return [name for name in found if not is_loopback(name)]


def as_code(address: str, border: int) -> Response:
    """An address as a code to be photographed (QR, ISO/IEC 18004), an SVG picture with a border of so many
    modules."""
    import segno  # imported late: few ask for a code

    drawn = io.BytesIO()
    code = segno.make(address, error="m", micro=False)
    code.save(drawn, kind="svg", scale=8, border=border, dark="#2a2620", light="#ffffff")
    return Response(drawn.getvalue(), media_type="image/svg+xml")
