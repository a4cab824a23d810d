"""QTI: every kind there and back, items as the standard has them, scores by the standard's own processing,
and packages that nobody should open."""

from __future__ import annotations

import io
import unittest
import zipfile
from collections.abc import Callable
from fractions import Fraction
from pathlib import Path
from xml.etree.ElementTree import fromstring

from PIL import Image

from dicetrail.core.archive import MOST_FILES, archive
from dicetrail.core.pack.formats import contents_of, lost_in_file, with_media, write_file
from dicetrail.core.pack.media_file import MediaFile, media_file
from dicetrail.core.pack.reader import read_file, read_text
from dicetrail.core.pack.reading import Reading
from dicetrail.core.play.kinds import GENERATED, KINDS
from dicetrail.core.play.questions.question import Question
from dicetrail.core.snag import Refused

from .qti_items import ITEM_30, ITEMS_2, MANIFEST
from .qti_scored import Responses, scored

OF_OTHERS = Path(__file__).parent / "qti_of_others.zip"


def picture(width: int = 200, height: int = 100, shade: int = 90) -> bytes:
    data = io.BytesIO()
    Image.new("RGB", (width, height), (shade, 60, 30)).save(data, "PNG")
    return data.getvalue()


MEDIA: dict[str, MediaFile] = {
    name: media_file(name, data)
    for name, data in {
        "map.png": picture(),
        "square.png": picture(100, 100),
        "hut.png": picture(40, 30),
    }.items()
}

SAID = {
    "choice": """
  prompt: Which **knot** holds?
  options: [Bowline, "Reef & granny", "*Half* hitch"]
  key: B
  pinned: C
  says A: No, that one slips.
  value C: "2"
  topic: Knots
  level: "3"
  worth: "2.5"
  seconds: "20"
  why: Because of `friction`.
  hint: Not the first.
  image: hut.png
  alt: A hut""",
    "several": """
  prompt: Which two?
  options: [One, Two, Three]
  key: A C
  says B: Not that.
  why right: Both of them.
  why wrong: Look again.""",
    "opinion": """
  prompt: How was it?
  options: [Good, Bad]
  says A: "Thank you!"
  value A: "1" """,
    "truth": """
  prompt: The sea is salt.
  answer: "False"
  level: "5"
  says A: It is not.
  says B: "So it is." """,
    "order": """
  prompt: From low to high
  options: [Stratus, Altocumulus, Cirrus]
  worth: "3" """,
    "match": """
  prompt: What is it of?
  pairs: granite \\= hard = igneous | slate = metamorphic
  wrong: [organic]""",
    "typed": """
  prompt: What is it?
  answer: bowline
  accepted: [bowline knot, "a \\\\| b"]
  expected: reef = Nearly. | granny = That one slips.""",
    "number": """
  prompt: How far?
  answer: "2.5"
  accepted: ["3"]
  unit: km
  tolerance: "0.25"
  expected: 5 = You doubled it.""",
    "slider": """
  kind: number
  prompt: Set the height.
  answer: "1200"
  between: 0..3000""",
    "gaps": """
  prompt: A ___ falls on a ___.
  answer: drop; roof | house""",
    "bank": """
  kind: gaps
  prompt: A ___ falls on the ___.
  answer: drop; roof
  wrong: [stone]""",
    "spot": """
  prompt: Where is the hut?
  image: map.png
  alt: A map
  answer: circle 40 60 10 | box 10 10 30 20 | poly 60 10 90 10 75 40""",
    "square": """
  kind: spot
  prompt: Where?
  image: square.png
  answer: circle 40 60 10""",
    "pictures": """
  kind: choice
  prompt: Which one?
  options: ["![A hut](hut.png)", "![A map](map.png)"]
  key: A""",
}
"""A question of each kind, and some more, with all that it can say."""
CHANGED = {
    "letters": "answer: mountain",
    "sort": "options: [High, Low]\n  key: A",
}
MADE = {
    "formula": 'prompt: "{a} + 1?"\n  variables: a = 2..9\n  answer: a + 1',
    "odd": "prompt: Which one?\n  groups: 'High: Cirrus | Cirrostratus | Altus; Low: Stratus | Nimbus | Fog'",
}


def read(*records: str) -> Reading:
    return read_text("x.yaml", "".join(f"- {record.strip()}\n" for record in records))


def said(name: str) -> Question:
    kind = "" if "  kind:" in SAID[name] else f"  kind: {name}"
    reading = read(f"id: {name}\n{kind}{SAID[name]}")
    assert not reading.snags, reading.snags
    return reading.questions[0]


