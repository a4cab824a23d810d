"""How likely everything is, by going every way a play can go and adding up fractions."""

from collections import defaultdict
from fractions import Fraction
from itertools import combinations, permutations

from .answers import verdict
from .referee import Play
from .table import Table

SMALL = Fraction(1, 200_000)
"""Ways less likely than this are not followed any further."""


class TooMany(Exception):
    """More ways than anybody wants to wait for."""


class Chance:
    """One way through all that chance decides; :meth:`another` says whether there is one more."""

    def __init__(self):
        self._path, self._at, self.share = [], 0, Fraction(1)

    def pick(self, ways):
        """One of some ways, each a share and a value."""
        ways = [(share, value) for share, value in ways if share]
        if self._at == len(self._path):
            self._path.append([0, len(ways)])
        share, value = ways[self._path[self._at][0]]
        self._at += 1
        self.share *= share
        return value

    def one_of(self, values):
        return self.pick([(Fraction(1, len(values)), value) for value in values])

    def another(self):
        while self._path and self._path[-1][0] + 1 == self._path[-1][1]:
            self._path.pop()
        if self._path:
            self._path[-1][0] += 1
        self._at, self.share = 0, Fraction(1)
        return bool(self._path)


def _drawn(chance):
    """Cards by chance: one of them where any can come at any time, else one after another."""
    return lambda name, cards: chance.one_of(cards) if name == "always" else _shuffled(cards, chance)


def _shuffled(cards, chance):
    left = list(cards)
    while left:
        card = chance.one_of(left)
        left = [one for one in left if one is not card]
        yield card


def answers_to(card):
    """Every answer one can pick; none where it is typed."""
    letters = "ABCDEFGH"[: len(card["options"])]
    if card["kind"] == "several":
        return [" ".join(some) for n in range(1, len(letters) + 1) for some in combinations(letters, n)]
    if card["kind"] == "order":
        return [" ".join(some) for some in permutations(letters)]
    return list(letters)


class Walker:
    """A player who is right with a skill, or knows an answer with some chance and guesses where not."""

    def __init__(self, how, share, pace, chance, minds=False):
        self.minds = minds
        self.how, self.share, self.pace, self.chance = how, share, round(1000 * pace), chance
        self.mind, self.tried, self.visit = {}, set(), None

    def go(self, play):
        if play.phase == "choosing":
            play.make("choose", 0, chosen := self.chance.one_of(play.offers), f"choose {chosen}")
            return
        due, card = play.due(), play.card
        if card["id"] in play.seen:
            self.mind[card["id"]] = True
        visit = (play.counts["asked"], len([s for s in play.trail if s.get("moment") == "opened"]))
        if visit != self.visit:
            self.visit, self.tried = visit, set()
        if due is not None and play.now + self.pace > due:
            play.reach(due, False)
        else:
            play.make("answer", self.pace, self.answer(card))

    def made(self, card, wrongs, hits):
        """What stands for a wrong answer where all were tried."""
        if card["kind"] == "several":
            letters = "ABCDEFGH"[: len(card["options"])]
            return next((one for one in letters if one in wrongs), letters[0])
        return wrongs[0] if card["kind"] != "order" else min(wrongs, key=lambda text: hits[text][1])

    def answer(self, card):
        hits = {text: verdict(card, text, {}) for text in answers_to(card)}
        if card["kind"] == "opinion":
            return self.chance.one_of([*hits])
        right = next((text for text, (name, *_) in hits.items() if name == "right"), card["answers"][0])
        wrongs = [text for text, (name, *_) in hits.items() if name == "wrong"]
        fewest = min(wrongs, key=lambda text: hits[text][1], default="quite another thing")
        if self.how == "skill" and self.minds and wrongs:
            if self.chance.pick([(self.share, True), (1 - self.share, False)]):
                return right
            untried = [text for text in wrongs if text not in self.tried] or [self.made(card, wrongs, hits)]
            guess = self.chance.one_of(untried)
            self.tried.add(guess)
            return guess
        if self.how == "skill":
            return self.chance.pick([(self.share, right), (1 - self.share, fewest)])
        if card["id"] not in self.mind:
            self.mind[card["id"]] = self.chance.pick([(self.share, True), (1 - self.share, False)])
        if self.mind[card["id"]]:
            return right
        if not wrongs:
            return fewest
        guess = self.chance.one_of([text for text in hits if text not in self.tried])
        self.tried.add(guess)
        return guess


def odds(game, cards, how, share, pace, most):
    """What plays come to: shares of results and awards, of the final values of meters, of how many were
    asked, the mean of their seconds, the rows that were used, and the share not followed to its end.

    Raises :class:`TooMany` where there are more than ``most`` ways."""
    found = {
        name: defaultdict(Fraction) for name in ("results", "awards", "asked", "seconds", *game["meters"])
    }
    minds = any("carries" in card or card["kind"] == "opinion" for card in cards) or any(
        name in str(game) for name in ("given", "picked")
    )
    rows, left, chance, ways = set(), Fraction(0), Chance(), 0
    while True:
        ways += 1
        if ways > most:
            raise TooMany
        play = Play(game, Table(game, cards, _drawn(chance)))
        play.roll = lambda sides, where: chance.one_of(range(sides))
        play.choose_text = lambda at, many, last: 0
        walker = Walker(how, share, pace, chance, minds)
        play.begin()
        play.to_input()
        while play.phase != "over" and chance.share > SMALL and len(play.trail) < 2000:
            walker.go(play)
            play.to_input()
        if play.phase == "over":
            found["results"][play.result] += chance.share
            found["awards"][play.award or ""] += chance.share
            found["asked"][play.counts["asked"]] += chance.share
            found["seconds"][play.now / 1000] += chance.share
            for name, value in play.meters.items():
                found[name][value] += chance.share
            rows |= {step["row"] for step in play.trail if step.get("row")}
        else:
            left += chance.share
        if not chance.another():
            return found, rows, left
