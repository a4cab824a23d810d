"""What every kind of question has to say of itself for a play. Each kind is a module beside this one."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence
from typing import Any, Literal

from ..answers.folding import fold, fold_steps
from ..answers.letters import Covered
from ..answers.switches import Checking
from ..answers.verdict import LONGEST_ANSWER, Verdict
from ..questions.card import Card
from ..questions.given import Given
from ..questions.maker import Maker, Texts
from ..questions.question import LABELS, Question, said

Interaction = Literal["choice", "sequencing", "true-false", "numeric", "fill-in", "matching", "other"]
Mark = Literal["", "right", "wrong"]
"""What is known of an option: nothing, or whether picking it is right."""
FAR_OFF = 9
"""Characters a made-up wrong answer is longer than the right ones: more than any spelling tolerance."""


class Kind:
    """How questions of one kind are played. What is said here holds for a question that is typed in."""

    name: str
    """Its name in files, rules and on screen."""
    covers = False
    """Whether its answer is a phrase that is covered at first."""
    moved = False
    """Whether a deal moves its options to other places."""
    never_filed = False
    """Whether its options always stand in another order than the filed one."""
    by_text = False
    """Whether an option can be named by its text, as well as by its label."""
    nearly = True
    """Whether an answer can be ``close``."""
    joint = ", "
    """What stands between several options that were picked."""
    interaction: Interaction = "fill-in"
    """What statements of the Experience API call it (xAPI 2.0, 4.2.5.3, interaction activities)."""
    opinion = False
    """Whether no answer is right or wrong: whatever is given is an opinion."""
    carries: Literal["", "options", "answers"] = "answers"
    """What of it can carry something: its options, what is typed, or nothing."""
    can_lose_options = False
    """Whether wrong options can be taken away from it."""
    in_parts = False
    """Whether an answer has parts of which each can be right: to mark them is to tell some of the key."""

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """The verdict on an input that is neither blank nor too long, with the steps after its first."""
        raise NotImplementedError

    def right_input(self, card: Card) -> str:
        """The right answer as a player would give it."""
        return card.question.answers[0]

    def wrong_input(self, card: Card, tried: Collection[str]) -> str:
        """An answer that is wrong, as a player could give it."""
        longest = max(map(len, card.question.answers))
        return "x" * (longest + FAR_OFF) if longest + FAR_OFF <= LONGEST_ANSWER else "x"

    def partly_right(self, card: Card) -> Iterator[str]:
        """Answers that are neither quite right nor quite wrong: close ones, or with some parts right."""
        word = card.question.answers[0]
        if self.nearly and len(word) > 3:
            yield f"{word[:-1]}#"
            yield f"{word[:-2]}##"

    def answer(self, question: Question) -> str:
        """The right answer as it is revealed to a player."""
        return question.answers[0]

    def told(self, question: Question, given: Given) -> str:
        """What was answered, in words: the texts of the options it named."""
        if not given.filed:
            return given.text
        return self.joint.join(said(question.options[place]) for place in given.filed)

    def labels(self, filed: Sequence[int]) -> str:
        """The options that were picked (their places as filed) by their letters as filed: ``A C``."""
        return " ".join(LABELS[place] for place in filed)

    def read_told(self, options: Sequence[str], text: str) -> tuple[int, ...]:
        """The options (their places as filed) that :meth:`told` has put so; none where it is of others."""
        if text in options:
            return (options.index(text),)
        return _listed(options, text, self.joint) if self.in_parts else ()

    def give_again(self, card: Card, text: str, parts: Sequence[str] = ()) -> str:
        """The input that answers once more what :meth:`told` has put so, of these ``parts`` where it is
        known; "" where the card has it no more."""
        if not card.order:
            return text
        options = [said(option) for option in card.question.options]
        if all(part in options for part in parts):
            filed = tuple(map(options.index, parts)) or self.read_told(options, text)
            return " ".join(LABELS[card.order.index(place)] for place in filed if place in card.order)
        return ""

    def items(self, question: Question) -> Sequence[str]:
        """What stands beside the options, numbered from 1, for a kind that asks something of each: texts as
        they are filed, or pictures."""
        return ()

    def tries(self, question: Question, games: int | None) -> int | None:
        """How many tries a visit has where the game gives so many; None for as many as it takes."""
        return games

    def guesses(self, question: Question) -> int:
        """Among how many answers one can pick who does not know; 0 where there is nothing to pick from."""
        return 0

    def guess(self, card: Card, number: int) -> str:
        """One of these answers by its number (from 0), as a player would give it."""
        raise NotImplementedError

    def guessed(self, question: Question) -> dict[int, int]:
        """How many of these answers are wrong, by how many of their parts are right."""
        return {0: self.guesses(question) - 1}

    def possible(self, question: Question) -> int:
        """How many parts an answer has that can each be right."""
        return 1

    def hits(self, card: Card, verdict: Verdict) -> int:
        """How many parts of an answer were right."""
        return int(verdict.name == "right" and not verdict.partial)

    def how_far(self, card: Card, text: str, rules: Checking) -> tuple[float, float]:
        """How far an answer is from what is right, and the same in percent of that; 0 where nothing is
        measured."""
        return 0, 0

    def wrong_hits(self, question: Question) -> Sequence[int]:
        """How many parts can be right in an answer that is wrong."""
        return (0,)

    def steps(self, question: Question) -> int:
        """How often at the most an answer is right in part and the question goes on (moment ``part``)."""
        return 0

    def marks(self, card: Card, picks: Sequence[int], *, revealed: bool) -> list[Mark]:
        """What is known of the option at each place: ``right``, ``wrong`` or nothing."""
        rights = card.rights
        marks: list[Mark] = []
        for place in range(len(card.order)):
            if place in picks:
                marks.append("right" if place in rights else "wrong")
            else:
                marks.append("right" if revealed and place in rights else "")
        return marks

    def letters_to_show(self, question: Question) -> int:
        """How often a help can show a letter of the answer."""
        return 0

    def next_letter(self, question: Question, tried: Sequence[str], shown: int) -> str:
        """What a help shows next of the answer, so many characters of it being ``shown``; "" where that would
        be all that is missing of it."""
        return ""

    def shown_areas(self, question: Question) -> Sequence[str]:
        """The areas of its picture that are right, to be drawn once they may be seen."""
        return ()

    def covered(self, question: Question, tried: Sequence[str], *, known: bool) -> Covered | None:
        """The phrase to uncover, where there is one; ``known`` says that all of it may be seen."""
        return None


def _listed(options: Sequence[str], text: str, joint: str, taken: tuple[int, ...] = ()) -> tuple[int, ...]:
    """The options that a text names one after another; an option may itself hold what stands between them."""
    for place, option in enumerate(options):
        if place in taken or not text.startswith(option):
            continue
        rest = text[len(option) :]
        if not rest:
            return (place,)
        if rest.startswith(joint):
            more = _listed(options, rest[len(joint) :], joint, (*taken, place))
            if more:
                return (place, *more)
    return ()


def option_of_label(word: str, options: int) -> int | None:
    """The place that a word names by its letter or number; None where it does neither."""
    label = word.strip().rstrip(".)").upper()
    if len(label) != 1 or not label.isascii():
        return None
    if label in LABELS[:options]:
        return LABELS.index(label)
    return int(label) - 1 if label.isdigit() and 1 <= int(label) <= options else None


def option_of_text(card: Card, text: str, rules: Checking) -> tuple[int | None, list[str]]:
    """The place of the first option that reads like a text, and the steps that made it so."""
    steps, folded = fold_steps(text, rules)
    for place, option in enumerate(card.options):
        if fold(said(option), rules) == folded:
            return place, steps
    return None, steps


def label_range(card: Card) -> str:
    """The labels that there are: ``A to D``."""
    return f"{LABELS[0]} to {LABELS[len(card.order) - 1]}"


class Generated(Kind):
    """A kind that is not asked itself: questions of the other kinds are made from its recipe."""

    recipe: type[Any]
    """The recipe its questions have."""
    whole = False
    """Whether a pass of the deck asks all it gives where nothing else is said."""

    def maker(self, recipe: Any, texts: Texts, level: int) -> Maker:
        """What makes its questions. Raises RecipeError where none can be made, ExpressionError where
        something in the recipe can't be read."""
        raise NotImplementedError

    def uses_level(self, recipe: Any) -> bool:
        """Whether what it makes depends on the level the player chose."""
        return False
