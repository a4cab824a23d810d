"""Questions of arithmetic, calculated exactly."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from fractions import Fraction
from functools import lru_cache
from itertools import islice

from ..answers.nearmiss import near_misses, neighbouring_operations
from ..dice import Stream
from ..language.expressions import (
    Expression,
    ExpressionError,
    Value,
    check_names,
    compile_expression,
    compile_template,
)
from ..language.numbers import read_number, show_number
from .carried import Carried
from .question import Question
from .recipes import Formula, RecipeError, Span

MOST_TRIED = 10_000
"""Ways to fill in a formula's variables that are looked through."""
MOST_VARIABLES = 20
"""Variables of a formula."""
MOST_VALUES = 1_000_000
"""Numbers a variable's span may hold."""
WHOLE = "whole"
"""The condition of a formula that its answer is a whole number."""

Exact = int | Fraction
Filled = tuple[Exact, ...]
"""A number for each variable of a formula, in their order."""


class FormulaMaker:
    """Questions of arithmetic.

    ``found`` are the ways to fill in the variables; they are all there are where the look was ``complete``.
    """

    def __init__(self, formula: Formula, prompt: str, level: int) -> None:
        if len(formula.spans) > MOST_VARIABLES:
            raise RecipeError(
                f"This formula has {len(formula.spans)} variables; {MOST_VARIABLES} is the most. Leave some"
                " out."
            )
        self._formula = formula
        self._level = level
        self._variables = [span.name for span in formula.spans]
        self._spans = [_ready_span(span) for span in formula.spans]
        self._answer = compile_expression(formula.answer, exact=True)
        self._where = [
            compile_expression(condition, exact=True) for condition in formula.where if condition != WHOLE
        ]
        self._only_whole = WHOLE in formula.where
        self._prompt = compile_template(prompt, exact=True)
        self._nearby = [
            compile_expression(source, exact=True) for source in neighbouring_operations(formula.answer)
        ]
        self.found, self.complete = self._look()
        if not self.found:
            ways = "No numbers" if self.complete else f"None of {MOST_TRIED:,} tried numbers"
            raise RecipeError(
                f"{ways} meet the conditions of this formula, so it can't ask anything. Widen a variable or"
                " remove a condition."
            )

    @property
    def size(self) -> int | None:
        """How many different questions there are; None where they were too many to look through."""
        return len(self.found) if self.complete else None

    @property
    def places(self) -> int:
        """How many numbers :meth:`make` takes."""
        return len(self.found)

    @property
    def alike(self) -> bool:
        """Always: near misses never run out."""
        return True

    def make(self, question: Question, number: int, stream: Stream) -> Question:
        """The question of the ``number``-th way to fill in the variables."""
        filled = self.found[number]
        names = self._names(filled)
        answer = self._value(self._answer, names)
        assert answer is not None
        shown = self._show(answer)
        made = question._replace(
            id=f"{question.id}({', '.join(map(str, filled))})",
            kind="number",
            prompt=self._prompt(names),
            answers=(shown,),
            recipe=None,
            carries=tuple(self._carried(question.carries, names, shown)),
        )
        if self._formula.ask == "number":
            return made
        options = (shown, *map(self._show, self.wrong_answers(answer, names, stream)))
        places = [
            replace(one, place=options.index(one.text), text="")
            for one in made.carries
            if one.text in options
        ]
        return made._replace(kind="choice", options=options, rights=(0,), carries=tuple(places))

    def _carried(self, some: Sequence[Carried], names: dict[str, Value], right: str) -> Iterator[Carried]:
        """What is said to expected mistakes, which are expressions, too; one that comes to the answer, or to
        nothing, is none."""
        for one in some:
            value = self._value(compile_expression(one.text, exact=True), names)
            if value is not None and (shown := self._show(value)) != right:
                yield replace(one, text=shown, says=compile_template(one.says, exact=True)(names))

    def wrong_answers(self, answer: Exact, names: dict[str, Value], stream: Stream) -> list[Fraction]:
        """As many near misses as there are wrong options: drawn from the likeliest, each of another value."""
        wanted = self._formula.options - 1
        operations = [self._value(expression, names) for expression in self._nearby]
        likely = near_misses(Fraction(answer), [Fraction(value) for value in operations if value is not None])
        return stream.shuffled(list(islice(likely, wanted + 3)))[:wanted]

    def _show(self, value: Exact) -> str:
        return show_number(Fraction(value), self._formula.form)

    def _names(self, filled: Filled) -> dict[str, Value]:
        return {"level": self._level, **dict(zip(self._variables, filled, strict=False))}

    def _value(self, expression: Expression, names: dict[str, Value]) -> Exact | None:
        """What an expression comes to; None where it has no value (a division by zero)."""
        try:
            value = expression(names)
        except ExpressionError:
            return None
        return value if isinstance(value, int | Fraction) else None

    def _meets(self, filled: Filled) -> bool:
        names = self._names(filled)
        answer = self._value(self._answer, names)
        if answer is None or (self._only_whole and answer.denominator != 1):
            return False
        names["answer"] = answer
        try:
            return all(condition(names) for condition in self._where)
        except ExpressionError:
            return False

    def _look(self) -> tuple[list[Filled], bool]:
        """The ways to fill in the variables that meet the conditions, and whether these are all."""
        found = []
        for tried, filled in enumerate(self._ways(())):
            if tried == MOST_TRIED:
                return self._sample(), False
            if len(filled) == len(self._spans) and self._meets(filled):
                found.append(filled)
        return found, True

    def _ways(self, filled: Filled) -> Iterator[Filled]:
        """Every way to fill in the variables after those that are ``filled``, as far as each goes: a variable
        may have no number left to be."""
        if len(filled) == len(self._spans):
            yield filled
            return
        values = self._spans[len(filled)].values(self._names(filled))
        if not values:
            yield filled
        for value in values:
            yield from self._ways((*filled, value))

    def _sample(self) -> list[Filled]:
        """Ways drawn at random from a space too large to look through; the same ones every time."""
        stream = Stream(0, "ways to fill in a formula")
        found: dict[Filled, None] = {}
        for _ in range(MOST_TRIED):
            filled: Filled = ()
            for span in self._spans:
                values = span.values(self._names(filled))
                if not values:
                    break
                filled = (*filled, values[stream.below(len(values))])
            if len(filled) == len(self._spans) and self._meets(filled):
                found[filled] = None
        return list(found)


