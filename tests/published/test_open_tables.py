"""Tables that nobody here wrote, carried by packages: read as question files, and asked through ``table``.

- world-countries (npm): dist/countries.csv, quoted cells, several values in a cell, names in many scripts;
- country-list (PyPI; from the Unicode CLDR): country.csv in Greek, Arabic and Chinese;
- pycountry (PyPI; from Debian's iso-codes): ISO 4217, ISO 15924 and ISO 639-3 as JSON.

What is right is told by Python's csv and json modules, which read the same files.
"""

from __future__ import annotations

import csv
import importlib.resources
import io
import json
import tempfile
import unittest
from pathlib import Path

from dicetrail.core.pack.formats import contents_of
from dicetrail.core.pack.reader import data_of, read_file, read_text
from dicetrail.core.pack.settings import Settings
from dicetrail.core.pack.shape import SHORTEST_LINE
from dicetrail.core.play.deal.supply import Supply
from dicetrail.files import read_pack_file

from ..running import run
from ..web.serving import Serving

ROOT = Path(__file__).parents[2]
COUNTRIES = ROOT / "frontend" / "node_modules" / "world-countries" / "dist" / "countries.csv"


def cldr(language: str) -> bytes:
    folder = importlib.resources.files("country_list") / "country_data" / "data" / language
    return (folder / "country.csv").read_bytes()


def iso(number: str) -> tuple[bytes, list[dict[str, str]]]:
    data = (importlib.resources.files("pycountry") / "databases" / f"iso{number}.json").read_bytes()
    return data, next(iter(json.loads(data).values()))


class AsQuestionFiles(unittest.TestCase):
    def test_countries_with_quoted_multi_valued_and_foreign_cells(self):
        data = COUNTRIES.read_bytes()
        reference = list(csv.DictReader(io.StringIO(data.decode())))
        reading = read_file("countries.csv", data)
        self.assertEqual(
            [(q.prompt, q.answers[0]) for q in reading.questions],
            [(row["name.common"], row["name.official"]) for row in reference],
        )
        self.assertEqual([snag.code for snag in reading.snags], ["header"])
        heads = list(reference[0])
        roles = ["unused"] * len(heads)
        for name, role in (
            ("name.common", "answer"),
            ("translations.jpn.common", "prompt"),
            ("region", "topic"),
        ):
            roles[heads.index(name)] = role
        named = read_file("countries.csv", data, Settings(roles=tuple(roles), header=True))
        asked = {(q.prompt, q.answers[0], q.topic) for q in named.questions}
        self.assertEqual(
            asked,
            {
                (row["translations.jpn.common"], row["name.common"], row["region"])
                for row in reference
                if row["translations.jpn.common"]
            },
        )

    def test_names_of_countries_in_other_scripts(self):
        for language, afghanistan in (("el", "Αφγανιστάν"), ("ar", "أفغانستان"), ("zh", "阿富汗")):
            data = cldr(language)
            rows = zip(
                data.decode().splitlines()[1:], list(csv.reader(io.StringIO(data.decode())))[1:], strict=True
            )
            reading = read_file("country.csv", data)
            self.assertEqual(
                [(q.prompt, *q.answers) for q in reading.questions],
                [tuple(row) for line, row in rows if len(line) > SHORTEST_LINE],
            )
            self.assertEqual([q.answers for q in reading.questions if q.prompt == "AF"], [(afghanistan,)])
            self.assertEqual(
                {line.state for line in reading.lines},
                {"header", "question"} | ({"snag"} if language == "zh" else set()),
            )

    def test_codes_of_currencies_and_scripts_as_json(self):
        for number, first in (("4217", "alpha_3"), ("15924", "alpha_4")):
            data, reference = iso(number)
            reading = read_file(f"iso{number}.json", data)
            self.assertEqual(
                [(q.prompt, q.answers[0]) for q in reading.questions],
                [(row[first], row["name"]) for row in reference],
            )
            lines = data.decode().splitlines()
            for question in reading.questions:
                self.assertEqual(lines[question.line - 1].strip(), "{")
                self.assertIn(question.prompt, lines[question.line])

    def test_7900_languages(self):
        data, reference = iso("639-3")
        reading = read_file("iso639-3.json", data)
        self.assertEqual(len(reading.questions), len(reference))
        self.assertEqual(len(reading.lines), len(data.splitlines()))


class ThroughTable(unittest.TestCase):
    def supply(self, name: str, data: bytes, recipe: str) -> Supply:
        reading = read_text("pack.yaml", recipe, load_data=lambda _: data_of(name, contents_of(name, data)))
        self.assertEqual(reading.snags, [])
        return Supply(reading.questions[0], dice=3)

    def test_capitals(self):
        data = COUNTRIES.read_bytes()
        reference = {row["name.common"]: row["capital"] for row in csv.DictReader(io.StringIO(data.decode()))}
        supply = self.supply(
            "countries.csv",
            data,
            '- {kind: table, from: a.csv, prompt: "Capital of {name.common}?", answer: capital,'
            ' parted by: ","}',
        )
        asked = [supply.next() for _ in range(supply.size or 0)]
        self.assertEqual(
            {q.prompt[11:-1] for q in asked}, {name for name, capital in reference.items() if capital}
        )
        for question in asked:
            right = reference[question.prompt[11:-1]].split(",")
            self.assertIn(question.options[question.right], right)
            self.assertEqual(len({*question.options} & {*right}), 1, question)
            self.assertEqual(len(set(map(str.casefold, question.options))), 4)

    def test_currencies(self):
        data, reference = iso("4217")
        recipe = (
            '- {kind: table, from: a.json, prompt: "What does {alpha_3} mean?", answer: name, ask: typed}'
        )
        supply = self.supply("iso.json", data, recipe)
        asked = {(q.prompt[10:13], *q.answers) for q in (supply.next() for _ in range(supply.size or 0))}
        self.assertEqual(asked, {(row["alpha_3"], row["name"]) for row in reference})

    def test_a_script_of_countries(self):
        recipe = '- {kind: table, from: el.csv, prompt: "Which country is {value}?", answer: id, choices: 6}'
        supply = self.supply("el.csv", cldr("el"), recipe)
        codes = {row[1]: row[0] for row in csv.reader(io.StringIO(cldr("el").decode()))}
        for _ in range(supply.size or 0):
            question = supply.next()
            self.assertEqual(codes[question.prompt[17:-1]], question.options[question.right])
            self.assertEqual(len(question.options), 6)


class CommandLineAndScreen(Serving):
    def test_both_say_the_same(self):
        with tempfile.TemporaryDirectory() as folder:
            for name, data in (
                ("countries.csv", COUNTRIES.read_bytes()),
                ("chinese.csv", cldr("zh")),
                ("scripts.json", iso("15924")[0]),
            ):
                path = Path(folder) / name
                path.write_bytes(data)
                check = json.loads(run("check", path, "--json").stdout)
                pack = self.bring(name, data)
                self.assertEqual((check["questions"], check["kinds"]), (pack["questions"], pack["kinds"]))
                self.assertEqual(
                    [(s["code"], s["line"], s["message"]) for s in check["snags"]],
                    [(s["code"], s["line"], s["message"]) for s in pack["snags"]],
                )
                self.assertEqual(check["questions"], len(read_pack_file(path).questions))
