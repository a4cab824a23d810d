"""The player's page of a game: its look, welcome, cues, sounds and words, compiled from the document."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from babel import Locale
from babel.numbers import format_decimal

from ..play.deal.pool import pass_length
from ..play.kinds import kind_of
from ..play.questions.question import Question
from ..play.rulebook import page
from ..play.rulebook.game import Round
from ..play.words import filled, texts_of
from .contrast import veil
from .cues import SHIPPED, SHIPPED_SOUNDS
from .document import Document, shown_as
from .numbering import every_row
from .page import CuePart


def cues_of(document: Document) -> tuple[page.Cue, ...]:
    """The cues that are made or used."""
    own = {
        name: page.Cue(name, part.sound, part.motion, part.tone, part.hold, part.times, _scene(part))
        for name, part in document.cues.items()
    }
    used = {row.cue for _, _, row in every_row(document)} | set(own)
    return tuple(cue for name, cue in {**SHIPPED, **own}.items() if name in used)


def _scene(part: CuePart) -> tuple[page.Act, ...]:
    return tuple(page.Act(**act.model_dump()) for act in part.scene)


def sounds_of(document: Document) -> tuple[page.Sound, ...]:
    """The sounds that come with Dice Trail and the game's own."""
    own = {name: page.Sound(name, **part.model_dump()) for name, part in document.sounds.items()}
    return tuple({**SHIPPED_SOUNDS, **own}.values())


def look_of(document: Document) -> page.Look:
    """The look; a picture behind everything is covered so far that what is written on it can be read."""
    part = document.look
    said = part.model_dump(exclude={"pictures"})
    pictured = part.behind or part.picture == "behind"
    needed = veil(part.ground, (part.ink, part.accent)) if pictured else 1
    return page.Look(**said, veil=needed, pictures=page.Pictures(**part.pictures.model_dump()))


def words_of(document: Document, questions: Sequence[Question]) -> page.Words:
    """The language and the texts of the page, and a line of how the game is played."""
    part = document.words
    return page.Words(part.language, dict(part.texts), ", ".join(_played(document, questions)))


def coming_in(document: Document, one: Round, have: int) -> str:
    """In a line what there is in a round that can ask so many questions."""
    return ", ".join(_of_round(_Counted(document.words.language, document.words.texts), one, have))


def _of_round(said: _Counted, one: Round, have: int) -> Iterator[str]:
    deal, clocks = one.deal, one.clocks
    if deal.repeats != "never" and deal.draw is None:
        yield said.plain("rules.endless")
    elif have:
        drawn = have if deal.draw is None or (deal.repeats == "never" and have < deal.draw) else deal.draw
        yield said.said("rules.questions", drawn)
    if one.tries is None:
        yield said.plain("rules.until_right")
    else:
        yield said.said("rules.tries", one.tries)
    if clocks.question is not None:
        yield said.said("rules.seconds", clocks.question)
    if clocks.round is not None:
        yield said.said("rules.in_all", clocks.round)


class _Counted:
    """Texts that depend on a number, by the plural category of a language (Unicode CLDR, by Babel)."""

    def __init__(self, language: str, replaced: dict[str, str]) -> None:
        self._locale = Locale.parse(language)
        self._texts = texts_of(language, replaced)

    def plain(self, name: str) -> str:
        """A text as it is."""
        return self._texts[name]

    def number(self, value: float) -> str:
        """A number as the language writes it."""
        return format_decimal(value, locale=self._locale)

    def said(self, name: str, value: float, shown: str = "") -> str:
        """A text for a number, which is ``shown`` otherwise where that is said."""
        category = self._locale.plural_form(value)
        form = self._texts.get(f"{name}.{category}", self._texts[f"{name}.other"])
        return filled(form, n=shown or self.number(value))


def _played(document: Document, questions: Sequence[Question]) -> Iterator[str]:
    said = _Counted(document.words.language, document.words.texts)
    chosen = document.setup.topic != "none" or document.setup.level is not None
    if players := document.players:
        range_ = dict.fromkeys((players.least, players.most))
        yield filled(said.plain("rules.players"), n="–".join(map(said.number, range_)))
    if document.rounds:
        yield said.said("rules.rounds", len(document.rounds))
    elif not chosen or document.deal.repeats != "never":  # else it is said beside what is chosen
        yield _how_many(document, questions, said)
    if not all(kind_of(question).covers for question in questions):
        if document.tries is None:
            yield said.plain("rules.until_right")
        else:
            yield said.said("rules.tries", document.tries)
    yield from _seconds(document, questions, said)
    if document.clocks.game is not None:
        yield said.said("rules.in_all", document.clocks.game)
    for name, meter in document.meters.items():
        if (meter.show or shown_as(name)) == "marks":
            yield f"{meter.label or name.replace('_', ' ')}: {said.number(meter.start)}"


def _seconds(document: Document, questions: Sequence[Question], said: _Counted) -> Iterator[str]:
    """The seconds of each question, from the fewest to the most; nothing where not all have a number."""
    given = document.clocks.question
    usual = given if isinstance(given, float) else None
    each = {question.seconds if question.seconds is not None else usual for question in questions}
    seconds = sorted(one for one in each if one is not None)
    if seconds and None not in each:
        shown = "–".join(said.number(one) for one in dict.fromkeys((seconds[0], seconds[-1])))
        yield said.said("rules.seconds", seconds[-1], shown)


def _how_many(document: Document, questions: Sequence[Question], said: _Counted) -> str:
    asked = document.setup.count
    if asked is not None and asked.ask:
        shown = f"{said.number(asked.min)}–{said.number(asked.max)}"
        return said.said("rules.questions", asked.max, shown)
    if document.deal.draw is None and document.deal.repeats != "never":
        return said.plain("rules.endless")
    once = pass_length(questions)
    drawn = document.deal.number
    if drawn is None or (document.deal.repeats == "never" and once < drawn):
        drawn = once
    return said.said("rules.questions", drawn)
