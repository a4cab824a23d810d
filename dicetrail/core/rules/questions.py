"""The questions of a game: those of its packs, each once, with the switches that hold for them."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Sequence

from ..play.questions.question import Question
from ..snag import Refused
from .checks.found import Found
from .comparing import nearest
from .document import Document
from .sites import sites_of

PackLoader = Callable[[str], Sequence[Question]]
"""Gives the questions of a pack by the name the document calls it; raises Refused where there is none."""


def questions_of(document: Document, load_pack: PackLoader, found: list[Found]) -> tuple[Question, ...]:
    """The questions of a document's packs, each once; what is wrong with the packs is added to ``found``."""
    by_id: dict[str, Question] = {}
    asks_for_packs = any(
        site.sort in ("picks", "steers") and re.search(r"\bpack\b", site.source)
        for site in sites_of(document)
    )
    empty: list[tuple[str, tuple[str, int]]] = []
    for number, name in enumerate(document.packs):
        path = ("packs", number)
        try:
            questions = load_pack(name)
        except Refused as refused:
            found.append(Found("no-pack", "stop", str(refused), path))
            continue
        if not questions:
            empty.append((name, path))
        doubled = [question for question in questions if question.id in by_id]
        if doubled:
            found.append(
                Found(
                    "doubled-question",
                    "warn",
                    f"{len(doubled)} of the questions in {name} stand in an earlier pack too, such as"
                    f" ‘{doubled[0].prompt[:60]}’; they are used once.",
                    path,
                )
            )
        for question in _with_own_switches(document, name, questions):
            by_id.setdefault(question.id, question._replace(pack=name) if asks_for_packs else question)
    for name, path in empty:
        message = f"There is no question in {name} that can be used."
        found.append(Found("empty-pack", "warn" if by_id else "stop", message, path))
    if not document.packs:
        message = "There is nothing to ask yet. Add a pack of questions."
        found.append(Found("no-questions", "stop", message, ("packs",)))
    return tuple(by_id.values())


def _with_own_switches(document: Document, pack: str, questions: Sequence[Question]) -> Iterator[Question]:
    """The questions of a pack, those with switches of their own or of the pack's given them."""
    part = document.checking
    for question in questions:
        if pack in part.packs or question.id in part.questions:
            checking, _ = nearest(document, pack, question.id)
            question = question._replace(checking=checking)
        yield question
