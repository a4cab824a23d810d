"""Checks of rounds: their names, their questions, their ways on, and what only rounds have."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from difflib import get_close_matches
from functools import partial

from ...play.deal.dealer import Dealer
from ...play.deal.order import part_sizes, parts_drawn
from ...play.deal.pool import pass_length, picked, pool
from ...play.questions.question import Question
from ...play.rulebook.game import GOES, MOST_STEPS, Choices, Deal, Game, Round
from ...play.rulebook.moments import Moment
from ...play.rulebook.names import LATER
from ...reachable import reachable
from ..dealing import DealPart
from ..document import Document, RoundPart
from ..numbering import every_row
from .found import Found, Path, Written, gone, put
from .reading_time import seconds_to_read

LONGEST_INTRO = 30
"""Seconds that the text before a round may take to read."""
_OF_ROUNDS: tuple[Moment, ...] = ("round_begun", "round_over")
_STEPS_A_QUESTION = 4
"""Steps of a trail that a question comes to, or a few more."""


def names(game: Written) -> Iterator[Found]:
    """Names of rounds that can't be told apart, and gates that lead nowhere."""
    known = [one.name for one in game.document.rounds]
    for number, one in enumerate(game.document.rounds):
        path = ("rounds", number)
        if one.name in GOES:
            message = f"`{one.name}` says where a round leads, so it can't be the name of one."
            mend = put(f"Call it Round {number + 1}", (*path, "name"), f"Round {number + 1}")
            yield Found("round-name", "stop", message, (*path, "name"), mend=mend)
        elif one.name in known[:number]:
            message = f"There is a round ‘{one.name}’ already. Give this one another name."
            mend = put(f"Call it {one.name} {number + 1}", (*path, "name"), f"{one.name} {number + 1}")
            yield Found("doubled-round", "stop", message, (*path, "name"), mend=mend)
        for place, gate in enumerate(one.then):
            if gate.go in GOES or gate.go in known:
                continue
            near = get_close_matches(gate.go, [*known, *GOES], n=1)
            hint = f"Did you mean ‘{near[0]}’?" if near else f"There are {', '.join([*known, *GOES])}."
            where = (*path, "then", place, "go")
            mend = put(f"Write {near[0]}", where, near[0]) if near else put("Go to the next", where, "next")
            yield Found("unknown-round", "stop", f"There is no round ‘{gate.go}’. {hint}", where, mend=mend)


def meters(game: Written) -> Iterator[Found]:
    """Meters that are called as something the rules know since there are rounds."""
    for name in game.document.meters:
        if name in LATER:
            yield Found(
                "taken-name",
                "note",
                f"`{name}` is also a name the rules know; here it is this meter. Rename it to have both.",
                ("meters", name),
                of_key=True,
            )


def without_rounds(game: Written) -> Iterator[Found]:
    """Rows that only games with rounds come to."""
    if game.document.rounds:
        return
    for number, path, row in every_row(game.document):
        if row.moment in _OF_ROUNDS:
            message = "This never happens: the game has no rounds. Add one, or remove the row."
            yield Found("no-rounds", "warn", message, path, mend=gone(f"Remove row {number}", path))


def deals(game: Written) -> Iterator[Found]:
    """Parts of a draw, orders and repeats that don't go together."""
    for path, deal in _deals(game.document):
        if isinstance(deal.draw, list) and deal.repeats != "never":
            yield Found(
                "parts-repeat",
                "stop",
                "Parts are drawn once: questions that repeat can't be drawn in parts.",
                (*path, "repeats"),
                mend=put("Let none repeat", (*path, "repeats"), "never"),
            )
        if deal.order == "by_part" and not isinstance(deal.draw, list):
            yield Found(
                "no-parts",
                "warn",
                "Nothing is drawn in parts, so *by part* is as the file has them.",
                (*path, "order"),
                mend=put("Shuffle them", (*path, "order"), "shuffled"),
            )


def _deals(document: Document) -> Iterator[tuple[tuple[str | int, ...], DealPart]]:
    yield ("deal",), document.deal
    for number, one in enumerate(document.rounds):
        yield ("rounds", number, "deal"), one.deal


def questions(document: Document, game: Game) -> Iterator[Found]:
    """Rounds without questions, and more drawn than there are; also of parts without rounds."""
    choices = Choices(0)
    rounds = list(zip(document.rounds, game.rounds, strict=True))
    if not rounds and game.deal.parts:
        yield from _parts(("deal", "draw"), game.deal, list(game.questions))
    for number, (part, one) in enumerate(rounds):
        path = ("rounds", number)
        have = pool(game, choices, one)
        if not have:
            yield Found(
                "empty-round",
                "stop",
                f"No question is for the round ‘{one.name}’: `{one.only}` holds for none.",
                (*path, "only"),
                mend=gone("Let it ask all questions", (*path, "only")),
            )
        elif one.deal.parts:
            where = (*path, "deal", "draw") if one.draws else ("deal", "draw")
            yield from _parts(where, one.deal, have)
        else:
            yield from _short(path, part, one, pass_length(have))


def _short(path: Path, part: RoundPart, one: Round, have: int) -> Iterator[Found]:
    draw = one.deal.draw
    if draw is None or one.deal.repeats != "never" or draw <= have:
        return
    where = (*path, "deal", "draw")
    yield Found(
        "short-pack",
        "warn",
        f"{draw} questions are to be drawn for ‘{one.name}’, but there are only {have}; it asks {have}.",
        where if one.draws else path,
        mend=put(f"Draw {have}", where, have),
    )


