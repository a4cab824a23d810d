"""The pool: the questions that a play, or a round of it, can be dealt."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from math import inf

from ..kinds import GENERATED
from ..language.calls import CHANCE
from ..language.expressions import Expression, ExpressionError, Names, Value, compile_expression
from ..questions.once import once_over
from ..questions.question import Question
from ..rulebook.game import Choices, Game, Round
from ..rulebook.names import OF_A_QUESTION, PICKS
from ..rulebook.rows import Trouble, number
from .supply import Supply


def pool(game: Game, choices: Choices, of: Round | None = None) -> list[Question]:
    """The questions a play can be dealt: those of the chosen topic and level, all where none was chosen; of
    these those of a round where one is given."""
    questions = list(game.questions)
    if choices.topic or choices.level is not None:
        questions = [
            question
            for question in questions
            if (not choices.topic or question.topic == choices.topic)
            and (choices.level is None or question.level == choices.level or follows_level(question))
        ]
    return list(filter(picked(of.only), questions)) if of is not None and of.only else questions


def picked(only: str) -> Callable[[Question], bool]:
    """Whether an expression picks a question out; one for which it has no value is not."""
    expression = compile_expression(only)

    def picks(question: Question) -> bool:
        try:
            return bool(expression(about(question)))
        except ExpressionError:
            return False

    return picks


def about(question: Question) -> dict[str, Value]:
    """What an expression that picks questions out knows of one."""
    told: dict[str, Value] = {name: getattr(question, name) for name in OF_A_QUESTION}
    return {**told, "id": question.id, "pack": PackName(question.pack)}


class PackName(str):
    """The name of a pack as its game says it. It is equal to the name of its file alone, too, with and
    without its ending: a game that moves takes its packs to another folder."""

    __slots__ = ()
    __hash__ = str.__hash__

    def __eq__(self, other: object) -> bool:
        file = self.rpartition("/")[2]
        return isinstance(other, str) and str(other) in (str(self), file, file.rpartition(".")[0] or file)

    def __ne__(self, other: object) -> bool:
        return not self == other


class Candidate(dict[str, Value]):
    """The names of a play before a question that might come next; what is said of a question is of that."""

    __slots__ = ("_names",)

    def __init__(self, question: Question, names: Names) -> None:
        super().__init__(about(question))
        self._names = names

    def __missing__(self, name: str) -> Value:
        return self._names[name]


def least_of(expression: Expression, names: Names, trouble: Trouble | None = None) -> float:
    """What the expression that says what comes next is for a question; infinite where it has no value, of
    which ``trouble`` is told."""
    try:
        return float(number(expression, names))
    except ExpressionError as error:
        if trouble is not None:
            trouble("deal, next", error)
        return inf


def least_of_each(
    expression: Expression, questions: Iterable[Question], names: Names, trouble: Trouble | None = None
) -> Iterator[float]:
    """The same for several questions that might come next, worked out once for all that are alike to it."""
    looks_at = [name for name in PICKS if name in expression.names]
    known: dict[tuple[Value, ...], float] = {}
    for question in questions:
        alike = tuple(getattr(question, name) for name in looks_at)
        if alike in known:
            yield known[alike]
            continue
        value = least_of(expression, Candidate(question, names), trouble)
        if value != inf and CHANCE not in expression.names:  # else it is told, or rolled, for each
            known[alike] = value
        yield value


def follows_level(question: Question) -> bool:
    """Whether a generated question is made for the level that was chosen."""
    kind = GENERATED.get(question.kind)
    return kind is not None and kind.uses_level(question.recipe)


@once_over
def pass_length(questions: Sequence[Question]) -> int:
    """How many questions one pass asks, with all that the generated ones give to it."""
    return sum(map(times_in_a_pass, questions))


def times_in_a_pass(question: Question, supply: Supply | None = None) -> int:
    """How often a pass asks a question: a generated one as often as it is to, and has something to ask."""
    if not question.recipe:
        return 1
    size = (supply or Supply(question, 0)).size
    wanted = question.times or (size or 1 if GENERATED[question.kind].whole else 1)
    return min(wanted, size or wanted)
