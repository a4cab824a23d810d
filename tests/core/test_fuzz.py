"""10,000 files that nobody would write: every line is accounted for, and none takes long."""

from __future__ import annotations

import io
import random
import re
import unittest
import zipfile

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from dicetrail.core.pack import plain_lines
from dicetrail.core.pack.formats import ENDINGS, contents_of, write_file
from dicetrail.core.pack.reader import read_file, read_text
from dicetrail.core.pack.records import DELIMITERS
from dicetrail.core.pack.text import split_lines
from dicetrail.core.snag import Refused

from .packs import load_countries

GOOD = {
    "tsv": "Which knot makes a loop?\tBowline\tSheet bend\tPrusik\nSnow is cold, is it?\tyes\tno\tperhaps\n",
    "csv": 'prompt,answer,wrong 1,topic\n"Who says ""moo"",\nloudly?",cow,hen,sounds\nNext one?,a,b,c\n',
    "txt": "Up?;sky;earth;sea;A\nWet?;sky;earth;sea;c\nHard?;rock;fog;air;1\n",
    "json": '[{"prompt": "A sum {a}?", "kind": "formula", "variables": {"a": "1..9"}, "answer": "a * 2"},\n'
    ' {"prompt": "Pick", "options": ["x", "y"], "key": "B", "pinned": ["A"]}]',
    "jsonl": '{"prompt": "One?", "answer": ["a", "b"]}\n{"prompt": "Two?", "answer": 3.50, "level": 2}\n',
    "yaml": "- prompt: One?\n  answer: no\n- kind: letters\n  prompt: A tree\n  answer: Stone pine\n"
    "- {kind: table, from: countries.csv, prompt: Of {name}?, answer: capital}\n",
    "lists.csv": "group: High,group: Low\nCirrus,Stratus\nCirrocumulus,Stratocumulus\nCirrostratus,\n",
}
PIECES = (
    b"\t",
    b",",
    b";",
    b'"',
    b"\n",
    b"\r",
    b"\r\n",
    b"|",
    b"{",
    b"}",
    b"[",
    b"]",
    b":",
    b"- ",
    b"\\",
    b"\x00",
    b"\xff",
    b"\xef\xbb\xbf",
    "é".encode(),
    "‮".encode(),
    b"answer",
    b"prompt\tanswer\n",
    b"*a &a ",
    b"1e999",
    b"!!python/object ",
    b"%",
    b"    ",
    b"\xe2\x80\xa8",
    b"question,answer\n",
    b"1..999999999999",
)


def mutated(seed: int) -> tuple[str, bytes]:
    """A good file with a few random changes, and its name."""
    chance = random.Random(seed)
    ending = chance.choice(sorted(GOOD))
    data = GOOD[ending].encode(chance.choice(("utf-8", "utf-8", "utf-8", "utf-16", "cp1252")), "replace")
    for _ in range(chance.randint(1, 6)):
        at, to = sorted(chance.randint(0, len(data)) for _ in range(2))
        change = chance.randrange(4)
        if change == 0:
            data = data[:at] + chance.choice(PIECES) + data[at:]
        elif change == 1:
            data = data[:at] + data[min(to, at + 8) :]
        elif change == 2:
            data = data[:to] + data[at:to] + data[to:]
        else:
            data = data[:at] + bytes([chance.randrange(256)]) + data[at + 1 :]
    return f"fuzz.{ending}", data


class Fuzz(unittest.TestCase):
    def accounted(self, name: str, data: bytes) -> bool:
        """Read a file; False where it was refused. Lines read + with snags + left out = lines of the file."""
        try:
            reading = read_file(name, data, load_data=load_countries)
        except Refused as refused:
            self.assertRegex(str(refused), r"(?s)\S.*[.?]$")
            return False
        lines = split_lines(contents_of(name, data).text)
        self.assertEqual([line.raw for line in reading.lines], lines)
        states = [line.state for line in reading.lines]
        read = sum(state in ("question", "header") for state in states)
        self.assertEqual(
            read + states.count("snag") + states.count("blank") + states.count("frame"), len(lines)
        )
        explained = {snag.line for snag in reading.snags} | {question.line for question in reading.questions}
        for line in reading.lines:
            if line.state not in ("question", "frame") and (
                line.state != "blank" or reading.format == "table"
            ):
                self.assertIn(line.begins, explained, (name, data))
        lists = "group" in reading.roles and "prompt" not in reading.roles
        for entry in reading.entries:
            self.assertEqual(entry.state == "question" and not lists, entry.gave == 1 and not lists, entry)
        self.assertTrue(all(snag.message for snag in reading.all_snags))
        return True

    def test_4000_mutated_good_files(self):
        read = sum(self.accounted(*mutated(seed)) for seed in range(4000))
        self.assertGreater(read, 3000)

    @settings(max_examples=1000, suppress_health_check=[HealthCheck.too_slow])
    @given(
        st.sampled_from([*ENDINGS, "txt"]),
        st.one_of(st.binary(max_size=120), st.text(max_size=60).map(str.encode)),
    )
    def test_1000_files_of_raw_bytes(self, ending, data):
        self.accounted(f"raw.{ending}", data)

    def test_damaged_spreadsheets(self):
        pack = read_text("good.tsv", GOOD["tsv"]).questions
        for ending in ("xlsx", "ods"):
            sound = write_file(f"good.{ending}", pack)
            chance = random.Random(ending)
            for _ in range(60):
                data = bytearray(sound)
                for _ in range(chance.randint(1, 5)):
                    data[chance.randrange(len(data))] = chance.randrange(256)
                self.accounted(f"damaged.{ending}", bytes(data))
            with zipfile.ZipFile(io.BytesIO(sound)) as archive:
                parts = {name: archive.read(name) for name in archive.namelist()}
            for name in parts:
                for change in (
                    b"",
                    parts[name][: len(parts[name]) // 2],
                    parts[name].replace(b"<", b"<<", 1),
                ):
                    out = io.BytesIO()
                    with zipfile.ZipFile(out, "w") as archive:
                        for other, content in parts.items():
                            archive.writestr(other, change if other == name else content)
                    self.accounted(f"damaged.{ending}", out.getvalue())

    @settings(max_examples=300)
    @given(
        st.lists(
            st.sampled_from(
                (
                    "Which one is it?",
                    "a",
                    "B",
                    "b ",
                    "x|y",
                    "prompt",
                    "Question",
                    "1",
                    "",
                    "true",
                    "no",
                    "é",
                    "it is  so",
                )
            ),
            min_size=2,
            max_size=60,
        ),
        st.sampled_from(sorted(DELIMITERS)),
        st.integers(2, 4),
    )
    def test_the_quick_reader_reads_like_the_careful_one(self, cells, mark, width):
        rows = [cells[at : at + width] for at in range(0, len(cells), width)]
        text = "".join(mark.join(row) + "\n" for row in rows)
        quick = read_text("a.txt", text)
        fits = plain_lines.PLAIN_LINE
        try:
            plain_lines.PLAIN_LINE = {key: re.compile("(?!)") for key in fits}
            careful = read_text("a.txt", text)
        finally:
            plain_lines.PLAIN_LINE = fits
        self.assertEqual(quick, careful)
