"""The texts of the page in groups that people understand, and the state of the page in which each shows."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class TextGroup:
    """Texts whose names begin with one of the ``parts``; the page shows them in a ``state``."""

    title: str
    state: str
    parts: tuple[str, ...]


GROUPS = (
    TextGroup("Before a play", "start", ("start", "rules", "nameless")),
    TextGroup("The question, its clock and the meters", "asking", ("question", "clock", "meter", "picture")),
    TextGroup("Answering", "asking", ("hint", "answer", "pick", "mark")),
    TextGroup("Helps", "helps", ("help", "option")),
    TextGroup("Letters", "letters", ("letters",)),
    TextGroup("Rounds, and what comes next", "round", ("round", "choose")),
    TextGroup("Several players, in turn", "turn", ("players", "turn")),
    TextGroup("What is said of an answer", "good", ("said",)),
    TextGroup("Between questions", "breather", ("play",)),
    TextGroup("The result", "done", ("result", "outcome")),
    TextGroup("The wall, and beginning together", "start", ("wall", "wait")),
    TextGroup("Sound", "asking", ("sound", "hear")),
    TextGroup("When the page has to wait, or can't go on", "start", ("page",)),
)


_STATES = {
    "said.right": "good",
    "said.missed": "bad",
    "said.wrong": "info",
    "said.skipped": "plain",
    "mark.wrong": "bad",
    "mark.right": "good",
    "answer.is": "bad",
    "answer.whole": "letters",
    "answer.board": "letters",
    "players.who": "start",
    "players.how_many": "start",
    "players.name": "start",
    "players.nameless": "start",
    "players.more": "start",
    "players.remove": "start",
    "players.earlier": "start",
    "players.twice": "start",
    "players.first": "done",
    "players.place": "done",
    "players.player": "done",
    "result.won": "won",
    "result.lost": "lost",
}
"""The states of texts that show elsewhere than the others of their group."""


def state_of(name: str) -> str:
    """The state of the page in which a text shows. Raises KeyError where the text is in no group."""
    part = name.partition(".")[0]
    for group in GROUPS:
        if part in group.parts:
            return _STATES.get(name, group.state)
    raise KeyError(name)