class _Steps(Sequence[Exact]):
    """The numbers from ``low`` in steps, without listing them."""

    def __init__(self, low: Exact, step: Exact, length: int) -> None:
        self._low, self._step, self._length = low, step, length

    def __len__(self) -> int:
        return self._length

    def __getitem__(self, place):  # type: ignore[no-untyped-def]
        if not 0 <= place < self._length:
            raise IndexError(place)
        return self._low + place * self._step


class _ReadySpan:
    """A variable with its limits compiled."""

    def __init__(self, span: Span) -> None:
        self._name = span.name
        self._listed = tuple(_plain(read_number(value) or Fraction(0)) for value in span.values)
        self._limits = (
            ()
            if span.values
            else tuple(compile_expression(source, exact=True) for source in (span.low, span.high, span.step))
        )

    def values(self, names: dict[str, Value]) -> Sequence[Exact]:
        """The numbers it can be, the values of earlier variables given."""
        if self._listed:
            return self._listed
        numbers: list[Exact] = []
        for limit in self._limits:
            try:
                value = limit(names)
            except ExpressionError:
                return ()
            if not isinstance(value, int | Fraction):
                return ()
            numbers.append(_plain(value))
        low, high, step = numbers
        if step <= 0 or high < low:
            return ()
        length = int((high - low) / step) + 1
        if length > MOST_VALUES:
            raise RecipeError(
                f"The variable `{self._name}` spans {length:,} numbers; {MOST_VALUES:,} is the most. Narrow"
                " it, or give it a larger step."
            )
        return _Steps(low, step, length)


def _plain(value: Exact) -> Exact:
    return int(value) if value.denominator == 1 else value


@lru_cache(maxsize=1024)
def _ready_span(span: Span) -> _ReadySpan:
    return _ReadySpan(span)


def check_expected(formula: Formula, some: Sequence[Carried]) -> None:
    """Raises ExpressionError where an expected mistake is no expression of a formula's variables, or what is
    said to it names something else."""
    known = {"level", *(span.name for span in formula.spans)}
    for one in some:
        check_names(compile_expression(one.text, exact=True), known)
        compile_template(one.says, exact=True).check_names(known)


def uses_level(recipe: Formula) -> bool:
    """Whether what a formula makes depends on the level the player chose."""
    sources = [recipe.answer, *(condition for condition in recipe.where if condition != WHOLE)]
    sources += [
        limit for span in recipe.spans if not span.values for limit in (span.low, span.high, span.step)
    ]
    return any("level" in compile_expression(source, exact=True).names for source in sources)
