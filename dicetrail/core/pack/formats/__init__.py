"""Every file format that can be read and written. A new format is a module here and a line below."""

from __future__ import annotations

from collections.abc import Sequence

from ...play.questions.question import Question
from ...snag import Refused
from ..progress import Progress
from ..text import check_size
from .base import Contents, Format, Structured
from .json_lines import JsonLines
from .json_list import JsonList
from .ods import Ods
from .programmed import Programmed
from .separated import Commas, Tabs
from .xlsx import Xlsx
from .yaml_list import YamlList

TABS, COMMAS = Tabs(), Commas()
FORMATS: tuple[Format, ...] = (TABS, COMMAS, JsonList(), JsonLines(), YamlList(), Xlsx(), Ods())
"""The formats, in the order in which they are offered."""
_PROGRAMMED = Programmed()
"""What is read only: nobody keeps questions so who has another way."""
ENDINGS = {form.endings[0]: form.says for form in FORMATS}
"""The endings of the files that can be written, with what each is."""
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
    form = next((form for form in (*FORMATS, _PROGRAMMED) if form.holds(name, data)), FORMATS[0])
    return form.read(name, data, progress)


def write_file(name: str, questions: Sequence[Question]) -> bytes:
    """Questions as a file in the format that its name's ending says. Raises :class:`Refused`."""
    ending = name.lower().rpartition(".")[2]
    for form in FORMATS:
        if ending in form.endings:
            return form.write(questions)
    raise Refused(f"There is no way to write a .{ending} file. There are: {', '.join(ENDINGS)}.")
