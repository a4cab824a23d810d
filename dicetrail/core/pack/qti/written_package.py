"""Questions as a content package of QTI 3.0: an item each, their test, their pictures and sounds, and the
manifest that names them."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Mapping, Sequence
from itertools import groupby
from typing import NamedTuple
from xml.etree.ElementTree import Element

from ...archive import archive
from ...play.language.numbers import as_written
from ...play.questions.question import Question, pictures_in, said
from ...snag import Refused
from ..media import files_of, read_part
from ..media_file import MediaFile
from ..xml import document, element
from . import MANIFEST
from .asked import MEDIA, Sizes
from .described import described
from .written_item import NAMESPACE, can_be_written, item_of, lost_in, shortened

TEST = "test.xml"
_CONTENT = "http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1"
_NAME = re.compile(r"[A-Za-z_][A-Za-z0-9_.-]{0,80}")


class TestSection(NamedTuple):
    """Questions that stand together in a test. ``draw`` is how many of them are asked, 0 for all."""

    title: str
    questions: Sequence[Question]
    draw: int = 0
    shuffle: bool = False


def by_topic(questions: Sequence[Question]) -> list[TestSection]:
    """Questions in sections, one for each run of one topic."""
    return [
        TestSection(topic, [*some]) for topic, some in groupby(questions, lambda question: question.topic)
    ]


def told_of(questions: Sequence[Question], media: Mapping[str, MediaFile]) -> list[str]:
    """What of questions a package would not say, a sentence each."""
    sizes = _sizes(media)
    return [
        f"‘{shortened(question.prompt)}’: {what}."
        for question in questions
        for what in (*lost_in(question, sizes), *_not_there(question, media))
    ]


def package_of(title: str, sections: Sequence[TestSection], media: Mapping[str, MediaFile]) -> bytes:
    """A package of a test of sections. Questions that can't be written are left out (see :func:`told_of`).
    Raises Refused where none is left."""
    sizes = _sizes(media)
    kept = [
        section._replace(
            questions=[_there(one, media) for one in section.questions if can_be_written(one, sizes)]
        )
        for section in sections
    ]
    named = dict(_named([question for section in kept for question in section.questions]))
    if not named:
        raise Refused("None of these questions can be said in QTI, so there would be nothing in the file.")
    files: dict[str, bytes] = {}
    for name, question in named.items():
        files[f"items/{name}.xml"] = item_of(question, name, sizes)
    names = {question.id: name for name, question in named.items()}
    parted = [(section, [names[question.id] for question in section.questions]) for section in kept]
    files[TEST] = document(_test(title, parted, named), lines=True)
    used = files_of(named.values())
    there = {name: one for name, one in media.items() if name in used}
    files |= {f"items/{MEDIA}{name}": one.data for name, one in sorted(there.items())}
    return archive({MANIFEST: document(_manifest(named, there), lines=True), **files})


def _not_there(question: Question, media: Mapping[str, MediaFile]) -> Iterator[str]:
    """The files that a question names and that are not there."""
    for file in sorted(files_of([question]) - media.keys()):
        yield f"the file {file}, which is not there"


def _there(question: Question, media: Mapping[str, MediaFile]) -> Question:
    """The question without the files that are not there: of a picture its words stay."""
    if not files_of([question]) - media.keys():
        return question
    sound = question.sound if read_part(question.sound)[0] in media else ""
    shown = question.image in media
    options = [said(text) if {*pictures_in(text)} - media.keys() else text for text in question.options]
    items = [said(text) if {*pictures_in(text)} - media.keys() else text for text in question.items]
    return question._replace(
        image=question.image if shown else "",
        alt=question.alt if shown else "",
        sound=sound,
        options=tuple(options),
        items=tuple(items),
    )


def _sizes(media: Mapping[str, MediaFile]) -> Sizes:
    return {
        name: (one.about["width"], one.about["height"]) for name, one in media.items() if "width" in one.about
    }


def _named(questions: Sequence[Question]) -> Iterator[tuple[str, Question]]:
    """Questions by identifiers: their own, where these can be some. One that several sections have is
    written once."""
    taken: set[str] = set()
    once = {question.id: question for question in questions}
    for number, question in enumerate(once.values(), 1):
        name = question.id if _NAME.fullmatch(question.id) and question.id != "test" else f"item-{number}"
        while name.casefold() in taken:
            name = f"{name}-{number}"
        taken.add(name.casefold())
        yield name, question


def _test(
    title: str, sections: Sequence[tuple[TestSection, Sequence[str]]], named: Mapping[str, Question]
) -> Element:
    parts = [
        _section(number, section, names, named)
        for number, (section, names) in enumerate(sections, 1)
        if names
    ]
    part = element(
        "qti-test-part",
        {"identifier": "part", "navigation-mode": "linear", "submission-mode": "individual"},
        *parts,
    )
    return element("qti-assessment-test", {"xmlns": NAMESPACE, "identifier": "test", "title": title}, part)


def _section(
    number: int, section: TestSection, names: Sequence[str], named: Mapping[str, Question]
) -> Element:
    title = section.title or f"Section {number}"
    made = element(
        "qti-assessment-section", {"identifier": f"section-{number}", "title": title, "visible": "true"}
    )
    if 0 < section.draw < len(names):
        made.append(element("qti-selection", {"select": section.draw}))
    if section.shuffle:
        made.append(element("qti-ordering", {"shuffle": "true"}))
    for name in names:
        ref = element(
            "qti-assessment-item-ref", {"identifier": f"{name}-in-{number}", "href": f"items/{name}.xml"}
        )
        if (seconds := named[name].seconds) is not None:
            ref.append(element("qti-time-limits", {"max-time": as_written(float(seconds))}))
        made.append(ref)
    return made


def _manifest(named: Mapping[str, Question], media: Mapping[str, MediaFile]) -> Element:
    resources = [_resource("test", "imsqti_test_xmlv3p0", TEST, depends=[*named])]
    for name, question in named.items():
        used = sorted(files_of([question]) & media.keys())
        resource = _resource(name, "imsqti_item_xmlv3p0", f"items/{name}.xml", depends=map(_media_name, used))
        if question.topic or question.level != 1:
            resource.insert(0, described(question.topic, question.level))
        resources.append(resource)
    resources += [
        _resource(_media_name(name), "webcontent", f"items/{MEDIA}{name}", depends=[])
        for name in sorted(media)
    ]
    return element(
        "manifest",
        {"xmlns": _CONTENT, "identifier": "manifest"},
        element(
            "metadata",
            {},
            element("schema", {}, "QTI Package"),
            element("schemaversion", {}, "3.0.0"),
        ),
        element("organizations", {}),
        element("resources", {}, *resources),
    )


def _resource(name: str, kind: str, href: str, *, depends: Iterable[str]) -> Element:
    made = element("resource", {"identifier": name, "type": kind, "href": href})
    made.append(element("file", {"href": href}))
    made.extend(element("dependency", {"identifierref": one}) for one in depends)
    return made


def _media_name(file: str) -> str:
    return f"media-{re.sub('[^A-Za-z0-9_.-]', '-', file)}"
