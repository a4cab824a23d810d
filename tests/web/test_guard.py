"""Who may do what: other sites and strange names are refused, and the workshop wants its key elsewhere."""

from __future__ import annotations

import tempfile
import unittest
from pathlib import Path

from starlette.websockets import WebSocketDisconnect

from dicetrail.web.guard import COOKIE, KEY_PATH, is_loopback

from .serving import Serving, dice_of, serving

OWN = [
    {},
    {"origin": "http://localhost", "sec-fetch-site": "same-origin"},
    {"sec-fetch-site": "none"},
    {"origin": "http://localhost"},
]
OTHERS = [
    {"origin": "http://elsewhere.example"},
    {"origin": "null"},
    {"origin": "http://localhost:9999"},
    {"origin": "http://localhost", "sec-fetch-site": "cross-site"},
    {"sec-fetch-site": "same-site"},
    {"sec-fetch-site": "cross-site"},
]
STRANGE = ["elsewhere.example", "localhost.elsewhere.example", "127.0.0.1.elsewhere.example", "10.0.0.7", ""]


class OnTheLoopback(Serving):
    def test_names_of_this_machine(self):
        for name in (
            "localhost",
            "LOCALHOST:8321",
            "127.0.0.1:8321",
            "127.5.0.1",
            "[::1]:8321",
            "a.localhost",
        ):
            self.assertTrue(is_loopback(name), name)
        for name in (*STRANGE, "0.0.0.0", "[::]", "fe80::1", "localhost.example:80"):
            self.assertFalse(is_loopback(name), name)

    def test_a_strange_name_gets_nothing(self):
        game = self.game()
        for host in STRANGE:
            for method, path in [
                ("GET", "/api/workshop/shelf"),
                ("GET", f"/api/workshop/games/{game['id']}"),
                ("GET", f"/api/players/games/{game['slug']}"),
                ("GET", "/"),
                ("POST", "/api/workshop/demo"),
            ]:
                answer = self.client.request(method, path, headers={"host": host})
                self.assertEqual(answer.status_code, 403, (host, path))
                self.assertIn("localhost", answer.json()["detail"])

    def test_another_site_changes_nothing(self):
        game = self.game()
        paths = [
            ("POST", f"/api/workshop/games/{game['id']}/copy"),
            ("POST", f"/api/workshop/games/{game['id']}/off"),
            ("PUT", f"/api/workshop/games/{game['id']}/dice"),
            ("DELETE", "/api/workshop/jobs/x"),
            ("POST", "/api/workshop/packs"),
            ("POST", f"/api/players/games/{game['slug']}/plays"),
        ]
        for headers in OTHERS:
            for method, path in paths:
                answer = self.client.request(method, path, headers=headers)
                self.assertEqual(answer.status_code, 403, (headers, path))
        form = self.client.post(
            "/api/workshop/packs",
            files={"file": ("planted.tsv", b"A?\tb\n")},
            headers={"origin": "http://elsewhere.example"},
        )
        self.assertEqual(form.status_code, 403)
        shelf = self.ask("GET", "/shelf")
        self.assertEqual((len(shelf["packs"]), len(shelf["games"])), (1, 1))

    def test_our_own_pages_may(self):
        game = self.game()
        for headers in OWN:
            path = f"/api/workshop/games/{game['id']}/dice"
            answer = self.client.put(path, headers=headers, json={"dice": 5})
            self.assertEqual(answer.status_code, 200, headers)

    def test_a_link_of_another_site_opens_a_page(self):
        headers = {"sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate"}
        self.assertEqual(self.client.get("/play/test", headers=headers).status_code, 200)

    def test_the_socket(self):
        self.game()
        path = f"ws://localhost/api/players/plays/{self.start()}/live"
        for headers in OWN[:1] + OWN[3:]:
            with self.client.websocket_connect(path, headers=headers) as socket:
                self.assertEqual(socket.receive_json()["phase"], "asking")
        for headers in (*OTHERS, *({"host": host} for host in STRANGE)):
            with (
                self.assertRaises(WebSocketDisconnect, msg=headers),
                self.client.websocket_connect(path, headers=headers),
            ):
                self.fail(f"{headers} came in")

    def test_who_sits_here_chooses_dice(self):
        self.game()
        started = self.client.post("/api/players/games/test/plays", json={"dice": 77})
        self.assertEqual(dice_of(self.client, started.json()["id"]), 77)


class Elsewhere(unittest.TestCase):
    """Served on another host: with a key."""

    def setUp(self) -> None:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.client = self.enterContext(serving(folder, key="the-key", at="http://hut.example:8321"))

    def test_the_workshop_wants_its_key(self):
        for path in ("/", "/games/1/rules", "/api/workshop/shelf", "/openapi.json", f"{KEY_PATH}wrong"):
            answer = self.client.get(path, follow_redirects=False)
            self.assertEqual(answer.status_code, 401, path)
            self.assertIn("key", answer.text)
        self.assertEqual(self.client.get("/", headers={"cookie": f"{COOKIE}=wrong"}).status_code, 401)
        self.assertEqual(self.client.get("/", headers={"cookie": f'{COOKIE}="\\'}).status_code, 401)

    def test_the_address_with_the_key_opens_it(self):
        answer = self.client.get(f"{KEY_PATH}the-key", follow_redirects=False)
        self.assertEqual((answer.status_code, answer.headers["location"]), (303, "/"))
        told = answer.headers["set-cookie"].lower()
        for part in ("httponly", "samesite=strict", "path=/"):
            self.assertIn(part, told)
        self.assertEqual(self.client.get("/api/workshop/shelf").status_code, 200)
        self.assertEqual(self.client.get("/").status_code, 200)
        other = {"origin": "http://elsewhere.example"}
        self.assertEqual(self.client.post("/api/workshop/demo", headers=other).status_code, 403)

    def test_players_need_none_and_choose_no_dice(self):
        self.client.get(f"{KEY_PATH}the-key")
        pack = self.client.post("/api/workshop/packs/paste", json={"text": "A?\tb\tc\td\n"}).json()["pack"]
        wanted = {"pack_id": pack["id"], "title": "Open"}
        game = self.client.post("/api/workshop/games", json=wanted).json()
        handed = self.client.post(f"/api/workshop/games/{game['id']}/handouts", json={"name": "Tonight"})
        path = f"/api/players/games/{handed.json()['link']}"
        maker = self.client.post(f"{path}/plays", json={"dice": 5}).json()
        self.client.cookies.clear()
        self.assertEqual(self.client.get("/play/open").status_code, 200)
        self.assertEqual(self.client.get(path).status_code, 200)
        self.assertEqual(self.client.get("/api/players/games/open").status_code, 404)  # the maker's trial
        rolled = {self.client.post(f"{path}/plays", json={"dice": 5}).json()["id"] for _ in range(5)}
        self.assertEqual(dice_of(self.client, maker["id"]), 5)
        self.assertEqual(len({dice_of(self.client, play) for play in rolled} - {5}), 5)
        self.assertEqual(self.client.get(f"/api/workshop/packs/{pack['id']}").status_code, 401)


if __name__ == "__main__":
    unittest.main()
