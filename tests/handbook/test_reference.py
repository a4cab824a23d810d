"""The reference of the handbook stands as the code is, tells of everything, and its examples work."""

from __future__ import annotations

import shlex
import subprocess
import sys
import tempfile
import unittest
from dataclasses import fields
from pathlib import Path
from typing import Any, get_args

from ruamel.yaml import YAML

from dicetrail.cli.commands import app
from dicetrail.core.pack.roles import ROLES
from dicetrail.core.pack.settings import Settings
from dicetrail.core.play.answers.switches import SWITCHES
from dicetrail.core.play.kinds import KINDS
from dicetrail.core.play.language.calls import CALLED
from dicetrail.core.play.rulebook.help import Does
from dicetrail.core.play.rulebook.moments import MOMENTS
from dicetrail.core.play.rulebook.names import NAMES, TOLD
from dicetrail.core.rules.document import schema
from dicetrail.files import read_pack_file
from dicetrail.handbook.page import HANDBOOK, pages
from dicetrail.web.shapes.handouts import HandoutIn
from scripts.reference import examples
from scripts.reference.pages import PAGES, written

from .examples import headings_of, snags_of_game

FILES = {
    "questions.csv": "prompt,answer,topic,hint,level\nWhich cloud is high?,Cirrus,clouds,Far up.,1\n"
    "Which knot makes a loop?,Bowline,knots,Sailors tie it.,3\n"
}
GAME = """
title: All of it
packs: [questions.csv]
setup: {name: ask, count: {max: 2, default: 2}}
tries: 2
meters: {score: {start: 0}, lives: {start: 3}}
helps: [{name: hint, does: hint}]
clocks: {question: 30, game: 600}
rounds: [{name: Up}, {name: Down}]
consequences:
  - {moment: MOMENT, ROW}
"""


def text_of(name: str) -> str:
    return pages()[f"reference/{name}"].text


