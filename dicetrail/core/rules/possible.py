"""Values that can be: a change of one part that would leave no document is refused, and nothing is lost."""

from __future__ import annotations

from ..snag import Refused
from .compile import read_document


def refuse_worse(before: str, after: str) -> None:
    """Raise Refused where a text says a game and the changed one would not, with the value that can't be."""
    now = read_document(after)
    if now.document is None and read_document(before).document is not None:
        raise Refused(f"{now.snags[0].message} It was not kept.")
