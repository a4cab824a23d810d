"""Trying: a play of one question, of one cue, or of one state of the page, to see what a player sees."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Literal, cast

from .clocks import Clock
from .game import Choices, Clocks, Consequence, Deal, Ending, Game, Move
from .kinds import kind_of
from .moments import Moment, Tone
from .page import Cue
from .program import Program
from .question import Question
from .run import Run
from .setup import nameless
from .view import View, view

SAMPLE = Question(
    "sample",
    "choice",
    "Which way does the needle of a compass point?",
    ("North",),
    ("East", "North", "Down the valley"),
    (1,),
    why="Its red end points to magnetic north.",
)


HIDDEN = Question("hidden", "letters", "What keeps the wind out?", ("hut door",))
PageState = Literal["asking", "letters", "good", "bad", "info", "plain", "breather", "won", "lost"]
"""What a player's page can be at, beside its start: asking, feedback of each tone, a pause, the result."""
_TONES: dict[str, Moment] = {"good": "right", "bad": "missed", "info": "wrong", "plain": "skipped"}


def page_at(game: Game, state: PageState) -> View:
    """What a player sees of a game in a state of its page, with its own first questions."""
    plain = [question for question in game.questions if question.recipe is None]
    letters = [question for question in plain if kind_of(question).covers] or [HIDDEN]
    others = [question for question in plain if not kind_of(question).covers] or [SAMPLE]
    first = letters[0] if state == "letters" else others[0]
    moment, ends = _TONES.get(state), state in ("won", "lost")
    stays = 0 if ends else 2
    shown = replace(
        game,
        questions=(first, (others[1:] or [SAMPLE])[0]),
        deal=Deal(order="filed", options="filed"),
        tries=1 if state in ("bad", "lost") else 2,
        clocks=replace(game.clocks, breather=0 if ends else 3),
        consequences=(
            Consequence("skipped", tell="…"),
            Consequence("wrong", cue="page", hold=stays),
            Consequence("missed", cue="page", reveal=True, hold=stays),
            Consequence("right", cue="page", hold=stays),
        ),
        endings=(Ending("asked == 1", cast("Literal['won', 'lost']", state)),) if ends else (),
        awards=(),
        cues=(Cue("page", tone=cast("Tone", state if moment else "plain")),),
    )
    run = Run(Program(shown), Choices(1, nameless(game), level=None))
    run.begin()
    for move in _MOVES.get(state, ()):
        run.do(Move(move), 0)
    return replace(view(run, 0), can_skip=bool(Program(game).rows["skipped"]))


_MOVES: dict[str, tuple[Literal["right", "wrong", "skip"], ...]] = {
    "letters": (),
    "good": ("right",),
    "bad": ("wrong",),
    "info": ("wrong",),
    "plain": ("skip",),
    "breather": ("right",),
    "won": ("right",),
    "lost": ("wrong",),
}


def one_question_asked(question: Question, dice: int, answers: Sequence[str]) -> View:
    """What a player sees of a question after some answers, two tries given; it stays in its feedback."""
    game = Game(
        "",
        (question._replace(times=1),),
        deal=Deal(order="filed"),
        tries=2,
        clocks=Clocks(question=question.seconds, breather="player"),
    )
    run = Run(Program(game), Choices(dice, "Player"))
    run.begin()
    for at, answer in enumerate(answers, 1):
        run.do(Move("answer", answer), at)
    run.question_clock = Clock()
    return view(run, len(answers))


def cue_seen(game: Game, cue: Cue) -> View:
    """What a player sees at an answer that has this cue: a wrong one where the cue's tone is bad."""
    bad = cue.tone == "bad"
    moment: Moment = "missed" if bad else "right"
    shown = Game(
        game.title,
        (SAMPLE,),
        deal=Deal(order="filed", options="filed"),
        meters=game.meters,
        clocks=Clocks(breather="player"),
        consequences=(Consequence(moment, reveal=bad, cue=cue.name, hold=0),),
        cues=(cue,),
        look=game.look,
        sounds=game.sounds,
        words=game.words,
    )
    run = Run(Program(shown), Choices(1, "Player"))
    run.begin()
    run.do(Move("wrong" if bad else "right"), 0)
    return replace(view(run, 0), waits_for_player=False)
