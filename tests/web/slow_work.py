"""Work for processes beside the server, for tests: it takes long, or too much, or goes wrong."""

from __future__ import annotations

import os
import time
from collections.abc import Iterator

from dicetrail.core.snag import Refused
from dicetrail.web.beside import Tell


def number(_: Tell) -> int:
    """The number of the process."""
    return os.getpid()


def long(tell: Tell) -> None:
    """Tell the number of the process, and go on for ever."""
    tell.piece(os.getpid())
    while True:
        time.sleep(1)


def talking(tell: Tell) -> None:
    """Tell again and again, for ever."""
    while True:
        tell(1, 2)
        tell.piece(1)
        time.sleep(0.01)


def large(_: Tell) -> int:
    """More bytes than there may be."""
    return len(bytearray(4_000_000_000))


def much(_: Tell) -> int:
    """Bytes that are to be given back afterwards; the number of the process."""
    held = bytearray(450_000_000)
    return os.getpid() if held else 0


def refused(_: Tell) -> None:
    """What can't be done."""
    raise Refused("Not so.")


def faulty(_: Tell) -> None:
    """What goes wrong."""
    raise ZeroDivisionError("by nought")


def dies(_: Tell) -> None:
    """What is ended from outside."""
    os._exit(9)


def endless(*_: object) -> Iterator[bytes]:
    """A file without an end, of the number of the process."""
    while True:
        yield f"{os.getpid()} ".encode()
        time.sleep(0.01)


def refused_file(*_: object) -> Iterator[bytes]:
    """A file that can't be made."""
    raise Refused("No file.")
    yield b""
