"""The referee: a second engine, plain and slow, written from the design alone.

It knows nothing of the engine that it is held against: a game is its document (as YAML reads it) with
everything that has a default, and cards are dicts.
"""

import math

from .answers import LARGEST, Mistake, evaluate, number, said, uncovered, verdict

MOST_STEPS = 10_000
ANSWERS = ("right", "part", "close", "wrong", "missed", "late", "skipped", "unreadable")
COUNTED = ("right", "wrong", "missed", "late", "skipped")
AGAIN = {
    "part": "resume", "close": "try", "wrong": "try", "unreadable": "resume",
    "missed": "revisit", "late": "revisit", "skipped": "revisit",
}  # fmt: skip
LEADS = {"part": "resume", "close": "try", "wrong": "try", "unreadable": "resume", "opened": "ask"}
TOLD = {"ask": "asking", "next": "next", "try": "again", "resume": "again", "revisit": "again"}


class Clock:
    def __init__(self, seconds):
        self.limit = self.whole = None if seconds is None else round(seconds * 1000)
        self.used = 0

    @property
    def left(self):
        return math.inf if self.limit is None else max(0, self.limit - self.used)

    def add(self, seconds):
        if self.limit is not None:
            self.limit = max(self.used, self.limit + round(seconds * 1000))

    def restart(self):
        self.limit, self.used = self.whole, 0