class Reference(unittest.TestCase):
    def counted(self, what: str, there: set[str], told: set[str]) -> None:
        self.assertEqual(there, told & there, what)
        print(f"{what}: {len(told & there)} of {len(there)}")

    def test_pages_stand_as_the_code_is(self) -> None:
        for name, text in written():
            with self.subTest(name):
                kept = (HANDBOOK / "reference" / name).read_text("utf-8")
                self.assertEqual(kept, text, "write it anew: make handbook")
        self.assertGreater(len(PAGES), 8)

    def test_names_and_functions(self) -> None:
        self.counted("names", {*NAMES, *TOLD}, set(examples.NAMES))
        self.counted("functions", set(CALLED), set(examples.FUNCTIONS))
        text = text_of("names")
        for name, row in {**examples.NAMES, **examples.FUNCTIONS}.items():
            with self.subTest(name):
                self.assertIn(f"| `{name}` |", text)
                self.assertRegex(row, rf"\b{name}\b")
                self.assertEqual(self.stops("right", row), [])

    def test_moments(self) -> None:
        self.counted("moments", set(MOMENTS), set(headings_of(pages()["reference/moments"], "h2")))
        for moment, row in examples.MOMENTS.items():
            with self.subTest(moment):
                self.assertEqual(self.stops(moment, row), [])

    def stops(self, moment: str, row: str) -> list[str]:
        """What keeps a game with this row from being played."""
        text = GAME.replace("MOMENT", moment).replace("ROW", row)
        return [snag.message for snag in snags_of_game(text, FILES) if snag.severity == "stop"]

    def test_kinds(self) -> None:
        self.counted("kinds", set(KINDS), set(headings_of(pages()["reference/kinds"], "h2")))
        for kind, lines in examples.KINDS.items():
            with self.subTest(kind):
                asked = self.read("kinds.tsv", lines)
                self.assertEqual({question.kind for question in asked}, {kind})

    def read(self, name: str, text: str) -> Any:
        """The questions of a file that lies beside the tables that examples name; none of it may stop."""
        with tempfile.TemporaryDirectory() as folder:
            for other, rows in examples.FILES.items():
                Path(folder, other).write_text(rows, "utf-8")
            path = Path(folder, name)
            path.write_text(text, "utf-8")
            reading = read_pack_file(path)
            stops = [snag.message for snag in reading.all_snags if snag.severity == "stop"]
            self.assertEqual(stops, [], text)
            return reading.questions

    def test_columns(self) -> None:
        shown = {**examples.COLUMNS, **examples.FAMILIES}
        families = {role: role.split(" ")[0] for role in ROLES if role.split(" ")[0] in examples.FAMILIES}
        self.counted("columns", {families.get(role, role) for role in ROLES}, set(shown))
        for column, (_, record) in shown.items():
            with self.subTest(column):
                said = YAML(typ="safe").load(f"{{{record}}}")
                begins = [name for name in said if name == column or name.startswith(f"{column} ")]
                self.assertTrue(begins or column == "unused", said)
                another = "- {kind: sort, prompt: Fog, group: low}\n" if column == "group" else ""
                self.assertTrue(self.read("one.yaml", f"- {{{record}}}\n{another}"))

    def test_switches(self) -> None:
        text = text_of("checking")
        self.counted("switches", set(SWITCHES), {switch for switch in SWITCHES if f"| `{switch}` |" in text})

    def test_settings(self) -> None:
        self.counted("settings of files", {one.name for one in fields(Settings)}, set(examples.READING))
        self.counted("settings of hand-outs", set(HandoutIn.model_fields), set(examples.HANDING_OUT))

    def test_parts_and_their_words(self) -> None:
        text, whole = text_of("game"), schema()
        parts = {"Document": whole, **{n: one for n, one in whole["$defs"].items() if "properties" in one}}
        words = {f"{name}.{word}" for name, one in parts.items() for word in one["properties"]}
        described = {
            f"{name}.{word}"
            for name, one in parts.items()
            for word, about in one["properties"].items()
            if about["description"] in text.replace("\\|", "|") or "``" in about["description"]
        }
        self.counted("words of a game", words, described)
        self.counted("helps", set(get_args(Does)), {does for does in get_args(Does) if f"`{does}`" in text})

    def test_commands(self) -> None:
        import typer.main

        commands = typer.main.get_command(app).commands  # type: ignore[attr-defined]
        self.counted("commands", set(commands), set(examples.COMMANDS))
        self.counted("commands shown", set(commands), set(headings_of(pages()["reference/commands"], "h2")))

    def test_commands_run_as_they_are_shown(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            self.lay_out(Path(folder))
            for name, line in examples.COMMANDS.items():
                if name == "serve":
                    continue  # it goes on until it is ended: tests/web and tests/ui start it
                with self.subTest(line):
                    words = [sys.executable, "-m", "dicetrail.cli", *shlex.split(line)[1:]]
                    ran = subprocess.run(words, cwd=folder, capture_output=True, text=True, timeout=120)
                    self.assertIn(ran.returncode, (0, 1), ran.stderr)
                    self.assertNotIn("fault in Dice Trail", ran.stderr)

    def lay_out(self, folder: Path) -> None:
        """The files that the lines name."""
        from dicetrail.store.database import close_database, open_database
        from dicetrail.store.folder import DATABASE

        (folder / "knots.tsv").write_text(
            "id\tprompt\tanswer\n1\tWhich knot joins two?\tSheet bend\n2\tWhich cloud is high?\tCirrus\n"
        )
        game = "title: Knots\npacks: [knots.tsv]\nmeters: {score: {start: 0}}\n"
        game += "consequences: [{moment: right, add: {score: 1}}]\n"
        (folder / "game.yaml").write_text(game)
        (folder / "mine.yaml").write_text(game.replace("score: 1", "score: 2"))
        (folder / "moves.txt").write_text("right\nwrong\n")
        (folder / "plays.jsonl").write_text("")
        (folder / "here").mkdir()
        close_database(open_database(folder / "here" / DATABASE))


if __name__ == "__main__":
    unittest.main()
