"""The referee: a second engine, plain and slow, written from the design alone.

It knows nothing of the engine that it is held against: a game is its document (as YAML reads it) with
everything that has a default, and cards are dicts.
"""

import math

from .answers import LARGEST, Mistake, _letter, carried, evaluate, number, said, uncovered, verdict

MOST_STEPS = 10_000
ANSWERS = ("right", "part", "close", "wrong", "missed", "late", "skipped", "answered", "unreadable")
BY_TOPIC = ("asked", "right", "missed", "opinions")
COUNTED = ("right", "wrong", "missed", "late", "skipped")
AGAIN = {
    "part": "resume", "close": "try", "wrong": "try", "unreadable": "resume",
    "missed": "revisit", "late": "revisit", "skipped": "revisit",
}  # fmt: skip
OF_ROUND = ("asked", *COUNTED, "first_try", "opinions")
LEADS = {"part": "resume", "close": "try", "wrong": "try", "unreadable": "resume", "opened": "ask",
         "helped": "resume"}  # fmt: skip
TOLD = {"ask": "asking", "next": "next", "try": "again", "resume": "again", "revisit": "again",
        "later": "later", "round": "round"}  # fmt: skip


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


class Names(dict):
    """The names of a play; named expressions are worked out once a step."""

    def __init__(self, play, names):
        super().__init__(names)
        self.play = play

    def __missing__(self, name):
        settled = self.play.settled
        if name not in settled:
            settled[name] = evaluate(self.play.game["names"][name], self)
        return settled[name]


