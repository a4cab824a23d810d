"""Keys: what each key does on each screen, in one table.

What a screen listens to stands in the front end; the moves of the bench come from the table of moves.
"""

from __future__ import annotations

from typing import Literal, NamedTuple, get_args

from ..core.play.rulebook.move import ON_THE_BENCH

Screen = Literal[
    "everywhere",
    "shelf",
    "questions",
    "checking",
    "deal",
    "rules",
    "feedback",
    "playtest",
    "proof",
    "handout",
    "player",
]
SCREENS: tuple[Screen, ...] = get_args(Screen)


class KeyDoes(NamedTuple):
    """A key (or several, or one that is held with others) and what it does."""

    keys: str
    does: str


KEYS: dict[Screen, tuple[KeyDoes, ...]] = {
    "everywhere": (
        KeyDoes("?", "open the help of the screen"),
        KeyDoes("Ctrl Z, Ctrl Shift Z", "take the last change of a game or a pack back; make it again"),
        KeyDoes("Tab, Shift Tab", "on to the next field or button, and back"),
        KeyDoes("Enter", "keep what was typed; press what has the focus"),
        KeyDoes("Escape", "leave a field as it was; close what is open over the screen"),
    ),
    "shelf": (),
    "questions": (
        KeyDoes("↑ ↓, Page Up, Page Down, Home, End", "from question to question"),
        KeyDoes("Enter", "write the prompt in place; keep it; in the form: on to the next field"),
        KeyDoes("Space", "choose the question, with others, for what is done to many"),
        KeyDoes("Alt ↑, Alt ↓", "move what is chosen up or down"),
        KeyDoes("Delete", "remove what is chosen"),
        KeyDoes("↑ ↓ ← →, with Shift", "on an area of a picture: move it, make it larger or smaller"),
    ),
    "checking": (),
    "deal": (),
    "rules": (
        KeyDoes("↑ ↓, Tab", "while a field completes: to the next proposal; take it"),
        KeyDoes("Enter, Escape", "keep what was typed; leave it as it was"),
        KeyDoes("Alt ↑, Alt ↓", "move a row up or down"),
    ),
    "feedback": (),
    "playtest": (
        *(KeyDoes(about.key, f"{about.title}: as a move of the player") for about in ON_THE_BENCH.values()),
        KeyDoes("a … h", "answer with that option"),
        KeyDoes("1 … 9", "use a help"),
        KeyDoes("R, W", "right or wrong answers to the end of the play"),
        KeyDoes("L", "wrong answers until a life is lost"),
        KeyDoes("Enter, Space, .", "go on where the play waits"),
        KeyDoes("Backspace", "one move back"),
    ),
    "proof": (),
    "handout": (),
    "player": (
        KeyDoes("A … H", "answer with that option; pick, place or join it where several are"),
        KeyDoes("1 … 6", "choose a topic or a level, where that is asked"),
        KeyDoes("↑ ↓ ← →, with Shift", "move the cross on a picture, by ten at once; set a slider"),
        KeyDoes("Enter", "give the answer; go on after feedback"),
        KeyDoes("Escape", "to the helps, and back to the question"),
    ),
}
"""The keys of each screen."""
