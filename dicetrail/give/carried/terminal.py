"""Playing a game in the terminal, with real time: the clock never waits for the input."""

from __future__ import annotations

import os
import queue
import sys
import threading
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import TextIO, TypeVar

from ...core.play.deal.pool import pass_length
from ...core.play.deal.setup import LONGEST_NAME, split_names
from ...core.play.language.expressions import show_percent, show_value
from ...core.play.questions.question import same
from ...core.play.rulebook.game import Bounds, Choices, Game
from ...core.play.rulebook.move import MOVES, Do, Move
from ...core.play.rulebook.players import Players
from ...core.play.rulebook.program import Program
from ...core.play.run.run import Run
from ...core.play.seen.seats import SeatView
from ...core.play.seen.view import LettersView, QuestionView, View, intro, view

T = TypeVar("T")
_ENDED = {"time": "time is up", "left": "left before the end"}
"""What is said of a play that ended in the midst of it, by what ended it."""
_TYPED: dict[str, Do] = {about.typed: do for do, about in MOVES.items() if about.typed}
"""What is typed for a move that is no answer."""


def play_in_terminal(program: Program, choices: Choices, out: TextIO, typed: Lines) -> Run:
    """Play from standard input, showing everything on ``out``; ends early where the input ends."""
    run = Run(program, choices)
    out.write("\n".join(("", program.game.title, *filter(None, [intro(program)]), "")))
    if program.game.leave:
        out.write(f"({MOVES['leave'].typed} ends the play)\n")
    start = time.monotonic()

    def now() -> int:
        return round((time.monotonic() - start) * 1000)

    run.begin()
    shown_visit, shown_feedback, shown_offers, shown_turn = 0, None, 0, 0
    while run.phase != "over":
        seen = view(run, now())
        if seen.visit != shown_visit and not seen.hands_over:
            shown_visit = seen.visit
            typed.forget()
            _show_question(seen, out)
        if run.feedback is not shown_feedback:
            shown_feedback = run.feedback
            _show_feedback(seen, out)
        if seen.hands_over and shown_turn != seen.visit:
            shown_turn = seen.visit
            out.write(f"\nIt is {seen.player}’s turn (Enter goes on)\n")
            out.flush()
        if seen.offered and shown_offers != len(run.trail):
            shown_offers = len(run.trail)
            typed.forget()
            _show_offers(seen, out)
        due = run.due()
        if run.phase == "feedback" and not typed.by_a_person:
            _past_the_pause(run, typed, now)
            continue
        line = typed.within(None if due is None else (due - now()) / 1000)
        if line is None:
            if typed.ended:
                break
            run.tick(now())
            continue
        meant = _typed(run, line)
        if run.continue_from is not None and not run.takes(meant, now()):
            meant = Move("continue")
        run.do(meant, now())
    if run.feedback is not shown_feedback:
        _show_feedback(view(run, now()), out)
    _show_outcome(view(run, now()), out)
    return run


def _typed(run: Run, line: str) -> Move:
    """What a line means: a word of a move; a help by its name behind a stroke; an answer; or, where the
    player chooses what comes next, one of what is offered, by its number or its name."""
    if line in _TYPED:
        return Move(_TYPED[line])
    if line.startswith("/") and line[1:] in run.program.helps:
        return Move("help", line[1:])
    if run.phase != "choosing":
        return Move("answer", line, run.visit)
    number = line.strip()
    counts = number.isascii() and number.isdigit() and number not in run.offered
    if counts and 1 <= int(number[:6]) <= len(run.offered):
        number = run.offered[int(number) - 1]
    return Move("choose", number)


def _past_the_pause(run: Run, typed: Lines, now: Callable[[], int]) -> None:
    """Wait out a pause, or end it where it waits for the player: a line of a file is for the next question. A
    blank one that was meant to end the pause is dropped."""
    until = run.due() if run.continue_from is None else run.continue_from
    if until is not None:
        time.sleep(max(0.0, (until - now()) / 1000))
    if run.continue_from is None:
        run.tick(now())
        return
    run.do(Move("continue"), now())
    typed.drop_blank()


def ask_setup(game: Game, given: Chosen, out: TextIO, typed: Lines) -> Chosen:
    """What a player chooses of all that the set-up asks and that was not ``given`` already.

    A person is asked again where an answer can't be used. Where the input is no person's, it is left for the
    play, and the game's own number is taken.
    """
    setup, asking = game.setup, _Asking(out, typed)
    if game.players is not None and not given.players:
        given = replace(given, players=asking.players(game.players))
    elif setup.name and not given.player:
        given = replace(
            given, player=asking.ask(f"Your name, up to {LONGEST_NAME} characters", _a_name) or ""
        )
    if setup.count is not None and given.count is None:
        most = pass_length(game.questions) if game.deal.repeats == "never" else setup.count.max
        given = replace(given, count=asking.number("How many questions", setup.count, most))
    if setup.level is not None and given.level is None:
        given = replace(given, level=asking.number("Level", setup.level, setup.level.max))
    if setup.topic and not given.topic and game.topics:
        listed = ", ".join(f"{n} {topic}" for n, topic in enumerate(game.topics, 1))
        usual = game.topics[0] if setup.one_topic else "all"
        given = replace(given, topic=asking.ask(f"Topic ({listed}; Enter: {usual})", _topic_of(game)) or "")
    return given