def packaged(question: Question) -> bytes:
    return write_file("x.zip", [question], MEDIA)


def item_in(package: bytes) -> bytes:
    with zipfile.ZipFile(io.BytesIO(package)) as zipped:
        return zipped.read(
            next(name for name in zipped.namelist() if name.startswith("items/") and "media" not in name)
        )


class ThereAndBack(unittest.TestCase):
    """Every kind, written and read again."""

    def test_every_kind_is_here(self) -> None:
        kinds = {said(name).kind for name in SAID} | CHANGED.keys() | MADE.keys()
        self.assertEqual(kinds, (KINDS.keys() | GENERATED) - {"table"}, "a table is made as a formula is")

    def test_what_can_be_said_comes_back_equal(self) -> None:
        for name in SAID:
            with self.subTest(name):
                question = said(name)
                package = packaged(question)
                self.assertEqual(lost_in_file("x.zip", [question], MEDIA), [])
                reading = read_file("x.zip", package)
                self.assertEqual(reading.snags, [])
                [back] = reading.questions
                self.assertEqual(back._replace(file=question.file, line=question.line), question)

    def test_media_come_with_it(self) -> None:
        package = write_file("x.zip", [said("spot"), said("pictures")], MEDIA)
        self.assertEqual(
            {one.name: one.data for one in with_media("x.zip", package).media},
            {name: MEDIA[name].data for name in ("map.png", "hut.png")},
        )

    def test_what_has_no_word_is_told(self) -> None:
        for kind, text in CHANGED.items():
            [question] = read(f"id: q\n  kind: {kind}\n  prompt: What?\n  {text}").questions
            [told] = lost_in_file("x.zip", [question])
            self.assertIn("‘What?’: its kind: ", told)
            [back] = read_file("x.zip", packaged(question)).questions
            self.assertEqual(back.answers, question.answers)
        for kind, text in MADE.items():
            [made] = read(f"id: q\n  kind: {kind}\n  {text}").questions
            self.assertIn("made anew for each play", lost_in_file("x.zip", [made])[0])
            with self.assertRaises(Refused):
                write_file("x.zip", [made])
        [adds] = read("id: q\n  prompt: Who?\n  options: [A1, B1]\n  key: A\n  adds A: fox 2").questions
        self.assertIn("what its answers add to meters", lost_in_file("x.zip", [adds])[0])
        self.assertIn("picture is not there", lost_in_file("x.zip", [said("spot")])[0])

    def test_a_file_that_is_not_there_is_told_and_its_words_stay(self) -> None:
        questions = [said("choice"), said("pictures")]
        told = lost_in_file("x.zip", questions, {})
        self.assertEqual(len(told), 3, told)
        self.assertIn("the file hut.png, which is not there", told[0])
        reading = read_file("x.zip", write_file("x.zip", questions, {}))
        self.assertEqual(reading.snags, [])
        self.assertEqual([one.options for one in reading.questions][1], ("A hut", "A map"))

    def test_the_same_questions_give_the_same_bytes_in_their_order(self) -> None:
        questions = [said(name) for name in SAID]
        package = write_file("x.zip", questions, MEDIA)
        self.assertEqual(package, write_file("x.zip", questions, MEDIA))
        self.assertEqual([one.id for one in read_file("x.zip", package).questions], list(SAID))

    def test_ids_that_are_no_identifiers(self) -> None:
        names = ["1 a", "A", "a", "ä/b", "test"]
        made = read(*(f"id: '{name}'\n  prompt: What {n}?\n  answer: x" for n, name in enumerate(names)))
        back = read_file("x.zip", write_file("x.zip", made.questions)).questions
        self.assertEqual([one.id for one in back], names)


