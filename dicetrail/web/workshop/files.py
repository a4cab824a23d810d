"""Pictures and sounds, and where players get them."""

from __future__ import annotations

import json
import re
from collections.abc import Collection, Sequence

from sqlalchemy.orm import Session

from ...core.pack.media import renamed
from ...core.pack.media_file import MediaFile, media_file
from ...core.play.questions.question import Question
from ...core.play.rulebook.as_json import to_json
from ...core.play.rulebook.game import Game
from ...core.rules.files import FILES, address_of, placed
from ...core.rules.reading import GameReading
from ...store import media
from ...store.models import Media
from ...store.standing import standing

_DIGEST = re.compile(re.escape(FILES) + r"([0-9a-f]{64})")


def bring(session: Session, filename: str, data: bytes) -> Media:
    """Keep a picture or a sound. Raises Refused."""
    return media.keep(session, *media_file(filename, data))


def shown(session: Session, questions: Sequence[Question]) -> list[Question]:
    """Questions whose pictures and sounds are named by where a player gets them."""
    digests = standing(session).digests
    return [renamed(question, lambda name: address_of(name, digests)) for question in questions]


def with_files(session: Session, reading: GameReading) -> GameReading:
    """A game whose sounds are named by where a player gets them."""
    return placed(reading, standing(session).digests)


def files_named(session: Session, names: Collection[str]) -> dict[str, MediaFile]:
    """Pictures and sounds by their names, those that are there."""
    kept = [media.media_named(session, name) for name in sorted(names)]
    return {one.name: MediaFile(one.name, one.data, one.mime, json.loads(one.about)) for one in kept if one}


def files_of_game(session: Session, game: Game) -> list[MediaFile]:
    """The pictures and sounds that a compiled game names."""
    digests = sorted(set(_DIGEST.findall(str(to_json(game)))))
    found = [media.media_of(session, digest) for digest in digests]
    return [MediaFile(one.name, one.data, one.mime, json.loads(one.about)) for one in found if one]
