"""The description of the API is what the API does, and nothing that is sent to it is answered by a fault.

Requests are made up from the description itself by schemathesis, the same ones every time, and sent to a
served workshop over the demo's data.
"""

from __future__ import annotations

import json
import re
import unittest
from typing import Any

import httpx
import schemathesis
from hypothesis import HealthCheck, Phase, given, seed, settings
from hypothesis import strategies as st
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from dicetrail.web.strict import Unusable, read_json
from tests.ui.harness import Served

from .every_request import every_request

CHECKS = [
    not_a_server_error,
    status_code_conformance,
    content_type_conformance,
    response_schema_conformance,
]
EXAMPLES = 4
PATIENCE = 60
"""Seconds for an answer; machines that are shared can be slow."""
REAL = {"game_id": 1, "pack_id": 1, "number": 1, "kind": "packs", "handout_id": 1}
"""What stands there: with made-up numbers alone hardly a request would come any further."""


_OTHER_REVISION = {
    f"{method} /api/workshop/packs/{{pack_id}}/{rest}": (409,)
    for method, rest in [
        ("PUT", "lines/{number}"),
        ("POST", "questions"),
        ("PUT", "questions/{number}"),
        ("POST", "questions/many"),
        ("POST", "questions/rows"),
        ("POST", "mend/{code}"),
        ("POST", "questions/without-letters"),
        ("POST", "name"),
        ("POST", "questions/give"),
        ("POST", "turn/{way}"),
    ]
}
"""Edits of a pack that an earlier example has changed."""
REFUSED = {
    **_OTHER_REVISION,
    "POST /api/workshop/packs/{pack_id}/questions/{number}/accept": (422,),
    "POST /api/workshop/packs/{pack_id}/questions/{number}/says": (409,),
    "POST /api/workshop/packs/{pack_id}/again/take": (422,),
    "POST /api/workshop/games/{game_id}/bench/bring": (422,),
    "POST /api/workshop/games/{game_id}/names/{name}": (422,),
}
"""The examples that are no use, and what is told of them; all others are answered."""
NOBODYS = {"/api/players/plays/{play_id}/best": (200,)}
"""What is asked of nobody's play, and answered with nothing."""


