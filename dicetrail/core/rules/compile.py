"""From the document to the compiled game, with every snag on the way."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Any, get_type_hints

from pydantic import ValidationError

from ..play.answers.switches import Checking
from ..play.deal.order import parts_drawn
from ..play.deal.pool import pass_length, picked
from ..play.language.numbers import as_written
from ..play.questions.question import Question
from ..play.rulebook import game as compiled
from ..play.rulebook.help import Help
from ..play.rulebook.page import Welcome
from ..play.rulebook.players import Players
from ..snag import Snag
from .checks import PLAYABLE, WRITTEN
from .checks.found import Found, Written
from .comparing import nearest
from .dealing import AskedPart, DealPart
from .document import (
    ClocksPart,
    ConsequencePart,
    Document,
    EndingPart,
    HelpPart,
    MeterPart,
    PlayersPart,
    ReviewPart,
    RoundPart,
    shown_as,
)
from .naming import inlined
from .part import Part
from .player_page import coming_in, cues_of, look_of, sounds_of, words_of
from .questions import PackLoader, questions_of
from .reading import GameReading
from .snaglist import SnagList
from .yamltext import YamlMistake, YamlText


def read_game(text: str, load_pack: PackLoader, file: str = "") -> GameReading:
    """Read a game from its YAML. Whatever the text says, it never raises: every mistake is a snag."""
    reading = read_document(text, file)
    if reading.document is None or reading.source is None:
        return reading
    snags = SnagList(reading.source, file)
    game = _checked(reading.document, load_pack, snags)
    return replace(reading, game=game, snags=snags.found)


def read_document(text: str, file: str = "") -> GameReading:
    """Read what a game's YAML says, and no more: its packs are not looked at, and nothing is checked."""
    try:
        source = YamlText(text)
    except YamlMistake as mistake:
        return GameReading(None, None, [replace(mistake.snag, file=file)])
    if not isinstance(source.data, dict):
        return GameReading(
            None,
            None,
            [Snag("not-a-game", "stop", "A game begins with `title: …` and `packs: …`.", file, 1, 1)],
        )
    snags = SnagList(source, file)
    title, packs = _outline(source.data)
    try:
        document = Document.model_validate(source.data)
    except ValidationError as error:
        snags.of_validation(error.errors())
        return GameReading(None, None, snags.found, title, packs, source, file)
    return GameReading(document, None, [], title, packs, source, file)


def _outline(data: dict[str, Any]) -> tuple[str, tuple[str, ...]]:
    packs = data.get("packs")
    names = [packs] if isinstance(packs, str) else packs if isinstance(packs, list) else []
    return str(data.get("title") or ""), tuple(name for name in names if isinstance(name, str))


def _checked(document: Document, load_pack: PackLoader, snags: SnagList) -> compiled.Game | None:
    """The compiled game, every snag of it told; None where one of them stops it."""
    found: list[Found] = []
    questions = questions_of(document, load_pack, found)
    checking, _ = nearest(document, "", "")
    snags.add_all(found)
    for written in WRITTEN:
        snags.add_all(written(Written(document, questions, checking)))
    if any(snag.severity == "stop" for snag in snags.found):
        return None
    game = _compiled(document, questions, checking)
    for playable in PLAYABLE:
        snags.add_all(playable(document, game))
    return game


_PLAIN = (str, bool, int | None)
_MADE = frozenset(("review",))
_AS_WRITTEN = tuple(
    name
    for name, hint in get_type_hints(compiled.Game).items()
    if name in Document.model_fields and hint in _PLAIN and name not in _MADE
)
"""The parts of a game that are compiled as they are written: texts, switches and numbers of its own."""


def _compiled(document: Document, questions: tuple[Question, ...], checking: Checking) -> compiled.Game:
    """The game of a document in which nothing is wrong."""
    return compiled.Game(
        **{name: getattr(document, name) for name in _AS_WRITTEN},
        questions=questions,
        review=document.review is not False,
        review_by=document.review.by if isinstance(document.review, ReviewPart) else "",
        names=tuple(document.names.items()),
        deal=_deal(document.deal, document.names),
        setup=compiled.Setup(
            name=document.setup.name == "ask",
            topic=document.setup.topic != "none",
            one_topic=document.setup.topic == "one",
            count=_bounds(document.setup.count),
            level=_bounds(document.setup.level),
        ),
        meters=tuple(_meter(name, part) for name, part in document.meters.items()),
        clocks=_clocks(document.clocks),
        checking=checking,
        helps=tuple(map(_help, document.helps)),
        consequences=tuple(map(_row, document.consequences)),
        rounds=tuple(_round(document, one, questions) for one in document.rounds),
        endings=tuple(_ending(one, in_turn=document.players is not None) for one in document.endings),
        awards=tuple(compiled.Award(one.if_, one.title, *_told(one.tell)) for one in document.awards),
        cues=cues_of(document),
        look=look_of(document),
        sounds=sounds_of(document),
        welcome=Welcome(**document.welcome.model_dump()),
        words=words_of(document, questions),
        players=_players(document.players),
    )


