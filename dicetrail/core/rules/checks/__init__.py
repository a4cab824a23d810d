"""Every check of a game, in the order in which its snags are told. A new check is a line in a table here."""

from __future__ import annotations

from . import (
    answers,
    carried,
    counting,
    cues,
    deal,
    expressions,
    helps,
    look,
    meters,
    names,
    players,
    reading_time,
    rounds,
    rows,
    waymarks,
)
from .found import PlayableCheck, WrittenCheck

WRITTEN: tuple[WrittenCheck, ...] = (
    meters.bounds,
    names.names,
    expressions.expressions,
    names.topics,
    carried.meters,
    rows.parts,
    helps.names,
    players.players,
    rounds.names,
    rounds.meters,
    rounds.without_rounds,
    rounds.deals,
    answers.answers,
    deal.drawn,
    waymarks.waymarks,
    waymarks.aims,
    cues.sounds,
)
"""What is looked at before a game is compiled."""
PLAYABLE: tuple[PlayableCheck, ...] = (
    rows.hidden,
    rows.double_loss,
    reading_time.questions,
    reading_time.feedback,
    deal.asked_name,
    cues.flashes,
    cues.scenes,
    look.colours,
    rows.gives_away,
    helps.useless,
    helps.gives_away,
    deal.choices,
    deal.few,
    deal.never_asked,
    rounds.questions,
    rounds.ways,
    rounds.intros,
    rounds.choosing,
    cues.silence,
    carried.ties,
    carried.never_right,
    counting.tries_without_end,
    counting.wrong_of_one_try,
    counting.exactly_so_many,
    counting.bare_names,
)
"""What is looked at once a game can be played."""