@dataclass(frozen=True, slots=True)
class Chosen:
    """What the set-up of a game can ask before a play; "" and None where nothing was said of it."""

    player: str = ""
    count: int | None = None
    topic: str = ""
    level: int | None = None
    players: Sequence[str] = ()


class _Asking:
    """Asks for one thing after another."""

    def __init__(self, out: TextIO, typed: Lines) -> None:
        self._out, self._typed = out, typed

    def ask(self, said: str, read: Callable[[str], T | None]) -> T | None:
        """What ``read`` makes of the line typed; None where nothing was, or nothing that can be read."""
        while True:
            self._out.write(f"{said}: ")
            self._out.flush()
            line = self._typed.within(None)
            if not (line or "").strip():
                return None
            found = read(line.strip()) if line else None
            if found is not None:
                return found
            if not sys.stdin.isatty():
                self._typed.put_back(line or "")
                self._out.write("\n")
                return None
            self._out.write("That can't be used. ")

    def number(self, said: str, asked: Bounds, most: int) -> int:
        """A number within its bounds; the game's own where nothing is typed."""
        high = max(asked.min, min(asked.max, most))
        usual = min(asked.default, high)

        def read(line: str) -> int | None:
            found = int(line) if line.isascii() and line.isdigit() and len(line) < 9 else None
            return found if found is not None and asked.min <= found <= high else None

        chosen = self.ask(f"{said}, {asked.min} to {high} (Enter: {usual})", read)
        return usual if chosen is None else chosen

    def players(self, asked: Players) -> list[str]:
        """Who plays in turn, by their names or how many they are; none where nothing is typed."""
        bounds = f"{asked.least} to {asked.most}"
        if asked.ask == "number":
            most = Bounds(asked.least, asked.most, asked.least)
            return [""] * self.number("How many play", most, asked.most)

        def read(line: str) -> list[str] | None:
            names = split_names(line)
            usable = asked.least <= len(names) <= asked.most and len({*names}) == len(names)
            return names if usable and all(map(_a_name, names)) else None

        return self.ask(f"Who plays, {bounds} names with commas between them", read) or []


def _a_name(line: str) -> str | None:
    return line if len(line) <= LONGEST_NAME else None


def _topic_of(game: Game) -> Callable[[str], str | None]:
    """Reads the topic that a line names, by its name or its number."""

    def read(line: str) -> str | None:
        if line.isascii() and line.isdigit() and 1 <= int(line[:6]) <= len(game.topics):
            return game.topics[int(line) - 1]
        return next((topic for topic in game.topics if same(topic) == same(line)), None)

    return read


class Lines:
    """Lines of standard input, waited for no longer than the play does.

    A thread reads them: not every system can say whether something was typed without reading it.
    """

    def __init__(self) -> None:
        self._typed = b""
        self._read: queue.SimpleQueue[bytes] = queue.SimpleQueue()
        self._reading: threading.Thread | None = None
        self.ended = False
        self._drops_blank = False

    def drop_blank(self) -> None:
        """Drop the next line if it is blank."""
        self._drops_blank = True

    def put_back(self, line: str) -> None:
        """Let a line be the next one again."""
        self._typed = line.encode() + b"\n" + self._typed

    def within(self, seconds: float | None) -> str | None:
        """The next line, or None where none came in so many seconds or the input has ended."""
        end = None if seconds is None else time.monotonic() + seconds
        while b"\n" not in self._typed and not self.ended:
            timeout = None if end is None else max(0.0, end - time.monotonic())
            more = self._more(timeout)
            if more is None:
                return None
            self.ended = not more
            self._typed += more or b"\n" * bool(self._typed)
        line, ending, self._typed = self._typed.partition(b"\n")
        if self._drops_blank and not line.strip():
            self._drops_blank = False
            return self.within(None if end is None else max(0.0, end - time.monotonic()))
        self._drops_blank = False
        return line.decode("utf-8", "replace").rstrip("\r") if ending else None

    @property
    def by_a_person(self) -> bool:
        """Whether a person types them, and no file or program gives them."""
        return sys.stdin.isatty()

    def forget(self) -> None:
        """Drop what a person typed ahead, so that it does not answer the next question."""
        if self.by_a_person:
            self._typed = b""
            while (more := self._more(0)) is not None:
                self.ended = not more
                if self.ended:
                    return

    def _more(self, timeout: float | None) -> bytes | None:
        """What was read next, nothing at the end of the input; None where nothing came in so many seconds."""
        if self._reading is None:
            self._reading = threading.Thread(target=self._keep_reading, daemon=True)
            self._reading.start()
        try:
            return self._read.get(timeout=timeout) if timeout != 0 else self._read.get_nowait()
        except queue.Empty:
            return None

    def _keep_reading(self) -> None:
        while more := os.read(0, 4096):
            self._read.put(more)
        self._read.put(b"")


