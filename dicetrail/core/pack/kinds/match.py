"""``match``: items that are to be joined with what belongs to them."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Iterator, Sequence
from typing import cast

from ...play.kinds import KINDS
from ...play.questions.card import as_filed
from ...play.questions.question import LABELS, MOST_OPTIONS, Question, same, with_pictures
from ..misfit import Misfit
from ..notation import join_bars, split_bars, split_equals
from ..record import WrittenRecord
from ..roles import Role
from ..row import CellRow
from ..samples import Sample
from .base import NO_OPTIONS, Key, Options, Rename, WrittenKind, checked


class WrittenMatch(WrittenKind):
    """Columns ``left A``, ``right A`` and so on, or all of them under ``pairs``: ``a = b | c = d``. What
    stands under ``wrong``, or has nothing on its left, belongs to none."""

    name = "match"

    def options(self, row: CellRow, groups: Sequence[str]) -> Options:
        """What the items are joined with, then what belongs to none."""
        pairs, further = _pairs(row)
        texts = [right for _, right in pairs] + further
        return checked(Options(texts, tuple(range(len(pairs)))), row) if texts else NO_OPTIONS

    def key(self, row: CellRow, found: Options) -> Key:
        """The items, and what belongs to each."""
        pairs, _ = _pairs(row)
        if len(pairs) < 2:
            raise Misfit("missing-field", "There should be two pairs or more, such as `a = b | c = d`.")
        lefts = [left for left, _ in pairs]
        folded = list(map(same, lefts))
        if twice := next((left for n, left in enumerate(lefts) if folded.index(folded[n]) != n), ""):
            raise Misfit("doubled-item", f"‘{twice}’ stands on the left twice. Write another one.")
        answers = tuple(found.texts[: len(pairs)])
        return Key(answers, tuple(found.texts), found.rights, {"items": tuple(lefts)})

    def record(self, question: Question) -> WrittenRecord:
        """Pair by pair, then what belongs to none."""
        record: WrittenRecord = {}
        for letter, option in zip(LABELS, question.options, strict=False):
            place = LABELS.index(letter)
            if place < len(question.items):
                record[_role("left", letter)] = question.items[place]
            record[_role("right", letter)] = option
        return record

    def within(self, record: WrittenRecord, roles: Collection[Role]) -> WrittenRecord:
        """As pairs, and wrong ones, where a file has a column for these and none for each side."""
        if "pairs" not in roles or "left A" in roles:
            return record
        sides = {_role(side, letter) for side in ("left", "right") for letter in LABELS}
        rest: WrittenRecord = {role: value for role, value in record.items() if role not in sides}
        have = [
            (str(record.get(_role("left", letter), "")), str(record[_role("right", letter)]))
            for letter in LABELS
            if _role("right", letter) in record
        ]
        rest["pairs"] = join_bars(
            f"{left.replace('=', chr(92) + '=')} = {right}" for left, right in have if left
        )
        further = [right for left, right in have if not left]
        return {**rest, "wrong": further} if further else rest

    def option_texts(self, question: Question) -> Iterable[str]:
        """Both lists."""
        return (*question.items, *question.options)

    def renamed(self, question: Question, name: Rename) -> Question:
        """With the pictures of both lists."""
        items = tuple(with_pictures(item, name) for item in question.items)
        return super().renamed(question, name)._replace(items=items)

    def samples(self, question: Question) -> Iterator[Sample]:
        """The right pairs by the ways there are to name them, and pairs that are nearly right."""
        kind, card = KINDS["match"], as_filed(question)
        right = kind.right_input(card)
        yield Sample(right, "the pairs, as in the file")
        yield Sample(right.lower().replace(" ", ", "), "small letters, with commas")
        yield Sample(" ".join(f"{pair[1]}{pair[0]}" for pair in right.split()), "numbers first")
        yield Sample(" ".join(pair[0] for pair in right.split()), "the letters in the order of the items")
        yield Sample(kind.wrong_input(card, ()), "each with the next one’s")
        yield Sample(" ".join(right.split()[:-1]), "the last one missing")


def _role(side: str, letter: str) -> Role:
    return cast(Role, f"{side} {letter}")


def _pairs(row: CellRow) -> tuple[list[tuple[str, str]], list[str]]:
    """The pairs of a line, and what belongs to none."""
    pairs: list[tuple[str, str]] = []
    further = list(row.all("wrong"))
    for letter in LABELS:
        left, right = row.one(_role("left", letter)), row.one(_role("right", letter))
        if left and not right:
            raise Misfit("half-pair", f"‘{left}’ has nothing on its right. Write what belongs to it.")
        if left:
            pairs.append((left, right))
        elif right:
            further.append(right)
    for pair in split_bars(row.one("pairs")):
        left, behind = split_equals(pair)
        if not behind:
            raise Misfit("half-pair", f"‘{pair}’ is no pair. Write it like `granite = igneous`.")
        if left:
            pairs.append((left, behind))
        else:
            further.append(behind)
    if len(pairs) > MOST_OPTIONS:
        raise Misfit("too-many-options", f"There are {len(pairs)} pairs; a question may have {MOST_OPTIONS}.")
    return pairs, further
