"""The questions of a game: those of its packs, each once, with the switches that hold for them."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from functools import lru_cache
from typing import NamedTuple

from ..play.answers.switches import Checking
from ..play.questions.once import KEPT, Same
from ..play.questions.question import Question
from ..snag import Refused, Severity
from .checks.found import Found
from .comparing import nearest
from .document import Document
from .sites import sites_of

PackLoader = Callable[[str], Sequence[Question]]
"""Gives the questions of a pack by the name the document calls it; raises Refused where there is none."""


def questions_of(document: Document, load_pack: PackLoader, found: list[Found]) -> tuple[Question, ...]:
    """The questions of a document's packs, each once; what is wrong with the packs is added to ``found``."""
    asks_for_packs = any(
        site.sort in ("picks", "steers") and re.search(r"\bpack\b", site.source)
        for site in sites_of(document)
    )
    loaded: list[tuple[int, str, Sequence[Question]]] = []
    for number, name in enumerate(document.packs):
        try:
            loaded.append((number, name, load_pack(name)))
        except Refused as refused:
            found.append(Found("no-pack", "stop", str(refused), ("packs", number)))
    joined = _joined(
        tuple((name, Same(questions)) for _, name, questions in loaded),
        _own_switches(document),
        asks_for_packs=asks_for_packs,
    )
    for (number, name, _), doubled in zip(loaded, joined.doubled, strict=True):
        if doubled:
            message = (
                f"{len(doubled)} of the questions in {name} stand in an earlier pack too, such as"
                f" ‘{doubled[0].prompt[:60]}’; they are used once."
            )
            found.append(Found("doubled-question", "warn", message, ("packs", number)))
    for number, name, questions in loaded:
        if not questions:
            message = f"There is no question in {name} that can be used."
            severity: Severity = "warn" if joined.questions else "stop"
            found.append(Found("empty-pack", severity, message, ("packs", number)))
    if not document.packs:
        message = "There is nothing to ask yet. Add a pack of questions."
        found.append(Found("no-questions", "stop", message, ("packs",)))
    return joined.questions


class _Own(NamedTuple):
    """Switches that hold for the questions of a pack, or for one of them."""

    pack: str
    question: str
    checking: Checking


class _Joined(NamedTuple):
    """The questions of several packs, each once, and those of each pack that an earlier one has."""

    questions: tuple[Question, ...]
    doubled: tuple[tuple[Question, ...], ...]


@lru_cache(maxsize=KEPT)
def _joined(
    packs: tuple[tuple[str, Same], ...], switches: tuple[_Own, ...], *, asks_for_packs: bool
) -> _Joined:
    """The questions of packs by their names, those with switches of their own or of the pack's given them;
    they say the pack they are from if that ``asks_for_packs``."""
    own = {(one.pack, one.question): one.checking for one in switches}
    by_id: dict[str, Question] = {}
    doubled = []
    for name, pack in packs:
        doubled.append(tuple(question for question in pack.questions if question.id in by_id))
        of_pack = own.get((name, ""))
        for question in pack.questions:
            checking = own.get((name, question.id), of_pack) if own else None
            if checking is not None:
                question = question._replace(checking=checking)
            by_id.setdefault(question.id, question._replace(pack=name) if asks_for_packs else question)
    return _Joined(tuple(by_id.values()), tuple(doubled))


def _own_switches(document: Document) -> tuple[_Own, ...]:
    """The switches of packs, and of questions in each pack, that are not simply those of the game."""
    part = document.checking
    of_packs = [(pack, "") for pack in document.packs if pack in part.packs]
    of_questions = [(pack, question) for pack in document.packs for question in part.questions]
    return tuple(
        _Own(pack, question, nearest(document, pack, question)[0])
        for pack, question in (*of_packs, *of_questions)
    )