def _told(tell: str | list[str]) -> tuple[str, tuple[str, ...]]:
    """The first of several texts, and the others."""
    return (tell, ()) if isinstance(tell, str) else (tell[0], tuple(tell[1:]))


def _ending(part: EndingPart, *, in_turn: bool) -> compiled.Ending:
    """An ending; one player who is out is the end of the play."""
    tell, more = _told(part.tell)
    return compiled.Ending(part.if_, part.result, tell, more, part.for_ if in_turn else "play")


def _players(part: PlayersPart | None) -> Players | None:
    return None if part is None else Players(part.least, part.most, part.turn, part.ask, part.rank or "")


def _row(row: ConsequencePart) -> compiled.Consequence:
    tell, more = _told(row.tell)
    return compiled.Consequence(
        moment=row.moment,
        condition=row.if_ or "",
        add=tuple(row.add.items()),
        set=tuple(row.set.items()),
        time=tuple(row.time.items()),
        restart=tuple(row.restart),
        tell=tell,
        more=more,
        reveal=row.reveal is True,
        parts=row.reveal == "parts",
        cue=row.cue,
        hold=row.hold,
        then=row.then,
        after=row.after,
    )


def _help(part: HelpPart) -> Help:
    return Help(
        part.name,
        part.does,
        part.label,
        part.uses,
        part.per,
        part.if_ or "",
        tuple(part.add.items()),
        part.remove,
        part.seconds,
    )


def _deal(part: DealPart, names: Mapping[str, str]) -> compiled.Deal:
    several = part.draw if isinstance(part.draw, list) else []
    return compiled.Deal(
        None if isinstance(part.draw, list) else part.draw,
        part.order,
        part.options,
        part.repeats,
        tuple(compiled.Draw(inlined(one.if_, names), one.draw) for one in several),
        inlined(part.next or "", names),
        "" if part.choose == "none" else part.choose,
    )


def _round(document: Document, part: RoundPart, questions: tuple[Question, ...]) -> compiled.Round:
    """A round, with all that it takes from its game."""
    deal = document.deal.model_copy(update=_said(part.deal))
    clocks = document.clocks.model_copy(update=_said(part.clocks))
    one = compiled.Round(
        part.name,
        part.intro,
        inlined(part.only or "", document.names),
        _deal(deal, document.names),
        "draw" in part.deal.model_fields_set,
        part.tries if "tries" in part.model_fields_set else document.tries,
        _clocks(clocks),
        tuple(map(_row, part.consequences)),
        tuple(compiled.Gate(gate.if_ or "", gate.go, gate.most) for gate in part.then),
    )
    have = list(filter(picked(one.only), questions)) if one.only else questions
    asked = sum(parts_drawn(have, one.deal)) if one.deal.parts else pass_length(have)
    return replace(one, coming=coming_in(document, one, asked))


def _said(part: Part) -> dict[str, Any]:
    """What a part says itself."""
    return {name: getattr(part, name) for name in part.model_fields_set}


def _clocks(part: ClocksPart) -> compiled.Clocks:
    question, by = part.question, ""
    if isinstance(question, dict):
        by, question = _by_level(question), None
    elif isinstance(question, str):
        by, question = question, None
    return compiled.Clocks(
        question, part.game, part.breather, part.restart_on_again, by, part.tick, part.tick_sound, part.round
    )


def _meter(name: str, part: MeterPart) -> compiled.Meter:
    show = part.show or shown_as(name)
    return compiled.Meter(name, part.start, part.min, part.max, part.decimals, show, part.label)


def _by_level(seconds: Mapping[int, float]) -> str:
    """The expression of seconds given by level; a level that is not named has those of the last one below."""
    *earlier, (_, last) = sorted(seconds.items())
    following = [level for level, _ in sorted(seconds.items())][1:]
    chosen = [
        f"{as_written(value)} if level < {level} else"
        for (_, value), level in zip(earlier, following, strict=True)
    ]
    return " ".join([*chosen, as_written(last)])


def _bounds(part: AskedPart | None) -> compiled.Bounds | None:
    return None if part is None or not part.ask else compiled.Bounds(part.min, part.max, part.default)
