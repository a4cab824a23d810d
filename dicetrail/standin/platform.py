"""A stand-in for a learning platform: it takes courses, opens them by SCORM 1.2, SCORM 2004 or cmi5, and
shows what it was told. It keeps everything in memory.

``python -m dicetrail.standin.platform --port 8323`` serves it; its page says what to do.
"""

from __future__ import annotations

import json
import mimetypes
import re
from collections.abc import Callable
from dataclasses import dataclass, field
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from typing import Any
from urllib.parse import parse_qs, urlencode, urlsplit
from uuid import uuid4
from xml.etree.ElementTree import Element

import defusedxml.ElementTree

from ..core.archive import unpacked
from ..core.snag import Refused
from .data_model import wrong_elements
from .serving import serve
from .statements import problems_of

PAGES = Path(__file__).parent / "pages"
LARGEST = 64 * 2**20
SCORM = ("1.2", "2004")
LEARNER = {
    "objectType": "Agent",
    "name": "Ida Sample",
    "account": {"homePage": "https://school.example", "name": "ida"},
}
_SESSION = "https://w3id.org/xapi/cmi5/context/extensions/sessionid"
_CMI5 = "https://w3id.org/xapi/cmi5/context/categories/cmi5"


@dataclass
class BroughtCourse:
    """A course that was brought: its files, its page, its activity, and what each way of opening it has told:
    elements by SCORM, statements and states by cmi5."""

    title: str
    files: dict[str, bytes]
    page: str
    activity: str
    elements: dict[str, dict[str, str]] = field(default_factory=lambda: {way: {} for way in SCORM})
    statements: list[dict[str, Any]] = field(default_factory=list)
    states: dict[str, Any] = field(default_factory=dict)
    problems: list[str] = field(default_factory=list)
    launches: int = 0

    def told(self) -> dict[str, Any]:
        """What it has told, as the page shows it."""
        return {
            "title": self.title,
            "elements": self.elements,
            "statements": self.statements,
            "problems": self.problems,
        }


def course_in(data: bytes) -> BroughtCourse:
    """The course of a package. Raises Refused."""
    files = unpacked(data, "The package", "course")
    try:
        manifest = defusedxml.ElementTree.fromstring(files["imsmanifest.xml"], forbid_dtd=True)
        structure = defusedxml.ElementTree.fromstring(files["cmi5.xml"], forbid_dtd=True)
    except KeyError as name:
        raise Refused(f"There is no {name} in the package.") from None
    except Exception as error:
        raise Refused(f"The package can’t be read: {error}.") from None
    resource = next((one for one in _all(manifest, "resource") if _is_sco(one)), None)
    unit = next(_all(structure, "au"), None)
    if resource is None or unit is None:
        raise Refused("The package has nothing to open.")
    title = next((one.text or "" for one in _all(manifest, "title")), "A course")
    page = resource.get("href", "")
    if page not in files or next(_all(unit, "url")).text != page:
        raise Refused(f"The package does not have its page {page!r}.")
    return BroughtCourse(title, files, page, unit.get("id", ""))


def _all(root: Element, name: str) -> Any:
    return (one for one in root.iter() if str(one.tag).rpartition("}")[2] == name)


def _is_sco(resource: Element) -> bool:
    return any(
        name.rpartition("}")[2].lower() == "scormtype" and value == "sco" for name, value in resource.items()
    )


class LearningPlatform(ThreadingHTTPServer):
    """A platform with its courses."""

    daemon_threads = True

    def __init__(self, port: int = 0) -> None:
        super().__init__(("127.0.0.1", port), _Serves)
        self.courses: dict[str, BroughtCourse] = {}
        self.tokens: dict[str, str] = {}
        """The tokens that launches may fetch once, by the launch."""
        self.launched: dict[str, str] = {}
        """The course of each token."""

    @property
    def address(self) -> str:
        """Where it is."""
        return f"http://127.0.0.1:{self.server_address[1]}"

    def launch(self, number: str) -> str:
        """The address that opens a course by cmi5."""
        course = self.courses[number]
        course.launches += 1
        session, token = str(uuid4()), uuid4().hex
        self.tokens[session] = token
        self.launched[token] = number
        registration = f"00000000-0000-4000-8000-{int(number):012}"
        course.states["LMS.LaunchData"] = {
            "contextTemplate": {"extensions": {_SESSION: session}},
            "launchMode": "Normal",
            "moveOn": "CompletedOrPassed",
        }
        asked = {
            "endpoint": f"{self.address}/xapi/",
            "fetch": f"{self.address}/token/{session}",
            "actor": json.dumps(LEARNER),
            "registration": registration,
            "activityId": course.activity,
        }
        return f"/course/{number}/{course.page}?{urlencode(asked)}"


