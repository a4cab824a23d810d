"""A misfit: why a line is not (or not a good) question."""

from __future__ import annotations

from ..snag import Severity
from ..snag_codes import SnagCode


class Misfit(ValueError):
    """Why a line is not (or not a good) question.

    ``mend`` says what one press does about it, "" where that is not certain; ``mended`` is the line as it
    then reads, None where it is taken away.
    """

    def __init__(
        self,
        code: SnagCode,
        message: str,
        *,
        severity: Severity = "stop",
        mend: str = "",
        mended: str | None = None,
        column: int | None = None,
    ) -> None:
        super().__init__(message)
        self.code = code
        self.severity = severity
        self.mend = mend
        self.mended = mended
        self.column = column
        """The place (from 0) of the cell that is too many, None where it is not one cell's fault."""
