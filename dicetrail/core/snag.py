"""A snag: a problem found in a file, in rules or in a game, with its place and a way to mend it."""

from __future__ import annotations

from dataclasses import asdict, dataclass
from typing import Any, Literal

from .snag_codes import SnagCode

Severity = Literal["stop", "warn", "note"]


@dataclass(frozen=True, slots=True)
class Snag:
    """One problem.

    ``severity`` is ``stop`` where what stands there can't be used, ``warn`` where it can but is probably not
    what was meant, ``note`` where something was left aside for a good reason. ``line`` and ``column`` count
    from 1, 0 where there is none; ``path`` names the place in a document (``consequences.2.add``).
    Where a mend is certain, ``mend`` says what one press does, and ``mended`` is the whole line (or lines of
    the record) as it then reads; None takes it away; what mends a document are ``edits``, as
    :class:`rules.editing.Edit` takes them.
    """

    code: SnagCode
    severity: Severity
    message: str
    file: str = ""
    line: int = 0
    column: int = 0
    path: str = ""
    mend: str = ""
    mended: str | None = None
    edits: tuple[dict[str, Any], ...] = ()

    def as_dict(self) -> dict[str, Any]:
        """The snag as JSON data."""
        return asdict(self)


class Refused(ValueError):
    """Something could not be used at all; the message says what, why and what to do, in a sentence or two."""