class Play:
    """One play of a game: ``draw`` gives its next card or None; ``total`` is how many are asked (None: as
    many passes of ``endless`` ones as it takes)."""

    def __init__(self, game, draw, total, player="Player", count=None, endless=0):
        self.game, self.draw, self.player = game, draw, player
        self._total, self._endless, self.count = total, endless, count or total or endless
        self.meters = {name: self._kept(name, one["start"]) for name, one in game["meters"].items()}
        self.counts = dict.fromkeys([*COUNTED, "asked", "streak", "best_streak", "first_try"], 0)
        self.attempt, self.tries_left, self.hits, self.card, self.given = 0, math.inf, 0, None, ""
        self.clock, self.game_clock = Clock(None), Clock(game["clocks"].get("game"))
        self.phase, self.now, self.wait, self.onward, self.end = "ready", 0, 0, "", None
        self.trail, self.result, self.award, self.first, self.seen = [], None, None, True, set()

    @property
    def total(self):
        if self._total is not None:
            return self._total
        return max(1, math.ceil(self.counts["asked"] / self._endless)) * self._endless

    def names(self):
        counts, card = self.counts, self.card or {}
        asked, places = counts["asked"], card.get("rights", ())
        parts = len(places) if card.get("kind") in ("several", "order") else 1
        joined = {"several": ", ", "order": " → "}.get(card.get("kind"), "")
        return {
            **counts, **self.meters, "attempt": self.attempt, "tries_left": self.tries_left,
            "total": self.total, "left": self.total - asked, "player": self.player, "count": self.count,
            "percent": 100 * counts["right"] / asked if asked else 0, "hits": self.hits,
            "possible": parts if card else 0, "worth": card.get("worth", 0), "level": card.get("level", 0),
            "topic": card.get("topic", ""), "kind": card.get("kind", ""), "given": self.given,
            "time_left": 0 if self.clock.limit is None else self.clock.left / 1000,
            "time_used": self.clock.used / 1000,
            "game_left": 0 if self.game_clock.limit is None else self.game_clock.left / 1000,
            "letter": " ".join("ABCDEFGH"[one] for one in places),
            "answer": joined.join(card["options"][one] for one in places) if places
            else (card.get("answers") or [""])[0],
        }  # fmt: skip

    def _kept(self, name, value):
        meter = self.game["meters"][name]
        if isinstance(value, float):
            value = round(value, 9 if meter.get("decimals") is None else meter["decimals"])
        low, high = meter.get("min"), meter.get("max")
        value = value if low is None else max(low, value)
        value = value if high is None else min(high, value)
        return int(value) if isinstance(value, float) and value.is_integer() else value

    def holds(self, condition):
        try:
            return bool(evaluate(condition, self.names()))
        except Mistake:
            self.mistakes += 1
            return False

    def text(self, template):
        try:
            return said(template, self.names())
        except Mistake:
            self.mistakes += 1
            return ""

    def row_at(self, moment):
        for place, row in enumerate(self.game["consequences"], 1):
            if row["moment"] == moment and ("if" not in row or self.holds(row["if"])):
                return place, row
        return None, {}

    def apply(self, row):
        """What a row does to meters and clocks, and whether anything changed."""
        names, meters = self.names(), dict(self.meters)
        clocks = {"question": self.clock, "game": self.game_clock}
        before = [(one.limit, one.used) for one in clocks.values()]
        try:
            seconds = {name: number(evaluate(one, names)) for name, one in row.get("time", {}).items()}
            for key in ("set", "add"):
                for name, source in row.get(key, {}).items():
                    value = number(evaluate(source, names))
                    value = value if isinstance(value, float) else int(value)
                    value = value if key == "set" else meters[name] + value
                    if not abs(value) <= LARGEST:
                        raise Mistake
                    meters[name] = self._kept(name, value)
        except Mistake:
            self.mistakes += 1
            return False
        for name in row.get("restart", []):
            clocks[name].restart()
        for name, more in seconds.items():
            clocks[name].add(more)
        changed = meters != self.meters or before != [(one.limit, one.used) for one in clocks.values()]
        self.meters = meters
        return changed

    def ending(self):
        for place, one in enumerate(self.game["endings"], 1):
            if self.holds(one["if"]):
                return {"result": one["result"], "tell": self.text(one.get("tell", "")), "ending": place}
        return None

    def step(self, **parts):
        parts = {"n": len(self.trail) + 1, "at": self.now, "after": self.meters, **parts}
        self.trail.append(parts)
        for _ in range(self.mistakes):
            self.trail.append({"n": len(self.trail) + 1, "error": True})
        self.mistakes = 0

    mistakes = 0

    def moment(self, name, **more):
        counts, before, phase = self.counts, self.meters, self.phase
        if name in ("close", "wrong", "missed"):
            self.tries_left = max(0, self.tries_left - 1)
        if name == "right":
            counts["right"] += 1
            counts["streak"] += 1
            counts["best_streak"] = max(counts["best_streak"], counts["streak"])
            counts["first_try"] += self.first and self.attempt == 1
        elif name in COUNTED:
            counts[name] += 1
            counts["streak"] = 0
        number, row = self.row_at(name)
        changed = self.apply(row)
        tell, then, self.end = self.text(row.get("tell", "")), row.get("then"), None
        if then in ("won", "lost", "done"):
            self.end = {"result": then}
        elif len(self.trail) >= MOST_STEPS:
            self.end = {"result": "stopped"}
        elif name in ANSWERS or changed:
            self.end = self.ending()
        onward = AGAIN[name] if then == "again" and name in AGAIN else LEADS.get(name, "next")
        onward = "next" if then == "next" and name in ANSWERS else onward
        self.onward = "over" if self.end else onward
        following = self.end["result"] if self.end else TOLD[self.onward]
        ending = {"ending": self.end["ending"]} if self.end and "ending" in self.end else {}
        shown = row.get("reveal", not row and name in ("missed", "late"))
        if self.card and (shown or name == "right"):
            self.seen.add(self.card["id"])
        self.step(phase=phase, moment=name, row=number, before=before, tell=tell,
                  cue=row.get("cue", ""), next=following, **more, **ending)  # fmt: skip
        hold = row.get("hold", self.game.get("cues", {}).get(row.get("cue"), {}).get("hold", 0))
        breather = self.game["clocks"].get("breather", 0)
        pauses = name in ANSWERS and self.onward in ("next", "revisit", "over")
        self.waits = pauses and breather == "player"
        self.wait = self.now + round(1000 * (max(hold, breather) if pauses and not self.waits else hold))
        self.phase = "feedback"

    # Going on by itself

    waits, since = False, 0

    def due(self):
        if self.phase == "feedback" and not self.waits:
            return self.wait
        if self.phase == "asking":
            soonest = min(self.clock.left, self.game_clock.left)
            return None if math.isinf(soonest) else self.now + soonest
        return None

    def reach(self, at, before_move):
        """Everything that falls due by then; a move at the last millisecond counts, where there is one."""
        at = max(at, self.now)
        while (due := self.due()) is not None and due <= at:
            if before_move and self.phase == "asking" and due == at > self.since:
                break
            self.run_clocks(due)
            if self.phase == "feedback":
                self.go_on()
            elif self.game_clock.left == 0:
                self.time_is_up()
            else:
                self.moment("late", move="late")
        self.run_clocks(at)

    def run_clocks(self, at):
        if self.phase == "asking":
            self.clock.used += at - self.now
            self.game_clock.used += at - self.now
        self.now = at

    def time_is_up(self, **more):
        self.finish(self.ending() or {"result": "done"}, **more)

    def go_on(self):
        self.waits = False
        if self.onward != "over" and self.game_clock.left == 0:
            self.time_is_up()
        elif self.onward == "over":
            self.finish(self.end)
        elif self.onward == "next":
            card = self.draw()
            if card is None:
                self.finish({"result": "done"})
                return
            self.card, self.given, self.counts["asked"] = card, "", self.counts["asked"] + 1
            self.open(True)
        elif self.onward == "revisit":
            self.open(False)
        else:
            if self.onward in ("ask", "try"):
                self.attempt += 1
            if self.attempt > 1 and self.onward == "try" and self.game["clocks"].get("restart_on_again"):
                self.clock.restart()
            self.phase, self.since = "asking", self.now

    def open(self, first):
        self.first, self.attempt, self.hits, self.tried = first, 0, 0, ()
        tries = self.card.get("misses") or self.game.get("tries", 1)
        self.tries_left = math.inf if tries in (None, "none") else tries
        seconds, own = self.game["clocks"].get("question"), self.card.get("seconds")
        if own is None and isinstance(seconds, str):
            try:
                seconds = min(86400, max(0.1, number(evaluate(seconds, self.names()))))
            except Mistake:
                self.mistakes, seconds = self.mistakes + 1, None
        self.clock = Clock(seconds if own is None else own)
        self.moment("opened")

    def finish(self, end, **more):
        before, told = self.meters, end.get("tell", "")
        number, row = self.row_at("over")
        self.apply(row)
        tell, self.result = self.text(row.get("tell", "")), end["result"]
        if self.result == "done" and row.get("then") in ("won", "lost"):
            self.result = row["then"]
        award = next((one for one in self.game["awards"] if self.holds(one["if"])), {})
        self.award = award.get("title")
        self.text(award.get("tell", ""))
        last, self.mistakes = self.mistakes, 0  # nothing comes after the last step
        for _ in range(last):
            self.trail.append({"n": len(self.trail) + 1, "error": True})
        told = " ".join(one for one in (told, tell) if one)
        ending = {"ending": end["ending"]} if "ending" in end else {}
        self.step(phase=self.phase, moment="over", row=number, before=before, tell=told, next="over",
                  cue=row.get("cue", ""), result=self.result, award=self.award, **more, **ending)  # fmt: skip
        self.phase = "over"

    # Moves

    def begin(self):
        self.moment("begun")
        self.reach(0, False)

    def to_input(self):
        while self.phase == "feedback":
            if self.waits:
                self.go_on_by_key()
            else:
                self.reach(self.due(), False)

    def go_on_by_key(self):
        self.reach(self.wait, False)
        self.step(phase="feedback", move="continue", next=TOLD.get(self.onward, "over"))
        self.go_on()
        self.reach(self.now, False)

    def make(self, move, after, text="", written=""):
        """A move so many milliseconds after an input became possible; ``text`` is what it puts in."""
        if move == "late":
            self.reach(self.due(), False)
            return
        self.reach(self.since + after, True)
        if move == "leave" and self.game.get("leave") and self.phase in ("asking", "feedback"):
            if self.phase == "feedback" and self.onward == "over":
                self.finish(self.end, move="leave")
            elif self.phase == "feedback" and self.game_clock.left == 0:
                self.time_is_up(move="leave")
            else:
                self.finish({"result": "done"}, move="leave")
        elif move == "leave" or self.phase != "asking":
            self.step(move=written or move, ignored=True, next=self.phase, phase=self.phase)
        elif move == "skip":
            self.moment("skipped", move="skip")
        else:
            self.answer(text, written or move)
        self.reach(self.now, False)

    def answer(self, text, written):
        checking = self.game.get("checking", {})
        name, self.hits, places, letter = verdict(self.card, text, checking, self.tried)
        self.tried += (letter,) if letter else ()
        partly = name == "right" and letter and not uncovered(self.card, self.tried)
        self.hits = 0 if partly else self.hits
        joined = {"order": " → "}.get(self.card["kind"], ", ")
        self.given = joined.join(self.card["options"][one] for one in places) if places else text
        moment = "part" if partly else self.moment_of(name, checking)
        self.moment(moment, move=written, verdict=name)

    def moment_of(self, name, checking):
        last = self.tries_left == 1
        if name == "right":
            return "right"
        if name == "unreadable" and checking.get("unreadable", "ask_again") == "ask_again":
            return "unreadable"
        if name == "close" and not last and any(r["moment"] == "close" for r in self.game["consequences"]):
            return "close"
        return "missed" if last else "wrong"
