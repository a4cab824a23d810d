"""Small games and questions for tests, and a strategy for random ones."""

from __future__ import annotations

from hypothesis import strategies as st

from dicetrail.core.play.answers.switches import Checking
from dicetrail.core.play.questions.carried import Carried
from dicetrail.core.play.questions.question import Question
from dicetrail.core.play.rulebook.game import (
    Award,
    Choices,
    Clocks,
    Consequence,
    Deal,
    Ending,
    Game,
    Meter,
)
from dicetrail.core.play.rulebook.moments import MOMENTS
from dicetrail.core.play.rulebook.move import Move
from dicetrail.core.play.rulebook.page import Cue
from dicetrail.core.play.rulebook.program import Program
from dicetrail.core.play.run.moves import play, read_move
from dicetrail.core.play.run.run import Run

SECRET = "zq"
"""Begins every accepted answer of a typed question here, and stands nowhere else."""


def choice(number: int, options: int = 4, **more: object) -> Question:
    texts = tuple(f"option {number}-{place}" for place in range(options))
    return Question(
        f"c{number}",
        "choice",
        f"Choice {number}?",
        (texts[0],),
        texts,
        (0,),
        **more,  # type: ignore[arg-type]
    )


def opinion(number: int, *adds: tuple[str, float], **more: object) -> Question:
    """A question of opinion whose options each add to a meter."""
    texts = tuple(f"view {number}-{place}" for place in range(max(2, len(adds))))
    carries = tuple(Carried(place, adds=(one,)) for place, one in enumerate(adds))
    return Question(f"o{number}", "opinion", f"Opinion {number}?", (), texts, carries=carries, **more)  # type: ignore[arg-type]


def typed(number: int, **more: object) -> Question:
    return Question(
        f"t{number}",
        "typed",
        f"Typed {number}?",
        (f"{SECRET} answer {number}", f"{SECRET} other {number}"),
        **more,  # type: ignore[arg-type]
    )


def number_question(number: int) -> Question:
    return Question(f"n{number}", "number", f"Number {number}?", (str(7000 + number),))


def truth(number: int, says: bool) -> Question:
    right = 0 if says else 1
    options = ("True", "False")
    return Question(f"w{number}", "truth", f"Truth {number}?", (options[right],), options, (right,))


def several(number: int, rights: tuple[int, ...] = (0, 2), options: int = 4, **more: object) -> Question:
    texts = tuple(f"part {number}-{place}" for place in range(options))
    answers = tuple(texts[place] for place in rights)
    return Question(
        f"s{number}",
        "several",
        f"Several {number}?",
        answers,
        texts,
        rights,
        **more,  # type: ignore[arg-type]
    )


def ordered(number: int, items: int = 4, **more: object) -> Question:
    texts = tuple(f"item {number}-{place}" for place in range(items))
    return Question(
        f"o{number}",
        "order",
        f"Order {number}?",
        texts,
        texts,
        tuple(range(items)),
        **more,  # type: ignore[arg-type]
    )


def questions(count: int) -> tuple[Question, ...]:
    makers = (choice, typed, number_question, lambda n: truth(n, n % 2 == 0), several, ordered)
    return tuple(makers[n % len(makers)](n) for n in range(count))


def walk(game: Game, *moves: str, dice: int = 1, **choices: object) -> Run:
    """A run of the game with moves as a moves file writes them."""
    chosen = Choices(dice, **{"player": "Ida", **choices})  # type: ignore[arg-type]
    return play(Program(game), chosen, [read_move(move) for move in moves])


def moments(run: Run) -> list[str]:
    """The moments of a trail, in order."""
    return [step.moment for step in run.trail if step.moment]


CONDITIONS = (
    "",
    "attempt == 1",
    "streak >= 2",
    "lives <= 1",
    "percent > 50",
    "1 / (right - 1) > 0",
    "left == 0",
)
AMOUNTS = ("1", "-1", "3", "worth", "time_left", "asked * 2", "1 / lives", "-lives")
CHANGES = st.dictionaries(st.sampled_from(("score", "lives")), st.sampled_from(AMOUNTS), max_size=2)


@st.composite
def consequences(draw: st.DrawFn) -> Consequence:
    moment = draw(st.sampled_from((*MOMENTS,)))
    thens: tuple[str | None, ...] = (None, None, "next", "won", "lost", "done")
    if moment in ("wrong", "missed", "late", "skipped", "unreadable", "close"):
        thens += ("again", "again")
    if moment in ("begun", "opened", "over"):
        thens = (None, None, None, "done") if moment != "over" else (None,)
    return Consequence(
        moment,
        draw(st.sampled_from(CONDITIONS)),
        add=tuple(draw(CHANGES).items()),
        set=draw(st.sampled_from(((), (), (("score", "0"),)))),
        time=draw(st.sampled_from(((), (), (("question", "2"),), (("game", "-3"),)))),
        restart=draw(st.sampled_from(((), (), ("question",)))),
        tell=draw(st.sampled_from(("", "{score} {player}", "{percent:.1f}", "{1 / wrong}"))),
        reveal=draw(st.booleans()),
        cue=draw(st.sampled_from(("", "bright"))),
        hold=draw(st.sampled_from((None, 0, 0.5))),
        then=draw(st.sampled_from(thens)),  # type: ignore[arg-type]
    )


ROWS = st.lists(consequences(), max_size=8)


@st.composite
def games(draw: st.DrawFn) -> Game:
    """A random game, also of rules nobody would want."""
    return Game(
        title="Random",
        questions=questions(draw(st.integers(1, 9))),
        deal=Deal(
            draw=draw(st.one_of(st.none(), st.integers(1, 12))),
            order=draw(st.sampled_from(("filed", "shuffled", "easiest_first", "by_topic"))),
            options=draw(st.sampled_from(("filed", "shuffled", "balanced"))),
            repeats=draw(st.sampled_from(("never", "when_empty", "always"))),
        ),
        tries=draw(st.sampled_from((1, 2, 3, None))),
        meters=(
            Meter("score", 0, decimals=draw(st.sampled_from((None, 1)))),
            Meter("lives", 3, min=0, max=5),
        ),
        clocks=Clocks(
            question=draw(st.sampled_from((None, 4, 0.25))),
            game=draw(st.sampled_from((None, 9, 30))),
            breather=draw(st.sampled_from((0, 1.5, "player"))),
            restart_on_again=draw(st.booleans()),
        ),
        checking=Checking(
            ("blanks", "case"), draw(st.integers(0, 1)), draw(st.sampled_from(("ask_again", "wrong")))
        ),
        consequences=tuple(draw(ROWS)),
        endings=draw(
            st.sampled_from(
                (
                    (),
                    (Ending("lives == 0", "lost", "{lives} left"),),
                    (Ending("score >= 6", "won"), Ending("lives == 0", "lost")),
                )
            )
        ),
        awards=(Award("percent == 100", "All"), Award("1 / right > 2", "Never"), Award("True", "Some")),
        cues=(Cue("bright", "rise", "glow", "good", 1),),
    )


TEXTS = (
    "A",
    "b",
    "3",
    "option 0-0",
    f"{SECRET} answer 1",
    "7002",
    "true",
    "nonsense",
    "",
    " ",
    "⁂",
    "x" * 2000,
)
MOVES = st.one_of(
    st.builds(Move, st.sampled_from(("right", "wrong", "unreadable", "skip", "continue"))),
    st.builds(Move, st.just("answer"), st.sampled_from(TEXTS), st.sampled_from((None, None, 1, 2))),
)
