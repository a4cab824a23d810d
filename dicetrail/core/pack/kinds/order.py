"""``order``: items that are to be put in their order."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ...play.questions.question import LABELS, Question, said
from ..cells import places_of_key
from ..misfit import Misfit
from ..notation import join_bars
from ..record import WrittenRecord
from ..row import CellRow
from ..samples import Sample
from .base import NO_OPTIONS, Key, Options, Tip, WrittenKind, checked, listed_answers
from .several import on_label_lists


class WrittenOrder(WrittenKind):
    """Columns ``option`` as they follow each other, or the items under ``answer``, parted by ``|``."""

    name = "order"

    def options(self, row: CellRow, groups: Sequence[str]) -> Options:
        """The items in their order; a ``key`` may name it by letters where they stand in another."""
        texts = row.all("option")
        key = row.one("key")
        if texts and key:
            order = places_of_key(key, texts)
            if len(order) < len(texts):
                raise Misfit("bad-key", f"The key ‘{key}’ should name each of the {len(texts)} items once.")
            texts = [texts[place] for place in order]
        texts = texts or listed_answers(row)
        return checked(Options(texts, tuple(range(len(texts)))), row) if texts else NO_OPTIONS

    def key(self, row: CellRow, found: Options) -> Key:
        """The items, all of them right in their order."""
        if len(found.texts) < 2:
            raise Misfit("missing-field", "There should be two items or more, such as `first | second`.")
        return Key(tuple(found.texts), tuple(found.texts), found.rights)

    def record(self, question: Question) -> WrittenRecord:
        """The items in their order."""
        return {"option": list(question.options)}

    def without_options(self, record: WrittenRecord) -> WrittenRecord:
        """The items as the answer, parted by bars."""
        rest = {role: value for role, value in record.items() if role not in ("option", "key")}
        return {**rest, "answer": join_bars(list(record["option"]))}

    def tips(self, question: Question) -> Iterator[Tip]:
        """On items that read like letters."""
        return on_label_lists(question)

    def samples(self, question: Question) -> Iterator[Sample]:
        """The right order by the ways there are to name it, and orders that are nearly it."""
        labels = list(LABELS[: len(question.options)])
        yield Sample(" ".join(labels), "the letters, as in the file")
        yield Sample("".join(labels).lower(), "small letters, together")
        yield Sample("; ".join(map(said, question.options)), "the texts")
        yield Sample(" ".join(reversed(labels)), "the other way round")
        yield Sample(" ".join([labels[1], labels[0], *labels[2:]]), "the first two swapped")
        yield Sample(" ".join(labels[:-1]), "the last one missing")
