"""The names that expressions and texts know while a play goes on, with what each stands for."""

from __future__ import annotations

from typing import NamedTuple

from ..language.expressions import Value
from .quantities import QUANTITIES


class Known(NamedTuple):
    """A name that is no quantity: what it stands for, what it is before a question is open (None: it hangs on
    none), and whether it is a whole number at all times."""

    says: str
    before: Value | None = None
    whole: bool = False


TIMES = {
    "time_left": Known("seconds left on the question’s clock"),
    "time_used": Known("seconds used of the question’s clock"),
    "game_left": Known("seconds left on the game clock"),
}
"""The names that tell a time."""
OF_A_QUESTION = {
    "worth": Known("what the question is worth", 0),
    "level": Known("the level of the question, 1 to 5", 0, whole=True),
    "topic": Known("the topic of the question", ""),
    "kind": Known("the kind of the question", ""),
}
"""What is said of the open question."""
OF_AN_ANSWER = {
    "hits": Known("parts of the answer that were right", 0, whole=True),
    "possible": Known("parts of the answer that could be right", 0, whole=True),
}
_OF_THE_SETUP = {
    "player": Known("the player’s name"),
    "count": Known("how many questions the player chose", whole=True),
}
_KNOWN = {**TIMES, **OF_A_QUESTION, **_OF_THE_SETUP, **OF_AN_ANSWER}

NAMES: dict[str, str] = {
    **{name: one.says for name, one in QUANTITIES.items() if one.of_visit},
    **{name: one.says for name, one in QUANTITIES.items() if not one.of_visit},
    **{name: one.says for name, one in _KNOWN.items()},
}
"""The names that expressions know besides the meters, with what each stands for; those of a try first."""
WHOLE = frozenset(name for table in (QUANTITIES, _KNOWN) for name, one in table.items() if one.whole)
"""Those that are whole numbers at all times."""
OF_THE_LAST = frozenset(
    (
        *OF_A_QUESTION,
        *OF_AN_ANSWER,
        "time_left",
        "time_used",
        *(n for n, one in QUANTITIES.items() if one.of_visit),
    )
)
"""Those that are of the question that is open or was last."""
NOTHING_OPEN: dict[str, Value] = {name: one.before for name, one in _KNOWN.items() if one.before is not None}
"""What is known of the question that is open, before any is."""

TOLD = {
    "answer": "the right answer, as it is shown",
    "letter": "the letter it stands at",
    "given": "what was answered last",
}
"""The names that only texts know, with what each stands for."""
