"""Trying: a play of one question, of one cue, or of one state of the page, to see what a player sees."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import Literal, cast

from ..deal.setup import choose, nameless
from ..kinds import kind_of
from ..questions.question import Question
from ..rulebook.clocks import Clock
from ..rulebook.game import Choices, Clocks, Consequence, Deal, Ending, Game, Round, Setup
from ..rulebook.help import Help
from ..rulebook.moments import Moment, Tone
from ..rulebook.move import Move
from ..rulebook.page import Cue
from ..rulebook.players import Players
from ..rulebook.program import Program
from ..run.dealt import dealt
from ..run.run import Run
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
PageState = Literal[
    "asking",
    "helps",
    "letters",
    "round",
    "turn",
    "good",
    "bad",
    "info",
    "plain",
    "breather",
    "won",
    "lost",
    "done",
]
"""What a player's page can be at, beside its start: asking, with helps used, before a round, between two
players, feedback of each tone, a pause, the result."""
SOME_HELPS = (Help("half", "remove", remove=1), Help("hint", "hint", uses=2))
ROUND = Round("By the Stove", "Five to warm your hands.")
_TONES: dict[str, Moment] = {"good": "right", "bad": "missed", "info": "wrong", "plain": "skipped"}
_ENDS = ("won", "lost", "done")
_MOST_LOOKED_AT = 50
"""Questions of a deal that are looked through for ones that fit a state."""


def page_at(game: Game, state: PageState) -> View:
    """What a player sees of a game in a state of its page: its own questions, as they are dealt, and the
    texts and cues of the first row, ending or award that can apply there."""
    some = [one.card.question for one in dealt(Program(game), choose(game, 1), _MOST_LOOKED_AT)]
    own = [*some, *(question for question in game.questions if question.recipe is None)]
    letters = [question for question in own if kind_of(question).covers] or [HIDDEN]
    others = [question for question in own if not kind_of(question).covers] or [SAMPLE]
    first = letters[0] if state == "letters" else others[0]
    following = next((question for question in others if question.id != first.id), SAMPLE)
    ends = state in _ENDS
    shown = replace(
        game,
        questions=(first._replace(times=1), *(() if ends else (following._replace(times=1),))),
        deal=Deal(order="filed", options="filed"),
        setup=Setup(),
        rounds=tuple(_rounds(game)) if state == "round" else (),
        helps=game.helps or (SOME_HELPS if state == "helps" else ()),
        players=game.players or (Players() if state == "turn" else None),
        tries=1 if state in ("bad", "lost") else 2,
        clocks=replace(game.clocks, breather=0 if ends else 3),
        consequences=tuple(_said_at(game, moment, stays=0 if ends else 2) for moment in _TONES.values()),
        endings=tuple(_ended(game, state)),
        awards=game.awards if ends else (),
        cues=(*game.cues, Cue(_CUE, tone=cast("Tone", state if state in _TONES else "plain"))),
    )
    in_turn = choose(replace(shown, setup=Setup()), 1).players
    run = Run(Program(shown), Choices(1, nameless(game), level=None, players=in_turn))
    run.begin()
    if state != "turn" and run.hands_over:
        run.do(Move("continue"), 0)
    for move in _MOVES.get(state, ()):
        run.do(Move(move), 0)
    for one in shown.helps if state == "helps" else ():
        if one.does != "swap":
            run.do(Move("help", one.name), 0)
    return replace(view(run, 0), can_skip=bool(Program(game).rows["skipped"]))


def _rounds(game: Game) -> Iterator[Round]:
    """The rounds, the first of them one that says something before it."""
    first = next((one for one in game.rounds if one.intro), ROUND)
    for one in (first, *(game.rounds[1:] or (ROUND,))):
        yield replace(one, only="", deal=Deal(order="filed"), consequences=(), then=())


_CUE = "page"
"""The cue of a row that has none."""


def _said_at(game: Game, moment: Moment, stays: float) -> Consequence:
    """What the first row of a moment lets a player see and hear, whatever its condition, and nothing else."""
    row = next((row for row in game.rows if row.moment == moment), Consequence(moment))
    return Consequence(
        moment, tell=row.tell, reveal=row.reveal or moment == "missed", cue=row.cue or _CUE, hold=stays
    )


def _ended(game: Game, state: PageState) -> Iterator[Ending]:
    """The first ending with a result; where the game has none, one without a text."""
    if state in ("won", "lost"):
        own = next((one for one in game.endings if one.result == state), Ending("", state))
        yield replace(own, condition="asked == 1")


_MOVES: dict[str, tuple[Literal["right", "wrong", "skip"], ...]] = {
    "letters": (),
    "good": ("right",),
    "bad": ("wrong",),
    "info": ("wrong",),
    "plain": ("skip",),
    "breather": ("right",),
    "won": ("right",),
    "lost": ("wrong",),
    "done": ("right",),
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
    """What a player sees at an answer that has this cue: a wrong one that takes a mark where the tone of the
    cue is bad, else a right one that brings points."""
    bad = cue.tone == "bad"
    changed = [meter.name for meter in game.meters if (meter.show == "marks") == bad]
    moment: Moment = "missed" if bad else "right"
    shown = Game(
        game.title,
        (SAMPLE,),
        deal=Deal(order="filed", options="filed"),
        meters=game.meters,
        clocks=Clocks(breather="player"),
        consequences=(
            Consequence(
                moment,
                add=tuple((name, "-1" if bad else "10") for name in changed),
                reveal=bad,
                cue=cue.name,
                hold=0,
            ),
        ),
        cues=(cue,),
        look=game.look,
        sounds=game.sounds,
        words=game.words,
    )
    run = Run(Program(shown), Choices(1, "Player"))
    run.begin()
    run.do(Move("wrong" if bad else "right"), 0)
    return replace(view(run, 0), waits_for_player=False)
