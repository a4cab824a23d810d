"""What of a game's document its plays hang on."""

from __future__ import annotations

from .document import Document

_BESIDE = {
    "title",
    "intro",
    "sounds",
    "look",
    "welcome",
    "silent",
    "same_deal",
    "review",
    "set_aside",
    "aims",
    "waymarks",
}
"""What is shown, heard or proved, and makes no move come out otherwise."""


def played_by(document: Document) -> str:
    """The rest of the document, as one text: over the same packs and files, the same moves come to the same
    where it is the same."""
    return document.model_dump_json(exclude=_BESIDE)
