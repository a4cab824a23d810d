"""What goes between the server and a process beside it: pickled, each behind its length."""

from __future__ import annotations

import pickle
from collections.abc import Callable
from dataclasses import dataclass
from typing import IO, Any, Literal

_LENGTH = 8


@dataclass(frozen=True, slots=True)
class Message:
    """``told``: how far the work has come (done, of how many); ``piece``: a part of what it makes; ``done``:
    the rest of it; ``refused`` and ``fault``: why nothing came of it. After the ``last`` the process ends."""

    sort: Literal["told", "piece", "done", "refused", "fault"]
    what: Any = None
    last: bool = False


def write(file: IO[bytes], what: object) -> None:
    """Send something."""
    data = pickle.dumps(what, pickle.HIGHEST_PROTOCOL)
    left = memoryview(len(data).to_bytes(_LENGTH, "big") + data)
    while left:
        left = left[file.write(left) :]
    file.flush()


def read(file: IO[bytes]) -> Any:
    """The next that comes. Raises EOFError where nothing does any more."""
    length = int.from_bytes(_exactly(file, _LENGTH), "big")
    return pickle.loads(_exactly(file, length))


def _exactly(file: IO[bytes], size: int) -> bytes:
    data = bytearray()
    while len(data) < size:
        more = file.read(size - len(data))
        if not more:
            raise EOFError
        data += more
    return bytes(data)


class Tell:
    """How work tells of itself; it is a :class:`~dicetrail.core.pack.progress.Progress`."""

    def __init__(self, send: Callable[[Message], None]) -> None:
        self._send = send

    def __call__(self, done: int, total: int) -> None:
        """So much is done, of so much (0: not known yet)."""
        self._send(Message("told", (done, total)))

    def piece(self, what: Any) -> None:
        """Hand over a part of what is made, in the order of the parts. What is large goes in pieces, for who
        takes it in does nothing else meanwhile."""
        self._send(Message("piece", what))
