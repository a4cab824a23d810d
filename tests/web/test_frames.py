"""Whatever a socket sends, its play goes on: made-up frames, and moves that are almost moves."""

from __future__ import annotations

import asyncio
import json
import unittest
from types import SimpleNamespace
from unittest import mock

from hypothesis import HealthCheck, Phase, given, seed, settings
from hypothesis import strategies as st

from dicetrail.web.players.allowance import A_SECOND, Allowance
from dicetrail.web.players.plays import _moves

from .serving import RULES, view_when
from .test_plays import Live

ANY = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats() | st.text(max_size=20),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=5), inner, max_size=3),
    max_leaves=6,
)
MOVES = st.fixed_dictionaries(
    {},
    optional={
        "do": st.sampled_from(["answer", "skip", "continue", "leave", "roll", ""]) | ANY,
        "text": st.sampled_from(["A", "b", "4", " ", "right 2", "x" * 5000]) | ANY,
        "visit": st.integers(-2, 6) | st.integers() | ANY,
        "dice": ANY,
    },
)
SOUND = st.fixed_dictionaries(
    {"do": st.just("answer"), "text": st.sampled_from(["A", "B"]), "visit": st.just(1)}
)
FRAMES = st.lists(
    st.text(max_size=60) | st.binary(max_size=60) | (MOVES | SOUND | ANY).map(json.dumps),
    min_size=1,
    max_size=6,
)


class Junk:
    """A socket that brings so many frames that are no moves."""

    def __init__(self, frames: int) -> None:
        self._left = frames

    async def receive(self) -> dict[str, str]:
        self._left -= 1
        if self._left < 0:
            return {"type": "websocket.disconnect"}
        return {"type": "websocket.receive", "text": "junk"}


class Rationed(unittest.TestCase):
    def test_junk_is_read_no_faster_than_moves(self):
        waited: list[float] = []

        async def wait(seconds: float) -> None:
            waited.append(seconds)

        async def take() -> list[object]:
            play = SimpleNamespace(allowance=Allowance())
            return [move async for move in _moves(Junk(A_SECOND + 100), play)]

        with (
            mock.patch("dicetrail.web.players.plays.asyncio.sleep", wait),
            mock.patch("dicetrail.web.players.allowance.monotonic", lambda: 0.0),
        ):
            self.assertEqual(asyncio.run(take()), [])
        self.assertEqual(waited, [1 / A_SECOND] * 100)


class Frames(Live):
    def test_a_play_outlives_every_frame(self):
        self.game(RULES + "leave: true\n")
        ends = set()

        @seed(20260102)
        @settings(
            max_examples=100,
            deadline=None,
            database=None,
            phases=(Phase.generate,),
            suppress_health_check=list(HealthCheck),
        )
        @given(FRAMES)
        def send(frames: list[str | bytes]) -> None:
            play = self.start()
            with self.live(play) as socket:
                for frame in frames:
                    if isinstance(frame, str):
                        socket.send_text(frame)
                    else:
                        socket.send_bytes(frame)
                socket.send_json({"do": "leave", "visit": 1})
                over = view_when(socket, lambda view: view["phase"] == "over")
                ends.add(tuple(meter["value"] for meter in over["meters"]))

        send()
        self.assertGreater(len(ends), 1, "no frame was a move: nothing was tried")
