"""``formula``: a sum made anew for each play."""

from __future__ import annotations

from collections.abc import Iterator

from ...play.deal.supply import samples_of
from ...play.language.expressions import ExpressionError, check_names, compile_expression, compile_template
from ...play.language.numbers import read_number
from ...play.questions.formulas import WHOLE
from ...play.questions.question import MOST_OPTIONS, Question
from ...play.questions.recipes import Formula
from ..cells import whole, word
from ..data import DataLoader
from ..misfit import Misfit
from ..notation import Groups, read_list, read_variables, write_variables
from ..record import WrittenRecord
from ..row import CellRow
from .base import GeneratedKind, Tip, filled

LOOKED_AT = 60
"""Made questions that are looked at for results that are no whole numbers."""


class WrittenFormula(GeneratedKind):
    """Columns ``variables``, ``answer``, ``where``, ``ask``, ``choices`` and ``form``."""

    name = "formula"

    def recipe(self, row: CellRow, groups: Groups | None, load_data: DataLoader) -> Formula:
        """The formula. Raises ExpressionError where an expression uses what is not known there."""
        options = whole(row.one("choices") or "4", "choices", 2, MOST_OPTIONS)
        answer = row.one("answer")
        if not answer:
            raise Misfit(
                "no-answer", "The answer is blank. Write the expression that gives the right answer."
            )
        formula = Formula(
            read_variables(row.one("variables")),
            answer,
            read_list(row.one("where")),
            word(row.one("ask") or "number", "ask", ("number", "choice")),
            options,
            word(row.one("form") or "decimal", "form", ("decimal", "fraction", "mixed")),
        )
        _check(formula)
        return formula

    def record(self, question: Question) -> WrittenRecord:
        """The formula's parts."""
        formula = question.recipe
        assert isinstance(formula, Formula)
        return filled(
            {
                "answer": formula.answer,
                "variables": write_variables(formula.spans),
                "where": "; ".join(formula.where),
                "ask": formula.ask,
                "choices": str(formula.options),
                "form": formula.form,
            }
        )

    def drawn_from(self, question: Question) -> str:
        """The numbers it draws from."""
        assert isinstance(question.recipe, Formula)
        return f"\n{question.recipe.spans} {question.recipe.where}"

    def tips(self, question: Question) -> Iterator[Tip]:
        """On a prompt that does not show a number its answer needs."""
        assert isinstance(question.recipe, Formula)
        try:
            shown = compile_template(question.prompt, exact=True).names
            needed = compile_expression(question.recipe.answer, exact=True).names
        except ExpressionError:
            return
        for name in sorted(needed - shown - {"level"}):
            yield (
                "hidden-variable",
                f"The answer needs `{name}`, but the prompt never shows it. Write {{{name}}} into"
                " the prompt.",
                "warn",
            )
        yield from _not_whole(question)


def _not_whole(question: Question) -> Iterator[Tip]:
    """On a division whose results are not all whole numbers, where nothing says how they are written."""
    formula = question.recipe
    assert isinstance(formula, Formula)
    if "/" not in formula.answer.replace("//", "") or formula.form != "decimal" or WHOLE in formula.where:
        return
    _, made = samples_of(question, LOOKED_AT)
    parted = [one for one in made if (value := read_number(one.answers[0])) and value.denominator != 1]
    if parted:
        yield (
            "tip-not-whole",
            f"Not every result is a whole number: ‘{parted[0].prompt}’ is {parted[0].answers[0]}. Write"
            " `whole` under *What has to hold*, or let the answer be a fraction.",
            "note",
        )


def _check(formula: Formula) -> None:
    """Raise ExpressionError where an expression uses what is not known there."""
    known = {"level"}
    for span in formula.spans:
        for limit in () if span.values else (span.low, span.high, span.step):
            check_names(compile_expression(limit, exact=True), known)
        known.add(span.name)
    check_names(compile_expression(formula.answer, exact=True), known)
    for condition in formula.where:
        if condition != WHOLE:
            check_names(compile_expression(condition, exact=True), {*known, "answer"})
