"""The wall of a hand-out: what it shows and to whom, beginning together, and many who look at once."""

from __future__ import annotations

import asyncio
import json
import time
import unittest
from collections.abc import Callable
from typing import Any

import httpx

from tests.ui.harness import Served

from .serving import ROWS, RULES, Serving

A_SECOND_A_WALL = 2000
"""Bytes that a wall may take in a second."""
LONGEST_WAIT = 240


class Walls(Serving):
    def setUp(self) -> None:
        super().setUp()
        self.made = self.game()

    def handed_out(self, **settings: Any) -> dict:
        wanted = {"name": "Class", **settings}
        handout: dict = self.ask("POST", f"/games/{self.made['id']}/handouts", wanted, 201)
        return handout

    def begun(self, handout: dict, player: str, **more: Any) -> str:
        answer = self.client.post(
            f"/api/players/games/{handout['link']}/plays", json={"player": player, **more}
        )
        self.assertEqual(answer.status_code, 201, answer.text)
        play: str = answer.json()["id"]
        self.client.get(f"/api/players/plays/{play}")
        return play

    def answered(self, play: str, text: str = "A") -> dict:
        visit = self.client.get(f"/api/players/plays/{play}").json()["visit"]
        move = {"do": "answer", "text": text, "visit": visit}
        seen: dict = self.client.post(f"/api/players/plays/{play}/moves", json=move).json()
        return seen

    def wall(self, handout: dict, code: int = 200) -> dict:
        answer = self.client.get(f"/api/players/walls/{handout['link']}")
        self.assertEqual(answer.status_code, code, answer.text)
        found: dict = answer.json()
        return found

    def test_how_far_and_what_score(self) -> None:
        handout = self.handed_out()
        ada, ben = self.begun(handout, "Ada"), self.begun(handout, "Ben")
        self.answered(ada)
        for _ in range(5):
            time.sleep(0.02)
            self.answered(ben)
        marks = {mark["name"]: mark for mark in self.wall(handout)["now"]["new"]}
        self.assertEqual([marks["Ada"][name] for name in ("far", "score", "state")], [20, 5, "going"])
        self.assertEqual([marks["Ben"][name] for name in ("far", "score", "state")], [100, 25, "over"])
        self.assertEqual(self.wall(handout)["now"]["best"], [{"name": "Ben", "score": 25}])

    def test_an_ended_play_is_still_there_when_the_workshop_was_started_anew(self) -> None:
        handout = self.handed_out()
        play = self.begun(handout, "Ada")
        for _ in range(5):
            time.sleep(0.02)
            self.answered(play)
        self.client = self.serve()
        [mark] = self.wall(handout)["now"]["new"]
        self.assertEqual((mark["name"], mark["far"], mark["score"], mark["state"]), ("Ada", 100, 25, "over"))

    def test_who_hides_and_what_the_hand_out_hides(self) -> None:
        handout = self.handed_out()
        self.begun(handout, "Ada", hidden=True)
        self.begun(handout, "Ben")
        self.assertEqual(sorted(mark["name"] for mark in self.wall(handout)["now"]["new"]), ["", "Ben"])
        marks = self.handed_out(wall="marks")
        self.begun(marks, "Ada")
        self.assertEqual([mark["name"] for mark in self.wall(marks)["now"]["new"]], [""])
        nameless = self.handed_out(asks_name=False)
        self.begun(nameless, "Ada")
        self.assertEqual([mark["name"] for mark in self.wall(nameless)["now"]["new"]], [""])

    def test_no_wall_without_its_link(self) -> None:
        off = self.handed_out(wall="off")
        for link in (off["link"], self.made["slug"], "no-such", "..%2F..", "x" * 300):
            for end in ("", "/code", "/live"):
                answer = self.client.get(f"/api/players/walls/{link}{end}")
                self.assertEqual(answer.status_code, 404, link)

    def test_names_that_are_forgotten_leave_the_wall(self) -> None:
        handout = self.handed_out()
        self.begun(handout, "Ada")
        self.assertEqual([mark["name"] for mark in self.wall(handout)["now"]["new"]], ["Ada"])
        self.ask("POST", f"/handouts/{handout['id']}/plays/forget-names", {"plays": None})
        self.assertEqual([mark["name"] for mark in self.wall(handout)["now"]["new"]], [""])

    def test_all_begin_together_and_late_ones_late(self) -> None:
        handout = self.handed_out(together=True)
        plays = [self.begun(handout, name) for name in ("Ada", "Ben")]
        path = f"/api/players/plays/{plays[0]}"
        seen = self.client.get(path).json()
        self.assertEqual((seen["phase"], seen["question"]), ("ready", None))
        move = self.client.post(f"{path}/moves", json={"do": "answer", "text": "A", "visit": 0}).json()
        self.assertEqual(move["phase"], "ready", "nobody is ahead of the others")
        waiting = self.client.get(f"{path}/waiting").json()
        self.assertEqual((waiting["players"], sorted(waiting["names"])), (2, ["Ada", "Ben"]))
        self.assertEqual({mark["state"] for mark in self.wall(handout)["now"]["new"]}, {"waiting"})
        time.sleep(0.3)
        begun = self.ask("POST", f"/handouts/{handout['id']}/begin")
        self.assertEqual(begun, {"players": 2})
        views = [self.client.get(f"/api/players/plays/{play}").json() for play in plays]
        self.assertEqual({view["phase"] for view in views}, {"asking"})
        lefts = [view["question_clock"]["left"] for view in views]
        self.assertLess(max(lefts) - min(lefts), 300)
        self.assertGreater(min(lefts), 29_500, "the clock did not run while they waited")
        late = self.begun(handout, "Late")
        self.assertEqual(self.client.get(f"/api/players/plays/{late}").json()["phase"], "asking")
        self.ask("POST", f"/handouts/{handout['id']}/begin", code=409)
        self.ask("POST", f"/handouts/{handout['id']}/wait")
        again = self.begun(handout, "Again")
        self.assertEqual(self.client.get(f"/api/players/plays/{again}").json()["phase"], "ready")

    def test_who_waits_still_waits_after_a_new_start(self) -> None:
        handout = self.handed_out(together=True)
        play = self.begun(handout, "Ada")
        self.client = self.serve()
        self.assertEqual(self.client.get(f"/api/players/plays/{play}").json()["phase"], "ready")
        self.ask("POST", f"/handouts/{handout['id']}/begin")
        self.client = self.serve()
        self.assertEqual(self.client.get(f"/api/players/plays/{play}").json()["phase"], "asking")

    def test_two_tabs_of_one_screen_answer_once(self) -> None:
        handout = self.handed_out()
        play = self.begun(handout, "Ada")
        visit = self.client.get(f"/api/players/plays/{play}").json()["visit"]
        move = {"do": "answer", "text": "A", "visit": visit}
        for _ in range(2):
            self.client.post(f"/api/players/plays/{play}/moves", json=move)
        [mark] = self.wall(handout)["now"]["new"]
        self.assertEqual((mark["score"], mark["far"]), (5, 20))

    def test_names_that_are_too_long_and_ones_with_markup(self) -> None:
        handout = self.handed_out()
        answer = self.client.post(f"/api/players/games/{handout['link']}/plays", json={"player": "A" * 200})
        self.assertEqual(answer.status_code, 422)
        name = "<img src=x onerror=alert(1)>"
        self.begun(handout, name)
        self.assertEqual([mark["name"] for mark in self.wall(handout)["now"]["new"]], [name])
        headers = self.client.get(f"/wall/{handout['link']}").headers
        self.assertIn("default-src 'self'", headers["content-security-policy"])

    def test_several_at_one_screen_are_one_mark(self) -> None:
        game = self.game(rules=RULES.replace("title: Test", "title: Table\nplayers: {}"))
        path = f"/games/{game['id']}/handouts"
        handout = self.ask("POST", path, {"name": "Table"}, 201)
        answer = self.client.post(
            f"/api/players/games/{handout['link']}/plays", json={"players": ["Ada", "Ben"]}
        )
        play = answer.json()["id"]
        self.assertTrue(self.client.get(f"/api/players/plays/{play}").json()["hands_over"])
        self.assertEqual([mark["name"] for mark in self.wall(handout)["now"]["new"]], ["Ada, Ben"])
        self.ask("POST", f"/handouts/{handout['id']}/plays/forget-names", {"plays": None})
        self.client = self.serve()
        seen = self.client.get(f"/api/players/plays/{play}").json()
        self.assertEqual([seat["name"] for seat in seen["seats"]], ["", ""])
        for players in (["Ada"], ["A"] * 7, ["A", "A"], ["A" * 200, "B"], "Ada"):
            answer = self.client.post(
                f"/api/players/games/{handout['link']}/plays", json={"players": players}
            )
            self.assertEqual(answer.status_code, 422, players)


