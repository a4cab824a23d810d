"""Serving a stand-in from the command line."""

from __future__ import annotations

import argparse
from collections.abc import Callable
from contextlib import AbstractContextManager
from typing import Protocol


class StandIn(Protocol):
    """A server of one's own machine that stands in for a service outside."""

    @property
    def address(self) -> str:
        """Where it is."""

    def serve_forever(self) -> None:
        """Answer until stopped."""


def serve(
    what: str, port: int, begun: Callable[[int], AbstractContextManager[StandIn]], path: str = "/"
) -> None:
    """Serve a stand-in until stopped, at a port that can be said otherwise; ``path`` is where to look."""
    parser = argparse.ArgumentParser(description=f"A stand-in for {what}.")
    parser.add_argument("--port", type=int, default=port)
    with begun(parser.parse_args().port) as standin:
        print(f"{standin.address}{path}", flush=True)
        standin.serve_forever()
