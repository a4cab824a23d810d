"""Making a game from nothing: packs to write into, rows pasted, questions given away, games brought."""

from __future__ import annotations

import sqlite3
import time
import zlib

from alembic import command
from alembic.config import Config
from sqlalchemy import create_engine, event

from dicetrail.store.database import MIGRATIONS, open_database
from dicetrail.store.models import Pack

from .serving import ROWS, RULES, Serving

LETTERS = b"kind\tprompt\tanswer\nletters\tWord one?\tcornice\nletters\tTwo?\tfirn\n"
TIMED = b"prompt,answer,wrong,seconds\nOne?,a,b,3\nTwo?,a,b,1\nThree?,a,b,2\n"


class Packs(Serving):
    def prompts(self, pack: int) -> list[str]:
        found = self.ask("GET", f"/packs/{pack}/questions")
        return [question["prompt"] for question in found["questions"]]

    def test_a_pack_to_write_into(self):
        pack = self.ask("POST", "/packs/empty", {"name": "My questions"}, 201)
        self.assertEqual((pack["name"], pack["questions"], pack["to_mend"]), ("packs/My questions.tsv", 0, 0))
        record = {"kind": "choice", "prompt": "Which?", "option": ["a", "b", "c", "d"], "key": "A"}
        body = {"record": record, "revision": 1, "after": None}
        self.assertEqual(
            self.ask("POST", f"/packs/{pack['id']}/questions", body, 201)["kinds"], {"choice": 1}
        )

    def test_pasted_rows(self):
        pack = self.bring("five.tsv", ROWS.encode())["id"]
        body = {"text": "One more?\tyes\tno\tperhaps\nAnd one?\tyes\tno\tnever\n", "after": 1, "revision": 1}
        now = self.ask("POST", f"/packs/{pack}/questions/rows", body, 201)
        self.assertEqual(now["questions"], 7)
        self.assertEqual(self.prompts(pack)[1:5], ["Question 2?", "One more?", "And one?", "Question 3?"])
        bad = {"text": "One?\tyes\tyes\n", "after": None, "revision": 2}
        said = self.ask("POST", f"/packs/{pack}/questions/rows", bad, 422)["detail"]
        self.assertIn("Nothing was added", said)
        self.assertEqual(len(self.prompts(pack)), 7)

    def test_set_for_many(self):
        pack = self.bring("five.tsv", ROWS.encode())["id"]
        fields = {"topic": "knots", "level": "4", "seconds": "20"}
        body = {"do": "set", "numbers": [0, 2, 4], "fields": fields, "revision": 1}
        self.ask("POST", f"/packs/{pack}/questions/many", body)
        found = self.ask("GET", f"/packs/{pack}/questions")["questions"]
        self.assertEqual([one["level"] for one in found], [4, 1, 4, 1, 4])
        body = {"do": "set", "numbers": [0], "fields": {"topic": ""}, "revision": 2}
        self.ask("POST", f"/packs/{pack}/questions/many", body)
        self.assertEqual(self.ask("GET", f"/packs/{pack}/questions")["questions"][0]["topic"], "")
        body = {"do": "set", "numbers": [0], "fields": {"level": "9"}, "revision": 3}
        self.assertIn("level", self.ask("POST", f"/packs/{pack}/questions/many", body, 422)["detail"])

    def test_given_to_another_pack(self):
        one, other = self.bring("five.tsv", ROWS.encode())["id"], self.bring("b.csv", b"Deep?,yes,no\n")["id"]
        body = {"numbers": [0, 1], "target": other, "move": False, "revision": 1}
        self.assertEqual(self.ask("POST", f"/packs/{one}/questions/give", body)["given"], 2)
        self.assertEqual(self.prompts(other), ["Deep?", "Question 1?", "Question 2?"])
        body = {"numbers": [0, 2], "target": other, "move": True, "revision": 1}
        given = self.ask("POST", f"/packs/{one}/questions/give", body)
        self.assertEqual((given["given"], len(given["left"])), (1, 1))
        self.assertEqual(self.prompts(one), [f"Question {n}?" for n in (1, 2, 4, 5)])
        self.ask("POST", f"/packs/{one}/questions/give", {**body, "target": one, "revision": 2}, 422)
        self.ask("POST", f"/packs/{one}/questions/give", body, 409)
        self.turn(f"/packs/{one}", "undo")
        self.assertEqual(len(self.prompts(one)), 5)

    def test_the_wording_of_lists(self):
        pack = self.bring("l.csv", b"group: High,group: Low\nCirrus,Stratus\n")["id"]
        settings = {"lists": "sort", "ask_member": "Where is {member}?"}
        self.ask("PUT", f"/packs/{pack}/columns?revision=1", settings)
        self.assertEqual(self.prompts(pack), ["Where is Cirrus?", "Where is Stratus?"])
        self.assertEqual(
            self.ask("GET", f"/packs/{pack}/columns")["settings"]["ask_member"], "Where is {member}?"
        )


