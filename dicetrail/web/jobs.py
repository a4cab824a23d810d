"""Jobs: work that takes a while, told how far it has come, and stopped when it is asked to."""

from __future__ import annotations

import secrets
import threading
from collections import OrderedDict
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any, Literal

from ..core.pack.progress import Progress
from ..core.snag import Refused
from .beside import Beside

MOST_KEPT = 100
AT_ONCE = 2

MOST_WAITING = 200
"""Jobs that wait or work at a time."""
Sort = Literal["reading", "fairness", "walk", "what if", "statements"]
State = Literal["waiting", "working", "done", "stopped", "refused"]


@dataclass
class Job:
    """One piece of work. ``done`` of ``total`` parts are done (``total`` 0: not known yet).

    ``pack_id`` is the pack that came of it, and ``message`` what is to be said where nothing did. ``about``
    is what the work fills as it goes on, to be looked at meanwhile, by who knows what ``sort`` of work it is.
    """

    sort: Sort
    id: str = field(default_factory=lambda: secrets.token_urlsafe(9))
    state: State = "waiting"
    done: int = 0
    total: int = 0
    message: str = ""
    pack_id: int | None = None
    about: Any = None
    _stop: threading.Event = field(default_factory=threading.Event)

    def tell(self, done: int, total: int) -> None:
        """How far the work has come; raises InterruptedError where it is to stop."""
        if self._stop.is_set():
            raise InterruptedError
        self.done, self.total = done, total

    def stop(self) -> None:
        """Ask the work to stop; it does at the next :meth:`tell`."""
        self._stop.set()


class Jobs:
    """The jobs of a workshop, the latest ones kept to be asked after."""

    def __init__(self, database: Path | None = None) -> None:
        self._workers = ThreadPoolExecutor(AT_ONCE, thread_name_prefix="job")
        self._senders = ThreadPoolExecutor(AT_ONCE, thread_name_prefix="sender")
        """What waits for others elsewhere, who may be slow: nothing here waits behind it."""
        self.beside = Beside(AT_ONCE)
        """Where the work of a job goes on."""
        self.senders_beside = Beside(AT_ONCE, database)
        """Where what is sent elsewhere is made."""
        self._jobs: OrderedDict[str, Job] = OrderedDict()
        self._keeping = threading.Lock()
        """Held while jobs are counted, taken in and let go: several requests begin some at a time."""

    def start(self, sort: Sort, work: Callable[[Progress], int | None], about: Any = None) -> Job:
        """Begin a job; ``work`` gives back the pack that came of it, if one did. Of those that have ended
        only the latest are kept."""
        job = Job(sort, about=about)
        with self._keeping:
            ended = [one.id for one in self._jobs.values() if one.state not in ("waiting", "working")]
            if len(self._jobs) - len(ended) >= MOST_WAITING:
                raise Refused("There is more work waiting than can be done. Stop some of it, and try again.")
            for old in ended[: max(0, len(ended) - MOST_KEPT)]:
                del self._jobs[old]
            self._jobs[job.id] = job
        (self._senders if sort == "statements" else self._workers).submit(_do, job, work)
        return job

    def get(self, job_id: str) -> Job | None:
        """A job by its id, None where it is not known (any more)."""
        return self._jobs.get(job_id)

    def close(self) -> None:
        """Stop whatever still goes on."""
        with self._keeping:
            for job in self._jobs.values():
                job.stop()
        self.beside.close()
        self.senders_beside.close()
        for workers in (self._workers, self._senders):
            workers.shutdown(wait=True, cancel_futures=True)


def _do(job: Job, work: Callable[[Progress], int | None]) -> None:
    job.state = "working"
    try:
        job.tell(0, 0)
        job.pack_id = work(job.tell)
        job.state = "done"
    except InterruptedError:
        job.state, job.message = "stopped", "This was stopped; nothing was changed."
    except Refused as refused:
        job.state, job.message = "refused", str(refused)
    except Exception as error:
        job.state = "refused"
        job.message = f"This is a fault in Dice Trail ({type(error).__name__}: {error})."
