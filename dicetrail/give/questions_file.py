"""The questions of a game for other programs: a package of QTI 3.0 whose test has a section for each round,
with how many of its questions are drawn, and whether they are shuffled."""

from __future__ import annotations

from collections.abc import Sequence
from hashlib import sha256

from ..core.pack.media import renamed
from ..core.pack.media_file import MediaFile
from ..core.pack.qti.written_package import TestSection, package_of, told_of
from ..core.play.deal.pool import pool
from ..core.play.rulebook.game import Choices, Game
from ..core.play.rulebook.program import Program
from ..core.rules.files import FILES


def questions_file(game: Game, media: Sequence[MediaFile]) -> bytes:
    """The questions of a game, as it is carried. Raises Refused where none can be said."""
    return package_of(game.title, sections_of(game, media), {one.name: one for one in media})


def lost_questions(game: Game, media: Sequence[MediaFile]) -> list[str]:
    """What of them such a file does not say, a sentence each."""
    asked = [question for section in sections_of(game, media) for question in section.questions]
    told = told_of(asked, {one.name: one for one in media})
    if any(one.source.deal.parts or one.source.deal.is_steered for one in Program(game).rounds):
        told.insert(0, "The deal: QTI has words for how many questions are drawn, and for shuffling.")
    return [*dict.fromkeys(told)]


def sections_of(game: Game, media: Sequence[MediaFile]) -> list[TestSection]:
    """The rounds of a game as sections; a game without any is one."""
    names = {FILES + sha256(one.data).hexdigest(): one.name for one in media}
    program, anybody = Program(game), Choices(0)
    return [
        TestSection(
            game.rounds[one.number - 1].name if one.number else game.title,
            [
                renamed(question, lambda address: names.get(address, address))
                for question in pool(game, anybody, one.source)
            ],
            one.source.deal.draw or 0,
            one.source.deal.order == "shuffled",
        )
        for one in program.rounds
    ]
