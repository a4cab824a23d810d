"""How every kind of question is written, by its name. A new kind is a module here and a line below."""

from __future__ import annotations

from ...play.question import Question
from .base import GeneratedKind, WrittenKind
from .choice import Choice
from .formula import FormulaKind
from .letters import Letters
from .number import Number
from .odd import OddKind
from .order import Order
from .several import Several
from .sort import Sort
from .table import TableKind
from .truth import Truth
from .typed import Typed

_ALL: tuple[WrittenKind, ...] = (
    Choice(),
    Several(),
    Order(),
    Typed(),
    Number(),
    Truth(),
    Sort(),
    Letters(),
    FormulaKind(),
    TableKind(),
    OddKind(),
)
WRITTEN: dict[str, WrittenKind] = {kind.name: kind for kind in _ALL}
GENERATED: dict[str, GeneratedKind] = {kind.name: kind for kind in _ALL if isinstance(kind, GeneratedKind)}


def written_as(question: Question) -> WrittenKind:
    """How a question's kind is written."""
    return WRITTEN[question.kind]
