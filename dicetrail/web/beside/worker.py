"""One process beside the server."""

from __future__ import annotations

import contextlib
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path
from select import select
from typing import Any

from .messages import Message, read, write


class Worker:
    """A process that does one piece of work after another."""

    def __init__(self, database: Path | None) -> None:
        command = [
            sys.executable,
            "-m",
            "dicetrail.web.beside.process",
            *([str(database)] if database else []),
        ]
        # its pipes hold nothing back, so that it is seen when something comes
        self._process = subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, bufsize=0)
        assert self._process.stdin is not None and self._process.stdout is not None
        self._to, self._from = self._process.stdin, self._process.stdout
        self.is_free = True
        """Whether it waits for work."""

    @property
    def has_ended(self) -> bool:
        """Whether it is there no more."""
        return self._process.poll() is not None

    def begin(self, work: Callable[..., Any], given: tuple[Any, ...]) -> None:
        """Give it work."""
        self.is_free = False
        with contextlib.suppress(OSError):  # that it is gone is told when it is asked
            write(self._to, (work, given))

    def next(self, seconds: float) -> Message | None:
        """What it tells next, None where that is nothing within so many seconds."""
        if not select([self._from], [], [], seconds)[0]:
            return None
        try:
            message: Message = read(self._from)
        except (EOFError, OSError):
            message = Message("refused", "This was ended from outside, or there was no memory left for it.")
        else:
            self.is_free = message.sort in ("done", "refused", "fault") and not message.last
        return message

    def kill(self) -> None:
        """Have it end."""
        self._process.kill()

    def end(self) -> None:
        """End it, and let go of its pipes."""
        self._process.kill()
        self._process.wait()
        for pipe in (self._to, self._from):
            with contextlib.suppress(OSError):
                pipe.close()