class Described(unittest.TestCase):
    served: Served

    @classmethod
    def setUpClass(cls) -> None:
        cls.served = Served(demo=True)
        cls.addClassCleanup(cls.served.stop)
        cls.schema = schemathesis.openapi.from_url(f"{cls.served.url}/openapi.json", timeout=PATIENCE)
        cls.operations = [found.ok() for found in cls.schema.get_all_operations()]

    def test_every_kind_of_request_is_in_the_examples(self):
        known = {f"{one.method.upper()} {one.path}" for one in self.operations}
        self.assertEqual({asked.kind for asked in every_request(self.served.ask)}, known)

    def test_every_part_of_a_path_is_described(self):
        for operation in self.operations:
            named = {part[1:-1] for part in re.findall(r"{\w+}", operation.path)}
            described = {one.name for one in operation.path_parameters}
            self.assertEqual(described, named, operation.path)

    def test_every_example_is_answered(self):
        with httpx.Client(base_url=self.served.url, timeout=PATIENCE) as client:
            for asked in every_request(self.served.ask):
                with self.subTest(asked.kind):
                    answer = client.request(asked.method, asked.path, **asked.sent())
                    wanted = REFUSED.get(asked.kind, (200, 201))
                    self.assertIn(answer.status_code, wanted, answer.text[:300])

    def test_made_up_requests(self):
        for operation in self.operations:
            with self.subTest(f"{operation.method.upper()} {operation.path}"):
                self._send_many(operation)

    def _send_many(self, operation: Any) -> None:
        @seed(20260101)
        @settings(
            max_examples=EXAMPLES,
            deadline=None,
            database=None,
            phases=(Phase.generate,),
            suppress_health_check=list(HealthCheck),
        )
        @given(
            case=st.one_of(
                operation.as_strategy(),
                operation.as_strategy(generation_mode=schemathesis.GenerationMode.NEGATIVE),
            ),
            real=st.booleans(),
        )
        def send(case: Any, real: bool) -> None:
            if real:
                parameters = dict(case.path_parameters or {})
                case.path_parameters = {name: REAL.get(name, value) for name, value in parameters.items()}
            case.call_and_validate(checks=CHECKS, timeout=PATIENCE)

        send()

    def test_no_json_at_all_brings_a_fault(self):
        paths = [
            (one.method.upper(), one.path.format_map(_Numbers()))
            for one in self.operations
            if one.body and "json" in one.body[0].media_type
        ]
        bodies = [
            '{"revision": NaN}',
            '{"revision": 1e400}',
            '{"title": "\\ud800", "name": "\\ud800", "text": "\\udfff", "record": {"prompt": "\\ud83d"}}',
            '{"revision": 99999999999999999999999999}',
            '{"revision": 1' + "0" * 5000 + "}",
            "[" * 100_000,
            '{"edits": [{"path": [], "value": 1}], "revision": 1}',
            '{"edits": [{"path": [""], "value": {"": 1}}], "revision": 1}',
            '{"edits": [{"path": ["tries"], "value": ' + "[" * 900 + "]" * 900 + '}], "revision": 1}',
            '"\\u0000"',
            "",
            "\xff",
        ]
        with httpx.Client(base_url=self.served.url, timeout=PATIENCE) as client:
            for method, path in paths:
                for body in bodies:
                    with self.subTest(f"{method} {path} {body[:60]}"):
                        answer = client.request(
                            method,
                            path,
                            content=body.encode("latin-1"),
                            headers={"content-type": "application/json"},
                        )
                        self.assertLess(answer.status_code, 500, answer.text[:300])
                        if answer.status_code >= 400:
                            self.assertIsInstance(answer.json()["detail"], str)

    def test_numbers_past_64_bits_in_addresses(self):
        with httpx.Client(base_url=self.served.url, timeout=PATIENCE) as client:
            for operation in self.operations:
                path = operation.path.format_map(_Numbers(10**25))
                for query in ("", f"?revision={10**25}&offset={10**25}&dice={10**25}&what=row+1"):
                    with self.subTest(operation.path + query):
                        answer = client.request(operation.method, path + query)
                        wanted = self._told(operation)
                        self.assertIn(answer.status_code, wanted, answer.text[:300])

    def _told(self, operation: Any) -> tuple[int, ...]:
        """What is told where every part of a path is a number past 64 bits: it can't be the number of
        anything, and nothing is called so."""
        described = self.schema.raw_schema["paths"][operation.path][operation.method]
        parts = [one for one in described.get("parameters", ()) if one["in"] == "path"]
        if operation.body or any(one["schema"].get("type") == "integer" for one in parts):
            named = not any(one["schema"].get("type") == "integer" for one in parts)
            return (404, 422) if parts and named else (422,)
        return NOBODYS.get(operation.path, (404,)) if parts else (200, 201)

    def test_methods_and_addresses_that_are_not(self):
        with httpx.Client(base_url=self.served.url, timeout=PATIENCE) as client:
            told = {
                (method, path): client.request(method, path).status_code
                for method, path in [
                    ("GET", "/api/nothing"),
                    ("POST", "/api/nothing"),
                    ("GET", "/api/workshop/games/1/copy"),
                    ("DELETE", "/api/workshop/shelf"),
                    ("HEAD", "/"),
                    ("HEAD", "/play/none"),
                    ("POST", "/play/none"),
                    ("GET", "/games/1/rules"),
                ]
            }
        self.assertEqual(list(told.values()), [404, 404, 405, 405, 200, 200, 405, 200])

    def test_times_have_a_zone(self):
        shelf = self.served.ask("GET", "/api/workshop/shelf")
        for one in [*shelf["packs"], *shelf["games"]]:
            self.assertRegex(one["updated"], r"(Z|\+00:00)$")

    def test_settings_of_a_file_that_are_none(self):
        for settings_of in ("{", "[]", '{"roles": 3}', '{"header": NaN}'):
            answer = httpx.post(
                f"{self.served.url}/api/workshop/packs",
                files={"file": ("a.tsv", b"A?\tb\n")},
                data={"settings": settings_of},
            )
            self.assertEqual(answer.status_code, 422, settings_of)
            self.assertIn("settings", answer.json()["detail"])


class _Numbers(dict):
    """Puts a number wherever a path has a name."""

    def __init__(self, number: int = 1) -> None:
        super().__init__()
        self._number = number

    def __missing__(self, name: str) -> Any:
        return {"kind": "packs", "way": "undo"}.get(name, self._number)


class Sentences(unittest.TestCase):
    @given(st.recursive(st.none() | st.booleans() | st.floats() | st.text(), st.lists, max_leaves=5))
    def test_json_is_read_as_others_read_it_or_refused(self, value):
        """Against the standard library's reader, with what RFC 8259 leaves out taken away."""
        text = json.dumps(value)
        try:
            self.assertEqual(read_json(text), json.loads(text))
        except Unusable:
            self.assertRegex(text, r"NaN|Infinity|\\ud[89a-f]")


if __name__ == "__main__":
    unittest.main()
