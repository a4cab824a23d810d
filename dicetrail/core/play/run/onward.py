"""A run as it goes on: what happens in it, and what follows on that."""

from __future__ import annotations

from collections.abc import Mapping
from math import inf
from typing import Any

from ..answers.verdict import Verdict
from ..deal.dealer import NextCard, SoFar
from ..kinds import kind_of
from ..questions.aided import Aided
from ..questions.carried import NOTHING
from ..questions.question import LABELS
from ..rulebook.clocks import Clock
from ..rulebook.game import Number
from ..rulebook.moments import TOLD_AS, Moment
from ..rulebook.names import NOT_OFF, OF_A_QUESTION
from ..rulebook.program import ReadyHelp
from .closing import Closing
from .helping import renew
from .played import Came, End, Feedback, Turn
from .scene import Scene
from .seats import count_others, following, passes, still_in, together
from .sequence import (
    LEADS,
    begin_round,
    begin_try,
    end_round,
    happen,
    pause_after,
    use_help,
    visit,
)

_OF_NO_QUESTION: tuple[Moment, ...] = ("begun", "round_begun", "round_over")
_STAYS: Mapping[Moment, tuple[Moment, ...]] = {
    "round_begun": ("begun",),
    "opened": ("begun", "round_begun"),
    "round_over": (),
}
"""Moments of which nothing has to be seen, and after which of them what was said before stays (none: after
all)."""


