"""Values that can be: a change of one part that would leave no document is refused, and nothing is lost."""

from __future__ import annotations

from pydantic import ValidationError

from ..snag import Refused
from .document import Document
from .snaglist import SnagList
from .yamltext import YamlMistake, YamlText


def refuse_worse(before: str, after: str) -> None:
    """Raise Refused where a text says a game and the changed one would not, with the value that can't be."""
    mistake = _mistake(after)
    if mistake and not _mistake(before):
        raise Refused(f"{mistake} It was not kept.")


def _mistake(text: str) -> str:
    """The first value of a text that can't be, in a sentence; "" where all can."""
    try:
        source = YamlText(text)
        Document.model_validate(source.data)
    except YamlMistake as mistake:
        return str(mistake)
    except ValidationError as error:
        snags = SnagList(source, "")
        snags.of_validation(error.errors())
        return snags.found[0].message if snags.found else str(error)
    return ""
