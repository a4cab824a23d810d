"""Trying: a play of one question, or of one cue, to see what a player sees."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from .clocks import Clock
from .game import Choices, Clocks, Consequence, Cue, Deal, Game, Move
from .moments import Moment
from .program import Program
from .question import Question
from .run import Run
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
    )
    run = Run(Program(shown), Choices(1, "Player"))
    run.begin()
    run.do(Move("wrong" if bad else "right"), 0)
    return replace(view(run, 0), waits_for_player=False)
