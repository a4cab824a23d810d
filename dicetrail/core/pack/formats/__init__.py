"""Every file format that can be read and written. A new format is a module here and a line below."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from ...play.questions.question import Question
from ...snag import Refused
from ..media_file import MediaFile
from ..progress import Progress
from ..text import check_size
from .base import NO_MEDIA, Contents, Format, Structured, WithMedia
from .json_lines import JsonLines
from .json_list import JsonList
from .ods import Ods
from .programmed import Programmed
from .qti import Qti
from .separated import Commas, Tabs
from .xlsx import Xlsx
from .yaml_list import YamlList

TABS, COMMAS = Tabs(), Commas()
FORMATS: tuple[Format, ...] = (TABS, COMMAS, JsonList(), JsonLines(), YamlList(), Xlsx(), Ods(), Qti())
"""The formats, in the order in which they are offered."""
_PROGRAMMED = Programmed()
"""What is read only: nobody keeps questions so who has another way."""
ENDINGS = {form.endings[0]: form for form in FORMATS}
"""The endings of the files that can be written, with the format of each."""
SHEETS = tuple(form.name for form in FORMATS if isinstance(form, (Xlsx, Ods)))
"""The encodings of packs that come from spreadsheets."""
TABLE = "table"
"""What the layout of a pack is called that is no list of records by name."""
STRUCTURED: dict[str, Structured] = {form.name: form for form in (YamlList(), JsonLines(), JsonList())}
"""The layouts of texts that are lists of records by name; of those that a text fits, the first is taken."""


def layout_of(name: str, text: str) -> str:
    """The layout of a text, told by its file's ending or by its first characters: ``table``, or the name of
    a structured format."""
    ending = name.lower().rpartition(".")[2]
    return next((form.name for form in STRUCTURED.values() if form.fits(ending, text)), TABLE)


def contents_of(name: str, data: bytes, progress: Progress | None = None) -> Contents:
    """What a file holds; its encoding is ``xlsx`` or ``ods`` for a spreadsheet. Raises Refused."""
    check_size(data, name)
    return _form_of(name, data).read(name, data, progress)


def with_media(name: str, data: bytes) -> WithMedia | None:
    """A question file with the pictures and sounds that it holds itself; None where it is of a format that
    holds none. Raises Refused."""
    check_size(data, name)
    return _form_of(name, data).with_media(name, data)


def kept_as(name: str, data: bytes) -> str:
    """What a pack is called that comes of a file."""
    return _form_of(name, data).kept_as(name)


def _form_of(name: str, data: bytes) -> Format:
    return next((form for form in (*FORMATS, _PROGRAMMED) if form.holds(name, data)), FORMATS[0])


def write_file(name: str, questions: Sequence[Question], media: Mapping[str, MediaFile] = NO_MEDIA) -> bytes:
    """Questions as a file in the format that its name's ending says. Raises :class:`Refused`."""
    return _to_write(name).write(questions, media)


def holds_media(name: str) -> bool:
    """Whether a file in the format that its name's ending says holds pictures and sounds. Raises
    :class:`Refused`."""
    return _to_write(name).holds_media


def lost_in_file(
    name: str, questions: Sequence[Question], media: Mapping[str, MediaFile] = NO_MEDIA
) -> list[str]:
    """What of questions that file would not say, a sentence each. Raises :class:`Refused`."""
    return _to_write(name).lost(questions, media)


def _to_write(name: str) -> Format:
    ending = name.lower().rpartition(".")[2]
    for form in FORMATS:
        if ending in form.endings:
            return form
    raise Refused(f"There is no way to write a .{ending} file. There are: {', '.join(ENDINGS)}.")