class Looking(unittest.TestCase):
    """Pages that look at walls, over a server of its own."""

    def setUp(self) -> None:
        self.served = Served()
        self.addCleanup(self.served.stop)
        pack = self.served.paste("five.tsv", ROWS)
        game = self.served.make_game("Test", pack, RULES.replace("packs/five.tsv", pack["name"]))
        self.handout = self.served.ask("POST", f"/api/workshop/games/{game['id']}/handouts", {"name": "Many"})

    def test_150_look_while_100_play(self) -> None:
        """Everybody hears of everybody, and a wall takes few bytes."""
        asyncio.run(self._look(looking=150, playing=100))

    async def _look(self, looking: int, playing: int) -> None:
        limits = httpx.Limits(max_connections=looking + 50, max_keepalive_connections=50)
        url = self.served.url
        async with httpx.AsyncClient(base_url=url, limits=limits, timeout=60) as client:
            link = self.handout["link"]

            async def begin(n: int) -> str:
                answer = await client.post(f"/api/players/games/{link}/plays", json={"player": f"P{n}"})
                play: str = answer.json()["id"]
                await client.get(f"/api/players/plays/{play}")
                return play

            plays = [await begin(n) for n in range(playing)]
            heard: list[dict[int, int]] = [{} for _ in range(looking)]
            weight = [0] * looking

            async def look(n: int) -> None:
                async with client.stream("GET", f"/api/players/walls/{link}/live") as answer:
                    async for line in answer.aiter_lines():
                        weight[n] += len(line) + 1
                        if line.startswith("data: "):
                            news = json.loads(line[6:])
                            heard[n] |= {mark["number"]: mark["far"] for mark in news["new"]}
                            heard[n] |= {number: far for number, far, _, _ in news["moved"]}

            tasks = [asyncio.create_task(look(n)) for n in range(looking)]
            await self._until(lambda: all(len(one) == playing for one in heard))
            before, since = list(weight), time.monotonic()
            for play in plays:
                seen = (await client.get(f"/api/players/plays/{play}")).json()
                move = {"do": "answer", "text": "A", "visit": seen["visit"]}
                await client.post(f"/api/players/plays/{play}/moves", json=move)
            await self._until(lambda: all(set(one.values()) == {20} for one in heard))
            lasted = time.monotonic() - since
            heaviest = max(now - then for now, then in zip(weight, before, strict=True))
            self.assertLess(heaviest / lasted, A_SECOND_A_WALL)
            for task in tasks:
                task.cancel()
            await asyncio.gather(*tasks, return_exceptions=True)

    async def _until(self, heard: Callable[[], bool]) -> None:
        """Wait until everybody has heard of everybody."""
        end = time.monotonic() + LONGEST_WAIT
        while not heard():
            self.assertLess(time.monotonic(), end, "everybody hears of everybody")
            await asyncio.sleep(0.2)
