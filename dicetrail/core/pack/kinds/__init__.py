"""How every kind of question is written, by its name. A new kind is a module here and a line below."""

from __future__ import annotations

from ...play.questions.question import Question
from .base import GeneratedKind, WrittenKind
from .choice import WrittenChoice
from .formula import WrittenFormula
from .gaps import WrittenGaps
from .letters import WrittenLetters
from .match import WrittenMatch
from .number import WrittenNumber
from .odd import WrittenOdd
from .opinion import WrittenOpinion
from .order import WrittenOrder
from .several import WrittenSeveral
from .sort import WrittenSort
from .spot import WrittenSpot
from .table import WrittenTable
from .truth import WrittenTruth
from .typed import WrittenTyped

_ALL: tuple[WrittenKind, ...] = (
    WrittenChoice(),
    WrittenSeveral(),
    WrittenOrder(),
    WrittenTyped(),
    WrittenNumber(),
    WrittenTruth(),
    WrittenSort(),
    WrittenLetters(),
    WrittenMatch(),
    WrittenGaps(),
    WrittenSpot(),
    WrittenOpinion(),
    WrittenFormula(),
    WrittenTable(),
    WrittenOdd(),
)
WRITTEN: dict[str, WrittenKind] = {kind.name: kind for kind in _ALL}
GENERATED: dict[str, GeneratedKind] = {kind.name: kind for kind in _ALL if isinstance(kind, GeneratedKind)}


def written_as(question: Question) -> WrittenKind:
    """How a question's kind is written."""
    return WRITTEN[question.kind]
