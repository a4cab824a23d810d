"""The course: the page that plays a game, packed for a learning platform. One zip for three ways to launch
it: SCORM 1.2 and 2004 (ADL; one manifest that has the words of both) and cmi5 (a course structure)."""

from __future__ import annotations

from collections.abc import Sequence
from uuid import NAMESPACE_URL, uuid5
from xml.etree.ElementTree import Element

from ..core.archive import archive
from ..core.pack.media_file import MediaFile
from ..core.pack.xml import document, element
from ..core.play.rulebook.game import Game
from .carried import kept
from .engine import engine_files
from .page import Played, page_of

MANIFEST, STRUCTURE, PAGE = "imsmanifest.xml", "cmi5.xml", "index.html"
_WHOLE = ("give/course",)
_ALONE = (
    "core/snag.py",
    "core/snag_codes.py",
    "core/prove/__init__.py",
    *(f"core/prove/plays/{name}.py" for name in ("__init__", "about", "out", "record", "xapi")),
)
"""What the page carries besides what any page does: what a play came to, and how platforms are told."""
_SCORM_12 = {
    "xmlns": "http://www.imsproject.org/xsd/imscp_rootv1p1p2",
    "xmlns:adlcp": "http://www.adlnet.org/xsd/adlcp_rootv1p2",
    "xmlns:adlcp13": "http://www.adlnet.org/xsd/adlcp_v1p3",
}
_CMI5 = "https://w3id.org/xapi/profiles/cmi5/v1/CourseStructure.xsd"


def course_file(game: Game, media: Sequence[MediaFile]) -> bytes:
    """A game as a course. Raises Refused where the front end is not built."""
    name = uuid5(NAMESPACE_URL, f"dicetrail {kept.to_bytes(game).hex()}")
    carried = Played(
        "dicetrail.give.course.page.CoursePage", engine_files(_WHOLE, _ALONE), connects="https: http:"
    )
    return archive(
        {
            MANIFEST: document(_manifest(game, f"game-{name}"), lines=True),
            STRUCTURE: document(_structure(game, f"urn:uuid:{name}"), lines=True),
            PAGE: page_of(game, media, carried),
        }
    )


def _manifest(game: Game, name: str) -> Element:
    organization = element(
        "organization",
        {"identifier": "course"},
        element("title", {}, game.title),
        element("item", {"identifier": "item", "identifierref": "page"}, element("title", {}, game.title)),
    )
    resource = element(
        "resource",
        {
            "identifier": "page",
            "type": "webcontent",
            "href": PAGE,
            "adlcp:scormtype": "sco",
            "adlcp13:scormType": "sco",
        },
        element("file", {"href": PAGE}),
    )
    return element(
        "manifest",
        {**_SCORM_12, "identifier": name, "version": "1.0"},
        element("metadata", {}, element("schema", {}, "ADL SCORM"), element("schemaversion", {}, "1.2")),
        element("organizations", {"default": "course"}, organization),
        element("resources", {}, resource),
    )


def _structure(game: Game, name: str) -> Element:
    said = {"lang": game.words.language}

    def texts() -> list[Element]:
        return [
            element(part, {}, element("langstring", said, game.title)) for part in ("title", "description")
        ]

    unit = element(
        "au",
        {"id": f"{name}:play", "moveOn": "CompletedOrPassed", "launchMethod": "AnyWindow"},
        *texts(),
        element("url", {}, PAGE),
    )
    return element("courseStructure", {"xmlns": _CMI5}, element("course", {"id": name}, *texts()), unit)
