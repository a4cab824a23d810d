"""Checks of what is counted: names that stay as they begin, and names that stand as words."""

from __future__ import annotations

import re
from collections.abc import Iterator

from ...play.deal.dealer import Dealer
from ...play.kinds import kind_of
from ...play.language.expressions import compile_expression, compile_template
from ...play.rulebook.game import Choices, Game
from ..document import Document
from ..numbering import row_path
from ..sites import sites_of
from .found import Found, Path, gone, put

_EXACT = re.compile(r"(?P<name>right|first_try|best_streak)\s*==\s*(?P<number>\d+)")
"""A count that has to be just so."""
_SHOWN = r"(?:[:=]\s*|\b(?:have|has|with|got|scored|your|now)\s+){name}\b|\b{name}\s+(?:points|of|out of)\b"
"""Where a meter's name stands as if its value did."""


def tries_without_end(document: Document, game: Game) -> Iterator[Found]:
    """What is to happen when no try is left, where there always is one."""
    if any(tries is not None for tries in game.all_tries):
        return
    for number, row in enumerate(game.rows, 1):
        if row.moment == "missed":
            yield Found(
                "never-missed",
                "warn",
                "This never happens: a question stays until it is right, so no try is the last. Say how many"
                " *tries* there are, or remove the row.",
                path := row_path(game, number),
                mend=gone(f"Remove row {number}", path),
            )
            return


def wrong_of_one_try(document: Document, game: Game) -> Iterator[Found]:
    """The count of wrong tries where each is the last, and so is missed."""
    if any(
        kind_of(question).tries(question, tries) != 1
        for question in game.questions
        for tries in {*game.all_tries}
    ):
        return
    if any(row.moment == "missed" and row.then == "again" for row in game.rows):
        return
    for path, names in _named(document):
        if "wrong" in names:
            yield Found(
                "never-wrong",
                "warn",
                "`wrong` counts tries after which there is another. With one try each it stays 0: what isn't"
                " right is `missed`.",
                path,
            )


def _most_asked(game: Game) -> int:
    """How many questions a play asks at the most; of rounds, how many there are."""
    count = game.setup.count.max if game.setup.count else None
    return len(game.questions) if game.rounds else Dealer(game, Choices(0, count=count)).totals[-1]


def exactly_so_many(document: Document, game: Game) -> Iterator[Found]:
    """An award for an exact count, where a better one gets a lower award."""
    for place, award in enumerate(game.awards):
        exact = _EXACT.fullmatch(award.condition.strip())
        if exact is None or place + 1 == len(game.awards) or int(exact["number"]) >= _most_asked(game):
            continue
        name, number = exact["name"], int(exact["number"])
        wider = f"{name} >= {number}"
        if not any(re.search(rf"\b{name}\b", earlier.condition) for earlier in game.awards[:place]):
            yield Found(
                "better-gets-less",
                "warn",
                f"Who comes to more than {number} does not get this award, but one below it. Write `{wider}`,"
                " or stand an award for more above it.",
                ("awards", place, "if"),
                mend=put(f"Write {wider}", ("awards", place, "if"), wider),
            )


def bare_names(document: Document, game: Game) -> Iterator[Found]:
    """A meter that a text names without braces, where its value seems to be meant."""
    for path, text in _texts(document):
        outside = re.sub(r"\{[^}]*\}", "{}", text)
        for name in document.meters:
            if re.search(_SHOWN.format(name=re.escape(name)), outside):
                yield Found(
                    "bare-name",
                    "note",
                    f"`{name}` stands here as a word. Write `{{{name}}}` where its value is meant.",
                    path,
                    mend=put(f"Write {{{name}}}", path, _in_braces(text, name)),
                )
                break


def _in_braces(text: str, name: str) -> str:
    """The text with braces around a name where its value seems to be meant."""
    shown = _SHOWN.format(name=re.escape(name))
    parts = re.split(r"(\{[^}]*\})", text)
    for at in range(0, len(parts), 2):
        parts[at] = re.sub(shown, lambda found: found[0].replace(name, f"{{{name}}}"), parts[at])
    return "".join(parts)


def _texts(document: Document) -> Iterator[tuple[Path, str]]:
    for site in sites_of(document):
        if site.is_text:
            yield site.path, site.source


def _named(document: Document) -> Iterator[tuple[Path, frozenset[str]]]:
    """Every expression and text of a play with the names in it."""
    for site in sites_of(document):
        if site.sort != "aim":
            ready = compile_template(site.source) if site.is_text else compile_expression(site.source)
            yield site.path, ready.names
