"""The check of statements itself, against examples and rules of the standard (IEEE 9274.1.1, xAPI 2.0)."""

from __future__ import annotations

import copy
import unittest

from dicetrail.standin.statements import problems_of

# The simplest statement of the standard's appendix (xAPI 1.0.3, appendix A, kept in 2.0); from memory.
SIMPLE = {
    "actor": {"objectType": "Agent", "name": "xAPI account", "mbox": "mailto:xapi@adlnet.gov"},
    "verb": {
        "id": "http://adlnet.gov/expapi/verbs/attempted",
        "display": {"en-GB": "attempted", "en-US": "attempted"},
    },
    "object": {
        "objectType": "Activity",
        "id": "http://example.adlnet.gov/xapi/example/simplestatement",
        "definition": {"name": {"en-US": "simple statement"}, "type": "http://example.adlnet.gov/expapi/x"},
    },
    "id": "fd41c918-b88b-4b20-a0a5-a4c32391aaa0",
    "timestamp": "2015-11-18T12:17:00+00:00",
    "result": {
        "score": {"scaled": 0.95},
        "success": True,
        "completion": True,
        "duration": "PT1234S",
    },
}


class Statements(unittest.TestCase):
    def test_an_example_of_the_standard(self):
        self.assertEqual(problems_of(SIMPLE), [])

    def test_what_the_standard_forbids(self):
        for path, value, said in (
            (("actor", "mbox"), None, "is null"),
            (("actor", "openid"), "http://x.example", "exactly one way"),
            (("verb", "id"), "attempted", "has an `id` (IRI)"),
            (("verb", "display"), {"not a language!": "x"}, "map of texts"),
            (("object", "id"), "no iri", "has an `id` (IRI)"),
            (("object", "definition", "interactionType"), "quiz", "none of the standard"),
            (("object", "definition", "source"), [{"id": "a"}, {"id": "a"}], "an `id` of its own"),
            (("result", "score", "scaled"), 1.5, "between -1 and 1"),
            (("result", "success"), "yes", "neither true nor false"),
            (("result", "duration"), "20 s", "ISO 8601"),
            (("result", "duration"), "P", "ISO 8601"),
            (("id",), "42", "no UUID"),
            (("timestamp",), "yesterday", "RFC 3339"),
            (("colour",), "green", "no property"),
        ):
            with self.subTest(path):
                broken = copy.deepcopy(SIMPLE)
                inner = broken
                for name in path[:-1]:
                    inner = inner[name]
                inner[path[-1]] = value
                self.assertTrue(any(said in problem for problem in problems_of(broken)), problems_of(broken))
        for name in ("actor", "verb", "object"):
            self.assertTrue(problems_of({key: part for key, part in SIMPLE.items() if key != name}))
        self.assertTrue(problems_of([]))
