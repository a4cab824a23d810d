"""One request that is answered, of every kind that both APIs know, over the demo's data."""

from __future__ import annotations

import io
from collections.abc import Callable
from typing import Any, NamedTuple

from PIL import Image

from dicetrail.core.archive import archive

ROWS = "Which knot?\tBowline\tGranny\tSlip\nWhich cloud?\tCirrus\tFog\tSmoke\n"


class Asked(NamedTuple):
    """A request: its kind as the description of the API names it, and what is sent."""

    kind: str
    path: str
    body: Any = None
    file: tuple[str, bytes] | None = None

    @property
    def method(self) -> str:
        return self.kind.split()[0]

    def sent(self) -> dict[str, Any]:
        """What a client sends, as httpx and the test client take it."""
        return (
            {"files": {"file": self.file}} if self.file else {} if self.body is None else {"json": self.body}
        )


def picture() -> bytes:
    """A small picture."""
    data = io.BytesIO()
    Image.new("RGB", (8, 8), "green").save(data, "PNG")
    return data.getvalue()


def every_request(ask: Callable[[str, str, Any], Any], game_number: int = 0) -> list[Asked]:
    """A request of every kind. ``ask`` sends one with a method, a path and a body, and gives its answer."""
    shelf = ask("GET", "/api/workshop/shelf", None)
    game = ask("GET", f"/api/workshop/games/{shelf['games'][game_number]['id']}", None)
    pack = ask("GET", f"/api/workshop/packs/{game['packs'][0]['id']}", None)
    other = next(one["id"] for one in shelf["packs"] if one["id"] != pack["id"])
    own = ask("POST", "/api/workshop/packs/paste", {"name": "own.tsv", "text": ROWS})["pack"]
    files = ask("GET", "/api/workshop/media", None)
    job = ask("POST", f"/api/workshop/games/{game['id']}/fairness", {"deals": 10})["job"]["id"]
    walk = ask("POST", f"/api/workshop/games/{game['id']}/proof/walk", {"plays": 2})["job"]["id"]
    play = ask("POST", f"/api/players/games/{game['slug']}/plays", {"player": "Ida"})["id"]
    record = ask("GET", f"/api/workshop/packs/{own['id']}/questions/0", None)["record"]
    played = {"dice": 1, "moves": ["right", "wrong", "right"]}
    of_game, of_pack, mine = "/games/{game_id}", "/packs/{pack_id}", f"/packs/{own['id']}"
    here, there, now = f"/games/{game['id']}", f"/packs/{pack['id']}", own["revision"]
    rows = "fixed.tsv", ROWS.encode()
    bundle = (
        "b.zip",
        archive({"game.yaml": b"title: B\npacks: [packs/b.tsv]\n", "packs/b.tsv": ROWS.encode()}),
    )
    handout = ask("POST", f"/api/workshop{here}/handouts", {"name": "Tonight", "listed": True})
    wanted = {"name": "All", "together": True}
    together = ask("POST", f"/api/workshop{here}/handouts", wanted)
    of_handout, taken = "/handouts/{handout_id}", f"/handouts/{handout['id']}"
    handed = f"/api/players/games/{handout['link']}/plays"
    one, two = (ask("POST", handed, {"player": name})["id"] for name in ("Cy", "Di"))
    what_if = ask("POST", f"/api/workshop{taken}/what-if", {})["job"]["id"]
    copied = ask("POST", f"/api/workshop{here}/copy", None)
    older = ask("POST", f"/api/workshop/games/{copied['id']}/handouts", {"name": "Before"})
    tries = {"edits": [{"path": ["tries"], "value": 3}], "revision": copied["revision"]}
    ask("POST", f"/api/workshop/games/{copied['id']}/edits", tries)
    asked = [
        Asked("GET /shelf", "/shelf"),
        Asked("GET /words", "/words"),
        Asked("GET /sample", "/sample"),
        Asked("GET /schema", "/schema"),
        Asked("GET /manners", "/manners"),
        Asked("GET /media", "/media"),
        Asked("POST /media", "/media", file=("mark.png", picture())),
        Asked("POST /demo", "/demo"),
        Asked("POST /{kind}/{number}/off", f"/games/{shelf['games'][-1]['id']}/off?close=true"),
        Asked("GET /backup", "/backup"),
        Asked("POST /{kind}/{number}/back", f"/games/{shelf['games'][-1]['id']}/back"),
        Asked("GET /jobs/{job_id}", f"/jobs/{job}"),
        Asked("DELETE /jobs/{job_id}", f"/jobs/{job}"),
        Asked("POST /packs", "/packs", file=rows),
        Asked("POST /packs/look", "/packs/look", file=rows),
        Asked("POST /packs/empty", "/packs/empty", {"name": "new"}),
        Asked("POST /packs/paste", "/packs/paste", {"name": "p.tsv", "text": ROWS}),
        Asked(f"GET {of_pack}", there),
        Asked(f"GET {of_pack}/columns", f"{there}/columns"),
        Asked(f"GET {of_pack}/file", f"{there}/file"),
        Asked(f"GET {of_pack}/lost", f"{there}/lost?ending=zip"),
        Asked(f"GET {of_pack}/lines", f"{there}/lines"),
        Asked(f"GET {of_pack}/questions", f"{there}/questions?words=the"),
        Asked(f"GET {of_pack}/questions/{{number}}", f"{there}/questions/0"),
        Asked(f"POST {of_pack}/questions/{{number}}/try", f"{there}/questions/0/try", {"answers": ["A"]}),
        Asked(f"PUT {of_pack}/columns", f"{mine}/columns?revision={now}", {"header": False}),
        Asked(f"PUT {of_pack}/lines/{{number}}", f"{mine}/lines/1", {"raw": "A?\tb", "revision": now}),
        Asked(f"POST {of_pack}/questions", f"{mine}/questions", {"record": record, "revision": now}),
        Asked(
            f"PUT {of_pack}/questions/{{number}}",
            f"{mine}/questions/0",
            {"record": {**record, "prompt": "Which?"}, "revision": now},
        ),
        Asked(
            f"POST {of_pack}/questions/many",
            f"{mine}/questions/many",
            {"do": "duplicate", "numbers": [0], "revision": now},
        ),
        Asked(f"POST {of_pack}/questions/rows", f"{mine}/questions/rows", {"text": ROWS, "revision": now}),
        Asked(f"POST {of_pack}/mend/{{code}}", f"{mine}/mend/spaces-for-tabs?revision={now}"),
        Asked(
            f"POST {of_pack}/questions/without-letters", f"{mine}/questions/without-letters?revision={now}"
        ),
        Asked(f"POST {of_pack}/name", f"{mine}/name", {"name": "called otherwise", "revision": now}),
        Asked(
            f"POST {of_pack}/questions/give",
            f"{mine}/questions/give",
            {"numbers": [0], "target": other, "move": False, "revision": now},
        ),
        Asked(
            f"POST {of_pack}/questions/{{number}}/accept",
            f"{mine}/questions/0/accept",
            {"text": "knot", "revision": now},
        ),
        Asked(
            f"POST {of_pack}/questions/{{number}}/says",
            f"{mine}/questions/0/says",
            {"text": "Granny", "says": "That one slips.", "revision": now},
        ),
        Asked(f"POST {of_pack}/again", f"{mine}/again", file=rows),
        Asked(
            f"POST {of_pack}/again/take",
            f"{mine}/again/take",
            {"token": "none", "numbers": [0], "revision": now},
        ),
        Asked(f"POST {of_pack}/turn/{{way}}", f"{mine}/turn/redo?revision={now}"),
        Asked("POST /games", "/games", {"pack_id": pack["id"], "title": "Another"}),
        Asked(f"GET {of_game}", here),
        Asked(f"PUT {of_game}", here, {"text": game["text"], "revision": game["revision"]}),
        Asked(f"POST {of_game}/copy", f"{here}/copy"),
        Asked(
            f"POST {of_game}/edits",
            f"{here}/edits",
            {"edits": [{"path": ["tries"], "value": 2}], "revision": game["revision"]},
        ),
        Asked(
            f"POST {of_game}/meters/{{name}}",
            f"{here}/meters/score",
            {"name": "score", "revision": game["revision"]},
        ),
        Asked(
            f"POST {of_game}/names/{{name}}",
            f"{here}/names/lucky",
            {"name": "lucky", "revision": game["revision"]},
        ),
        Asked(
            f"POST {of_game}/comments",
            f"{here}/comments",
            {"path": ["consequences", 0], "comment": "", "revision": game["revision"]},
        ),
        Asked(f"POST {of_game}/turn/{{way}}", f"{here}/turn/redo?revision={game['revision']}"),
        Asked(f"PUT {of_game}/dice", f"{here}/dice", {"dice": 7}),
        Asked(f"GET {of_game}/file", f"{here}/file"),
        Asked(f"GET {of_game}/rules", f"{here}/rules"),
        Asked(f"POST {of_game}/cell", f"{here}/cell", {"kind": "expression", "text": "score > 1"}),
        Asked(f"GET {of_game}/comes-to", f"{here}/comes-to"),
        Asked(
            f"POST {of_game}/checking/{{pack_id}}/{{number}}",
            f"{here}/checking/{pack['id']}/0",
            {"texts": ["A", " b "]},
        ),
        Asked(f"GET {of_game}/deal", f"{here}/deal?dice=3"),
        Asked(f"POST {of_game}/fairness", f"{here}/fairness", {"deals": 10}),
        Asked(f"GET {of_game}/fairness/{{job_id}}", f"{here}/fairness/{job}"),
        Asked(f"GET {of_game}/feedback", f"{here}/feedback"),
        Asked(f"POST {of_game}/feedback/try", f"{here}/feedback/try", {"cue": "bright"}),
        Asked(f"GET {of_game}/handouts", f"{here}/handouts"),
        Asked(f"POST {of_game}/handouts", f"{here}/handouts", {"name": "Tonight"}),
        Asked(
            "PUT /handouts/{handout_id}", f"/handouts/{handout['id']}", {"name": "Tomorrow", "revision": 1}
        ),
        Asked("POST /handouts/{handout_id}/begin", f"/handouts/{together['id']}/begin"),
        Asked("POST /handouts/{handout_id}/wait", f"/handouts/{together['id']}/wait"),
        Asked("POST /handouts/{handout_id}/anew", f"/handouts/{older['id']}/anew"),
        Asked(
            "GET /handouts/{handout_id}/code", f"/handouts/{handout['id']}/code?address=http://192.0.2.7:8321"
        ),
        Asked("GET /addresses", "/addresses"),
        Asked(f"GET {of_handout}/plays", f"{taken}/plays?sort=score"),
        Asked(f"GET {of_handout}/plays/{{play_id}}/bench", f"{taken}/plays/{one}/bench"),
        Asked(f"GET {of_handout}/plays/{{play_id}}/beside/{{other_id}}", f"{taken}/plays/{one}/beside/{two}"),
        Asked(f"POST {of_handout}/plays/remove", f"{taken}/plays/remove", {"plays": []}),
        Asked(f"POST {of_handout}/plays/forget-names", f"{taken}/plays/forget-names", {"plays": [one]}),
        Asked(f"GET {of_handout}/now", f"{taken}/now"),
        Asked(f"POST {of_handout}/now/{{play_id}}/end", f"{taken}/now/{one}/end"),
        Asked(f"POST {of_handout}/now/end", f"{taken}/now/end"),
        Asked(f"GET {of_handout}/statistics", f"{taken}/statistics"),
        Asked(f"POST {of_handout}/what-if", f"{taken}/what-if", {}),
        Asked(f"GET {of_handout}/what-if/{{job_id}}", f"{taken}/what-if/{what_if}"),
        Asked(f"GET {of_handout}/file/{{what}}.{{ending}}", f"{taken}/file/plays.csv"),
        Asked(f"GET {of_handout}/statements", f"{taken}/statements"),
        Asked(f"POST {of_handout}/statements", f"{taken}/statements", {"address": "http://127.0.0.1:1"}),
        Asked(f"GET {of_game}/bundle", f"{here}/bundle"),
        Asked(f"GET {of_game}/take/{{way}}", f"{here}/take/terminal"),
        Asked(f"GET {of_game}/sheet", f"{here}/sheet?dice=1&key=true"),
        Asked("POST /bundles", "/bundles", file=bundle),
        Asked("POST /bundles/look", "/bundles/look", file=bundle),
        Asked(f"GET {of_game}/proof/odds", f"{here}/proof/odds?share=0.7"),
        Asked(f"GET {of_game}/proof/curve", f"{here}/proof/curve"),
        Asked(f"POST {of_game}/proof/walk", f"{here}/proof/walk", {"share": 0.7, "plays": 3}),
        Asked(f"GET {of_game}/proof/walk/{{job_id}}", f"{here}/proof/walk/{walk}"),
        Asked(f"GET {of_game}/proof/aims", f"{here}/proof/aims"),
        Asked(f"GET {of_game}/proof/versions", f"{here}/proof/versions"),
        Asked(f"GET {of_game}/proof/compare", f"{here}/proof/compare?revision=1"),
        Asked(f"GET {of_game}/page/start", f"{here}/page/start"),
        Asked(f"GET {of_game}/page/{{state}}", f"{here}/page/good"),
        Asked(f"POST {of_game}/bench", f"{here}/bench", played),
        Asked(f"POST {of_game}/bench/trail", f"{here}/bench/trail", played),
        Asked(f"POST {of_game}/bench/lose", f"{here}/bench/lose", played),
        Asked(f"POST {of_game}/bench/bring", f"{here}/bench/bring", file=("trail.jsonl", b"{}\n")),
        Asked(f"POST {of_game}/outcomes", f"{here}/outcomes", played),
        Asked(f"GET {of_game}/waymarks", f"{here}/waymarks"),
        Asked(f"GET {of_game}/first-set", f"{here}/first-set"),
        Asked(f"POST {of_game}/coverage", f"{here}/coverage", {"plays": [played]}),
        Asked(f"GET {of_game}/way", f"{here}/way?what=row+1"),
    ]
    players = [
        Asked("GET /files/{digest}", files[0]["file"].removeprefix("/api/players")),
        Asked("GET /words/{language}", "/words/uk"),
        Asked("GET /handouts", "/handouts"),
        Asked("GET /games/{slug}", f"/games/{game['slug']}"),
        Asked("POST /games/{slug}/plays", f"/games/{game['slug']}/plays", {"player": "Bo"}),
        Asked("GET /plays/{play_id}", f"/plays/{play}"),
        Asked("GET /plays/{play_id}/best", f"/plays/{one}/best"),
        Asked("GET /plays/{play_id}/waiting", f"/plays/{one}/waiting"),
        Asked("GET /walls/{link}", f"/walls/{handout['link']}"),
        Asked("GET /walls/{link}/code", f"/walls/{handout['link']}/code"),
        Asked(
            "POST /plays/{play_id}/moves", f"/plays/{play}/moves", {"do": "answer", "text": "A", "visit": 1}
        ),
    ]
    book = [
        Asked("GET /contents", "/contents"),
        Asked("GET /pages/{name}", "/pages/how/lives"),
        Asked("GET /search", "/search?q=second+try"),
        Asked("GET /pictures/{name}", "/pictures/rules.png"),
        Asked("POST /open/{name}", "/open/how/lives"),
    ]
    parts = {"/api/workshop": asked, "/api/handbook": book, "/api/players": players}
    return [_under(prefix, one) for prefix, some in parts.items() for one in some]


def _under(prefix: str, asked: Asked) -> Asked:
    method, kind = asked.kind.split()
    return asked._replace(kind=f"{method} {prefix}{kind}", path=prefix + asked.path)
