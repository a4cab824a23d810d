"""KnownNames: which names an expression or a text knows, by where it stands in a game."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass

from ..play.language.calls import CHANCE
from ..play.language.expressions import (
    NO_CHANCE,
    Expression,
    ExpressionError,
    Template,
    check_names,
    compile_expression,
    compile_template,
)
from ..play.rulebook.named import in_order
from ..play.rulebook.names import NAMES, PICKS, TOLD
from .document import Document
from .naming import inlined
from .sites import Sort


@dataclass(frozen=True, slots=True)
class KnownNames:
    """The names of a game, by the sort of a site; those that roll can be used where chance has its place."""

    by_sort: dict[Sort, frozenset[str]]
    rolling: frozenset[str]
    named: dict[str, str]

    def check(self, source: str, sort: Sort) -> None:
        """Raises ExpressionError with the first mistake in what stands at a site of a sort."""
        names = self.by_sort[sort]
        if sort in ("text", "told"):
            said = compile_template(source)
            self._check_rolls(said, names)
            said.check_names(names)
        else:
            expression = compile_expression(source)
            self._check_rolls(expression, names)
            check_names(expression, names)
            if sort in ("picks", "steers"):
                inlined(source, self.named)

    def _check_rolls(self, said: Expression | Template, names: Collection[str]) -> None:
        for name in sorted(said.names & self.rolling):
            if CHANCE not in names:
                raise ExpressionError(f"`{name}` is rolled: {NO_CHANCE}", said.source.find(name))


def known_in(document: Document) -> KnownNames:
    """What is known in a game."""
    named = dict(document.names)
    looks_at: dict[str, frozenset[str]] = {}
    try:
        for name, source in in_order(named.items()):
            looks_at[name] = _closure(source, looks_at)
    except ExpressionError:  # told at its place
        looks_at = dict.fromkeys(named, frozenset())
    play = frozenset((*document.meters, *NAMES, *named))
    rolling = frozenset(name for name, names in looks_at.items() if CHANCE in names)
    row = play | {CHANCE}
    of_question = frozenset(name for name, names in looks_at.items() if names <= {*PICKS, *named})
    picks = frozenset(PICKS) | of_question
    return KnownNames(
        {
            "expression": play,
            "row": row,
            "named": row,
            "text": play,
            "told": row | frozenset(TOLD),
            "picks": picks,
            "steers": row | frozenset(PICKS),
        },
        rolling,
        named,
    )


def _closure(source: str, looks_at: dict[str, frozenset[str]]) -> frozenset[str]:
    names = compile_expression(source).names
    return names.union(*(looks_at[name] for name in names if name in looks_at))
