"""Proof over the maker's API: odds, curves, walks, aims, versions held beside each other."""

from __future__ import annotations

import time
from unittest import mock

from scipy import stats

from dicetrail.core.prove.odds import exact

from .serving import Serving

RULES = """\
title: Test
packs: [packs/five.tsv]
tries: 1
meters:
  score: {start: 0}
consequences:
  - {moment: right, add: {score: 5}}
  - {moment: skipped, add: {score: -1}}
awards:
  - {if: percent == 100, title: All}
aims:
  - {name: half of them, skill: 0.5, expect: score >= 12}
  - {name: all of them, skill: 0.5, expect: 'share("All") > 0.5'}
"""


class Proof(Serving):
    def test_odds_and_the_curve(self):
        game = self.game(RULES)
        found = self.ask("GET", f"/games/{game['id']}/proof/odds?how=skill&share=0.7")["figures"]
        shares = {one["value"]: one["share"] for one in found["meters"]["score"]}
        for right in range(6):
            self.assertAlmostEqual(shares[5 * right], stats.binom.pmf(right, 5, 0.7))
        self.assertEqual((found["plays"], found["unused_rows"]), (None, [2]))
        curve = self.ask("GET", f"/games/{game['id']}/proof/curve")
        self.assertEqual((len(curve["shares"]), curve["problem"]), (21, ""))
        for share, award, mean in zip(
            curve["shares"], curve["awards"]["All"], curve["means"]["score"], strict=True
        ):
            self.assertAlmostEqual(award, share**5)
            self.assertAlmostEqual(mean, 25 * share)

    def test_a_walk_grows_and_can_be_stopped(self):
        game = self.game(RULES)
        wanted = {"how": "skill", "share": 0.7, "plays": 400}
        job = self.ask("POST", f"/games/{game['id']}/proof/walk", wanted, 201)["job"]["id"]
        for _ in range(200):
            seen = self.ask("GET", f"/games/{game['id']}/proof/walk/{job}")
            if seen["job"]["state"] == "done":
                break
            time.sleep(0.1)
        self.assertEqual(seen["figures"]["plays"], 400)
        self.assertAlmostEqual(sum(seen["figures"]["results"].values()), 1)
        many = {
            **wanted,
            "plays": 20_000,
            "spread": 0.2,
        }  # a company is walked by the engine, which takes long
        long = self.ask("POST", f"/games/{game['id']}/proof/walk", many, 201)["job"]
        self.client.delete(f"/api/workshop/jobs/{long['id']}")
        for _ in range(200):
            state = self.ask("GET", f"/games/{game['id']}/proof/walk/{long['id']}")["job"]["state"]
            if state == "stopped":
                break
            time.sleep(0.1)
        self.assertEqual(state, "stopped")

    def walked(self, game, **wanted):
        """What plays come to that are walked."""
        job = self.ask("POST", f"/games/{game['id']}/proof/walk", {"plays": 200, **wanted}, 201)["job"]["id"]
        for _ in range(300):
            seen = self.ask("GET", f"/games/{game['id']}/proof/walk/{job}")
            if seen["job"]["state"] == "done":
                break
            time.sleep(0.1)
        return seen["figures"]

    def test_a_company_walks_and_real_players_are_walked_like(self):
        game = self.game(RULES)
        sure = self.walked(game, share=0.1, levels={"1": 1.0})
        self.assertEqual(sure["spreads"]["score"]["mean"], 25)  # all its questions are of level 1
        handout = self.ask("POST", f"/games/{game['id']}/handouts", {"name": "Class"}, 201)
        play = self.client.post(f"/api/players/games/{handout['link']}/plays", json={}).json()["id"]
        for _ in range(5):
            view = self.client.get(f"/api/players/plays/{play}").json()
            options = view["question"]["options"]
            label = next(one["label"] for one in options if one["text"].startswith("right"))
            move = {"do": "answer", "text": label, "visit": view["visit"]}
            self.client.post(f"/api/players/plays/{play}/moves", json=move)
        like = self.walked(game, share=0.0, handout=handout["id"])
        self.assertEqual((like["spreads"]["score"]["mean"], like["plays"]), (25, 200))
        self.ask("POST", f"/games/{game['id']}/proof/walk", {"plays": 1, "handout": 99}, 404)

    def test_aims_and_what_a_change_did(self):
        game = self.game(RULES)
        aims = self.ask("GET", f"/games/{game['id']}/proof/aims")["aims"]
        self.assertEqual([(one["holds"], one["plays"]) for one in aims], [(True, None), (False, None)])
        self.assertAlmostEqual(aims[1]["value"], 1 / 32)
        changed = self.ask(
            "PUT",
            f"/games/{game['id']}",
            {"text": RULES.replace("score: 5}", "score: 7}"), "revision": game["revision"]},
        )
        (latest, *_) = self.ask("GET", f"/games/{game['id']}/proof/versions")
        self.assertEqual(latest["revision"], game["revision"])
        self.assertIn("{score: 5}} → - {moment: right, add: {score: 7}}", latest["said"])
        seen = self.ask("GET", f"/games/{game['id']}/proof/compare?revision={game['revision']}&share=0.5")
        self.assertEqual((seen["revision"], seen["exact"]), (changed["revision"], True))
        self.assertEqual([one["what"] for one in seen["changed"]], ["score"])
        self.assertEqual((seen["changed"][0]["before"], seen["changed"][0]["after"]), (12.5, 17.5))
        self.ask("GET", f"/games/{game['id']}/proof/compare?revision=999", code=404)

    def test_what_can_not_be_exact_says_so(self):
        game = self.game(RULES.replace("tries: 1", "tries: 1\nclocks: {game: 60}\ndeal: {repeats: always}"))
        with mock.patch.object(exact, "MOST_QUESTIONS", 200):
            seen = self.ask("GET", f"/games/{game['id']}/proof/odds")
            self.assertIsNone(seen["figures"])
            self.assertIn("Walk it instead", seen["problem"])
            self.assertEqual(self.ask("GET", f"/games/{game['id']}/proof/curve")["shares"], [])
