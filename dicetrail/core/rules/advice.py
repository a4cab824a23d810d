"""Advice on rules that can be used but hardly mean what they say: what can be seen by reading them.

What shows only when plays are gone through is found by ``dicetrail.core.prove.doubts``.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence

from ..play.deck import pool
from ..play.expressions import compile_expression, compile_template
from ..play.game import Choices, Consequence, Game
from ..play.kinds import shown_answer
from ..play.moments import MOMENTS
from ..play.question import Question, said
from ..play.seconds import seconds_of
from ..snag import Severity
from .contrast import READABLE, contrast
from .cues import SHIPPED
from .document import Document

WORDS_A_MINUTE = 238
"""Words an adult reads silently in a minute, on average (M. Brysbaert, "How many words do we read per
minute? A review and meta-analysis of reading rate", Journal of Memory and Language 109, 2019)."""
FLASHES = 3
"""Flashes a second that are not to be passed (WCAG 2.2, success criterion 2.3.1)."""

Advice = tuple[str, Severity, str, Sequence[str | int]]
"""Code, severity, message and the place in the document."""

_BRACES = re.compile(r"\{[^{}]*\}")


def advise(document: Document, game: Game) -> Iterator[Advice]:
    """Everything that reading the rules brings up."""
    yield from _on_hidden_rows(game)
    yield from _on_lives(document, game)
    yield from _on_reading_questions(game)
    yield from _on_reading_feedback(document, game)
    yield from _on_the_player(document, game)
    yield from _on_cues(document)
    yield from _on_colours(document)
    yield from _on_answers_given_away(game)
    yield from _on_choices(game)
    yield from _on_silence(game)


def seconds_to_read(text: str) -> float:
    """Seconds an average reader takes for a text."""
    return 60 * len(text.split()) / WORDS_A_MINUTE


def _on_hidden_rows(game: Game) -> Iterator[Advice]:
    """Rows behind one that always applies."""
    always: dict[str, int] = {}
    for place, row in enumerate(game.consequences):
        if row.moment in always:
            yield (
                "hidden-row",
                "warn",
                f"This row never applies: row {always[row.moment] + 1} stands before it and always does. Move"
                f" this one up, or give row {always[row.moment] + 1} a condition.",
                ("consequences", place),
            )
        elif not row.condition:
            always[row.moment] = place


def _on_lives(document: Document, game: Game) -> Iterator[Advice]:
    """A meter that ends plays and is taken from at a wrong try and once more where the last try is missed."""
    if game.tries is not None and game.tries < 2:
        return
    ending = {name for one in game.endings for name in compile_expression(one.condition).names}
    taken: dict[str, int] = {}
    for moment in ("wrong", "missed"):
        for place, row in enumerate(game.consequences):
            if row.moment != moment:
                continue
            for name, source in row.add:
                if name not in ending or not source.strip().startswith("-"):
                    continue
                if moment == "wrong":
                    taken.setdefault(name, place)
                elif name in taken:
                    yield (
                        "double-loss",
                        "warn",
                        f"One question can take `{name}` more than once: row {taken[name] + 1} takes from it"
                        f" at a wrong try, and this row again when the last try is missed. Leave one of the"
                        " two away.",
                        ("consequences", place, "add", name),
                    )


def _on_reading_questions(game: Game) -> Iterator[Advice]:
    short: list[tuple[Question, float, float]] = []
    for question in game.questions:
        clock = seconds_of(game, question)
        needs = seconds_to_read(" ".join((question.prompt, *map(said, question.options))))
        if clock is not None and needs > clock:
            short.append((question, clock, needs))
    if short:
        question, clock, needs = max(short, key=lambda one: one[2] - one[1])
        many = f"{len(short)} questions take" if len(short) > 1 else "One question takes"
        yield (
            "clock-too-short",
            "warn",
            f"{many} longer to read than the clock gives ({WORDS_A_MINUTE} words a minute):"
            f" ‘{question.prompt[:50]}’ needs {needs:.1f} seconds and has {clock:g}.",
            ("clocks", "question"),
        )


def _on_reading_feedback(document: Document, game: Game) -> Iterator[Advice]:
    breather = game.clocks.breather
    if breather == "player":
        return
    longest = max(
        (shown_answer(question) for question in game.questions if not question.recipe), key=len, default=""
    )
    for place, row in enumerate(game.consequences):
        text = _BRACES.sub("0", row.tell)
        if row.reveal:
            text += f" {longest}"
        if not _is_gone_soon(row) or not text.strip():
            continue
        stays, needs = max(_hold(document, row), breather), seconds_to_read(text)
        if needs > stays:
            what = "what this row says and the answer it reveals" if row.reveal else "what this row says"
            yield (
                "breather-too-short",
                "warn",
                f"It takes {needs:.1f} seconds to read {what}, and they stay for {stays:g}. Give the row a"
                f" `hold: {needs + 0.1:.1f}`, or a longer breather.",
                ("consequences", place),
            )


def _hold(document: Document, row: Consequence) -> float:
    if row.hold is not None:
        return row.hold
    cue = document.cues.get(row.cue) or SHIPPED.get(row.cue)
    return cue.hold if cue else 0


def _is_gone_soon(row: Consequence) -> bool:
    """Whether what a row says is gone after the pause: the next question or a new visit takes its place. It
    stays in sight while the same question is tried again, and when the play is over."""
    about = MOMENTS[row.moment]
    if not about.answers or row.then not in (None, "next", "again"):
        return False
    onward = row.then or about.leads_to
    return onward == "next" or (onward == "again" and about.again == "revisit")


def _on_the_player(document: Document, game: Game) -> Iterator[Advice]:
    """Names of the setup that are said although nothing asks for them."""
    if document.setup.name == "ask":
        return
    texts: list[tuple[str, Sequence[str | int]]] = [(game.intro, ("intro",))]
    texts += [(row.tell, ("consequences", n, "tell")) for n, row in enumerate(game.consequences)]
    texts += [(one.tell, ("endings", n, "tell")) for n, one in enumerate(game.endings)]
    texts += [(one.tell, ("awards", n, "tell")) for n, one in enumerate(game.awards)]
    for text, path in texts:
        if "player" in compile_template(text).names:
            yield (
                "unasked-name",
                "warn",
                "This says the player's name, but nothing asks for it. Write `setup: {name: ask}`.",
                path,
            )


def _on_cues(document: Document) -> Iterator[Advice]:
    for name, cue in document.cues.items():
        if cue.motion != "none" and cue.times > 1 and cue.times > FLASHES * cue.hold:
            often = f"{cue.times / cue.hold:.1f} times a second" if cue.hold else f"{cue.times} times at once"
            yield (
                "flashes",
                "warn",
                f"The motion of ‘{name}’ comes {often}; more than {FLASHES} a second can harm people. Hold it"
                f" for {cue.times / FLASHES:.1f} seconds at least, or make the motion less often.",
                ("cues", name),
            )


def _on_colours(document: Document) -> Iterator[Advice]:
    look = document.look
    for name, colour, what in (("ink", look.ink, "Text"), ("accent", look.accent, "What is pressed")):
        ratio = contrast(colour, look.ground)
        if ratio < READABLE:
            yield (
                "low-contrast",
                "warn",
                f"{what} stands out from the ground by {ratio:.1f} : 1; {READABLE} : 1 is needed to be read.",
                ("look", name),
            )


def _on_answers_given_away(game: Game) -> Iterator[Advice]:
    """Rows that say or show the right answer while it can still be given."""
    for place, row in enumerate(game.consequences):
        if not _is_answered_again(row):
            continue
        named = sorted(compile_template(row.tell).names & {"answer", "letter"})
        if named:
            yield (
                "gives-away",
                "warn",
                f"This text names the right answer (`{named[0]}`) while the question can still be answered."
                " Tell it where no try is left.",
                ("consequences", place, "tell"),
            )
        if row.reveal:
            yield (
                "gives-away",
                "warn",
                "This row shows the answer while the question can still be answered. Show it where no try is"
                " left.",
                ("consequences", place, "reveal"),
            )


def _is_answered_again(row: Consequence) -> bool:
    """Whether the question can still be answered after a row."""
    about = MOMENTS[row.moment]
    if about.again:
        return row.then == "again" or (row.then is None and about.leads_to == about.again)
    return row.moment == "opened" and row.then is None


def _on_choices(game: Game) -> Iterator[Advice]:
    """Topics and levels a player may choose for which there is no question."""
    asked = game.setup.level
    if asked is None:
        return
    for topic in ("", *(game.topics if game.setup.topic else ())):
        levels = range(asked.min, asked.max + 1)
        empty = [level for level in levels if not pool(game, Choices(0, topic=topic, level=level))]
        if empty:
            of = f" of the topic ‘{topic}’" if topic else ""
            yield (
                "empty-choice",
                "warn",
                f"There is no question{of} of level {', '.join(map(str, empty))}, but a player may choose it."
                " Add one, or narrow the levels that are asked for.",
                ("setup", "level"),
            )
            if not topic and len(empty) == len(levels):
                return


def _on_silence(game: Game) -> Iterator[Advice]:
    heard = sum(bool(question.sound) for question in game.questions)
    if game.silent and heard:
        what = "One question has a sound" if heard == 1 else f"{heard} questions have a sound"
        yield "silent-sound", "warn", f"{what} that nobody hears: the game is silent.", ("silent",)