class Games(Serving):
    def test_a_game_without_a_pack_gets_one_later(self):
        game = self.ask("POST", "/games", {"title": "Soon"}, 201)
        self.assertEqual((game["playable"], game["packs"]), (False, []))
        self.assertEqual([snag["code"] for snag in game["snags"]], ["no-questions"])
        self.ask("GET", f"/games/{game['id']}/rules")
        self.bring("five.tsv", ROWS.encode())
        edits = [{"do": "insert", "path": ["packs", 0], "value": "packs/five.tsv"}]
        now = self.ask("POST", f"/games/{game['id']}/edits", {"edits": edits, "revision": 1})
        self.assertTrue(now["playable"])

    def test_waymarks_of_every_starting_point_pass_on_every_pack(self):
        packs = [
            self.bring("five.tsv", ROWS.encode())["id"],
            self.bring("one.tsv", b"Alone here?\tyes\tno\n")["id"],
            self.bring(
                "words.tsv", b"kind\tprompt\tanswer\nletters\tWord one?\tcornice\nletters\tTwo?\tfirn\n"
            )["id"],
            self.bring("own.csv", b"prompt,answer,wrong,seconds\nOne?,a,b,3\nTwo?,a,b,1\nThree?,a,b,2\n")[
                "id"
            ],
            self.bring("typed.csv", "".join(f"Word {n}?,answer {n}\n" for n in range(30)).encode())["id"],
        ]
        for pack in packs:
            for manner in self.ask("GET", "/manners"):
                wanted = {"pack_id": pack, "title": manner["name"], "manner": manner["name"]}
                game = self.ask("POST", "/games", wanted, 201)
                self.assertTrue(game["playable"], game["snags"])
                self.assertEqual(game["failed"], 0, (pack, manner["name"]))
                if pack == packs[-1]:
                    self.assertGreater(game["passed"], 0, manner["name"])

    def test_every_place_tells_the_same_snags(self):
        """Those that come of going through a game's plays too, once that is done."""
        pack = self.bring("five.tsv", ROWS.encode())["id"]
        game = self.ask("POST", "/games", {"pack_id": pack, "title": "Never"}, 201)
        row = {"moment": "right", "if": "streak >= 3 and missed > 9", "add": {"score": 5}}
        edit = {"path": ["consequences", 0], "value": row, "insert": True}
        self.ask("POST", f"/games/{game['id']}/edits", {"edits": [edit], "revision": 1})
        for _ in range(200):
            (told,) = self.ask("GET", "/shelf")["games"]
            if not told["looking"]:
                break
            time.sleep(0.05)
        alone = self.ask("GET", f"/games/{game['id']}")
        self.assertEqual([snag["code"] for snag in alone["snags"]], ["row-never"])
        self.assertEqual(told["to_mend"], 1)

    def test_the_shelf_asks_the_database_little(self):
        """However much stands on it: what was read once is asked by its revision alone."""
        for number in range(12):
            pack = self.bring(f"pack{number}.tsv", ROWS.encode())
            self.ask("POST", "/games", {"pack_id": pack["id"], "title": f"Game {number}"}, 201)
        before = self.ask("GET", "/shelf")
        asked: list[str] = []
        engine = self.client.app.state.workshop.engine
        event.listen(engine, "before_cursor_execute", lambda *of: asked.append(of[2]))
        self.assertEqual(len(self.ask("GET", "/shelf")["packs"]), len(before["packs"]))
        self.assertLessEqual(len(asked), 5, asked)
        self.assertFalse(any("original" in statement for statement in asked))
        self.assertFalse(any("pack_revisions" in statement for statement in asked))

    def test_a_table_that_changes_changes_what_is_made_from_it(self):
        """And nothing else is read anew."""
        table = self.bring("huts.csv", b"hut,height\nLanternfell,1840\nStonemere,2210\n")
        asks = "kind\tprompt\tanswer\tfrom\task\ntable\tHow high is {hut}?\theight\thuts.csv\ttyped\n"
        pack = self.bring("heights.tsv", asks.encode())
        other = self.bring("five.tsv", ROWS.encode())
        self.assertEqual(self.ask("GET", f"/packs/{pack['id']}/questions/0")["size"], 2)
        shelf = self.client.app.state.workshop.packs
        with self.client.app.state.workshop.session() as session:
            kept = shelf.source(session, session.get(Pack, other["id"]))
        line = {"raw": "Stonemere,2210\nHighmoor,2505", "revision": table["revision"]}
        self.ask("PUT", f"/packs/{table['id']}/lines/3", line)
        self.assertEqual(self.ask("GET", f"/packs/{pack['id']}/questions/0")["size"], 3)
        with self.client.app.state.workshop.session() as session:
            self.assertIs(shelf.source(session, session.get(Pack, other["id"])), kept)

    def test_the_plain_quiz_is_the_first_starting_point(self):
        self.assertEqual(self.ask("GET", "/manners")[0]["name"], "plain")
        pack = self.bring("five.tsv", ROWS.encode())["id"]
        game = self.ask("POST", "/games", {"pack_id": pack, "title": "Plain"}, 201)
        play = self.start(game["slug"])
        for answer in ("right", "wrong"):
            for _ in range(2):
                seen = self.client.get(f"/api/players/plays/{play}").json()
                if seen["phase"] == "feedback":
                    self.move(play, seen["visit"], "continue")
                    seen = self.client.get(f"/api/players/plays/{play}").json()
            options = {one["text"]: one["label"] for one in seen["question"]["options"]}
            label = next(label for text, label in options.items() if text.startswith(answer))
            seen = self.move(play, seen["visit"], "answer", label)
        self.assertEqual({meter["name"]: meter["value"] for meter in seen["meters"]}, {"score": 1})

    def move(self, play: str, visit: int, do: str, text: str = ""):
        body = {"do": do, "text": text, "visit": visit}
        return self.client.post(f"/api/players/plays/{play}/moves", json=body).json()

    def test_a_games_yaml_that_is_brought_is_a_game(self):
        for name in ("mine.yaml", "mine.txt"):
            response = self.client.post("/api/workshop/packs", files={"file": (name, RULES.encode())})
            brought = response.json()
            self.assertEqual((brought["pack"], response.status_code), (None, 201))
            self.assertEqual(self.ask("GET", f"/games/{brought['game']}")["title"], "Test")
        self.assertEqual(self.ask("GET", "/shelf")["packs"], [])
        questions = b"- prompt: What is a title?\n  answer: a name\n"
        self.assertEqual(self.bring("q.yaml", questions)["questions"], 1)

    def test_comments(self):
        game = self.game()
        body = {"path": ["consequences", 0], "comment": "five for each", "revision": game["revision"]}
        now = self.ask("POST", f"/games/{game['id']}/comments", body)
        self.assertIn("  # five for each\n", now["text"])
        rules = self.ask("GET", f"/games/{game['id']}/rules")
        self.assertEqual(rules["comments"], {"consequences.1": "five for each"})
        body = {"path": ["consequences", 9], "comment": "x", "revision": now["revision"]}
        self.ask("POST", f"/games/{game['id']}/comments", body, 422)

    def test_leaving(self):
        self.game(RULES + "leave: true\n")
        play = self.start()
        seen = self.client.get(f"/api/players/plays/{play}").json()
        self.assertTrue(seen["can_leave"])
        self.assertEqual(self.move(play, seen["visit"], "leave")["outcome"]["result"], "done")


