"""The supply: makes questions from recipes, without repeating one before it must."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache
from itertools import chain, count, islice

from ..dice import Stream
from ..kinds import GENERATED
from ..questions.maker import Maker, Texts
from ..questions.question import Question
from ..questions.recipes import Recipe


@lru_cache(maxsize=256)
def maker_of(recipe: Recipe, texts: Texts, level: int) -> Maker:
    """What makes the questions of a recipe.

    Raises :class:`RecipeError` where none can be made, ExpressionError where a formula can't be read.
    """
    return _KIND_OF[type(recipe)].maker(recipe, texts, level)


_KIND_OF = {kind.recipe: kind for kind in GENERATED.values()}


class Supply:
    """Makes the questions of one generated question, for one play.

    All chance comes from streams named for the question, so nothing else in a deal moves with it. ``named``
    is what their names begin with. Those that the play ``had`` (by their numbers) come last.
    """

    def __init__(
        self,
        question: Question,
        dice: int,
        level: int | None = None,
        *,
        named: str = "",
        had: set[int] | None = None,
    ) -> None:
        if question.recipe is None:
            raise ValueError(f"{question.id} has no recipe")
        self._question = question
        texts = Texts(question.prompt, question.image, question.sound)
        self._maker = maker_of(question.recipe, texts, question.level if level is None else level)
        self._name = f"{named}{question.kind} of {question.id}"
        self._had = set() if had is None else had
        self._before = frozenset(self._had)
        self._dice = dice
        self._numbers = self._without_repeats()
        self._made = count()

    @property
    def size(self) -> int | None:
        """How many different questions there are; None where they are too many to count."""
        return self._maker.size

    @property
    def alike(self) -> bool:
        """Whether all of them are of one kind and have as many options, right ones and others."""
        return self._maker.alike

    def next(self) -> Question:
        """The next question."""
        number = next(self._numbers)
        self._had.add(number)
        stream = Stream(self._dice, f"{self._name} made {next(self._made)}")
        return self._maker.make(self._question, number, stream)

    def _without_repeats(self) -> Iterator[int]:
        """Every number below the size once, in random order, before any comes twice; none twice in a row."""
        last = -1
        for turn in count():
            numbers = self._turn(turn) if turn or not self._before else self._had_last()
            first = next(numbers)
            ahead = list(islice(numbers, 1)) if first == last else []
            for last in chain(ahead, (first,), numbers):
                yield last

    def _had_last(self) -> Iterator[int]:
        """The first turn, those that the play had before behind all others."""
        had = []
        for number in self._turn(0):
            if number in self._before:
                had.append(number)
            else:
                yield number
        yield from had

    def _turn(self, turn: int) -> Iterator[int]:
        """Every number below the size once."""
        stream = Stream(self._dice, f"{self._name} turn {turn}")
        moved: dict[int, int] = {}  # a Fisher–Yates shuffle of which only what is drawn is written down
        for left in range(self._maker.places, 0, -1):
            drawn = stream.below(left)
            yield moved.get(drawn, drawn)
            moved[drawn] = moved.get(left - 1, left - 1)


def one_of(question: Question, level: int | None = None) -> Question:
    """A question as it is asked: itself, or the first that is made from its recipe."""
    return question if question.recipe is None else Supply(question, 0, level).next()


def samples_of(question: Question, most: int) -> tuple[int | None, list[Question]]:
    """How many questions a generated one gives (None: too many to count), and some of them."""
    supply = Supply(question, dice=1)
    return supply.size, [supply.next() for _ in range(min(most, supply.size or most))]
