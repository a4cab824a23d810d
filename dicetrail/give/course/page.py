"""The engine of a course's page: the one of any page, which also says what the platform is told."""

from __future__ import annotations

import base64
import json
import zlib
from datetime import UTC, datetime
from typing import Any

from ...core.play.rulebook.game import Choices
from ...core.play.run.run import Run
from ...core.prove.plays.about import told_of
from ...core.prove.plays.out import KeptPlay
from ...core.prove.plays.record import AnswerCollector
from ..carried.page import Page
from .cmi5 import of_session, told_by_cmi5
from .reported import reported_of
from .scorm import TELLS


class CoursePage(Page):
    """A game that is played in a learning platform."""

    def __init__(self, game: bytes) -> None:
        super().__init__(game)
        self._collected: dict[str, AnswerCollector] = {}
        self._about = told_of(self._program.game)

    def _run(self, play_id: str, choices: Choices) -> Run:
        collector = self._collected[play_id] = AnswerCollector()
        return Run(self._program, choices, watch=collector)

    def pack(self, text: str) -> str:
        """A text made short, to be kept by a platform (zlib, RFC 1950, in base64)."""
        return base64.b64encode(zlib.compress(text.encode(), 9)).decode()

    def unpack(self, packed: str) -> str:
        """The text that was packed; "" where that is none of ours."""
        try:
            return zlib.decompress(base64.b64decode(packed, validate=True)).decode()
        except (ValueError, zlib.error):
            return ""

    def elements(self, play_id: str, version: str, session: float, kept: str) -> str:
        """What a version of SCORM (``1.2``, ``2004``) is told: ``[element, value]`` of each."""
        reported = reported_of(self._record(play_id), self._about)
        return json.dumps([*TELLS[version](reported, session, kept)], ensure_ascii=False)

    def statements(self, play_id: str, launch: str, began: float) -> str:
        """What cmi5 is told of a play that began at a time (milliseconds since 1970)."""
        run = self._runs[play_id]
        played = KeptPlay(play_id, 0, run.choices.player, _at(began), run.choices.dice, self._record(play_id))
        said: dict[str, Any] = json.loads(launch)
        title = self._program.game.title
        return json.dumps([*told_by_cmi5(played, title, self._about, said)], ensure_ascii=False)

    def of_session(self, verb: str, now: float, seconds: float, launch: str) -> str:
        """The statement that begins or ends a session, at a time (milliseconds since 1970)."""
        return json.dumps(of_session(verb, _at(now), seconds, json.loads(launch)), ensure_ascii=False)

    def _record(self, play_id: str) -> Any:
        return self._collected[play_id].record(self._runs[play_id])


def _at(milliseconds: float) -> datetime:
    return datetime.fromtimestamp(milliseconds / 1000, UTC)