class Empty(Serving):
    def test_the_demo_and_a_sample_can_be_had(self):
        self.assertEqual(self.ask("GET", "/shelf")["packs"], [])
        self.assertIn("question\t", self.client.get("/api/workshop/sample").text)
        shelf = self.ask("POST", "/demo", code=201)
        self.assertEqual((len(shelf["games"]), len(shelf["packs"])), (13, 13))
        again = self.ask("POST", "/demo", code=201)
        self.assertEqual((len(again["games"]), len(again["packs"])), (13, 13))


class Migration(Serving):
    OLD = RULES.replace("tell:", "say:") + (
        'consequences2: "say: it"\nwaymarks:\n  - {name: "to say: hi", moves: [right], expect: {say: none}}\n'
    )

    def test_saved_games_are_told(self):
        path = self.folder / "old.sqlite"
        config = Config()
        config.set_main_option("script_location", str(MIGRATIONS))
        engine = create_engine(f"sqlite:///{path}")
        with engine.begin() as connection:
            config.attributes["connection"] = connection
            command.upgrade(config, "0004")
        with sqlite3.connect(path) as raw:
            raw.execute(
                "insert into games (id, slug, text, revision, dice, updated)"
                " values (1, 'g', ?, 2, 1, '2026')",
                (self.OLD,),
            )
            for number, parent in ((1, 0), (2, 1)):
                raw.execute(
                    "insert into game_revisions (game_id, number, parent, text, at)"
                    " values (1, ?, ?, ?, '2026')",
                    (number, parent, self.OLD),
                )
            raw.execute(
                "insert into compiled_games (digest, data) values ('d', ?)",
                ('{"consequences": [{"say": "x"}], "endings": [{"say": "Out."}], "awards": []}',),
            )
        open_database(path)
        with sqlite3.connect(path) as raw:
            texts = [
                row[0]
                for row in raw.execute("select text from games union all select text from game_revisions")
            ]
            (data,) = raw.execute("select data from compiled_games").fetchone()
        self.assertEqual(len(texts), 3)
        for text in texts:
            self.assertIn('tell: "Out."', text)
            self.assertIn("expect: {tell: none}", text)
            self.assertIn('"say: it"', text)
            self.assertIn('"to say: hi"', text)
        self.assertEqual(
            zlib.decompress(data).decode(),
            '{"awards": [], "consequences": [{"tell": "x"}], "endings": [{"tell": "Out."}]}',
        )
