"""Snags that the maker has set aside, each with a reason: they are notes from then on."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from ..snag import Snag
from .document import Document


def with_set_aside(snags: Iterable[Snag], document: Document | None) -> list[Snag]:
    """The snags of a game, those it sets aside as notes that tell why. What stops a game can't be."""
    aside = {(one.snag, one.at): one.why for one in document.set_aside} if document else {}
    return [
        replace(snag, severity="note", message=f"{snag.message} Set aside: {why}")
        if snag.severity == "warn" and (why := aside.get((snag.code, snag.path))) is not None
        else snag
        for snag in snags
    ]