RIGHT_AND_WRONG: dict[str, tuple[list[Responses], list[Responses]]] = {
    "choice": ([{"RESPONSE": ["B"]}], [{"RESPONSE": ["A"]}, {"RESPONSE": []}]),
    "several": ([{"RESPONSE": ["C", "A"]}], [{"RESPONSE": ["A"]}, {"RESPONSE": ["A", "B", "C"]}]),
    "truth": ([{"RESPONSE": ["B"]}], [{"RESPONSE": ["A"]}]),
    "order": ([{"RESPONSE": ["A", "B", "C"]}], [{"RESPONSE": ["B", "A", "C"]}]),
    "match": (
        [{"RESPONSE": ["L2 R2", "L1 R1"]}],
        [{"RESPONSE": ["L1 R2", "L2 R1"]}, {"RESPONSE": ["L1 R1"]}],
    ),
    "typed": (
        [{"RESPONSE": ["Bowline"]}, {"RESPONSE": ["bowline knot"]}, {"RESPONSE": ["a | b"]}],
        [{"RESPONSE": ["reef"]}],
    ),
    "number": (
        [{"RESPONSE": ["2.75"]}, {"RESPONSE": ["3"]}, {"RESPONSE": ["2.25"]}],
        [{"RESPONSE": ["5"]}, {"RESPONSE": ["2.2"]}],
    ),
    "slider": ([{"RESPONSE": ["1200"]}], [{"RESPONSE": ["1201"]}]),
    "gaps": (
        [{"RESPONSE_1": ["drop"], "RESPONSE_2": ["House"]}],
        [{"RESPONSE_1": ["drop"], "RESPONSE_2": ["drop"]}, {"RESPONSE_1": ["x"], "RESPONSE_2": ["roof"]}],
    ),
    "bank": ([{"RESPONSE": ["W2 G2", "W1 G1"]}], [{"RESPONSE": ["W1 G1", "W3 G2"]}, {"RESPONSE": ["W1 G1"]}]),
    "spot": (
        [{"RESPONSE": [point]} for point in ("80 60", "98 60", "30 15", "150 20")],
        [{"RESPONSE": [point]} for point in ("102 60", "80 72", "5 5")],
    ),
    "square": ([{"RESPONSE": ["49 60"]}], [{"RESPONSE": ["51 60"]}]),
    "pictures": ([{"RESPONSE": ["A"]}], [{"RESPONSE": ["B"]}]),
}


ORDER = {
    "assessment-item": (
        *("response-declaration", "outcome-declaration", "item-body"),
        *("response-processing", "modal-feedback"),
    ),
    "response-declaration": ("correct-response", "mapping", "area-mapping"),
    "choice-interaction": ("prompt", "simple-choice"),
    "order-interaction": ("prompt", "simple-choice"),
    "match-interaction": ("prompt", "simple-match-set"),
    "gap-match-interaction": ("gap-text", "p"),
    "slider-interaction": ("prompt",),
    "select-point-interaction": ("prompt", "img"),
    "response-condition": ("response-if", "response-else"),
    "rubric-block": ("content-body",),
    "modal-feedback": ("content-body",),
}
"""What may stand in an element, in its order (QTI 3.0, XML binding; from memory, as no schema is here)."""
WANTED = {
    "assessment-item": ("identifier", "title", "adaptive", "time-dependent"),
    "response-declaration": ("identifier", "cardinality", "base-type"),
    "outcome-declaration": ("identifier", "cardinality", "base-type"),
    "modal-feedback": ("outcome-identifier", "identifier", "show-hide"),
    "slider-interaction": ("response-identifier", "lower-bound", "upper-bound"),
    "simple-associable-choice": ("identifier", "match-max"),
    "gap-text": ("identifier", "match-max"),
    "rubric-block": ("view",),
}
"""Attributes that an element has to have."""


class Written(unittest.TestCase):
    def test_elements_stand_as_the_binding_has_them(self) -> None:
        for name in SAID:
            root = fromstring(item_in(packaged(said(name))))
            for one in root.iter():
                tag = one.tag.rpartition("}")[2].removeprefix("qti-")
                inside = [child.tag.rpartition("}")[2].removeprefix("qti-") for child in one]
                with self.subTest(name, element=tag):
                    if tag in ORDER:
                        places = [ORDER[tag].index(child) for child in inside]
                        self.assertEqual(places, sorted(places))
                    self.assertLessEqual({*WANTED.get(tag, ())}, {*one.keys()})


