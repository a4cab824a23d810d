"""The table: what is dealt, written from the design alone. All chance comes from ``drawn``, which gives cards
one after another in an order of chance, by the name of what it is for."""

import math

from .answers import Mistake, evaluate, number


class Table:
    """Deals the rounds of a game; of one without rounds all there is."""

    def __init__(self, game, cards, drawn):
        self.game, self.cards, self.drawn = game, cards, drawn
        self.asked, self.visits, self.behind = set(), {}, 0
        self.start(0 if not game.get("rounds") else 1)

    def round(self, number):
        own = self.game["rounds"][number - 1] if number else {}
        deal = {**self.game["deal"], **own.get("deal", {})}
        pool = [card for card in self.cards if "only" not in own or picks(own["only"], card)]
        return deal, pool

    def size(self, number):
        deal, pool = self.round(number)
        draw = deal.get("draw")
        if not pool:
            return 0
        if isinstance(draw, list):
            return sum(map(len, self.parts(deal, pool, lambda name, cards: iter(cards))))
        if deal.get("repeats", "never") == "never":
            return len(pool) if draw is None else min(draw, len(pool))
        return draw

    def start(self, number):
        self.number = number
        self.deal, self.pool = self.round(number)
        self.most, self.had, self.back, self.opened = self.size(number), set(self.asked), [], 0
        self.left, self.later, self.passes, self.last, self.always = [], [], 0, None, None
        if isinstance(self.deal.get("draw"), list):
            self.most = sum(map(len, self.parts(self.deal, self.pool, self.in_order)))

    def enter(self, number, asked):
        self.visits[number] = self.visits.get(number, 0) + 1
        self.start(number)
        self.behind = asked

    def total(self, asked):
        size = self.most
        if size is None:
            size = max(1, math.ceil(asked / len(self.pool))) * len(self.pool)
        rounds = len(self.game.get("rounds", []))
        ahead = 0
        for other in range(self.number + 1, rounds + 1):
            one = self.size(other)
            ahead += len(self.round(other)[1]) if one is None else one
        return self.behind + size + ahead, size

    def stream(self, what, cards):
        visit = self.visits.get(self.number, 1)
        named = f"round {self.number} visit {visit} " if self.number else ""
        mark = f" pass {self.passes - 1}" if self.passes > 1 else ""
        return self.drawn(f"{named}{what}{mark}", cards)

    def in_order(self, what, cards):
        """An order of chance, or the file's; what the play had before the round comes last, in it."""
        order = cards if self.deal.get("order", "shuffled") == "filed" else self.stream(what, cards)
        had = set() if self.passes > 1 else self.had
        waiting = []
        for card in order:
            if card["id"] in had:
                waiting.append(card)
            else:
                yield card
        yield from waiting

    def parts(self, deal, pool, in_order):
        left, found = list(pool), []
        for place, part in enumerate(deal["draw"], 1):
            some = [card for card in left if picks(part["if"], card)]
            taken = []
            for card in in_order(f"part {place} of deck", some):
                if len(taken) == part.get("draw", len(some)):
                    break
                taken.append(card)
            found.append(taken)
            left = [card for card in left if card not in taken]
        return found

    def a_pass(self, most):
        """The cards of a pass, one after another."""
        order = self.deal.get("order", "shuffled")
        self.passes += 1
        if isinstance(self.deal.get("draw"), list):
            parts = [c for part in self.parts(self.deal, self.pool, self.in_order) for c in part]
            if order != "by_part":
                parts.sort(key=self.pool.index)
                parts = list(self.in_order("deck", parts))
            return iter(self.sorted(order, parts))
        if order in ("easiest_first", "by_topic"):
            return iter(self.sorted(order, take(self.in_order("deck", self.pool), most)))
        return self.in_order("deck", self.pool)

    def sorted(self, order, cards):
        topics = list(dict.fromkeys(card["topic"] for card in self.pool))
        keys = {"easiest_first": lambda c: c["level"], "by_topic": lambda c: topics.index(c["topic"])}
        return sorted(cards, key=keys[order]) if order in keys else cards

    def coming(self):
        while True:
            some = self.a_pass(self.most)
            first = next(some)
            ahead = [next(some, None)] if first is self.last else []
            for card in (*(one for one in ahead if one is not None), first):
                self.last = card
                yield card
            for card in some:
                self.last = card
                yield card

    def through(self, asked):
        return self.most is not None and asked >= self.most

    def due(self, asked):
        for place, (due, _) in enumerate(self.back):
            if self.through(asked) or due <= self.opened:
                return place
        return None

    def left_now(self):
        if not self.left:
            self.left, self.later = self.later, []
        if not self.left:
            self.left = list(self.a_pass(None))
            if self.passes == 1 and any(card["id"] not in self.had for card in self.left):
                self.later = [card for card in self.left if card["id"] in self.had]
                self.left = [card for card in self.left if card["id"] not in self.had]
            if self.left[0] is self.last:
                self.left.append(self.left.pop(0))
        return self.left

    def said(self, card):
        return str(card[self.deal["choose"]])

    def offered(self, asked, names):
        if self.deal.get("choose", "none") == "none" or self.through(asked) or self.due(asked) is not None:
            return []
        first = list(dict.fromkeys(map(self.said, self.left_now())))[:6]
        return (
            sorted(first)
            if self.deal["choose"] == "level"
            else sorted(first, key=[self.said(card) for card in self.pool].index)
        )

    def next(self, asked, names, chosen, mistake):
        """The next card, and the one that it is again; (None, None) where there is none."""
        place = self.due(asked)
        self.opened += 1
        if place is not None:
            again = self.back.pop(place)[1]
            return dict(again), again
        if self.through(asked):
            return None, None
        card = self.pick(names, chosen, mistake)
        self.asked.add(card["id"])
        return dict(card), None

    def pick(self, names, chosen, mistake):
        least, steered = self.deal.get("next"), self.deal.get("choose", "none") != "none"
        if not least and not steered:
            if self.deal.get("repeats") == "always":
                return self.drawn("always", self.pool)
            self.always = self.always or self.coming()
            return next(self.always)
        some = [card for card in self.left_now() if chosen is None or self.said(card) == chosen]
        if least:
            values = [self.value(least, names, card, mistake) for card in some]
            some = [card for card, value in zip(some, values, strict=True) if value == min(values)]
        place = next(n for n, card in enumerate(self.left) if card is some[0])
        if self.deal.get("repeats") == "always":
            self.left = [*self.left[place + 1 :], *self.left[: place + 1]]
            return some[0]
        self.last = self.left.pop(place)
        return self.last

    def value(self, source, names, card, mistake):
        try:
            return float(number(evaluate(source, {**names, **about(card)})))
        except Mistake:
            mistake()
            return math.inf

    def put_back(self, card, after):
        self.back.append((self.opened + after, card))


def about(card):
    told = {name: card[name] for name in ("level", "topic", "kind", "worth", "id")}
    return {**told, "pack": card.get("pack", "")}


def picks(source, card):
    try:
        return bool(evaluate(source, about(card)))
    except Mistake:
        return False


def take(cards, most):
    return [card for place, card in enumerate(cards) if most is None or place < most]
