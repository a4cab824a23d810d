"""Every kind of question by its name. A new kind is a module here and a line below."""

from __future__ import annotations

from collections.abc import Collection

from ..questions.card import Card
from ..questions.question import Question
from .base import Generated, Kind
from .choice import Choice, Sort
from .formula import FormulaKind
from .gaps import Gaps
from .letters import Letters
from .match import Match
from .number import Number
from .odd import OddKind
from .opinion import Opinion
from .order import Order
from .several import Several
from .spot import SpotKind
from .table import TableKind
from .truth import Truth
from .typed import Typed

_ALL: tuple[Kind, ...] = (
    Choice(),
    Several(),
    Order(),
    Typed(),
    Number(),
    Truth(),
    Sort(),
    Letters(),
    Match(),
    Gaps(),
    SpotKind(),
    Opinion(),
    FormulaKind(),
    TableKind(),
    OddKind(),
)
KINDS: dict[str, Kind] = {kind.name: kind for kind in _ALL}
"""The kinds by their names, in the order they are offered."""
GENERATED: dict[str, Generated] = {kind.name: kind for kind in _ALL if isinstance(kind, Generated)}
"""The kinds that are not asked themselves: questions of the other kinds are made from their recipes."""


def kind_of(question: Question) -> Kind:
    """How a question is played."""
    return KINDS[question.kind]


def input_for(intent: str, card: Card, tried: Collection[str]) -> str:
    """An input that is ``right``, ``wrong`` or ``unreadable``, as a player could have given it."""
    if intent == "unreadable":
        return ""
    kind = kind_of(card.question)
    return kind.right_input(card) if intent == "right" else kind.wrong_input(card, tried)


def key_of(card: Card) -> str:
    """The input that is right for a card; "" where none is: then any is as good."""
    return "" if kind_of(card.question).opinion else input_for("right", card, ())


def shown_answer(question: Question) -> str:
    """The right answer as it is revealed to a player."""
    return kind_of(question).answer(question)