def _parts(path: Path, deal: Deal, have: list[Question]) -> Iterator[Found]:
    found = zip(deal.parts, parts_drawn(have, deal), part_sizes(have, deal), strict=True)
    for place, (part, drawn, sizes) in enumerate(found):
        where = (*path, place)
        if not any(map(picked(part.condition), have)):
            message = f"No question is drawn here: `{part.condition}` holds for none."
            yield Found("empty-part", "warn", message, (*where, "if"), mend=gone("Remove the part", where))
        elif part.draw is not None and drawn < part.draw:
            yield Found(
                "short-pack",
                "warn",
                f"{part.draw} questions are to be drawn here, but only {drawn} are left for it.",
                (*where, "draw"),
                mend=put(f"Draw {drawn}", (*where, "draw"), drawn) if drawn else gone("Remove it", where),
            )
        elif part.draw is not None and deal.order != "filed" and (least := sizes[0]) < part.draw:
            yield Found(
                "part-may-lack",
                "warn",
                f"{part.draw} questions are to be drawn here, but an earlier part may draw some of these:"
                f" it finds at least {least}. Let the parts pick different questions, or draw fewer.",
                (*where, "draw"),
                mend=put(f"Draw {least}", (*where, "draw"), least) if least else gone("Remove it", where),
            )


def ways(document: Document, game: Game) -> Iterator[Found]:
    """Rounds that nobody comes to, gates behind one that always leads on, ways back that go on for ever, and
    rounds that never end."""
    reached = reachable(0, partial(_leads, game)) if game.rounds else set()
    for number, one in enumerate(game.rounds):
        path = ("rounds", number)
        if number not in reached:
            message = f"Nobody comes to the round ‘{one.name}’: no round leads to it."
            yield Found("round-never", "warn", message, path, mend=gone("Remove the round", path))
        yield from _gates(game, number)
        yield from _endless(document, game, number)


def _leads(game: Game, number: int) -> Iterator[int]:
    """The rounds (from 0) that the end of one can lead to."""
    one, named = game.rounds[number], {other.name: n for n, other in enumerate(game.rounds)}
    for gate in one.then:
        if gate.go in named:
            yield named[gate.go]
        if gate.go == "next" and number + 1 < len(game.rounds):
            yield number + 1
        if not gate.condition and gate.go in GOES:
            return
    if number + 1 < len(game.rounds):
        yield number + 1


def _gates(game: Game, number: int) -> Iterator[Found]:
    one = game.rounds[number]
    names_ = [other.name for other in game.rounds]
    asked = Dealer(game, Choices(0), one).totals[-1]
    always = False
    for place, gate in enumerate(one.then):
        path = ("rounds", number, "then", place)
        if always:
            message = "Nobody comes to this gate: one above it always leads on."
            yield Found("gate-never", "warn", message, path, mend=gone("Remove the gate", path))
        always |= not gate.condition and gate.go in GOES
        back = gate.go in names_ and names_.index(gate.go) <= number
        if back and gate.most * max(1, asked) * _STEPS_A_QUESTION > MOST_STEPS:
            fewer = max(1, MOST_STEPS // (10 * max(1, asked) * _STEPS_A_QUESTION))
            yield Found(
                "way-back",
                "warn",
                f"This leads back up to {gate.most} times: such a play would be stopped before its end."
                f" Let it lead back at most {fewer} times.",
                (*path, "most"),
                mend=put(f"At most {fewer} times", (*path, "most"), fewer),
            )


def _endless(document: Document, game: Game, number: int) -> Iterator[Found]:
    one = game.rounds[number]
    deal, chosen = one.deal, game.setup.count is not None and not one.draws
    if deal.repeats == "never" or deal.draw is not None or chosen or document.leave:
        return
    rows = (*game.consequences, *one.consequences)
    ends = game.endings or any(row.then in ("round", "won", "lost", "done") for row in rows)
    if not ends and one.clocks.game is None and one.clocks.round is None:
        yield Found(
            "endless",
            "stop",
            f"The round ‘{one.name}’ never ends: its questions repeat, and there is no ending, no clock, no"
            " row with `then: round` and no number to draw.",
            ("rounds", number, "deal"),
            mend=put("Let the player leave", ("leave",), True),
        )


def intros(document: Document, game: Game) -> Iterator[Found]:
    """Texts before a round that nobody reads to their end."""
    for number, one in enumerate(game.rounds):
        needs = seconds_to_read(one.intro)
        if needs > LONGEST_INTRO:
            yield Found(
                "long-intro",
                "note",
                f"What is said before ‘{one.name}’ takes {needs:.0f} seconds to read. Say the most of it"
                " where it is needed.",
                ("rounds", number, "intro"),
            )


def choosing(document: Document, game: Game) -> Iterator[Found]:
    """Choices of a topic or a level where there is nothing to choose among."""
    for path, deal in _deals(document):
        if deal.choose == "none":
            continue
        seen = Counter(str(getattr(question, deal.choose)) for question in game.questions)
        if len(seen) < 2:
            yield Found(
                "no-topics" if deal.choose == "topic" else "one-level",
                "warn",
                f"A player chooses the {deal.choose} of each question, but all questions are of one"
                f" {deal.choose}.",
                (*path, "choose"),
                mend=put("Don't ask for it", (*path, "choose"), "none"),
            )
