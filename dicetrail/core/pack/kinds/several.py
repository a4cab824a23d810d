"""``several``: options of which every right one is to be picked."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence

from ...play.questions.question import LABELS, Question, said
from ..cells import places_of_key
from ..misfit import Misfit
from ..notation import join_bars, write_places
from ..record import WrittenRecord
from ..row import CellRow
from ..samples import Sample
from .base import NO_OPTIONS, Key, Options, Tip, WrittenKind, checked, listed_answers
from .choice import on_labels, on_negative, on_options


class WrittenSeveral(WrittenKind):
    """Columns ``option`` with a ``key`` of several letters, or right ones under ``answer`` parted by ``|``
    and ``accepted``, with ``wrong`` ones."""

    name = "several"

    def options(self, row: CellRow, groups: Sequence[str]) -> Options:
        """Every option, those that are right by the key or by standing under the answer."""
        texts = row.all("option")
        if texts:
            rights = tuple(sorted(places_of_key(row.one("key") or row.one("answer"), texts)))
            return checked(Options(texts, rights), row)
        right = listed_answers(row)
        texts = [*right, *row.all("wrong")]
        return checked(Options(texts, tuple(range(len(right)))), row) if right else NO_OPTIONS

    def key(self, row: CellRow, found: Options) -> Key:
        """The right options, and all of them."""
        if not found.texts:
            raise Misfit("no-answer", "The answer is blank. Write the right options, parted by |.")
        if len(found.texts) < 2:
            raise Misfit("missing-field", "There is one option only. Add others, right or wrong ones.")
        answers = tuple(found.texts[place] for place in found.rights)
        return Key(answers, tuple(found.texts), found.rights)

    def record(self, question: Question) -> WrittenRecord:
        """The options and the letters of the right ones."""
        return {"option": list(question.options), "key": write_places(question.rights)}

    def without_options(self, record: WrittenRecord) -> WrittenRecord:
        """The right ones as the answer, parted by bars."""
        options = list(record["option"])
        rights = places_of_key(str(record.get("key", "")), options)
        rest = {role: value for role, value in record.items() if role not in ("option", "key")}
        wrong = [option for place, option in enumerate(options) if place not in rights]
        return {**rest, "answer": join_bars(options[place] for place in rights), "wrong": wrong}

    def tips(self, question: Question) -> Iterator[Tip]:
        """On the options, on a *not*, and where every option is right."""
        if len(question.rights) == len(question.options):
            yield (
                "tip-all-right",
                "Every option is right, so there is nothing to tell apart. Add one that is wrong.",
                "note",
            )
        yield from on_label_lists(question)
        yield from on_labels(question)
        yield from on_options(question)
        yield from on_negative(question)

    def samples(self, question: Question) -> Iterator[Sample]:
        """The right set by the ways there are to name it, and sets that are nearly it."""
        labels = [LABELS[place] for place in question.rights]
        yield Sample(", ".join(labels), "the letters, as in the file")
        yield Sample("".join(labels).lower(), "small letters, together")
        yield Sample(" ".join(reversed(labels)), "the other way round")
        yield Sample(" ".join(str(place + 1) for place in question.rights), "the numbers of the places")
        yield Sample("; ".join(map(said, question.answers)), "the texts")
        if len(labels) > 1:
            yield Sample(" ".join(labels[:-1]), "one of them missing")
        wrong = [label for label in LABELS[: len(question.options)] if label not in labels]
        if wrong:
            yield Sample(" ".join([*labels, wrong[0]]), "one too many")


def on_label_lists(question: Question) -> Iterator[Tip]:
    """An option whose text reads like a list of labels."""
    labels = LABELS[: len(question.options)] + "12345678"[: len(question.options)]
    for text in map(said, question.options):
        if re.fullmatch(rf"[{labels}\s]{{2,}}", text.strip().upper()):
            yield (
                "label-clash",
                f"The option ‘{text}’ reads like the letters of options: who types it picks those. Write it"
                " otherwise.",
                "warn",
            )
            return
