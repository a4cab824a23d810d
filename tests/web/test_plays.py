"""Plays over the players' API: live, by the server's clock, taken up again, never giving the key away."""

from __future__ import annotations

import json
import time
from contextlib import suppress

from sqlalchemy.exc import OperationalError
from starlette.websockets import WebSocketDisconnect

from dicetrail.store.models import Play, PlayMove

from .serving import ROWS, RULES, Serving, view_when


def asking(visit: int):
    return lambda view: view["phase"] == "asking" and view["visit"] == visit


class Live(Serving):
    """Steps over the live socket."""

    def live(self, play: str):
        return self.client.websocket_connect(f"ws://localhost/api/players/plays/{play}/live")

    def send(self, socket, do: str, visit: int, text: str = "") -> None:
        socket.send_text(json.dumps({"do": do, "text": text, "visit": visit}))


class Plays(Live):
    def test_invitation_and_choices(self):
        game = self.game(RULES + "setup: {name: ask, count: {min: 2, max: 9, default: 8}, topic: ask}\n")
        found = self.client.get(f"/api/players/games/{game['slug']}").json()
        self.assertEqual((found["name"], found["count"]), (True, {"min": 2, "max": 5, "default": 5}))
        self.assertEqual((found["topics"], found["shut"]), ([], ""))
        refused = self.client.post(f"/api/players/games/{game['slug']}/plays", json={"count": 1})
        self.assertEqual(refused.status_code, 422)
        self.assertIn("between 2 and 9", refused.json()["detail"])
        self.assertEqual(self.client.get("/api/players/games/nothing").status_code, 404)

    def test_a_broken_game_is_not_played(self):
        self.game("title: [")
        self.assertIn("worked on", self.client.get("/api/players/games/test").json()["detail"])
        self.assertEqual(self.client.post("/api/players/games/test/plays", json={}).status_code, 409)

    def test_a_whole_play(self):
        self.game()
        with self.live(self.start()) as socket:
            view = view_when(socket, asking(1))
            self.assertEqual(
                view["question"]["options"][0],
                {"label": "A", "text": "right 1", "mark": "", "image": "", "gone": False},
            )
            self.send(socket, "answer", 1, "A")
            view = view_when(socket, asking(2))
            self.assertEqual(view["meters"][0]["value"], 5)
            self.send(socket, "answer", 1, "A")  # meant for the first question
            self.send(socket, "answer", 2, "nonsense")
            view = view_when(socket, lambda v: v["feedback"]["moment"] == "unreadable")
            self.assertEqual(view["question"]["attempt"], 1)
            self.send(socket, "answer", 2, "B")
            view = view_when(socket, lambda v: v["phase"] == "asking" and v["question"]["attempt"] == 2)
            self.send(socket, "answer", 2, "C")
            view_when(socket, asking(3))
            socket.send_text("nonsense that is no move")
            for visit in (3, 4, 5):
                self.send(socket, "answer", visit, "A")
                view = view_when(socket, lambda v, n=visit: v["visit"] > n or v["phase"] == "over")
            self.assertEqual(view["outcome"]["result"], "done")
            self.assertEqual((view["outcome"]["award"], view["outcome"]["percent"]), ("High", 80))
            self.assertEqual([meter["value"] for meter in view["meters"]], [20, 1])

    def test_the_server_decides_when_time_is_up(self):
        self.game(RULES.replace("question: 30", "question: 0.4"))
        with self.live(self.start()) as socket:
            view = view_when(socket, lambda v: v["phase"] == "over")
        self.assertEqual((view["outcome"]["result"], view["outcome"]["tell"]), ("lost", "Out."))
        self.assertEqual([row["outcome"] for row in view["outcome"]["summary"]], ["late", "late"])

    def test_several_windows_see_the_same_play(self):
        self.game()
        play = self.start()
        with self.live(play) as one, self.live(play) as two:
            view_when(one, asking(1))
            view_when(two, asking(1))
            self.send(one, "answer", 1, "A")
            self.assertEqual(view_when(two, asking(2))["meters"][0]["value"], 5)

    def test_no_such_play(self):
        with suppress(WebSocketDisconnect), self.live("nobody") as socket:
            self.assertEqual(socket.receive()["code"], 4404)
        self.assertEqual(self.client.get("/api/players/plays/nobody").status_code, 404)

    def test_moves_without_a_socket(self):
        self.game()
        play = self.start()
        view = self.client.post(
            f"/api/players/plays/{play}/moves", json={"do": "answer", "text": "A", "visit": 1}
        )
        self.assertEqual(view.json()["meters"][0]["value"], 5)

    def test_a_play_is_taken_up_after_a_restart_its_clock_having_stood(self):
        self.game()
        play = self.start()
        with self.live(play) as socket:
            view_when(socket, asking(1))
            self.send(socket, "answer", 1, "A")
            before = view_when(socket, asking(2))
            time.sleep(1.6)  # longer than a heartbeat
        self.client = self.serve()  # a new server over what the old one kept
        time.sleep(2.7)
        with self.live(play) as socket:
            after = view_when(socket, asking(2))
            self.assertEqual(after["meters"], before["meters"])
            self.assertEqual(after["question"], before["question"])
            left = after["question_clock"]["left"]
            self.assertLess(left, 30_000 - 1_400)
            self.assertGreater(left, 30_000 - 3_500)  # 4.3 seconds went by in all
            self.send(socket, "answer", 2, "A")
            self.assertEqual(view_when(socket, asking(3))["meters"][0]["value"], 10)
        with self.client.app.state.workshop.session() as session:
            self.assertEqual(session.query(PlayMove).count(), 2)

    def test_a_database_that_fails_for_a_while_stops_no_play(self):
        self.game(RULES.replace("question: 30", "question: 0.5"))
        play = self.start()
        live = self.client.app.state.live
        keeper, failed = live._keeper, []
        write = keeper._write

        def fail(happenings):
            failed.append(happenings)
            return OperationalError("UPDATE", {}, Exception("database is locked"))

        keeper._write = fail
        with self.assertLogs("dicetrail.web.players.live", "WARNING"), self.live(play) as socket:
            view = view_when(socket, lambda v: v["phase"] == "over")
            self.assertEqual(view["outcome"]["result"], "lost")
            self.assertGreater(len(failed), 1)
            keeper._write = write
            end = time.monotonic() + 10
            while time.monotonic() < end:
                with self.client.app.state.workshop.session() as session:
                    if session.get(Play, play).over:
                        break
                time.sleep(0.1)
            else:
                self.fail("the heart does not beat any more")

    def test_rules_changed_meanwhile_leave_a_play_as_it_was(self):
        game = self.game()
        play = self.start()
        with self.live(play) as socket:
            view_when(socket, asking(1))
        text = RULES.replace("score: 5", "score: 50")
        self.ask("PUT", f"/games/{game['id']}", {"text": text, "revision": game["revision"]})
        self.client = self.serve()
        with self.live(play) as socket:
            view_when(socket, asking(1))
            self.send(socket, "answer", 1, "A")
            self.assertEqual(view_when(socket, asking(2))["meters"][0]["value"], 5)


