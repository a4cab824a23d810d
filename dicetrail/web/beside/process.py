"""The process beside the server: work comes in on standard input, one after another, and what it tells goes
out."""

from __future__ import annotations

import gc
import os
import resource
import signal
import sys
from contextlib import suppress
from dataclasses import replace
from pathlib import Path
from queue import SimpleQueue
from threading import Thread
from typing import Any

from ...core.snag import Refused
from .messages import Message, Tell, read, write

NICENESS = 5
"""How far it stands behind the server where both want to run."""
MOST_BYTES = 1_500_000_000
"""Bytes of memory that work may need."""
KEPT = 400_000_000
"""Bytes up to which the process takes more work; one that needed more gives them back by ending."""


def main() -> None:
    """Do one piece of work after another, until no more can come in."""
    os.nice(NICENESS)
    resource.setrlimit(resource.RLIMIT_DATA, (MOST_BYTES, resource.getrlimit(resource.RLIMIT_DATA)[1]))
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # the server says when it ends
    gc.disable()  # what is worked out makes hardly a cycle, and millions of objects
    come_in: SimpleQueue[Any] = SimpleQueue()
    Thread(target=_take_in, args=(come_in,), daemon=True).start()
    out = os.fdopen(os.dup(sys.stdout.fileno()), "wb")
    sys.stdout = sys.stderr  # whatever prints is no answer
    while True:
        work, given = come_in.get()
        message = _done(work, given, Tell(lambda message: write(out, message)))
        last = _most_used() > KEPT
        write(out, replace(message, last=last))
        if last:
            os._exit(0)
        del work, given, message
        gc.collect()


def _most_used() -> int:
    """The most bytes of memory that this process has had. What `getrusage` tells may be its parent's: it is
    handed on when a process begins (getrusage(2), execve(2))."""
    try:
        status = Path("/proc/self/status").read_text("ascii")
    except OSError:
        return 0
    return int(status.partition("VmHWM:")[2].split()[0]) * 1024


def _done(work: Any, given: tuple[Any, ...], tell: Tell) -> Message:
    try:
        return Message("done", work(tell, *given))
    except Refused as refused:
        return Message("refused", str(refused))
    except MemoryError:
        return Message(
            "refused", f"This needs more than {MOST_BYTES / 1e9:.1f} GB of memory; it was given up."
        )
    except Exception as error:
        return Message("fault", f"{type(error).__name__}: {error}")


def _take_in(come_in: SimpleQueue[Any]) -> None:
    """Take work in; where no more can come, whoever asked is gone, and nobody waits for what is done."""
    with suppress(EOFError, OSError):
        while True:
            come_in.put(read(sys.stdin.buffer))
    os._exit(0)


if __name__ == "__main__":
    main()
