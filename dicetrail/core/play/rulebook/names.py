"""The names that expressions and texts know while a play goes on, with what each stands for."""

from __future__ import annotations

from typing import NamedTuple

from ..language.expressions import Value
from .quantities import ALONE, ONLY_WITH, QUANTITIES


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
OF_WHAT_WAS_GIVEN = {
    "value": Known("the value of what was answered", 0),
    "given": Known("what was answered last, without outer blanks", ""),
    "picked": Known("the labels of what was picked, as filed: A, or A C", ""),
}
"""What is said of what was given."""
OF_HOW_FAR = {
    "off": Known("how far the number or the place that was given is from the right one", 0),
    "off_percent": Known("the same, in percent of the right number", 0),
}
"""How far off an answer was."""
NOT_OFF: dict[str, Value] = dict.fromkeys(OF_HOW_FAR, 0)
OF_HELPS = {"help": Known("the name of the help used last at this question, empty where none was", "")}
"""What is said of helps."""
OF_A_VISIT = {"visit": Known("which visit of the question this is, from 1", 0, whole=True)}
OF_A_ROUND = {
    "round": Known("the number of the round, from 1", 1, whole=True),
    "round_name": Known("the name of the round", ""),
    "rounds": Known("how many rounds there are", 1, whole=True),
}
"""What is said of the round that a play is in."""
OF_PLAYERS = {
    "turn": Known("the number of the player whose turn it is, from 1", 1, whole=True),
    "players": Known("players who are still in the play", 1, whole=True),
    "rank": Known("the place of the player among all, 1 for the first", 1, whole=True),
}
"""What is said of those who play in turn."""
OF_WHERE_FROM = {
    "pack": Known("the name of the pack the question is from"),
    "id": Known("the question’s id"),
}
"""What only is known where questions are picked out."""
PICKS = {name: one.says for name, one in {**OF_A_QUESTION, **OF_WHERE_FROM}.items()}
"""What an expression knows that picks questions out, with what each stands for."""
_OF_THE_SETUP = {
    "player": Known("the player’s name"),
    "count": Known("how many questions the player chose", whole=True),
}
_KNOWN = {
    **TIMES,
    **OF_A_QUESTION,
    **_OF_THE_SETUP,
    **OF_AN_ANSWER,
    **OF_WHAT_WAS_GIVEN,
    **OF_HOW_FAR,
    **OF_A_VISIT,
    **OF_A_ROUND,
    **OF_HELPS,
    **OF_PLAYERS,
}

NAMES: dict[str, str] = {
    **{name: one.says for name, one in QUANTITIES.items() if one.of_visit},
    **{name: one.says for name, one in QUANTITIES.items() if not one.of_visit},
    **{name: one.says for name, one in _KNOWN.items()},
}
"""The names that expressions know besides the meters, with what each stands for; those of a try first."""
LATER = frozenset(
    (
        {*OF_A_VISIT, *OF_A_ROUND, *OF_WHAT_WAS_GIVEN, *OF_HOW_FAR, *OF_HELPS, *OF_PLAYERS, *ONLY_WITH}
        - {"round"}
    )
    | ALONE.keys()
)
"""Names that came later: a meter that a game called so before hides them."""
WHOLE = frozenset(name for table in (QUANTITIES, _KNOWN) for name, one in table.items() if one.whole)
"""Those that are whole numbers at all times."""
OF_THE_LAST = frozenset(
    (
        *OF_A_QUESTION,
        *OF_AN_ANSWER,
        *OF_WHAT_WAS_GIVEN,
        *OF_HOW_FAR,
        *OF_A_VISIT,
        *OF_HELPS,
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
}
"""The names that only texts know, with what each stands for."""
