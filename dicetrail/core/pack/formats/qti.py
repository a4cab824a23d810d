"""QTI: content packages, and single items. Its text is a YAML list of records, with what was left out as
remarks before the question it is of."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from typing import TYPE_CHECKING

from ...archive import holds
from ...play.questions.question import Question
from ...snag import Refused
from ..media_file import MediaFile
from ..progress import Progress
from ..qti import MANIFEST
from ..record import renamed
from .base import NO_MEDIA, Contents, Format, WithMedia
from .yaml_list import FIRST_LINE, REMARK, YamlList

if TYPE_CHECKING:
    from ..qti.package import Package

TITLE = "Questions"
"""What the test of a package is called whose questions are of no game."""
_ITEM = re.compile(rb"<(?:[\w.-]+:)?(?:qti-assessment-item|assessmentItem)[\s>]")
_LOOKED_AT = 8192


def is_package(data: bytes) -> bool:
    """Whether a file is a content package."""
    return holds(data, MANIFEST)


class Qti(Format):
    """Questions of learning platforms and other programs."""

    name = "qti"
    endings = ("zip",)
    says = "QTI 3.0, for learning platforms"
    partly = holds_media = True

    def holds(self, name: str, data: bytes) -> bool:
        """Whether it is a package or an item."""
        ending = name.lower().rpartition(".")[2]
        looks = ending == "xml" or _ITEM.search(data[:_LOOKED_AT]) is not None
        return is_package(data) or (looks and not data.startswith(b"PK")) or (ending in self.endings)

    def read(self, name: str, data: bytes, progress: Progress | None) -> Contents:
        """The questions as YAML."""
        return self.with_media(name, data).contents({})

    def with_media(self, name: str, data: bytes) -> WithMedia:
        """The package, unpacked."""
        package = package_in(name, data)
        media = list(package.media.values())
        return WithMedia(media, lambda called: Contents(text_of(package, name, called)))

    def kept_as(self, name: str) -> str:
        """As the YAML that it becomes."""
        return f"{name.rpartition('.')[0] or name}.yaml"

    def write(self, questions: Sequence[Question], media: Mapping[str, MediaFile] = NO_MEDIA) -> bytes:
        """A package, sections by topics."""
        from ..qti.written_package import by_topic, package_of  # imported late, as below

        return package_of(TITLE, by_topic(questions), media)

    def lost(self, questions: Sequence[Question], media: Mapping[str, MediaFile] = NO_MEDIA) -> list[str]:
        """What there is no word for."""
        from ..qti.written_package import told_of

        return told_of(questions, media)


def package_in(name: str, data: bytes) -> Package:
    """What a package or an item holds. Raises Refused."""
    from ..qti.package import read_item, read_package  # imported late: few files are packages

    return read_package(name, data) if data.startswith(b"PK") else read_item(name, data)


def text_of(package: Package, name: str, called: Mapping[str, str]) -> str:
    """The text of a pack. Pictures and sounds are ``called`` otherwise where that says so. Raises Refused
    where there is no question."""
    if not any(item.record for item in package.items):
        why = " ".join(item.left_out[0] for item in package.items[:3] if item.left_out)
        raise Refused(f"There is no question in {name} that can be asked here. {why}".strip())
    lines = [FIRST_LINE]
    form = YamlList()
    for item in package.items:
        lines += [REMARK + remark for remark in item.left_out]
        if item.record:
            lines.append(form.record(renamed(item.record, called)))
    return "\n".join(lines) + "\n"