class Scored(unittest.TestCase):
    """What an item gives by the standard's response processing, done by a processor of our tests' own."""

    def test_every_kind_that_has_a_right_answer_is_scored(self) -> None:
        self.assertEqual(RIGHT_AND_WRONG.keys(), SAID.keys() - {"opinion"})

    def test_right_gets_its_worth_and_wrong_nothing(self) -> None:
        for name, (rights, wrongs) in RIGHT_AND_WRONG.items():
            question = said(name)
            item = item_in(packaged(question))
            for responses in rights:
                with self.subTest(name, right=responses):
                    self.assertEqual(scored(item, responses)[0], question.worth)
            for responses in wrongs:
                with self.subTest(name, wrong=responses):
                    self.assertEqual(scored(item, responses)[0], 0)

    def test_what_is_said(self) -> None:
        item = item_in(packaged(said("choice")))
        _, outcomes, shown = scored(item, {"RESPONSE": ["A"]})
        self.assertEqual(shown, ["Because of friction.", "No, that one slips."])
        self.assertEqual(float(outcomes["VALUE"][0]), 0)
        self.assertEqual(float(scored(item, {"RESPONSE": ["C"]})[1]["VALUE"][0]), 2)
        item = item_in(packaged(said("several")))
        self.assertEqual(scored(item, {"RESPONSE": ["A", "B"]})[2], ["Look again.", "Not that."])
        self.assertEqual(scored(item, {"RESPONSE": ["A", "C"]})[2], ["Both of them."])
        self.assertEqual(scored(item_in(packaged(said("typed"))), {"RESPONSE": ["Reef"]})[2], ["Nearly."])
        self.assertEqual(
            scored(item_in(packaged(said("number"))), {"RESPONSE": ["5"]})[2], ["You doubled it."]
        )
        self.assertEqual(scored(item_in(packaged(said("opinion"))), {"RESPONSE": ["A"]})[2], ["Thank you!"])


class OfOthers(unittest.TestCase):
    """Items as the standard's own examples have them (1EdTech, QTI 2.1 Implementation Guide, 3.2, and QTI 3.0
    Beginner's Guide; from memory, the wording ours), and how much is kept of them."""

    def question(self, item: str) -> tuple[Question, list[str]]:
        reading = read_file("item.xml", item.encode())
        [question] = reading.questions
        return question, [snag.message for snag in reading.snags if snag.code == "left-out"]

    def test_items_of_version_2(self) -> None:
        for name, (item, wanted, left_out) in ITEMS_2.items():
            with self.subTest(name):
                question, told = self.question(item)
                self.assertEqual({part: getattr(question, part) for part in wanted}, wanted)
                self.assertEqual(len(told), left_out, told)

    def test_an_item_of_version_3(self) -> None:
        question, told = self.question(ITEM_30)
        self.assertEqual((question.kind, question.answers, question.worth), ("choice", ("A bowline",), 1))
        self.assertEqual([one.says for one in question.carries], ["That one slips."])
        self.assertEqual(told, [])

    def test_a_package_that_another_program_wrote(self) -> None:
        """Written as QTI 2.1 by a general converter of the Python registry (LGPL 3), from made-up questions;
        kept here as it was written, some of its names in small letters."""
        reading = read_file("x.zip", OF_OTHERS.read_bytes())
        self.assertEqual(reading.snags, [])
        found = {one.prompt: (one.kind, one.answers) for one in reading.questions}
        self.assertEqual(
            found,
            {
                "Which knot joins two ropes?": ("choice", ("Sheet bend",)),
                "Which clouds are high?": ("several", ("Cirrus", "Cirrostratus")),
                "Which star shows north?": ("typed", ("Polaris", "the pole star")),
                "A ___ falls on a ___.": ("gaps", ("drop; roof",)),
                "How far is the hut?": ("number", ("2.5",)),
                "From low to high": ("order", ("Stratus", "Altocumulus", "Cirrus")),
                "What is it of?": ("match", ("igneous", "metamorphic")),
            },
        )
        [gaps] = [one for one in reading.questions if one.kind == "gaps"]
        self.assertEqual(gaps.gaps, (("drop",), ("roof", "house")))
        [number] = [one for one in reading.questions if one.kind == "number"]
        self.assertEqual(number.tolerance, Fraction(1, 4))

    def test_what_can_not_be_asked_is_told_with_why(self) -> None:
        item = ITEM_30.replace("qti-choice-interaction", "qti-drawing-interaction")
        with self.assertRaises(Refused) as refused:
            read_file("item.xml", item.encode())
        self.assertIn("no kind of question for its `drawing-interaction`", str(refused.exception))
        both = {"imsmanifest.xml": MANIFEST.encode(), "a.xml": item.encode(), "b.xml": ITEM_30.encode()}
        reading = read_file("x.zip", archive(both))
        self.assertEqual(len(reading.questions), 1)
        [told] = reading.snags
        self.assertEqual((told.code, told.line), ("left-out", 2))

    def test_pictures_from_elsewhere_are_left_out(self) -> None:
        item = ITEM_30.replace(
            "<qti-item-body>", '<qti-item-body><img src="https://example.org/x.png" alt="x"/>'
        )
        _, told = self.question(item)
        self.assertIn("the picture ‘https://example.org/x.png’", told[0])