def _show_question(seen: View, out: TextIO) -> None:
    question = seen.question
    if question is None:
        return
    whose = f"{seen.player}: " if seen.seats else ""
    meters = "  ".join(f"{meter.name} {show_value(meter.value)}" for meter in seen.meters)
    of = f" of {question.total}" if question.total else ""
    of += f" in {seen.round.name}" if seen.round else ""
    clock = f"  {seen.question_clock.limit / 1000:g} s" if seen.question_clock else ""
    out.write(f"\n{whose}{question.number}{of}  {meters}{clock}\n{question.prompt}\n")
    if question.hint:
        out.write(f"  ({question.hint})\n")
    if question.image:
        out.write(f"  [picture: {question.alt or question.image}]\n")
    if question.sound:
        out.write(f"  [sound: {question.sound}]\n")
    for number, item in enumerate(question.items, 1):
        out.write(f"  {number}. {item.text}\n")
    for option in question.options:
        picture = " [picture]" if option.image else ""
        out.write(f"  {option.label}) {option.text}{picture}\n")
    if question.letters:
        out.write(f"  {_uncovered(question.letters)}\n")
    for one in seen.helps:
        if one.left != 0:
            costs = [f"{show_value(cost.amount)} {cost.meter}" for cost in one.costs]
            left = [] if one.left is None else [f"{one.left} left"]
            out.write(f"  /{one.name}  {', '.join((one.label, *costs, *left))}\n")
    out.flush()


def _show_offers(seen: View, out: TextIO) -> None:
    by_level = seen.choosing == "level"
    named = [f"level {one}" if by_level else one or "something else" for one in seen.offered]
    listed = "  ".join(named if by_level else (f"{n} {one}" for n, one in enumerate(named, 1)))
    out.write(f"\nWhat shall come next? {listed}\n")
    out.flush()


def _uncovered(letters: LettersView) -> str:
    """A phrase with a low line for every covered letter, and what was guessed in vain."""
    shown = " ".join(mark if mark else "_" for mark in letters.pattern)
    vain = [key.letter for key in letters.board if key.mark == "wrong"]
    return shown + (f"   not in it: {' '.join(vain)}" if vain else "")


def _show_feedback(seen: View, out: TextIO) -> None:
    feedback = seen.feedback
    if feedback is None or feedback.moment == "opened":
        return
    if seen.round and feedback.moment == "round_begun":
        out.write(f"\n{seen.round.name} ({seen.round.coming})\n")
    parts = [seen.round.intro if seen.round else "", feedback.tell]
    parts += [f"The answer is {feedback.answer}."] if feedback.answer else []
    parts += [feedback.why, "(Enter goes on)" if seen.waits_for_player and not seen.hands_over else ""]
    if any(parts):
        out.write(" ".join(part for part in parts if part) + "\n")
    if seen.question and seen.question.letters and feedback.moment in ("part", "wrong", "helped"):
        out.write(f"  {_uncovered(seen.question.letters)}\n")
    if seen.question and feedback.moment == "helped":
        _show_helped(seen.question, out)
    out.flush()


def _show_helped(question: QuestionView, out: TextIO) -> None:
    """What helps have shown, or left, of a question."""
    left = [option for option in question.options if not option.gone]
    if len(left) < len(question.options):
        out.write(f"  still there: {'  '.join(f'{one.label}) {one.text}' for one in left)}\n")
    if question.clue:
        out.write(f"  {question.clue}\n")
    if question.start:
        out.write(f"  it begins with {question.start}\n")


def _show_places(seats: Sequence[SeatView], out: TextIO) -> None:
    """The players by their places, and what each came to."""
    for seat in seats:
        meters = "  ".join(f"{meter.label} {show_value(meter.value)}" for meter in seat.meters)
        out.write(f"{seat.rank}. {seat.name}  {meters}  {seat.right} of {seat.asked} right\n")
        if said := " ".join(filter(None, (seat.tell, seat.award, seat.award_tell))):
            out.write(f"   {said}\n")


def _show_outcome(seen: View, out: TextIO) -> None:
    outcome = seen.outcome
    if outcome is None:
        out.write("\nThe play was left before its end.\n")
        return
    out.write(f"\n{_ENDED.get(outcome.by, outcome.result).upper()}  {outcome.tell}\n")
    if seen.seats:
        _show_places(seen.seats, out)
        return
    if outcome.answered or not outcome.opinions:
        out.write(f"{outcome.right} of {outcome.answered} right ({show_percent(outcome.percent)})\n")
    for lap in (*outcome.laps, *outcome.topics):
        out.write(f"  {lap.name}: {lap.right} of {lap.asked} ({show_percent(lap.percent)})\n")
    for meter in seen.meters:
        out.write(f"{meter.label}: {show_value(meter.value)}\n")
    if outcome.award:
        out.write(f"Award: {outcome.award} {outcome.award_tell}\n")
