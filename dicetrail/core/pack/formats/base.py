"""What a file format is, and the layouts that the text of a pack can have."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from types import MappingProxyType
from typing import Any

from ...play.questions.question import Question
from ..media_file import MediaFile
from ..progress import Progress
from ..record import WrittenRecord
from ..records import Record
from ..text import decode
from ..writing import to_record

NO_MEDIA: Mapping[str, MediaFile] = MappingProxyType({})


@dataclass(frozen=True, slots=True)
class Piece:
    """A part of a text: lines ``begin`` to ``end`` (from 0, the end not included) and what they say.

    ``data`` is a record's mapping or list; ``problem`` says why there is none. ``source`` is its text.
    """

    begin: int
    end: int
    data: Any = None
    problem: str = ""
    source: str = ""


@dataclass(frozen=True, slots=True)
class Contents:
    """What a file holds: the text of a pack, and the encoding it was in.

    ``records`` are those of the text where the format knows them, as a spreadsheet does: then nobody needs to
    split it. They are what splitting would give.
    """

    text: str
    encoding: str = "utf-8"
    records: tuple[Record, ...] | None = field(default=None, repr=False)


@dataclass(frozen=True, slots=True)
class WithMedia:
    """A file that was opened: the pictures and sounds it holds itself, and how its text says them by other
    names; ``contents`` raises Refused where there is no question."""

    media: Sequence[MediaFile]
    contents: Callable[[Mapping[str, str]], Contents]


class Format:
    """A file format: how its files become the text of a pack, and how questions are written as one.

    A pack is kept as text. The text of a format that is no text itself (a spreadsheet) has the layout of
    another one.
    """

    name: str
    """What a pack in it is called."""
    endings: tuple[str, ...]
    """The endings its files have; files are written with the first."""
    says: str
    """What it is, in a word or two, for who chooses one to write."""
    partly = False
    """Whether there are questions of which such a file can't say all."""
    holds_media = False
    """Whether such a file holds the pictures and sounds that its questions name."""

    def holds(self, name: str, data: bytes) -> bool:
        """Whether a file that is not told by its text is one of these."""
        return False

    def read(self, name: str, data: bytes, progress: Progress | None) -> Contents:
        """What a file holds. Raises Refused."""
        return Contents(*decode(data, name))

    def kept_as(self, name: str) -> str:
        """What a pack is called that comes of a file of a name."""
        return name

    def with_media(self, name: str, data: bytes) -> WithMedia | None:
        """A file that may hold pictures and sounds itself; None where it never does. Raises Refused."""
        return None

    def write(self, questions: Sequence[Question], media: Mapping[str, MediaFile] = NO_MEDIA) -> bytes:
        """Questions as a file. ``media`` are the pictures and sounds they name, for a file that holds
        these."""
        raise NotImplementedError

    def lost(self, questions: Sequence[Question], media: Mapping[str, MediaFile] = NO_MEDIA) -> list[str]:
        """What of questions such a file does not say, a sentence each."""
        return []


class Structured(Format):
    """A format whose texts are lists of records by name."""

    enclosed = False
    """Whether its records stand between an opening and a closing mark, so that no line beside them counts."""

    def fits(self, ending: str, text: str) -> bool:
        """Whether a text of a file with such an ending is in it."""
        raise NotImplementedError

    def pieces(self, text: str) -> Iterator[Piece]:
        """The records of a text, whose lines end in LF. Raises Refused where it holds no list."""
        raise NotImplementedError

    def record(self, record: WrittenRecord) -> str:
        """The text of one record."""
        raise NotImplementedError

    def whole(self, records: Sequence[str]) -> str:
        """The text of records that are texts already."""
        return "".join(f"{record}\n" for record in records)

    def write(self, questions: Sequence[Question], media: Mapping[str, MediaFile] = NO_MEDIA) -> bytes:
        """Questions as a file, a record each."""
        return self.whole([self.record(to_record(question)) for question in questions]).encode()