class NothingGivenAway(Live):
    """Every message of whole plays is walked: no key before the reveal."""

    SECRETS = ("zq-one", "zq-two", "zq-three")

    def messages(self, rules: str, answers: list[str]) -> list[dict]:
        pack = "".join(
            f"{text}\t{secret}|{secret}x\n"
            for text, secret in zip(["First?", "Second?", "Third?"], self.SECRETS, strict=True)
        )
        self.bring("secret.tsv", pack.encode())
        game = self.game(rules, title="Secret")
        seen: list[dict] = []
        with self.live(self.start(game["slug"])) as socket:
            while not seen or seen[-1]["phase"] != "over":
                view = socket.receive_json()
                seen.append(view)
                if (
                    view["phase"] == "asking"
                    and answers
                    and view["steps"] != (seen[-2]["steps"] if seen[1:] else 0)
                ):
                    self.send(socket, "answer", view["visit"], answers.pop(0))
        return seen

    def test_typed_answers(self):
        rules = RULES.replace("five.tsv", "secret.tsv").replace("breather: 0", "breather: 0.1")
        seen = self.messages(rules, ["no", "never", "what", "", "not", "nothing"])
        revealed: set[str] = set()
        for view in seen:
            if view["outcome"]:
                break
            feedback = view["feedback"] or {}
            if feedback.get("answer"):
                revealed.add(feedback["answer"])
            said = json.dumps(view)
            for secret in self.SECRETS:
                if secret not in revealed:
                    self.assertNotIn(secret, said)
            if view["phase"] == "asking":
                self.assertNotIn("zq", json.dumps(view["question"]))
        self.assertEqual(len(revealed), 2)

    def test_choices_look_alike_until_the_reveal(self):
        """The place of the right option must not show: the same pack with the key at another place gives the
        same messages, but for the option texts, up to the first reveal."""
        swapped = ROWS.replace("right", "zz").replace("wrong", "right").replace("zz", "wrong")
        shown = []
        for rows in (ROWS, swapped):
            self.client = self.serve()
            name = f"pack{len(shown)}.tsv"
            self.bring(name, rows.encode())
            game = self.game(RULES.replace("five.tsv", name), title=f"Game {len(shown)}")
            with self.live(self.start(game["slug"])) as socket:
                view = view_when(socket, asking(1))
            for option in view["question"]["options"]:
                option["text"] = ""
            view["question_clock"]["left"] = 0
            shown.append(view)
        self.assertEqual(shown[0], shown[1])
        self.assertEqual(
            set(shown[0]["question"]),
            {"number", "total", "kind", "prompt", "hint", "options", "topic", "unit", "attempt", "tries_left"}
            | {"letters", "image", "alt", "sound", "items", "clue", "start", "gaps", "between", "areas"},
        )