class _Serves(BaseHTTPRequestHandler):
    server: LearningPlatform

    def do_GET(self) -> None:
        self._route("GET")

    def do_POST(self) -> None:
        self._route("POST")

    def do_PUT(self) -> None:
        self._route("PUT")

    def _route(self, method: str) -> None:
        path = urlsplit(self.path).path
        for verb, form, act in ROUTES:
            if verb == method and (found := re.fullmatch(form, path)):
                act(self, *found.groups())
                return
        self._answer(404, {"problem": "There is nothing here."})

    # Pages

    def _page(self) -> None:
        self._send(200, (PAGES / "platform.html").read_bytes(), "text/html; charset=utf-8")

    def _open(self, number: str, way: str) -> None:
        course = self.server.courses[number]
        cmi5 = way == "cmi5"
        told = {
            "number": number,
            "way": way,
            "title": course.title,
            "page": self.server.launch(number) if cmi5 else f"/course/{number}/{course.page}",
            "elements": {} if cmi5 else course.elements[way],
        }
        text = (PAGES / "open.html").read_text("utf-8")
        data = json.dumps(told).replace("<", "\\u003c")
        self._send(200, text.replace("LAUNCH_DATA", data).encode(), "text/html; charset=utf-8")

    def _file(self, number: str, name: str) -> None:
        course = self.server.courses.get(number)
        if course is None or name not in course.files:
            self._answer(404, {"problem": "There is no such file."})
            return
        self._send(200, course.files[name], mimetypes.guess_type(name)[0] or "application/octet-stream")

    # Courses

    def _courses(self) -> None:
        self._answer(200, {number: course.told() for number, course in self.server.courses.items()})

    def _bring(self) -> None:
        try:
            course = course_in(self._body())
        except Refused as refused:
            self._answer(422, {"problem": str(refused)})
            return
        number = str(len(self.server.courses) + 1)
        self.server.courses[number] = course
        self._answer(201, {"number": number})

    def _told(self, number: str, way: str) -> None:
        """What SCORM has told."""
        course, elements = self.server.courses[number], json.loads(self._body())
        course.elements[way] |= elements
        course.problems += wrong_elements(way, course.elements[way])
        self._answer(200, {})

    # cmi5

    def _token(self, session: str) -> None:
        token = self.server.tokens.pop(session, None)
        self._answer(200, {"auth-token": token} if token else {"error-code": "1", "error-text": "used"})

    def _course_asked(self) -> BroughtCourse | None:
        """The course whose token the request has."""
        token = str(self.headers.get("Authorization")).removeprefix("Basic ")
        number = self.server.launched.get(token)
        if number is None:
            self._answer(401, {"problem": "The token is none of ours."})
            return None
        return self.server.courses[number]

    def _state(self) -> None:
        [name] = parse_qs(urlsplit(self.path).query)["stateId"]
        if (course := self._course_asked()) is None:
            return
        if self.command == "PUT":
            course.states[name] = json.loads(self._body())
            self._send(204, b"", "application/json")
        elif name in course.states:
            self._answer(200, course.states[name])
        else:
            self._answer(404, {})

    def _profile(self) -> None:
        if self._course_asked() is not None:
            self._answer(404, {})

    def _statements(self) -> None:
        body = json.loads(self._body())
        if (course := self._course_asked()) is None:
            return
        for one in body:
            course.problems += [*problems_of(one), *_wrong_for_cmi5(one, course)]
            course.statements.append(one)
        self._answer(200, [one["id"] for one in body])

    # Answers

    def _body(self) -> bytes:
        return self.rfile.read(min(int(self.headers.get("Content-Length", 0)), LARGEST))

    def _answer(self, code: int, body: Any) -> None:
        self._send(code, json.dumps(body).encode(), "application/json")

    def _send(self, code: int, data: bytes, kind: str) -> None:
        self.send_response(code)
        self.send_header("Content-Type", kind)
        self.send_header("Content-Length", str(len(data)))
        self.end_headers()
        self.wfile.write(data)

    def log_message(self, format: str, *args: Any) -> None:
        """Say nothing."""


ROUTES: tuple[tuple[str, str, Callable[..., None]], ...] = (
    ("GET", "/", _Serves._page),
    ("GET", "/courses", _Serves._courses),
    ("POST", "/courses", _Serves._bring),
    ("GET", r"/open/(\d+)/(1\.2|2004|cmi5)", _Serves._open),
    ("POST", r"/told/(\d+)/(1\.2|2004)", _Serves._told),
    ("GET", r"/course/(\d+)/(.+)", _Serves._file),
    ("POST", r"/token/([\w-]+)", _Serves._token),
    ("GET", "/xapi/activities/state", _Serves._state),
    ("PUT", "/xapi/activities/state", _Serves._state),
    ("GET", "/xapi/agents/profile", _Serves._profile),
    ("POST", "/xapi/statements", _Serves._statements),
)


def _wrong_for_cmi5(one: dict[str, Any], course: BroughtCourse) -> list[str]:
    """What cmi5 asks of a statement besides (cmi5 Quartz, 9.3 to 9.6; from memory)."""
    verb = one["verb"]["id"].rpartition("/")[2]
    context = one.get("context", {})
    categories = [name.get("id") for name in context.get("contextActivities", {}).get("category", [])]
    known = [before["verb"]["id"].rpartition("/")[2] for before in course.statements]
    found = []
    if one.get("actor") != LEARNER:
        found.append(f"The actor of {verb} is not the learner of the launch.")
    if "registration" not in context or _SESSION not in context.get("extensions", {}):
        found.append(f"{verb} lacks the registration or the session of the launch.")
    if verb in ("initialized", "completed", "passed", "failed", "terminated") and _CMI5 not in categories:
        found.append(f"{verb} is not marked as one of cmi5’s.")
    if verb in ("completed", "passed", "failed") and verb in known:
        found.append(f"{verb} was told twice.")
    if not known and verb != "initialized":
        found.append(f"{verb} was told before initialized.")
    return found


if __name__ == "__main__":
    serve("a learning platform", 8323, LearningPlatform)
