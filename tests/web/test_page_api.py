"""What the player's page asks for: its texts, its invitation, the same deal again."""

from __future__ import annotations

from dicetrail.core.play.words import LANGUAGES

from .serving import RULES
from .test_plays import Live


class PageApi(Live):
    def test_texts_of_every_language(self):
        for code in LANGUAGES:
            answer = self.client.get(f"/api/players/words/{code}").json()
            self.assertEqual((answer["language"], answer["texts"]), (code, LANGUAGES[code].texts))
        self.assertEqual(self.client.get("/api/players/words/xx").status_code, 404)

    def test_an_invitation_tells_how_it_is_played_in_its_language(self):
        self.game(RULES + "words: {language: de, texts: {start.go: Auf}}\nwelcome: {alt: Eine Hütte}\n")
        found = self.client.get("/api/players/games/test").json()
        self.assertEqual((found["language"], found["texts"]), ("de", {"start.go": "Auf"}))
        self.assertEqual(found["played"], "5 Fragen, je 2 Versuche, je 30 Sekunden, lives: 2")
        self.assertEqual(found["welcome"]["alt"], "Eine Hütte")

    def test_the_same_deal_where_the_maker_allows_it(self):
        self.game(RULES.replace("order: filed", "order: shuffled") + "same_deal: true\n")
        first = self.start(dice=77)
        play = {"like": first}
        again = self.client.post("/api/players/games/test/plays", json=play).json()
        self.assertEqual((self.dice_of(again["id"]), again["id"] == first), (77, False))
        seen = [self.client.get(f"/api/players/plays/{one}").json() for one in (first, again["id"])]
        self.assertTrue(seen[0]["same_deal"])
        missing = self.client.post("/api/players/games/test/plays", json={"like": "none"})
        self.assertEqual(missing.status_code, 404)

    def test_and_not_where_not(self):
        self.game()
        first = self.start()
        answer = self.client.post("/api/players/games/test/plays", json={"like": first})
        self.assertEqual(answer.status_code, 409)
        self.assertIn("anew", answer.json()["detail"])

    def test_the_makers_own_look_at_each_state(self):
        game = self.game()
        for state in self.ask("GET", "/words")["page_states"]:
            seen = self.ask("GET", f"/games/{game['id']}/page/{state}")
            self.assertEqual(seen["title"], "Test")
        self.assertEqual(self.ask("GET", f"/games/{game['id']}/page/start")["slug"], "test")
        self.ask("GET", f"/games/{game['id']}/page/nothing", code=422)