class Hostile(unittest.TestCase):
    """Packages that are refused with a sentence, and nothing is read."""

    def test_each_is_refused_with_a_sentence(self) -> None:
        self.assertGreaterEqual(len(HOSTILE), 22)
        for name, (make, words) in HOSTILE.items():
            with self.subTest(name), self.assertRaises(Refused) as refused:
                contents_of("x.zip" if name != "no item" else "x.xml", make())
            self.assertIn(words, str(refused.exception), name)


def _zip(**files: bytes) -> Callable[[], bytes]:
    named = {name.replace("__", "/").replace("_xml", ".xml"): data for name, data in files.items()}
    return lambda: archive(named)


def _with(
    manifest: str = MANIFEST, item: str = ITEM_30, more: dict[str, bytes] | None = None
) -> Callable[[], bytes]:
    files = {
        "imsmanifest.xml": manifest.encode(),
        "a.xml": item.encode(),
        "b.xml": ITEM_30.encode(),
        **(more or {}),
    }
    return lambda: archive(files)


def _damaged() -> bytes:
    data = bytearray(_with()())
    data[60:90] = bytes(30)
    return bytes(data)


_ENTITY = '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY e "{}">]>'
HOSTILE: dict[str, tuple[Callable[[], bytes], str]] = {
    "an entity": (_with(item=_ENTITY.format("x") + ITEM_30), "document type or entities"),
    "an entity of a file": (
        _with(item='<!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/passwd">]>' + ITEM_30), "document type",
    ),
    "a bomb of entities": (
        _with(item='<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]>' + ITEM_30), "document type",
    ),
    "a document type from elsewhere": (
        _with(item='<!DOCTYPE x SYSTEM "http://example.org/x.dtd">' + ITEM_30), "document type",
    ),
    "an entity in the manifest": (_with(manifest=_ENTITY.format("x") + MANIFEST), "document type"),
    "a path upwards": (_with(more={"../c.xml": b""}), "leads out of it"),
    "a path from the root": (_with(more={"/etc/c.xml": b""}), "leads out of it"),
    "a path with a drive": (_with(more={"C:\\c.xml": b""}), "leads out of it"),
    "a name with a line end": (_with(more={"a\nb": b""}), "leads out of it"),
    "a manifest that leads upwards": (_with(manifest=MANIFEST.replace("a.xml", "../../a.xml")), "outside"),
    "a manifest that leads elsewhere": (
        _with(manifest=MANIFEST.replace("a.xml", "https://example.org/a.xml")), "outside",
    ),
    "a manifest that leads to the disk": (
        _with(manifest=MANIFEST.replace("a.xml", "file:///a.xml")), "outside",
    ),
    "a manifest that names nothing": (_with(manifest=MANIFEST.replace('"a.xml"', '""')), "outside"),
    "a manifest that names what is not there": (
        _with(manifest=MANIFEST.replace("a.xml", "c.xml")), "which is not in it",
    ),
    "a bomb of bytes": (lambda: _bomb(), "unpacks to more than"),
    "too many files": (_with(more={f"{n}.txt": b"" for n in range(MOST_FILES)}), "files in x.zip"),
    "deep elements": (
        _with(item=ITEM_30.replace("<p>", "<div>" * 90 + "<p>").replace("</p>", "</p>" + "</div>" * 90)),
        "inside of each other",
    ),
    "a huge item": (_with(item=ITEM_30 + " " * (4 * 2**20)), "no question needs that"),
    "no manifest": (_zip(a_xml=ITEM_30.encode()), "holds no imsmanifest.xml"),
    "a manifest that is no XML": (_with(manifest="hello"), "no XML that can be read"),
    "an item that is no XML": (_with(item="<a><b></a>"), "no XML that can be read"),
    "an item that is something else": (_with(item="<html/>"), "is no question"),
    "a package without items": (_with(manifest="<manifest/>"), "There is no question"),
    "a damaged archive": (_damaged, "damaged"),
    "no archive": (lambda: b"PK\x03\x04 nothing", "damaged"),
    "no item": (lambda: b"<html><body/></html>", "It is no question"),
}  # fmt: skip


def _bomb() -> bytes:
    zeros = bytes(2**25)
    return archive({"imsmanifest.xml": MANIFEST.encode(), **{f"{n}.bin": zeros for n in range(5)}})
