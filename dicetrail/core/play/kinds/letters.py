"""``letters``: the player uncovers a hidden word or phrase letter by letter, or types it whole."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence

from ..answers.folding import fold
from ..answers.letters import Covered, as_letter, bare, hidden, holds, pattern, untried_wrong_letter
from ..answers.switches import Checking
from ..answers.verdict import Verdict
from ..questions.card import Card
from ..questions.question import Question
from .typed import Typed, check_words


class Letters(Typed):
    """Wrong guesses are its tries; a letter that leaves others covered is right in part."""

    name = "letters"
    covers = True
    carries = ""

    def check(self, card: Card, text: str, rules: Checking, tried: Collection[str]) -> Verdict:
        """A single letter is a guess; anything longer is the whole phrase."""
        answers = card.question.answers
        letter = as_letter(text)
        if not letter or fold(text, rules) in (fold(answer, rules) for answer in answers):
            return check_words(answers, text, rules)
        if letter in tried:
            return Verdict("unreadable", (f"the letter {letter} was guessed before",))
        found = holds(answers[0], letter)
        if not found:
            return Verdict("wrong", (f"the letter {letter} is not in it",), letter=letter)
        left = pattern(answers[0], [*tried, letter]).count("")
        uncovers = f"the letter {letter} stands {'once' if found == 1 else f'{found} times'} in it"
        return Verdict("right", (uncovers, f"{left} left"), letter=letter, partial=left > 0)

    def wrong_input(self, card: Card, tried: Collection[str]) -> str:
        """A letter that is not in it."""
        return untried_wrong_letter(card.question.answers[0], tried) or super().wrong_input(card, tried)

    def partly_right(self, card: Card) -> Iterator[str]:
        """Its first letter, too."""
        yield card.question.answers[0][0]
        yield from super().partly_right(card)

    def tries(self, question: Question, games: int | None) -> int | None:
        """As many wrong guesses as the question allows."""
        return question.misses

    def steps(self, question: Question) -> int:
        """One for each different letter but the last."""
        return len({bare(mark) for mark in question.answers[0] if hidden(mark)}) - 1

    def letters_to_show(self, question: Question) -> int:
        """Each different letter but one."""
        return self.steps(question)

    def next_letter(self, question: Question, tried: Sequence[str], shown: int) -> str:
        """The first letter that is covered, unless no other is."""
        phrase = question.answers[0]
        left = dict.fromkeys(bare(mark) for mark in phrase if hidden(mark) and bare(mark) not in tried)
        return next(iter(left)) if len(left) > 1 else ""

    def covered(self, question: Question, tried: Sequence[str], *, known: bool) -> Covered | None:
        """The phrase as far as it is uncovered, and the letters guessed in vain."""
        phrase = question.answers[0]
        return Covered(
            list(phrase) if known else pattern(phrase, tried),
            [letter for letter in tried if not holds(phrase, letter)],
        )
