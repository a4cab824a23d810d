"""Runs the command line as its users do, with its own input, output and exit code.

Each run is a fork of this process, which has the program imported already: to start Python and import all
of it anew takes seconds, many times over. That the program starts by itself is a test of its own.
"""

from __future__ import annotations

import os
import signal
import sys
import tempfile
import time
import traceback
from typing import NamedTuple, NoReturn

from dicetrail import cli

PATIENCE = 60
"""Seconds that a run may take."""


class Done(NamedTuple):
    """A run that has ended."""

    returncode: int
    stdout: str
    stderr: str


def run(*args: object, stdin: str = "") -> Done:
    """Run ``dicetrail`` with these arguments."""
    with tempfile.TemporaryFile() as given, tempfile.TemporaryFile() as out, tempfile.TemporaryFile() as err:
        given.write(stdin.encode())
        given.seek(0)
        sys.stdout.flush()
        sys.stderr.flush()
        child = os.fork()
        if child == 0:
            _be_the_program([*map(str, args)], (given.fileno(), out.fileno(), err.fileno()))
        code = _wait(child)
        out.seek(0)
        err.seek(0)
        return Done(code, out.read().decode(), err.read().decode())


def start(*args: object) -> int:
    """Start ``dicetrail`` with these arguments, its output thrown away; the number of its process."""
    sys.stdout.flush()
    sys.stderr.flush()
    child = os.fork()
    if child == 0:
        nothing = os.open(os.devnull, os.O_RDWR)
        _be_the_program([*map(str, args)], (nothing, nothing, nothing))
    return child


def start_alone(*args: object) -> int:
    """The same in a process that is no fork, and so holds no memory but its own."""
    sys.stdout.flush()
    nothing = [(os.POSIX_SPAWN_OPEN, stream, os.devnull, os.O_RDWR, 0) for stream in range(3)]
    command = [sys.executable, "-m", "dicetrail.cli", *map(str, args)]
    return os.posix_spawn(sys.executable, command, os.environ, file_actions=nothing)


def _be_the_program(arguments: list[str], streams: tuple[int, int, int]) -> NoReturn:
    code = 1
    try:
        for number, stream in enumerate(streams):
            os.dup2(stream, number)
        sys.stdin, sys.stdout, sys.stderr = os.fdopen(0), os.fdopen(1, "w"), os.fdopen(2, "w")
        sys.argv = ["dicetrail", *arguments]
        cli.main()
    except SystemExit as ended:
        code = ended.code if isinstance(ended.code, int) else int(ended.code is not None)
    except BaseException:
        traceback.print_exc()
    finally:
        sys.stdout.flush()
        sys.stderr.flush()
        os._exit(code)


def _wait(child: int) -> int:
    end = time.monotonic() + PATIENCE
    while time.monotonic() < end:
        done, status = os.waitpid(child, os.WNOHANG)
        if done:
            return os.waitstatus_to_exitcode(status)
        time.sleep(0.005)
    os.kill(child, signal.SIGKILL)
    os.waitpid(child, 0)
    raise TimeoutError(f"the program took more than {PATIENCE} s")
