"""``gaps``: a text whose gaps are to be filled."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ...play.kinds import KINDS
from ...play.kinds.gaps import GAP, as_fills, fills_of
from ...play.questions.card import as_filed
from ...play.questions.question import MOST_OPTIONS, Question, same, with_pictures
from ..misfit import Misfit
from ..notation import join_bars, split_bars
from ..record import WrittenRecord
from ..row import CellRow
from ..samples import Sample, slipped
from .base import NO_OPTIONS, Key, Options, Rename, Tip, WrittenKind, checked, filled
from .several import on_label_lists


class WrittenGaps(WrittenKind):
    """``___`` in the prompt for each gap; ``answer``: what the gaps accept, parted by ``;``, each with
    further ones parted by ``|``. With ``wrong`` ones there is a bank to pick from."""

    name = "gaps"

    def options(self, row: CellRow, groups: Sequence[str]) -> Options:
        """The words of the bank, where there is one: what each gap accepts first, then those that fit
        nowhere."""
        wrong = row.all("wrong")
        if not wrong:
            return NO_OPTIONS
        firsts = [accepted[0] for accepted in _gaps(row)]
        texts = list({same(one): one for one in firsts[::-1]}.values())[::-1]
        places = tuple(list(map(same, texts)).index(same(one)) for one in firsts)
        return checked(Options([*texts, *wrong], places), row)

    def key(self, row: CellRow, found: Options) -> Key:
        """What each gap accepts."""
        gaps, prompt = _gaps(row), row.one("prompt")
        if len(gaps) > MOST_OPTIONS:
            raise Misfit("too-many-gaps", f"There are {len(gaps)} gaps; a text may have {MOST_OPTIONS}.")
        if prompt.count(GAP) != len(gaps):
            raise Misfit(
                "bad-gaps",
                f"The prompt has {prompt.count(GAP)} gaps ({GAP}), and the answer fills {len(gaps)}."
                " Part what fills them by ;.",
            )
        answers = (as_fills([accepted[0] for accepted in gaps]),)
        return Key(answers, tuple(found.texts), found.rights, {"gaps": gaps})

    def record(self, question: Question) -> WrittenRecord:
        """What the gaps accept, and the words that fit nowhere."""
        answer = as_fills([join_bars(accepted) for accepted in question.gaps])
        own = {same(question.options[place]) for place in question.rights}
        wrong = [option for option in question.options if same(option) not in own]
        return filled({"answer": answer, "wrong": wrong})

    def renamed(self, question: Question, name: Rename) -> Question:
        """With the pictures that stand in its bank."""
        gaps = tuple(tuple(with_pictures(text, name) for text in accepted) for accepted in question.gaps)
        answers = (as_fills([accepted[0] for accepted in gaps]),)
        return super().renamed(question, name)._replace(gaps=gaps, answers=answers)

    def tips(self, question: Question) -> Iterator[Tip]:
        """On words that read like letters."""
        return on_label_lists(question)

    def samples(self, question: Question) -> Iterator[Sample]:
        """The right fills by the ways there are to give them, and fills that are nearly right."""
        kind, card = KINDS["gaps"], as_filed(question)
        firsts = [accepted[0] for accepted in question.gaps]
        yield Sample(as_fills(firsts), "as in the file")
        yield Sample(as_fills([text.swapcase() for text in firsts]), "in the other case")
        if question.options:
            yield Sample(kind.right_input(card), "the letters")
        else:
            yield Sample(as_fills([slipped(firsts[0]), *firsts[1:]]), "a slip of the fingers in the first")
        yield Sample(kind.wrong_input(card, ()), "nothing that fits")
        if len(firsts) > 1:
            yield Sample(as_fills(firsts[:-1]), "the last one missing")
            yield Sample(as_fills(firsts[::-1]), "the other way round")


def _gaps(row: CellRow) -> tuple[tuple[str, ...], ...]:
    """The texts that each gap accepts."""
    answer = row.one("answer")
    if not answer:
        raise Misfit("no-answer", "The answer is blank. Write what fills the gaps, parted by ;.")
    gaps = tuple(tuple(split_bars(fill)) for fill in fills_of(answer))
    if not all(gaps):
        raise Misfit("no-answer", "A gap accepts nothing. Write what fills each of them, parted by ;.")
    return gaps
