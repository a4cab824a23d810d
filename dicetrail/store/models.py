"""The tables."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import ClassVar

from sqlalchemy import (
    JSON,
    DateTime,
    Dialect,
    ForeignKey,
    LargeBinary,
    String,
    Text,
    TypeDecorator,
    UniqueConstraint,
)
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column


def now() -> datetime:
    """The present time, in UTC."""
    return datetime.now(UTC)


class Time(TypeDecorator[datetime]):
    """A time in UTC; SQLite keeps it without its zone."""

    impl = DateTime
    cache_ok = True

    def process_bind_param(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """As it is kept."""
        return value and value.astimezone(UTC).replace(tzinfo=None)

    def process_result_value(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """As it was meant."""
        return value and value.replace(tzinfo=UTC)


class Dice(TypeDecorator[int]):
    """A dice number, kept as its digits: it may be larger than SQLite's whole numbers."""

    impl = String(40)
    cache_ok = True

    def process_bind_param(self, value: int | None, dialect: Dialect) -> str | None:
        """As it is kept."""
        return None if value is None else str(value)

    def process_result_value(self, value: str | None, dialect: Dialect) -> int | None:
        """As it was meant."""
        return None if value is None else int(value)


class Base(DeclarativeBase):
    """All tables."""

    type_annotation_map: ClassVar = {datetime: Time}


class Pack(Base):
    """A question file: its bytes as brought, and the revision that is current; ``off_since`` where it was
    taken off the shelf.

    ``read_as`` is how the maker wants the file read when it is brought again, as JSON.
    """

    __tablename__ = "packs"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(200), unique=True)
    encoding: Mapped[str] = mapped_column(String(40))
    original: Mapped[bytes] = mapped_column(LargeBinary, deferred=True)
    read_as: Mapped[str] = mapped_column(Text, default="{}")
    revision: Mapped[int]
    updated: Mapped[datetime] = mapped_column(default=now, onupdate=now)
    off_since: Mapped[datetime | None]