class Onward(Closing):
    """One play, from moment to moment. What follows on what stands in :mod:`.sequence`."""

    def _happen(
        self,
        moment: Moment,
        at: int,
        *,
        move: str | None = None,
        verdict: Verdict | None = None,
        text: str = "",
        **details: Any,
    ) -> None:
        """A moment: count it, find its row, do what the row says, look at the endings, and pause."""
        self._stop_clocks(at)
        self._settle(moment, "" if moment in _OF_NO_QUESTION else self.seat.open.card.question.id)
        scene, before = Scene(self, at), self.meters
        [came] = happen(scene, moment)
        self._tell(scene, came, before, at, move=move, verdict=verdict, text=text, **details)

    def _tell(
        self,
        scene: Scene,
        came: Came,
        before: dict[str, Number],
        at: int,
        *,
        move: str | None = None,
        verdict: Verdict | None = None,
        text: str = "",
        **details: Any,
    ) -> None:
        """What came of a moment goes into the trail and is shown, until its pause is over."""
        said = scene.tell
        if came.end is not None and came.end.out:
            said = " ".join(filter(None, (said, came.end.tell)))
            details["out"] = came.end.result
            came = self._put_out(came, came.end)
        moment, self._came = came.moment, came
        about = self.seat.turn
        if about is not None and moment not in _OF_NO_QUESTION:
            details["question"] = about.card.question.id
        if verdict is not None:
            details |= {"input": text, "steps": list(verdict.steps)}
        if came.end and came.end.ending:
            details["ending"] = came.end.ending
        self._recorder.record(
            self,
            at,
            move=move,
            verdict=verdict.name if verdict else None,
            moment=moment,
            row=came.row,
            before=before,
            tell=said,
            next_=came.end.result if came.end and came.onward == "over" else TOLD_AS[came.onward],
            **details,
        )
        if not self._says_nothing(came):
            self.feedback = Feedback.of(came, len(self.trail), said, verdict, text)
        hold, self._waits_for_player = pause_after(came, self.round, hands_over=self._hands_over)
        self.phase = "feedback"
        self._resume_at = at + round(hold * 1000)

    def _says_nothing(self, came: Came) -> bool:
        """Whether what is shown stays as it is: nothing is said of a moment that is no answer."""
        if came.row is not None or self.feedback is None or came.moment not in _STAYS:
            return False
        stays = _STAYS[came.moment]
        return (self.feedback.moment in stays or not stays) and not (
            came.moment == "round_begun" and self.round.source.intro
        )

    def _use(self, one: ReadyHelp, at: int) -> None:
        """A help is used."""
        self._stop_clocks(at)
        self._settle("helped", self.seat.open.card.question.id)
        scene, before, gone = Scene(self, at), self.meters, self.seat.open.aided.gone
        [came] = use_help(scene, one)
        self.carried = NOTHING
        away = sorted(self.seat.open.aided.gone - gone)
        details: dict[str, Any] = {"removed": [LABELS[place] for place in away]} if away else {}
        name = one.source.name
        self._tell(scene, came, before, at, move=f"help {name}", help=name, **details)

    # Going on

    def _go_on(self, at: int) -> None:
        players = self.program.game.players
        self._waits_for_player = False
        if self._came.moment == "opened":
            self._hands_over = False
        if self._came.onward != "over" and self.game_clock.left_at(at) == 0:
            self._game_clock_ran_out(at)
            return
        if self._came.onward == "over":
            self._finish(self._came.end or End("done"), at)
            return
        if self._came.moment == "begun" and self.round.number:
            self._enter(1, at)
            return
        if self._came.gate is not None:
            if players is not None and players.turn == "round":
                self._give_turn()
            self._enter(self._came.gate.to, at)
            return
        leads = LEADS[self._came.onward]
        if self.round_clock.left_at(at) == 0:
            leads = LEADS["round"]
        elif self._came.onward == "later":
            self.dealer.put_back(self.seat.open.card, self._came.row.source.after if self._came.row else 0)
        if leads.to == "round":
            self._end_round(at, clock="round" if self.round_clock.left_at(at) == 0 else None)
        elif leads.to == "next":
            self._open_next(at, instead=self._came.onward == "swap")
        elif leads.to == "visit":
            self._open_visit(at)
        else:
            if leads.another_try:
                begin_try(Scene(self, at), restart=self.round.source.clocks.restart_on_again)
            self.phase = "asking"
            for clock in (self.question_clock, self.round_clock, self.game_clock):
                clock.start(at)

    def _enter(self, number: int, at: int) -> None:
        """A round begins."""
        self.decks.enter(number, self.how_many_asked())
        for seat in self.seats:
            seat.known |= {"round": number, "round_name": self.round.source.name}
        self._count_questions(0)
        renew(self, "round")
        self._settle("round_begun", str(number))
        scene, before = Scene(self, at), self.meters
        [came] = begin_round(scene)
        self._tell(scene, came, before, at)

    def _end_round(self, at: int, *, clock: str | None = None) -> None:
        """A round is over: its deck is through, a row says so, or its ``clock`` has run out."""
        if not self.round.number:
            self._finish(End("done"), at)
            return
        self._stop_clocks(at)
        self._settle("round_over", str(self.round.number))
        scene, before = Scene(self, at), self.meters
        [came] = end_round(scene)
        self._close_lap()
        self.round_clock = Clock()
        details: dict[str, Any] = {"clock": clock} if clock else {}
        if came.gate is not None and came.gate.number:
            details["gate"] = came.gate.number
        self._tell(scene, came, before, at, **details)

    def _count_questions(self, asked: int) -> None:
        """How many questions the play and its round ask, as far as is known once the round has asked so
        many; and for each player how many the others were asked."""
        total, here = self.decks.total_after(asked), self.dealer.total_after(asked)
        for seat in self.seats:
            seat.counts["total"] = total
            if self.round.number:
                seat.counts["round_total"] = here
        if self.has_turns:
            count_others(self.seats, self.seat)

    def _open_next(self, at: int, chosen: str | None = None, *, instead: bool = False) -> None:
        asked, trouble, before = self.asked_here, self.rulings.trouble(at), self.seat
        self._settle("next")
        if chosen is None and not instead and self._pass_turn(at):
            return
        so_far = SoFar(asked, self.names(at))
        dealt: NextCard | None
        if instead:
            dealt = self.dealer.instead(self.seat.open.card.question, so_far, trouble)
        elif chosen is None and (offered := self.dealer.offered(so_far)):
            self.offered, self.phase, self._resume_at = offered, "choosing", at
            return
        else:
            dealt = self.dealer.next(so_far, chosen, trouble)
        if dealt is None:
            if before.out is None:
                self.seat = before  # there is nothing that the turn could pass for
            self._end_round(at)
            return
        if chosen is not None:
            self._hands_over = False  # whose turn it is has chosen already
        self._have_turn(dealt, at)
        self._count_questions(asked + (dealt.before is None))
        question = dealt.card.question
        self.seat.known |= {name: getattr(question, name) for name in OF_A_QUESTION}
        self.seat.known["possible"] = kind_of(question).possible(question)
        self._open_visit(at)

    def _have_turn(self, dealt: NextCard, at: int) -> None:
        """A card that was dealt is what is asked now: a new question, or one that came before, which may have
        been another player's."""
        asked = self.seat.asked
        turn = None
        if dealt.before is not None:
            turn = next((turn for turn in asked if turn.card is dealt.before), None)
            if turn is None:
                self.counts["others_asked"] -= 1
                if self.round.number:
                    self.counts["round_others_asked"] -= 1
        if turn is not None:
            turn.card, self.seat.turn = dealt.card, turn
            return
        self.seat.turn = Turn(
            dealt.card, round=self.round.number, seat=self.seat.number, first=self.visit + 1
        )
        asked.append(self.seat.turn)
        Scene(self, at).count("dealt")

    def _pass_turn(self, at: int) -> bool:
        """Let the turn pass where it is to; whether the play ends with that, a player having gone out."""
        players = self.program.game.players
        if players is None or not passes(players, self.seat):
            return False
        self._give_turn()
        if not self._went_out:
            return False
        self._went_out = False
        end = self.rulings.ending(at)
        if end is None or end.out:
            return False
        self._finish(end, at)
        return True

    def _give_turn(self) -> None:
        """It is the next player's turn."""
        before, self.seat = self.seat, following(self.seats, self.seat)
        self._hands_over = self.seat is not before

    def _put_out(self, came: Came, end: End) -> Came:
        """A player is out: the others go on, or the play is over with the best that anybody came to."""
        self.seat.out, self._went_out = end, True
        inside = still_in(self.seats)
        for seat in self.seats:
            seat.known["players"] = len(inside)
        if inside:
            return came
        result = together([seat.out.result for seat in self.seats if seat.out is not None])
        return came._replace(end=End(result, ending=end.ending), onward="over")

    def _open_visit(self, at: int) -> None:
        turn = self.seat.open
        tries = kind_of(turn.card.question).tries(turn.card.question, self.round.source.tries)
        self.visit, self.tries = self.visit + 1, inf if tries is None else tries
        turn.visits += 1
        self.first_visit = turn.visits == 1
        turn.tried, turn.aided = (), Aided()
        renew(self, "question")
        self.seat.known |= {"hits": 0, "visit": turn.visits, "value": 0, "help": "", **NOT_OFF}
        self._settle("opened", turn.card.question.id)
        scene, before = Scene(self, at), self.meters
        [came] = visit(scene)
        self._tell(scene, came, before, at)
