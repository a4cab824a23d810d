"""What is told of questions beside the plays that asked them."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ...play.kinds import KINDS, kind_of
from ...play.kinds.base import Interaction
from ...play.language.numbers import as_decimal, read_number
from ...play.questions.question import said
from ...play.rulebook.game import Game


@dataclass(frozen=True, slots=True)
class AboutQuestion:
    """What is told of a question: its prompt, its options as words (none where it is typed in), its kind
    ("" where that is not known: then an answer is one option, or a text), its topic, what is right, what
    options are joined with, and the unit of its number."""

    prompt: str
    options: tuple[str, ...] = ()
    kind: str = ""
    topic: str = ""
    answers: tuple[str, ...] = ()
    items: tuple[str, ...] = ()
    unit: str = ""

    @property
    def interaction(self) -> Interaction:
        """What sort of interaction it is to other programs: one with options that are listed, or a text."""
        return KINDS[self.kind or ("choice" if self.options else "typed")].interaction

    def decimal(self, text: str) -> str:
        """A number that was typed as other programs read it (a decimal of up to 7 places); "" where the text
        is none."""
        number = read_number(text, self.unit)
        return "" if number is None else as_decimal(number, 7)

    def places(self, text: str, parts: Sequence[str] = ()) -> tuple[int, ...]:
        """The options that an answer picked (their places as filed), by how it is kept."""
        if parts:
            return tuple(self.options.index(part) for part in parts if part in self.options)
        return KINDS[self.kind or "choice"].read_told(self.options, text)

    def parts(self, text: str) -> tuple[str, ...]:
        """The options that an answer picked; itself where it named none."""
        return tuple(self.options[place] for place in self.places(text)) or (text,)


def told_of(game: Game) -> dict[str, AboutQuestion]:
    """What is told of the questions of a game, by their ids."""
    return {
        question.id: AboutQuestion(
            question.prompt,
            tuple(map(said, question.options)),
            question.kind,
            question.topic,
            question.answers,
            tuple(map(said, kind_of(question).items(question))),
            question.unit,
        )
        for question in game.questions
    }