class Play:
    """One play of a game. ``table`` deals: its ``next`` gives a card, or None; ``total`` tells how many are
    asked, once a round has asked so many, of the play and of the round."""

    def __init__(self, game, table, player="Player", count=None):
        self.game, self.table, self.player = game, table, player
        self.count = count or table.total(0)[0]
        self.meters = {name: self._kept(name, one["start"]) for name, one in game["meters"].items()}
        self.counts = dict.fromkeys([*COUNTED, "asked", "streak", "best_streak", "first_try"], 0)
        self.attempt, self.tries_left, self.hits, self.card, self.given = 0, math.inf, 0, None, ""
        self.clock, self.game_clock = Clock(None), Clock(game["clocks"].get("game"))
        self.phase, self.now, self.wait, self.onward, self.end = "ready", 0, 0, "", None
        self.trail, self.result, self.award, self.first, self.seen = [], None, None, True, set()
        self.rounds, self.round_clock = game.get("rounds", []), Clock(None)
        self.round = 1 if self.rounds else 0
        self.counts |= {"opinions": 0, "helps_used": 0}
        self.helps = {one["name"]: one for one in game.get("helps", [])}
        self.used, self.away, self.hinted, self.letters, self.help = (
            dict.fromkeys(self.helps, 0),
            set(),
            False,
            0,
            "",
        )
        self.before, self.gone, self.entered, self.offers = dict(self.counts), {}, {}, []
        self.settled, self.happened, self.at, self.rolled = {}, {}, "", {}
        self.topics, self.told, self.carried, self.value, self.picked = {}, {}, ("", 0, []), 0, ""

    # Chance: who plays says what is rolled, and which of several texts is told

    roll = choose_text = shuffled = None

    def settle(self, what, about=""):
        self.happened[what, about] = self.happened.get((what, about), 0) + 1
        self.settled, self.rolled = {}, {}
        self.at = f"{what}/{about}/{self.happened[what, about]}"

    def rolls(self, sides, where):
        self.rolled[where] = self.rolled.get(where, 0) + 1
        return self.roll(sides, f"{self.at}/{where}/{self.rolled[where]}")

    def count_topic(self, name):
        if self.card and name in BY_TOPIC:
            of = self.topics.setdefault(self.card["topic"], dict.fromkeys(BY_TOPIC, 0))
            of[name] += 1

    def counted(self, function, topic):
        of = self.topics.get(topic, dict.fromkeys(BY_TOPIC, 0))
        if function == "percent_in":
            judged = of["asked"] - of["opinions"]
            return 100 * of["right"] / judged if judged else 0
        return of[function.removesuffix("_in")]

    def of_round(self, key):
        """What the round says, or the game where it says nothing."""
        own = self.rounds[self.round - 1] if self.round else {}
        if key in ("clocks", "deal"):
            return {**self.game.get(key, {}), **own.get(key, {})}
        return own.get(key, self.game.get(key))

    def names(self):
        counts, card = self.counts, self.card or {}
        total, of_round = self.table.total(counts["asked"] - self.before["asked"])
        here = {name: counts[name] - self.before[name] for name in OF_ROUND} if self.rounds else counts
        asked, places = counts["asked"], card.get("rights", ())
        parts = len(places) if card.get("kind") in ("several", "order") else 1
        joined = {"several": ", ", "order": " → "}.get(card.get("kind"), "")
        judged, judged_here = asked - counts["opinions"], here["asked"] - here["opinions"]
        return Names(self, {
            "roll": self.rolls, "counted": self.counted, "value": self.value, "picked": self.picked, **counts,
            **self.meters, "attempt": self.attempt, "tries_left": self.tries_left,
            **{f"round_{name}": here[name] for name in OF_ROUND},
            "round_total": of_round, "round_left": of_round - here["asked"],
            "round_percent": 100 * here["right"] / judged_here if judged_here else 0,
            "round": max(1, self.round), "rounds": max(1, len(self.rounds)),
            "round_name": self.rounds[max(0, self.round - 1)]["name"] if self.rounds else "",
            "visit": card.get("visits", 0), "help": self.help,
            "total": total, "left": total - asked, "player": self.player, "count": self.count,
            "percent": 100 * counts["right"] / judged if judged else 0, "hits": self.hits,
            "possible": (0 if card.get("kind") == "opinion" else parts) if card else 0,
            "worth": card.get("worth", 0), "level": card.get("level", 0),
            "topic": card.get("topic", ""), "kind": card.get("kind", ""),
            "given": self.given.strip(),
            "time_left": 0 if self.clock.limit is None else self.clock.left / 1000,
            "time_used": self.clock.used / 1000,
            "game_left": 0 if self.game_clock.limit is None else self.game_clock.left / 1000,
            "letter": " ".join("ABCDEFGH"[one] for one in places),
            "answer": joined.join(card["options"][one] for one in places) if places
            else (card.get("answers") or [""])[0],
        })  # fmt: skip

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

    def text(self, template, where=""):
        if isinstance(template, list):
            place = self.told[where] = self.choose_text(
                f"{self.at}/{where.split()[0]}", len(template), self.told.get(where)
            )
            template = template[place]
        try:
            return said(template, self.names())
        except Mistake:
            self.mistakes += 1
            return ""

    def row_at(self, moment):
        numbered = list(enumerate(self.game["consequences"], 1))
        if self.rounds and self.round:
            before = [row for one in self.rounds[: self.round - 1] for row in one.get("consequences", [])]
            own = self.rounds[self.round - 1].get("consequences", [])
            numbered = [*enumerate(own, len(numbered) + len(before) + 1), *numbered]
        for place, row in numbered:
            if row["moment"] == moment and ("if" not in row or self.holds(row["if"])):
                return place, row
        return None, {}

    def apply(self, row):
        """What a row does to meters and clocks, and whether anything changed."""
        names, meters = self.names(), dict(self.meters)
        clocks = {"question": self.clock, "game": self.game_clock, "round": self.round_clock}
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
                tell = self.text(one.get("tell", ""), f"ending {place}")
                return {"result": one["result"], "tell": tell, "ending": place}
        return None

    def step(self, **parts):
        parts = {"n": len(self.trail) + 1, "at": self.now, "after": self.meters, **parts}
        if self.rounds:
            parts["round"] = max(1, self.round)
        self.trail.append(parts)
        for _ in range(self.mistakes):
            self.trail.append({"n": len(self.trail) + 1, "error": True})
        self.mistakes = 0

    mistakes = 0

    def moment(self, name, **more):
        counts, before, phase = self.counts, self.meters, self.phase
        if name != "opened":
            about = (
                str(self.round) if name.startswith("round_") else "" if name == "begun" else self.card["id"]
            )
            self.settle(name, about)
        self.count_topic({"answered": "opinions"}.get(name, name))
        if name == "answered":
            counts["opinions"] += 1
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
        if name == "helped":
            counts["helps_used"] += 1
        says, _, adds = self.carried
        for meter, amount in adds:
            if meter in self.meters:
                self.meters = {**self.meters, meter: self._kept(meter, self.meters[meter] + amount)}
        carried = self.meters != before
        number, row = self.row_at(name)
        changed = self.apply(row) or carried
        tell, then, self.end = self.text(row.get("tell", ""), f"row {number}"), row.get("then"), None
        tell = " ".join(one for one in (tell, says) if one)
        if then in ("won", "lost", "done"):
            self.end = {"result": then}
        elif len(self.trail) >= MOST_STEPS:
            self.end = {"result": "stopped"}
        elif name in ANSWERS or changed:
            self.end = self.ending()
        onward = AGAIN[name] if then == "again" and name in AGAIN else LEADS.get(name, "next")
        onward = then if then in ("next", "round") and name in ANSWERS else onward
        if then == "later" and name in ("right", "missed", "late", "skipped", "answered"):
            onward = "later"
        self.after = row.get("after", 3)
        self.goes = None
        if name == "round_over":
            onward = "round"
            if not self.end:
                more = {**more, **self.gate()}
        self.onward = "over" if self.end else onward
        following = self.end["result"] if self.end else TOLD[self.onward]
        ending = {"ending": self.end["ending"]} if self.end and "ending" in self.end else {}
        shown = row.get("reveal", not row and name in ("missed", "late"))
        if self.card and (shown or name == "right"):
            self.seen.add(self.card["id"])
        self.step(phase=phase, moment=name, row=number, before=before, tell=tell,
                  cue=row.get("cue", ""), next=following, **more, **ending)  # fmt: skip
        hold = row.get("hold", self.game.get("cues", {}).get(row.get("cue"), {}).get("hold", 0))
        breather = self.of_round("clocks").get("breather", 0)
        pauses = name in ANSWERS and self.onward in ("next", "later", "revisit", "round", "over")
        self.waits = pauses and breather == "player"
        if name == "round_begun" and self.of_round("intro") and not self.end:
            self.waits = bool(self.rounds[self.round - 1].get("intro"))
        self.wait = self.now + round(1000 * (max(hold, breather) if pauses and not self.waits else hold))
        self.phase = "feedback"

    def gate(self):
        """The first gate that holds and may still be gone through."""
        for place, gate in enumerate(self.rounds[self.round - 1].get("then", []), 1):
            go, gone = gate["go"], self.gone.get((self.round, place), 0)
            plain = go in ("next", "over", "won", "lost")
            if (plain or gone < gate.get("most", 1)) and ("if" not in gate or self.holds(gate["if"])):
                self.gone[self.round, place] = gone + 1
                return {**self.lead(go), "gate": place}
        return self.lead("next")

    def lead(self, go):
        named = {one["name"]: place for place, one in enumerate(self.rounds, 1)}
        if go == "next" and self.round < len(self.rounds):
            self.goes = self.round + 1
        elif go in named:
            self.goes = named[go]
        else:
            self.end = {"result": go if go in ("won", "lost") else "done"}
        return {}

    def enter(self, number):
        self.round, self.before = number, dict(self.counts)
        self.entered[number] = self.entered.get(number, 0) + 1
        self.table.enter(number, self.counts["asked"])
        self.round_clock = Clock(self.of_round("clocks").get("round"))
        self.renew("round")
        self.moment("round_begun")

    def leave_round(self, **more):
        if not self.rounds:
            self.finish({"result": "done"})
            return
        self.moment("round_over", **more)
        self.round_clock = Clock(None)

    # Going on by itself

    waits, since = False, 0

    def due(self):
        if self.phase == "feedback" and not self.waits:
            return self.wait
        if self.phase == "asking":
            soonest = min(self.clock.left, self.round_clock.left, self.game_clock.left)
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
            elif self.round_clock.left == 0:
                self.leave_round(clock="round")
            else:
                self.moment("late", move="late")
        self.run_clocks(at)

    def run_clocks(self, at):
        if self.phase == "asking":
            self.clock.used += at - self.now
            self.round_clock.used += at - self.now
            self.game_clock.used += at - self.now
        self.now = at

    def time_is_up(self, **more):
        self.settle("time")
        self.finish(self.ending() or {"result": "done"}, **more)

    def go_on(self):
        self.waits = False
        if self.onward != "over" and self.game_clock.left == 0:
            self.time_is_up()
        elif self.onward == "over":
            self.finish(self.end)
        elif self.rounds and not self.entered:
            self.enter(1)
        elif self.goes:
            self.enter(self.goes)
        elif self.onward == "round" or self.round_clock.left == 0:
            self.leave_round(**({"clock": "round"} if self.round_clock.left == 0 else {}))
        elif self.onward in ("next", "later"):
            if self.onward == "later":
                self.table.put_back(self.card, self.after)
            self.next()
        elif self.onward == "revisit":
            self.open()
        else:
            if self.onward in ("ask", "try"):
                self.attempt += 1
            if self.attempt > 1 and self.onward == "try" and self.of_round("clocks").get("restart_on_again"):
                self.clock.restart()
            self.phase, self.since = "asking", self.now

    def next(self, chosen=None):
        self.settle("next")
        asked = self.counts["asked"] - self.before["asked"]
        if chosen is None:
            self.offers = self.table.offered(asked, self.names())
            if self.offers:
                self.phase, self.since = "choosing", self.now
                return
        card, again = self.table.next(asked, self.names(), chosen, self.mistake)
        if card is None:
            self.leave_round()
            return
        self.card, self.given, self.picked = card, card.get("given", ""), card.get("picked", "")
        if again is None:
            self.counts["asked"] += 1
            self.count_topic("asked")
        self.open()

    def mistake(self, *_):
        self.mistakes += 1

    def open(self):
        self.card["visits"] = self.card.get("visits", 0) + 1
        self.first, self.attempt, self.hits, self.tried = self.card["visits"] == 1, 0, 0, ()
        self.value, self.away, self.hinted, self.letters, self.help = 0, set(), False, 0, ""
        self.renew("question")
        self.settle("opened", self.card["id"])
        tries = self.card.get("misses") or self.of_round("tries") or math.inf
        self.tries_left = math.inf if tries in (None, "none") else tries
        seconds, own = self.of_round("clocks").get("question"), self.card.get("seconds")
        if own is None and isinstance(seconds, str):
            try:
                seconds = min(86400, max(0.1, number(evaluate(seconds, self.names()))))
            except Mistake:
                self.mistakes, seconds = self.mistakes + 1, None
        self.clock = Clock(seconds if own is None else own)
        self.moment("opened")

    def finish(self, end, **more):
        self.settle("over")
        before, told = self.meters, end.get("tell", "")
        number, row = self.row_at("over")
        self.apply(row)
        tell, self.result = self.text(row.get("tell", ""), f"row {number}"), end["result"]
        if self.result == "done" and row.get("then") in ("won", "lost"):
            self.result = row["then"]
        award = next((one for one in self.game["awards"] if self.holds(one["if"])), {})
        self.award = award.get("title")
        self.text(award.get("tell", ""), "award")
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
        if move == "choose" and self.phase == "choosing" and text in self.offers:
            self.step(phase="choosing", move=written, next="next")
            self.next(text)
        elif move == "leave" and self.game.get("leave") and self.phase in ("choosing", "asking", "feedback"):
            if self.phase == "feedback" and self.onward == "over":
                self.finish(self.end, move="leave")
            elif self.phase == "feedback" and self.game_clock.left == 0:
                self.time_is_up(move="leave")
            else:
                self.finish({"result": "done"}, move="leave")
        elif move == "help" and self.phase == "asking" and self.can_help(text):
            self.use_help(text, written)
        elif move in ("leave", "help") or self.phase != "asking":
            self.step(move=written or move, ignored=True, next=self.phase, phase=self.phase)
        elif move == "skip":
            self.moment("skipped", move="skip")
        else:
            self.answer(text, written or move)
        self.reach(self.now, False)

    # Helps

    def renew(self, per):
        self.used |= {name: 0 for name, one in self.helps.items() if one.get("per", "play") == per}

    def wrong_left(self):
        card = self.card
        if card["kind"] not in ("choice", "truth", "several", "sort"):
            return set()
        return {*range(len(card["options"]))} - {*card["rights"]} - self.away

    def next_letters(self):
        """What a help shows of the answer next, where not all would be shown by it."""
        card, answer = self.card, (self.card["answers"] or [""])[0]
        if card["kind"] == "letters":
            left = dict.fromkeys(_letter(one) for one in answer if _letter(one) not in ("", *self.tried))
            return next(iter(left)) if len(left) > 1 else ""
        rest = answer[self.letters :] if card["kind"] == "typed" else ""
        more = rest[: 2 if rest[1:2] == " " else 1]
        return more if len(rest) > len(more) else ""

    def can_help(self, name):
        one = self.helps.get(name)
        if one is None or (one.get("uses", 1) != "none" and self.used[name] >= one.get("uses", 1)):
            return False
        can = {
            "remove": len(self.wrong_left()) > 1, "time": self.clock.limit is not None,
            "hint": bool(self.card.get("hint")) and not self.hinted, "letter": bool(self.next_letters()),
        }  # fmt: skip
        mistakes = self.mistakes
        allowed = "if" not in one or self.holds(one["if"])
        self.mistakes = mistakes  # one that can't be told is not possible, and that is all
        return can[one["does"]] and allowed

    def use_help(self, name, written):
        one, card = self.helps[name], self.card
        self.settle("helped", card["id"])
        self.happened["helped", card["id"]] -= 1
        costs = []
        try:
            costs = [
                (meter, number(evaluate(str(cost), self.names())))
                for meter, cost in one.get("add", {}).items()
            ]
        except Mistake:
            self.mistakes += 1
        if one["does"] == "remove":
            filed = card.get("filed", range(len(card["options"])))
            order = [[*filed].index(place) for place in self.shuffled(name, card["id"], len(card["options"]))]
            left = self.wrong_left()
            self.away |= {*[one for one in order if one in left][: min(one.get("remove", 2), len(left) - 1)]}
        elif one["does"] == "letter" and card["kind"] == "letters":
            self.tried += (self.next_letters(),)
        elif one["does"] == "letter":
            self.letters += len(self.next_letters())
        elif one["does"] == "time":
            self.clock.add(one.get("seconds", 10))
        self.hinted |= one["does"] == "hint"
        self.used[name] += 1
        self.help, self.carried = name, ("", 0, costs)
        self.moment("helped", move=written)
        self.carried = ("", 0, [])

    def answer(self, text, written):
        checking = self.game.get("checking", {})
        name, self.hits, places, letter = verdict(self.card, text, checking, self.tried)
        if self.away & {*places}:
            name, self.hits, places = "unreadable", 0, ()
        self.tried += (letter,) if letter else ()
        partly = name == "right" and letter and not uncovered(self.card, self.tried)
        self.hits = 0 if partly else self.hits
        joined = {"order": " → "}.get(self.card["kind"], ", ")
        self.given = joined.join(self.card["options"][one] for one in places) if places else text
        self.picked = " ".join("ABCDEFGH"[self.card.get("filed", range(8))[one]] for one in places)
        self.card |= {"given": self.given, "picked": self.picked}
        self.carried = carried(self.card, name, text, places, checking)
        self.value = self.carried[1]
        moment = "part" if partly else self.moment_of(name, checking)
        self.moment(moment, move=written, verdict=name)
        self.carried = ("", 0, [])

    def moment_of(self, name, checking):
        last = self.tries_left == 1
        if name in ("right", "answered"):
            return name
        if name == "unreadable" and checking.get("unreadable", "ask_again") == "ask_again":
            return "unreadable"
        own = self.rounds[self.round - 1].get("consequences", []) if self.rounds else []
        close = any(row["moment"] == "close" for row in [*own, *self.game["consequences"]])
        if name == "close" and not last and close:
            return "close"
        return "missed" if last else "wrong"
