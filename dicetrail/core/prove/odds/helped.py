"""Helped: which helps a walker uses who does not know the answer, where plays are weighed."""

from __future__ import annotations

from collections.abc import Iterator

from ...play.kinds import kind_of
from ...play.rulebook.program import Program, ReadyHelp
from ...play.run.helping import AIDS
from ..search.kept import Kept, State
from .guesses import Guess
from .walker import Walker


class HelpsOfWalkers:
    """What a walker uses of a game's helps: nothing, or each where it does not know."""

    def __init__(self, walker: Walker, states: Kept) -> None:
        self._walker, self._states = walker, states
        self._helps = states.helps if walker.helps and states.helps.helps else None

    def wanted(self, state: State, guess: Guess) -> ReadyHelp | None:
        """The help that is used next at a state, where the answer does not come to mind."""
        helps = self._helps
        if helps is None or (self._walker.how == "knows" and guess.mind == "known"):
            return None
        if any(one.verdict == "answered" for one in self._states.sorts[state.sort].answers):
            return None
        for place in helps.usable(state.open, state.used, state.parts, self._states.known(state)):
            return helps.helps[place]
        return None

    def after(self, one: ReadyHelp, guess: Guess) -> Guess:
        """What the question is to the walker after a help."""
        if AIDS[one.source.does].reminds:
            return guess._replace(mind="fresh")
        return guess._replace(mind="unknown" if self._walker.how == "knows" else "stuck")


def unknown_helps(program: Program) -> Iterator[str]:
    """What exact odds do not know of the helps of a game."""
    kinds = {kind_of(question) for question in program.game.questions}
    for one in program.game.helps:
        if one.does == "swap":
            yield f"Exact odds do not know which question help `{one.name}` puts in the place of another."
        if one.does == "letter" and any(kind.covers for kind in kinds):
            yield f"Exact odds do not know which letters help `{one.name}` uncovers."
        if one.does != "remove":
            continue
        more = any(tries != 1 for tries in program.game.all_tries) or program.minds_answers
        if more or any(kind.can_lose_options and kind.in_parts for kind in kinds):
            why = "where there is another try, several are right, or they say something"
            yield f"Exact odds do not know which options help `{one.name}` takes away {why}."