class PackRevision(Base):
    """The text of a pack as it once was, and how it is read (``settings``, JSON).

    ``parent`` is the revision it was made from, 0 for the first. Where it is not kept whole, its ``text``
    stands in that ``of`` another one in place of what is there from ``start`` to ``stop``.
    """

    __tablename__ = "pack_revisions"

    pack_id: Mapped[int] = mapped_column(ForeignKey("packs.id"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    parent: Mapped[int]
    text: Mapped[str] = mapped_column(Text)
    settings: Mapped[str] = mapped_column(Text, default="{}")
    at: Mapped[datetime] = mapped_column(default=now)
    of: Mapped[int] = mapped_column(default=0)
    start: Mapped[int] = mapped_column(default=0)
    stop: Mapped[int] = mapped_column(default=0)


class Media(Base):
    """A picture or a sound by the name that questions call it; ``digest`` is the SHA-256 of its bytes.

    ``about`` is JSON: width and height of a picture, seconds and peaks of a sound.
    """

    __tablename__ = "media"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(200), unique=True)
    digest: Mapped[str] = mapped_column(String(64), index=True)
    mime: Mapped[str] = mapped_column(String(40))
    about: Mapped[str] = mapped_column(Text)
    data: Mapped[bytes] = mapped_column(LargeBinary)


class StoredGame(Base):
    """A game: its text, and the dice it is tried with; ``off_since`` where it was taken off the shelf."""

    __tablename__ = "games"

    id: Mapped[int] = mapped_column(primary_key=True)
    slug: Mapped[str] = mapped_column(String(80), unique=True)
    text: Mapped[str] = mapped_column(Text)
    revision: Mapped[int]
    dice: Mapped[int] = mapped_column(Dice)
    updated: Mapped[datetime] = mapped_column(default=now, onupdate=now)
    off_since: Mapped[datetime | None]


class GameRevision(Base):
    """The text of a game as it once was. ``parent`` is the revision it was made from, 0 for the first."""

    __tablename__ = "game_revisions"

    game_id: Mapped[int] = mapped_column(ForeignKey("games.id"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    parent: Mapped[int]
    text: Mapped[str] = mapped_column(Text)
    at: Mapped[datetime] = mapped_column(default=now)


class CompiledGame(Base):
    """A compiled game as JSON (zlib, RFC 1950), kept once for all plays of it; ``digest`` is the SHA-256 of
    the JSON."""

    __tablename__ = "compiled_games"

    digest: Mapped[str] = mapped_column(String(64), primary_key=True)
    data: Mapped[bytes] = mapped_column(LargeBinary)


class StoredReach(Base):
    """What the plays of a game can come to, as JSON: what a search found when the game was in a ``state``."""

    __tablename__ = "reaches"

    game_id: Mapped[int] = mapped_column(ForeignKey("games.id"), primary_key=True)
    state: Mapped[str] = mapped_column(String(64))
    found: Mapped[str] = mapped_column(Text)


class Handout(Base):
    """A game given out under a ``link`` of its own. ``version`` is the one that new plays are of; ``dice``
    are the same for all plays where they are not rolled, ``plays_each`` how many a player may have. Where
    ``best`` is so, players are shown the best plays; ``wall`` is what its wall shows of players: ``names``,
    ``marks`` or nothing (``off``). Where all begin ``together`` they wait until it has ``begun``.
    ``keep_days`` is how long plays are kept. ``made_up``
    tells that its plays are nobody's. ``revision`` is that of these settings."""

    __tablename__ = "handouts"

    id: Mapped[int] = mapped_column(primary_key=True)
    game_id: Mapped[int] = mapped_column(ForeignKey("games.id"), index=True)
    link: Mapped[str] = mapped_column(String(60), unique=True)
    name: Mapped[str] = mapped_column(String(200))
    note: Mapped[str] = mapped_column(Text)
    opens: Mapped[datetime | None]
    closes: Mapped[datetime | None]
    closed: Mapped[bool] = mapped_column(default=False)
    asks_name: Mapped[bool]
    dice: Mapped[int | None] = mapped_column(Dice)
    plays_each: Mapped[int | None]
    listed: Mapped[bool]
    best: Mapped[bool] = mapped_column(default=False)
    wall: Mapped[str] = mapped_column(String(10), default="names")
    together: Mapped[bool] = mapped_column(default=False)
    begun: Mapped[datetime | None]
    keep_days: Mapped[int | None]
    made_up: Mapped[bool] = mapped_column(default=False)
    version: Mapped[int]
    revision: Mapped[int] = mapped_column(default=1)
    made: Mapped[datetime] = mapped_column(default=now)


class HandoutVersion(Base):
    """A game as it was when it was handed out: its compiled form, and the revision that was of."""

    __tablename__ = "handout_versions"

    handout_id: Mapped[int] = mapped_column(ForeignKey("handouts.id"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    digest: Mapped[str] = mapped_column(ForeignKey("compiled_games.digest"))
    revision: Mapped[int]
    at: Mapped[datetime] = mapped_column(default=now)


class Play(Base):
    """One play: what it was started with, and how far its time has come (``clock``, milliseconds). One that
    is of a hand-out has its ``version``, and ``visitor`` tells the browsers it is played in apart. What it
    came to stands beside it when it is over or rests: ``answers`` and ``seats`` are those of a PlayRecord as
    JSON, ``left`` that its player ended it. ``players`` are those who play in turn; a
    ``hidden`` one does not show its player's name on the wall."""

    __tablename__ = "plays"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    game_id: Mapped[int] = mapped_column(ForeignKey("games.id"), index=True)
    digest: Mapped[str] = mapped_column(ForeignKey("compiled_games.digest"))
    dice: Mapped[int] = mapped_column(Dice)
    player: Mapped[str] = mapped_column(String(80))
    count: Mapped[int | None]
    topic: Mapped[str] = mapped_column(String(200))
    level: Mapped[int | None]
    players: Mapped[list[str]] = mapped_column(JSON, default=list)
    clock: Mapped[int] = mapped_column(default=0)
    over: Mapped[bool] = mapped_column(default=False)
    handout_id: Mapped[int | None] = mapped_column(ForeignKey("handouts.id"), index=True)
    version: Mapped[int | None]
    visitor: Mapped[str] = mapped_column(String(32), default="")
    hidden: Mapped[bool] = mapped_column(default=False)
    result: Mapped[str] = mapped_column(String(20), default="")
    award: Mapped[str] = mapped_column(String(200), default="")
    right: Mapped[int] = mapped_column(default=0)
    asked: Mapped[int] = mapped_column(default=0)
    score: Mapped[float | None]
    seconds: Mapped[float] = mapped_column(default=0.0)
    left: Mapped[bool] = mapped_column(default=False)
    answers: Mapped[str] = mapped_column(Text, default="", deferred=True)
    seats: Mapped[str] = mapped_column(Text, default="")
    started: Mapped[datetime] = mapped_column(default=now)


class PlayMove(Base):
    """One move of a play, at its time in milliseconds."""

    __tablename__ = "play_moves"
    __table_args__ = (UniqueConstraint("play_id", "number"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    play_id: Mapped[str] = mapped_column(ForeignKey("plays.id"), index=True)
    number: Mapped[int]
    at: Mapped[int]
    do: Mapped[str] = mapped_column(String(20))
    text: Mapped[str] = mapped_column(Text)
    visit: Mapped[int | None]
