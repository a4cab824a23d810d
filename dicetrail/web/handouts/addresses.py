"""Where other machines reach this one."""

from __future__ import annotations

from fastapi import Request

from ..guard import is_loopback
from ..network import own_addresses
from ..shapes.handouts import AddressesOut


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
