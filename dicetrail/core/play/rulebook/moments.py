"""Every moment that a play can have, in one table: where it leads, and what is said of it.

A new moment is a name in :data:`Moment` and a line in :data:`MOMENTS`; what it counts stands in
:mod:`.quantities`, what makes it happen in :mod:`..run.run`.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Moment = Literal[
    "begun",
    "round_begun",
    "opened",
    "helped",
    "right",
    "part",
    "close",
    "wrong",
    "missed",
    "late",
    "skipped",
    "answered",
    "unreadable",
    "round_over",
    "over",
]
Phase = Literal["ready", "choosing", "asking", "feedback", "over"]
"""What a play is at: before its begin, waiting for the choice of what comes next, waiting for an answer,
showing what came of one, or over."""
Onward = Literal["ask", "next", "later", "swap", "revisit", "try", "resume", "round", "out", "over"]
"""Where a play goes after a moment: to the first try, the next question (this one coming again later),
another one in its place, a new visit of this one, its next try, the same try once more, on from this round,
on without the player whose turn it is, or the end."""
TOLD_AS: dict[Onward, str] = {
    "ask": "asking",
    "next": "next",
    "later": "later",
    "swap": "swap",
    "revisit": "again",
    "try": "again",
    "resume": "again",
    "round": "round",
    "out": "next",
    "over": "over",
}
"""What a trail says of where a play goes."""
Then = Literal["next", "again", "later", "round", "won", "lost", "done"]
"""Where a row of the rules can lead."""
Tone = Literal["good", "bad", "info", "plain"]


@dataclass(frozen=True, slots=True)
class About:
    """What holds for a moment in every game.

    ``leads_to`` is where a play goes where no row says otherwise; ``again`` where a row's ``then: again``
    leads ("" where there is no such choice). ``answers`` says that it follows from a move of the player or
    from the question's clock; ``settles`` that the question is done with; ``reveals`` that the answer is
    shown where no row applies. ``move`` is the move of a list that brings it about, "" where something has to
    be typed or none does. ``title`` and ``built_in`` tell the maker when it happens and what follows where no
    row applies; ``tone`` is for the player, who is told the text ``said.`` of the moment."""

    leads_to: Onward
    title: str
    built_in: str
    again: Literal["", "try", "resume", "revisit"] = ""
    answers: bool = True
    settles: bool = False
    reveals: bool = False
    move: str = ""
    tone: Tone = "plain"

    @property
    def thens(self) -> tuple[Then, ...]:
        """Where a row of the moment can lead."""
        if not self.answers:
            return ("won", "lost", "done")
        again: tuple[Then, ...] = ("again",) if self.again else ()
        later: tuple[Then, ...] = ("later",) if self.settles else ()
        return ("next", *again, *later, "round", "won", "lost", "done")


MOMENTS: dict[Moment, About] = {
    "begun": About("next", "The play begins", "the first question opens", answers=False),
    "round_begun": About("next", "A round begins", "its first question opens", answers=False),
    "opened": About("ask", "A question opens", "the question is asked", answers=False),
    "helped": About("resume", "A help is used", "the same try goes on", answers=False, tone="info"),
    "right": About(
        "next",
        "A right answer",
        "on to the next question",
        settles=True,
        move="right",
        tone="good",
    ),
    "part": About(
        "resume",
        "A letter is uncovered",
        "the same try goes on",
        again="resume",
        tone="good",
    ),
    "close": About(
        "try",
        "An answer that is nearly right",
        "it is a wrong answer",
        again="try",
        tone="info",
    ),
    "wrong": About(
        "try",
        "A wrong answer, with tries left",
        "the next try",
        again="try",
        move="wrong",
        tone="info",
    ),
    "missed": About(
        "next",
        "A wrong answer, no try left",
        "the answer is shown, then on to the next question",
        again="revisit",
        settles=True,
        reveals=True,
        move="wrong",
        tone="bad",
    ),
    "late": About(
        "next",
        "The question’s clock runs out",
        "the answer is shown, then on to the next question",
        again="revisit",
        settles=True,
        reveals=True,
        move="late",
        tone="bad",
    ),
    "skipped": About(
        "next",
        "The question is skipped",
        "on to the next question",
        again="revisit",
        settles=True,
        move="skip",
    ),
    "answered": About(
        "next",
        "An opinion is given",
        "on to the next question",
        settles=True,
        move="right",
        tone="plain",
    ),
    "unreadable": About(
        "resume",
        "An answer that can’t be read",
        "asked again, at no cost",
        again="resume",
        move="unreadable",
        tone="info",
    ),
    "round_over": About("round", "A round is over", "on to the next round", answers=False),
    "over": About("over", "The play is over", "the result is shown", answers=False),
}
"""What holds for each moment, in the order a question is lived through."""

ANSWER_MOMENTS: tuple[Moment, ...] = tuple(name for name, about in MOMENTS.items() if about.answers)
"""The moments that follow from a move of the player or from a question's clock."""
