"""The command line, as the scripts outside see it: output, exit codes, never a traceback."""

from __future__ import annotations

import json
import shutil
import socket
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from .running import run

ROOT = Path(__file__).parents[1]
DEMO = ROOT / "dicetrail" / "demo"
HUT = DEMO / "1-hut-night.yaml"


class CommandLine(unittest.TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def file(self, name: str, content: str | bytes) -> Path:
        path = self.folder / name
        path.write_bytes(content if isinstance(content, bytes) else content.encode())
        return path

    def asked(self, *args: object, code: int = 0, stdin: str = "") -> str:
        done = run(*args, stdin=stdin)
        self.assertNotIn("Traceback", done.stderr)
        self.assertEqual(done.returncode, code, done.stderr)
        return done.stdout

    def refused(self, *args: object) -> str:
        done = run(*args)
        self.assertEqual((done.returncode, done.stdout), (2, ""), done.stderr)
        self.assertNotIn("Traceback", done.stderr)
        sentence = done.stderr.strip().splitlines()[-1]
        self.assertTrue(sentence.startswith("dicetrail: "), done.stderr)
        return sentence

    def test_a_number_out_of_bounds_is_refused_with_its_name(self):
        for command, name in (
            (("walk", HUT, "--plays", 0, "--dice", 1, "--skill", 0.5), "--plays"),
            (("odds", HUT, "--skill", 1.5), "--skill"),
            (("serve", "--port", 99_999), "--port"),
        ):
            done = run(*command)
            self.assertEqual(done.returncode, 2)
            self.assertIn(name, done.stderr)

    def test_snags_of_what_plays_come_to(self):
        planted = json.loads(self.asked("snags", DEMO / "9-fogged-in.yaml", "--json"))["snags"]
        found = {snag["code"]: snag for snag in planted}
        self.assertIn("award-hidden", found)
        self.assertEqual((found["hidden-row"]["line"], found["hidden-row"]["path"]), (17, "consequences.2"))
        text = (DEMO / "9-fogged-in.yaml").read_text("utf-8").replace("lives == 0", "live == 0")
        shutil.copytree(DEMO / "packs", self.folder / "packs")
        broken = json.loads(self.asked("snags", self.file("broken.yaml", text), "--json", code=1))["snags"]
        self.assertTrue(any(snag["severity"] == "stop" for snag in broken))

    def test_the_program_starts_by_itself(self):
        program = Path(sys.executable).with_name("dicetrail")
        for command in ([sys.executable, "-m", "dicetrail.cli"], [program]):
            done = subprocess.run(
                [*command, "schema"], cwd=ROOT, capture_output=True, text=True, timeout=60, check=False
            )
            self.assertEqual((done.returncode, done.stderr), (0, ""))
            self.assertIn("2020-12", json.loads(done.stdout)["$schema"])

    def test_help_needs_nothing_of_what_commands_do(self):
        code = (
            "import sys, dicetrail.cli\n"
            "sys.argv = ['dicetrail', '--help']\n"
            "try:\n    dicetrail.cli.main()\nexcept SystemExit:\n"
            "    print(sorted(sys.modules), file=sys.stderr)\n"
        )
        told = subprocess.run(
            [sys.executable, "-c", code], cwd=ROOT, capture_output=True, text=True, timeout=60, check=True
        )
        self.assertIn("Play in the terminal", told.stdout)
        self.assertIn("dicetrail.cli.commands", told.stderr)
        for part in ("core.rules", "core.pack", "core.prove", "files", "give", "web", "store"):
            self.assertNotIn(f"dicetrail.{part}", told.stderr)
        self.assertNotIn("'pydantic.", told.stderr)

    def test_no_plugins_are_looked_for(self):
        code = (
            "import sys, dicetrail.cli\n"
            f"sys.argv = ['dicetrail', 'check', {str(HUT)!r}]\n"
            "try:\n    dicetrail.cli.main()\nexcept SystemExit:\n"
            "    from pydantic.plugin import _loader\n"
            "    print([*_loader.get_plugins()], _loader._plugins, file=sys.stderr)\n"
        )
        told = subprocess.run(
            [sys.executable, "-c", code], cwd=ROOT, capture_output=True, text=True, timeout=60, check=True
        )
        self.assertEqual(told.stderr, "[] None\n")

    def test_prove(self):
        proved = json.loads(self.asked("prove", HUT, "--json"))
        self.assertEqual((proved["passed"], proved["failed"]), (1, 0))
        self.assertIn("1 passed, 0 failed", self.asked("prove", HUT))
        self.refused("prove", self.folder / "gone.yaml")

    def test_aims(self):
        proved = json.loads(self.asked("prove", HUT, "--json"))
        self.assertEqual([aim["holds"] for aim in proved["aims"]], [True, True, True])
        self.assertEqual(set(proved["aims"][0]), {"name", "holds", "value", "low", "high", "exact"})
        self.assertIn("3 aims hold, 0 do not", self.asked("prove", HUT))
        self.assertIn(
            "MISSED  a good walker gets home", self.asked("prove", DEMO / "9-fogged-in.yaml", code=1)
        )

    def test_odds_and_walks(self):
        exact = json.loads(self.asked("odds", HUT, "--skill", "0.7", "--json"))
        walked = json.loads(
            self.asked("walk", HUT, "--plays", "50", "--skill", "0.7", "--dice", "3", "--json")
        )
        keys = {"exact", "score", "meters", "asked", "seconds", "results", "awards", "unused_rows"}
        self.assertEqual((set(exact), set(walked)), (keys, keys | {"plays"}))
        for found in (exact, walked):
            self.assertEqual(set(found["asked"]), {"mean", "sd", "min", "max"})
            self.assertAlmostEqual(sum(found["results"].values()), 1)
            self.assertAlmostEqual(sum(found["awards"].values()), 1)
        again = self.asked("walk", HUT, "--plays", "50", "--skill", "0.7", "--dice", "3", "--json")
        self.assertEqual(json.loads(again), walked)
        self.assertIn("seconds:", self.asked("odds", HUT, "--knows", "0.2", "--pace", "4"))
        self.assertIn("never used: row 7", self.asked("odds", HUT, "--skill", "0.7"))
        self.asked("odds", DEMO / "2-before-the-fog.yaml", "--skill", "0.7", code=1)
        self.refused("odds", HUT)
        self.refused("walk", HUT, "--plays", "5", "--dice", "1", "--skill", "2")

    def test_a_company_is_walked(self):
        walk = ("walk", HUT, "--plays", "60", "--dice", "3", "--json")
        one = json.loads(self.asked(*walk, "--skill", "0.7"))
        many = json.loads(self.asked(*walk, "--skill", "0.7", "--spread", "0.3", "--pace-spread", "2"))
        self.assertEqual(set(one), set(many))
        self.assertGreater(many["score"]["sd"], one["score"]["sd"])
        right = json.loads(self.asked(*walk, "--skill", "0", *(f"--at-level={n}=1" for n in range(1, 6))))
        self.assertEqual(right["results"].get("lost", 0), 0)
        self.assertIn("no skill at a level", self.refused(*walk, "--skill", "1", "--at-level", "9=1"))
        self.assertIn("has a skill", self.refused(*walk, "--knows", "0.5", "--spread", "0.1"))

    def test_what_plays_say(self):
        answer = {"question": "q", "prompt": "Which?", "options": ["a", "b", "c"], "left": None}
        wrong = {"verdict": "wrong", "text": "b", "used": 2}
        right = {"verdict": "right", "text": "a", "used": 2}
        lines = [
            {"answers": [{**answer, "outcome": "right", "tries": [right] if n % 3 else [wrong, right]}]}
            for n in range(12)
        ]
        file = self.file("plays.jsonl", "\n".join(map(json.dumps, lines)))
        told = json.loads(self.asked("report", file, "--json"))
        self.assertEqual((told["plays"], told["questions"][0]["asked"]), (12, 12))
        self.assertEqual(told["questions"][0]["picked"], {"a": 12, "b": 4})
        self.assertIn("67 % of 12 right", self.asked("report", file))
        self.assertIn("line 2", self.refused("report", self.file("broken.jsonl", '{"answers": []}\n{}')))
        self.refused("report", self.folder / "gone.jsonl")

    def test_compare(self):
        changed = self.file(
            "changed.yaml", HUT.read_text("utf-8").replace("add: {score: 2}", "add: {score: 5}")
        )
        (self.folder / "packs").symlink_to(DEMO / "packs")
        found = json.loads(self.asked("compare", HUT, changed, "--skill", "0.7", "--json"))
        self.assertEqual(set(found), {"before", "after", "changed"})
        self.assertEqual([one["what"] for one in found["changed"]], ["score"])
        self.assertLess(found["changed"][0]["before"], found["changed"][0]["after"])
        self.assertIn("no difference", self.asked("compare", HUT, HUT, "--skill", "0.7"))

    def test_check(self):
        book = json.loads(self.asked("check", DEMO / "packs" / "hut-book.tsv", "--json", code=1))
        self.assertEqual((book["questions"], book["kinds"]), (5, {"choice": 5}))
        self.assertEqual(set(book["snags"][0]), {"code", "severity", "file", "line", "message"})
        lines = {snag["line"]: snag["code"] for snag in book["snags"]}
        self.assertEqual(
            lines,
            {
                2: "spaces-for-tabs",
                3: "blank-line",
                4: "header",
                5: "tip-longest",
                6: "no-answer",
                7: "same-option",
                8: "missing-field",
                9: "missing-field",
                10: "duplicate",
                13: "too-short",
            },
        )
        packs = [DEMO / "packs" / name for name in ("trail-sense.tsv", "ropes-and-sums.csv")]
        both = json.loads(self.asked("check", *packs, "--json"))
        self.assertEqual(both["questions"], 34)
        self.assertIn("20 questions", self.asked("check", *packs))

    def test_what_can_not_be_used(self):
        picture = self.file("picture.tsv", b"\x89PNG\r\n\x1a\n" + bytes(range(200)))
        self.assertIn("PNG", self.refused("check", picture, "--json"))
        self.assertIn("empty", self.refused("check", self.file("empty.tsv", ""), "--json"))
        self.assertIn("no file", self.refused("check", self.folder / "missing.tsv", "--json"))
        self.assertIn("folder", self.refused("check", self.folder))
        self.assertIn("--bad", self.refused("check", "--bad"))
        self.assertIn("moon", self.refused("moon"))
        self.assertIn("snags", self.refused("play", self.file("g.yaml", "title: [")))
        self.assertIn("not a game", self.refused("play", self.file("g.yaml", b"\xff\xfe\xfa")))
        self.assertIn("no move", self.refused("play", HUT, "--dice", 1, "--moves", HUT))
        self.assertIn("between 3 and 20", self.refused("play", HUT, "--count", 2, "--moves", "-"))
        self.assertIn("topic", self.refused("play", HUT, "--topic", "opera", "--moves", "-"))
        self.assertIn("dice", self.refused("play", HUT, "--dice", -1, "--moves", "-").lower())

    def test_play_with_moves(self):
        moves = self.file("moves", "right\nwrong @1.5\nright\nlate\nanswer Z\nskip\nright\n")
        args = ("play", HUT, "--dice", 7, "--moves", moves, "--player", "Ida", "--json")
        trail = self.asked(*args)
        self.assertEqual(trail, self.asked(*args))
        steps = [json.loads(line) for line in trail.splitlines()]
        self.assertEqual(
            [step["moment"] for step in steps if step["moment"] not in ("opened", "begun")],
            ["right", "wrong", "right", "late", "unreadable", "skipped", "right"],
        )
        self.assertEqual(steps[-2]["after"], {"score": 12, "lanterns": 2, "warmth": 3})
        self.assertNotEqual(trail, self.asked("play", HUT, "--dice", 8, "--moves", moves))
        piped = self.asked(
            "play", HUT, "--dice", 7, "--moves", "-", "--player", "Ida", stdin=moves.read_text()
        )
        self.assertEqual(piped, trail)

    def test_play_to_the_end(self):
        steps = [
            json.loads(line)
            for line in self.asked(
                "play", HUT, "--dice", 3, "--moves", "-", "--count", 3, stdin="wrong\n" * 9
            ).splitlines()
        ]
        last = steps[-1]
        self.assertEqual((last["moment"], last["result"], last["award"]), ("over", "lost", "Hut Guest"))

    def test_letters_and_pictures_in_the_terminal(self):
        self.file(
            "l.tsv",
            "kind\tprompt\tanswer\toption A\toption B\tkey\n"
            "letters\tA knot by letters?\treef\t\t\t\n"
            "choice\tWhich sign is it?\t\t![a well](w.png)\t![a hut](h.png)\tA\n",
        )
        game = self.file("l.yaml", "title: L\npacks: [l.tsv]\ndeal: {order: filed, options: filed}\n")
        shown = self.asked("play", game, "--dice", 1, stdin="e\nz\nreef\na\n")
        for part in ("_ _ _ _", "_ e e _   not in it: z", "A) a well [picture]", "2 of 2 right"):
            self.assertIn(part, shown)

    def test_convert(self):
        pack = DEMO / "packs" / "trail-sense.tsv"
        for ending in ("json", "xlsx", "yaml"):
            target = self.folder / f"out.{ending}"
            self.asked("convert", pack, target)
            told = json.loads(self.asked("check", target, "--json"))
            self.assertEqual((told["questions"], told["kinds"]), (20, {"choice": 20}))
        self.asked("convert", DEMO / "packs" / "hut-book.tsv", self.folder / "book.csv", code=1)
        self.assertIn("no way to write a .doc", self.refused("convert", pack, self.folder / "out.doc"))
        self.assertIn("can't be written", self.refused("convert", pack, self.folder / "none" / "out.csv"))

    def test_three_play_in_turn_in_the_terminal(self):
        self.file("table.tsv", "prompt\tanswer\nFirst?\tone\nSecond?\ttwo\nThird?\tthree\nFourth?\tfour\n")
        game = self.file(
            "table.yaml",
            "title: Table\npacks: [table.tsv]\ndeal: {order: filed}\nplayers: {least: 2, most: 4}\n"
            "meters: {score: {start: 0}}\nconsequences: [{moment: right, add: {score: 1}}]\n"
            "awards: [{if: rank == 1, title: First at the Table}]\n",
        )
        typed = "Ada, Ben, Cleo\none\nno\nthree\nfour\n"
        shown = self.asked("play", game, "--dice", 1, stdin=typed)
        turns = [line for line in shown.splitlines() if line.startswith("It is ")]
        self.assertEqual(
            turns, [f"It is {name}’s turn (Enter goes on)" for name in ("Ada", "Ben", "Cleo", "Ada")]
        )
        self.assertIn(
            "1. Ada  score 2  2 of 2 right\n   First at the Table\n2. Cleo  score 1  1 of 1 right", shown
        )
        moves = ["play", game, "--dice", 1, "--players", "Ada, Ben, Cleo", "--moves", "-"]
        trail = [
            json.loads(line) for line in self.asked(*moves, stdin="right\nwrong\nright\nright\n").splitlines()
        ]
        self.assertEqual([step["turn"] for step in trail if step["moment"] == "opened"], [1, 2, 3, 1])
        self.assertEqual([step["rank"] for step in trail if step["moment"] == "over"], [1, 3, 2])
        for names, said in (("Ada", "From 2 to 4"), ("Ada, Ada", "‘Ada’")):
            refused = run("play", game, "--dice", 1, "--players", names, "--moves", "-", stdin="right\n")
            self.assertEqual(refused.returncode, 2)
            self.assertIn(said, refused.stderr)

    def test_play_in_the_terminal(self):
        done = run("play", HUT, "--dice", 7, "--player", "Ida", stdin="nothing of the sort\nA\n")
        self.assertEqual(done.returncode, 0)
        self.assertIn("1 of 10  score 0  lanterns 3", done.stdout)
        self.assertIn("That can't be read", done.stdout)
        self.assertIn("left before its end", done.stdout)

    def test_a_piped_line_is_for_the_next_question_whatever_pauses(self):
        self.file("p.tsv", "".join(f"Question {n}?\tanswer {n}\n" for n in range(3)))
        for breather in ("0.3", "player", "0"):
            game = self.file(
                "p.yaml",
                "title: P\npacks: [p.tsv]\ndeal: {order: filed}\n"
                f"clocks: {{breather: {breather}}}\nmeters: {{score: {{start: 0}}}}\n"
                "consequences: [{moment: right, add: {score: 1}, hold: 0.2}]\n",
            )
            shown = self.asked("play", game, "--dice", 1, stdin="answer 0\nanswer 1\nanswer 2\n")
            self.assertIn("3 of 3 right", shown, breather)
        # a blank line that goes on, where the play waits for it, is no answer
        game = self.file("q.yaml", Path(game).read_text().replace("breather: 0", "breather: player"))
        shown = self.asked("play", game, "--dice", 1, stdin="answer 0\n\nanswer 1\n\nanswer 2\n")
        self.assertIn("3 of 3 right", shown)
        self.assertNotIn("can't be read", shown)

    def test_the_terminal_asks_what_the_set_up_asks(self):
        game = self.file(
            "asks.yaml",
            "title: Asks\npacks: [q.tsv]\nleave: true\ndeal: {order: filed, options: filed}\n"
            "setup: {name: ask, topic: ask, count: {ask: true, min: 1, max: 9, default: 2},"
            " level: {ask: true, min: 1, max: 2, default: 1}}\n"
            "consequences: [{moment: right, tell: 'Well done, {player}.'}]\n",
        )
        self.file(
            "q.tsv",
            "prompt\tanswer\ttopic\tlevel\nFirst?\tone\tknots\t1\nSecond?\ttwo\tknots\t2\n"
            "Third?\tthree\tsnow\t2\nFourth?\tfour\tknots\t2\n",
        )
        shown = self.asked("play", game, "--dice", 1, stdin="Ida\n3\n2\nKnots\ntwo\nfour\n")
        for part in (
            "Your name, up to 40 characters: ",
            "How many questions, 1 to 4 (Enter: 2): ",
            "Level, 1 to 2 (Enter: 1): ",
            "Topic (1 knots, 2 snow; Enter: all): ",
            "Well done, Ida.",
            "2 of 2 right (100 %)",
        ):
            self.assertIn(part, shown)
        usual = self.asked("play", game, "--dice", 1, "--player", "Bo", stdin="\n\n\none\n")
        self.assertIn("1 of 1 right (100 %)", usual)
        given = self.asked(
            "play", game, "--dice", 1, "--count", 1, "--level", 2, "--topic", "snow", stdin="Bo\nno\n"
        )
        self.assertNotIn("How many", given)
        self.assertIn("0 of 1 right (0 %)", given)
        left = self.asked("play", game, "--dice", 1, stdin="Ida\n\n\n\n/leave\n")
        self.assertIn("LEFT BEFORE THE END", left)
        self.assertIn("0 of 0 right (0 %)", left)
        unread = self.asked("play", game, "--dice", 1, "--player", "Bo", stdin="one\n")
        self.assertIn("Well done, Bo.", unread)

    def test_deal(self):
        cards = json.loads(self.asked("deal", HUT, "--dice", 5, "--count", 4, "--json"))
        self.assertEqual(len(cards), 4)
        for card in cards:
            self.assertIn(card["right"], card["options"])
            self.assertEqual(card["options"]["ABCDEFGH".index(card["key"])], card["right"])
        self.assertEqual(cards, json.loads(self.asked("deal", HUT, "--dice", 5, "--count", 4, "--json")))
        self.assertIn("▸", self.asked("deal", HUT, "--dice", 5))

    def test_answer(self):
        pack = DEMO / "packs" / "ropes-and-sums.csv"
        cards = json.loads(self.asked("deal", DEMO / "2-before-the-fog.yaml", "--dice", 1, "--json"))
        climb = next(card for card in cards if "750 m" in card["prompt"])
        verdict = json.loads(self.asked("answer", pack, climb["id"], "2.5", "--json"))
        self.assertEqual(verdict["verdict"], "right")
        self.assertIn("equals 2 1/2", verdict["steps"])
        self.assertIn("no question", self.refused("answer", pack, "nobody", "2.5"))

    def test_snags_and_schema(self):
        for game in sorted(DEMO.glob("[1-8]*.yaml")):
            self.assertEqual(json.loads(self.asked("snags", game, "--json")), {"snags": []})
        broken = self.file("g.yaml", HUT.read_text("utf-8").replace("lanterns == 0", "lantern == 0"))
        found = json.loads(self.asked("snags", broken, "--json", code=1))["snags"]
        self.assertIn("expression", {snag["code"] for snag in found})
        self.assertEqual(
            json.loads(self.asked("schema"))["$schema"], "https://json-schema.org/draft/2020-12/schema"
        )

    def test_help(self):
        self.assertIn("check", self.asked("--help"))
        self.assertIn("--moves", self.asked("play", "--help"))


class CanNotBeServed(unittest.TestCase):
    """A port, data or a file that can't be used ends the command with a sentence and exit code 2."""

    def refused(self, *args: object) -> str:
        done = run(*args)
        self.assertEqual((done.returncode, done.stdout), (2, ""), done.stderr)
        self.assertTrue(done.stderr.startswith("dicetrail: "), done.stderr)
        self.assertNotIn("Traceback", done.stderr)
        return done.stderr

    def test_a_port_that_is_taken(self):
        with socket.socket() as taken, tempfile.TemporaryDirectory() as folder:
            taken.bind(("127.0.0.1", 0))
            taken.listen()
            port = taken.getsockname()[1]
            self.assertIn(str(port), self.refused("serve", "--port", port, "--data", folder))

    def test_damaged_data(self):
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            port = probe.getsockname()[1]
        with tempfile.TemporaryDirectory() as folder:
            (Path(folder) / "dicetrail.sqlite").write_bytes(b"no database at all " * 300)
            self.assertIn("not a database", self.refused("serve", "--port", port, "--data", folder))

    def test_a_file_that_never_ends(self):
        self.assertIn("20 MB", self.refused("check", "/dev/zero"))
