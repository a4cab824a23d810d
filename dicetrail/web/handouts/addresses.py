"""Where other machines reach this one."""

from __future__ import annotations

import socket

from fastapi import Request

from ..guard import is_loopback
from ..shapes.handouts import AddressesOut

_ELSEWHERE = ("192.0.2.1", 9)
"""An address that belongs to nobody (RFC 5737, TEST-NET-1): no packet is sent to it, it is only asked which
way one would go."""


def addresses(request: Request) -> AddressesOut:
    """The addresses of this workshop, by the port it was asked at."""
    port = request.url.port or 80
    alone = is_loopback(request.url.hostname or "")
    return AddressesOut(
        alone=alone,
        here=f"{request.url.scheme}://{request.url.netloc}",
        others=[f"http://{name}:{port}" for name in own_addresses()],
        command=f"dicetrail serve --host 0.0.0.0 --port {port} --data {request.app.state.data}",
    )


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
