"""Playing a game in the terminal, with real time: the clock never waits for the input."""

from __future__ import annotations

import os
import select
import sys
import time
from collections.abc import Callable
from typing import TextIO

from .core.play.expressions import show_value
from .core.play.game import Choices, Move
from .core.play.program import Program
from .core.play.run import Run
from .core.play.view import LettersView, View, intro, view


def play_in_terminal(program: Program, choices: Choices, out: TextIO) -> Run:
    """Play from standard input, showing everything on ``out``; ends early where the input ends."""
    run = Run(program, choices)
    out.write("\n".join(("", program.game.title, *filter(None, [intro(program)]), "")))
    start = time.monotonic()

    def now() -> int:
        return round((time.monotonic() - start) * 1000)

    run.begin()
    typed = _Lines(now)
    shown_visit, shown_feedback = 0, None
    while run.phase != "over":
        seen = view(run, now())
        if seen.visit != shown_visit:
            shown_visit = seen.visit
            typed.forget()
            _show_question(seen, out)
        if run.feedback is not shown_feedback:
            shown_feedback = run.feedback
            _show_feedback(seen, out)
        line = typed.until(run.due())
        if line is None:
            if typed.ended:
                break
            run.tick(now())
        elif run.continue_from is not None:
            run.do(Move("continue"), now())
        else:
            run.do(Move("skip") if line == "/skip" else Move("answer", line, run.visit), now())
    if run.feedback is not shown_feedback:
        _show_feedback(view(run, now()), out)
    _show_outcome(view(run, now()), out)
    return run


class _Lines:
    """Lines of standard input, waited for no longer than the play does."""

    def __init__(self, now: Callable[[], int]) -> None:
        self._now = now
        self._typed = b""
        self.ended = False

    def until(self, due: int | None) -> str | None:
        """The next line, or None where none came by the time ``due`` or the input has ended."""
        while b"\n" not in self._typed and not self.ended:
            timeout = None if due is None else max(0.0, (due - self._now()) / 1000)
            if not select.select([0], [], [], timeout)[0]:
                return None
            more = os.read(0, 4096)
            self.ended = not more
            self._typed += more or b"\n" * bool(self._typed)
        line, ending, self._typed = self._typed.partition(b"\n")
        return line.decode("utf-8", "replace").rstrip("\r") if ending else None

    def forget(self) -> None:
        """Drop what a person typed ahead, so that it does not answer the next question."""
        if sys.stdin.isatty():
            self._typed = b""
            while select.select([0], [], [], 0)[0] and os.read(0, 4096):
                pass


def _show_question(seen: View, out: TextIO) -> None:
    question = seen.question
    if question is None:
        return
    meters = "  ".join(f"{meter.name} {show_value(meter.value)}" for meter in seen.meters)
    of = f" of {question.total}" if question.total else ""
    clock = f"  {seen.question_clock.limit / 1000:g} s" if seen.question_clock else ""
    out.write(f"\n{question.number}{of}  {meters}{clock}\n{question.prompt}\n")
    if question.image:
        out.write(f"  [picture: {question.alt or question.image}]\n")
    if question.sound:
        out.write(f"  [sound: {question.sound}]\n")
    for option in question.options:
        picture = " [picture]" if option.image else ""
        out.write(f"  {option.label}) {option.text}{picture}\n")
    if question.letters:
        out.write(f"  {_uncovered(question.letters)}\n")
    out.flush()


def _uncovered(letters: LettersView) -> str:
    """A phrase with a low line for every covered letter, and what was guessed in vain."""
    shown = " ".join(mark if mark else "_" for mark in letters.pattern)
    return shown + (f"   not in it: {' '.join(letters.vain)}" if letters.vain else "")


def _show_feedback(seen: View, out: TextIO) -> None:
    feedback = seen.feedback
    if feedback is None or feedback.moment == "opened":
        return
    words = {
        "right": "Right.",
        "part": "That is in it.",
        "wrong": "Wrong.",
        "missed": "Wrong.",
        "late": "Too late.",
        "unreadable": "That can't be read; answer again.",
        "close": "Close.",
        "skipped": "Skipped.",
    }
    parts = [words.get(feedback.moment, ""), feedback.tell]
    parts += [f"The answer is {feedback.answer}."] if feedback.answer else []
    parts += [feedback.why, "(Enter goes on)" if seen.waits_for_player else ""]
    out.write(" ".join(part for part in parts if part) + "\n")
    if seen.question and seen.question.letters and feedback.moment in ("part", "wrong"):
        out.write(f"  {_uncovered(seen.question.letters)}\n")
    out.flush()


def _show_outcome(seen: View, out: TextIO) -> None:
    outcome = seen.outcome
    if outcome is None:
        out.write("\nThe play was left before its end.\n")
        return
    out.write(
        f"\n{outcome.result.upper()}  {outcome.tell}\n{outcome.right} of {outcome.asked} right"
        f" ({outcome.percent:.1f} %)\n"
    )
    for meter in seen.meters:
        out.write(f"{meter.name}: {show_value(meter.value)}\n")
    if outcome.award:
        out.write(f"Award: {outcome.award} {outcome.award_tell}\n")
