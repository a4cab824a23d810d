"""``opinion``: options of which none is right."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ...play.questions.question import LABELS, Question, said
from ..misfit import Misfit
from ..record import WrittenRecord
from ..row import CellRow
from ..samples import Sample
from .base import NO_OPTIONS, Key, Options, Tip, checked
from .choice import WrittenChoice, on_labels, on_options


class WrittenOpinion(WrittenChoice):
    """Columns ``option``, or ``wrong`` ones where a file has no others; there is no key."""

    name = "opinion"

    def options(self, row: CellRow, groups: Sequence[str]) -> Options:
        """Every option."""
        texts = row.all("option") or [*filter(None, [row.one("answer")]), *row.all("wrong")]
        if row.one("key"):
            raise Misfit("opinion-key", "No option of an opinion is right. Take the key away.")
        return checked(Options(texts, ()), row) if texts else NO_OPTIONS

    def key(self, row: CellRow, found: Options) -> Key:
        """The options."""
        if len(found.texts) < 2:
            raise Misfit("missing-field", "An opinion needs at least two options. Add another one.")
        return Key((), tuple(found.texts))

    def record(self, question: Question) -> WrittenRecord:
        """The options."""
        return {"option": list(question.options)}

    def without_options(self, record: WrittenRecord) -> WrittenRecord:
        """All of them under ``wrong``: none is right."""
        rest: WrittenRecord = {role: value for role, value in record.items() if role != "option"}
        return {**rest, "wrong": list(record["option"])}

    def tips(self, question: Question) -> Iterator[Tip]:
        """On the options."""
        yield from on_labels(question)
        yield from on_options(question)

    def samples(self, question: Question) -> Iterator[Sample]:
        """An option by the ways there are to name it."""
        text = said(question.options[0])
        yield Sample(LABELS[0], "the letter")
        yield Sample("1", "the number of the place")
        yield Sample(text, "the text")
        yield Sample(text.swapcase(), "the text in the other case")
        yield Sample(LABELS[len(question.options) % len(LABELS)], "a letter past the last option")
