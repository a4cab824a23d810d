"""From the document to the compiled game, with every snag on the way."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from difflib import get_close_matches
from typing import Any

from pydantic import BaseModel, ValidationError
from pydantic_core import ErrorDetails

from ..play import game as compiled
from ..play.checking import Checking
from ..play.expressions import (
    Expression,
    ExpressionError,
    check_names,
    compile_expression,
    compile_template,
)
from ..play.question import Question
from ..snag import Refused, Severity, Snag
from .cues import SHIPPED, SOUNDS
from .document import AskedPart, ConsequencePart, Document, MeterPart
from .yamltext import YamlMistake, YamlText

PackLoader = Callable[[str], Sequence[Question]]
"""Gives the questions of a pack by the name the document calls it; raises Refused where there is none."""


@dataclass(frozen=True, slots=True)
class GameReading:
    """What was read from a game's text: its document and the compiled game, where it came to them.

    ``title`` and ``packs`` are known also where the rest can't be used yet, as long as the text is YAML.
    """

    document: Document | None
    game: compiled.Game | None
    snags: list[Snag]
    title: str = ""
    packs: tuple[str, ...] = ()

    @property
    def playable(self) -> bool:
        """Whether there is a game: no snag stops it."""
        return self.game is not None


def read_game(text: str, load_pack: PackLoader, file: str = "") -> GameReading:
    """Read a game from its YAML. Whatever the text says, it never raises: every mistake is a snag."""
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
    snags = _Snags(source, file)
    title, packs = _outline(source.data)
    try:
        document = Document.model_validate(source.data)
    except ValidationError as error:
        for detail in error.errors():
            snags.of_validation(detail)
        return GameReading(None, None, snags.found, title, packs)
    game = _Compiler(document, load_pack, snags).game()
    return GameReading(document, game, snags.found, title, packs)


def _outline(data: dict[str, Any]) -> tuple[str, tuple[str, ...]]:
    packs = data.get("packs")
    names = [packs] if isinstance(packs, str) else packs if isinstance(packs, list) else []
    return str(data.get("title") or ""), tuple(name for name in names if isinstance(name, str))


class _Snags:
    """Collects the snags of one document, each with its place in the text."""

    def __init__(self, source: YamlText, file: str) -> None:
        self._source = source
        self._file = file
        self._places: set[tuple[str, int, int]] = set()
        self.found: list[Snag] = []

    def add(
        self,
        code: str,
        severity: Severity,
        message: str,
        path: Sequence[str | int],
        column: int = 0,
        *,
        of_key: bool = False,
    ) -> None:
        """A snag at the value of a path, ``column`` counted from 0 within it, or at its last key."""
        line, start = self._source.place(path, of_key=of_key)
        written = ".".join(str(part + 1 if isinstance(part, int) else part) for part in path)
        self.found.append(Snag(code, severity, message, self._file, line, start + column, written))

    def of_validation(self, detail: ErrorDetails) -> None:
        """A snag for what validation found; of several about one place the first is kept."""
        path = self._path(detail["loc"])
        place = (".".join(map(str, path)), *self._source.place(path))
        if place in self._places:
            return
        self._places.add(place)
        unknown = detail["type"] == "extra_forbidden"
        code = "unknown-word" if unknown else "bad-value"
        self.add(code, "stop", _said(detail, path), path, of_key=unknown)

    def _path(self, loc: tuple[int | str, ...]) -> list[str | int]:
        """The part of a validation path that stands in the document (the rest names types)."""
        node: Any = self._source.data
        path: list[str | int] = []
        for key in loc:
            try:
                node = node[key]
            except (KeyError, IndexError, TypeError):
                break
            path.append(key)
        return path


def _said(detail: ErrorDetails, path: Sequence[str | int]) -> str:
    where = f"`{path[-1]}`" if path else "the game"
    kind, context = detail["type"], detail.get("ctx", {})
    if kind == "extra_forbidden":
        known = _known_words(path[:-1])
        near = get_close_matches(str(path[-1]), known, n=1)
        hint = f" Did you mean `{near[0]}`?" if near else f" Known are: {', '.join(known)}."
        return f"{where} is not known here.{hint}"
    if kind == "missing":
        return f"`{detail['loc'][-1]}` is missing here. Add it."
    if kind in ("literal_error", "enum"):
        return f"{where} should be one of {context.get('expected', '')}."
    if kind == "value_error":
        return f"{context.get('error', detail['msg'])}."
    if kind in ("model_type", "model_attributes_type", "dict_type"):
        return f"{where} should be a list of `name: value` pairs."
    return f"{where}: {detail['msg'][0].lower()}{detail['msg'][1:]}."


def _known_words(path: Sequence[str | int]) -> list[str]:
    """The words the document knows at a place."""
    model: type[BaseModel] = Document
    for key in path:
        if isinstance(key, str) and key in model.model_fields:
            inner = _model_in(model.model_fields[key].annotation)
            model = inner or model
    return [field.alias or name for name, field in model.model_fields.items()]


def _model_in(annotation: Any) -> type[BaseModel] | None:
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        return annotation
    for inner in getattr(annotation, "__args__", ()):
        if (found := _model_in(inner)) is not None:
            return found
    return None


class _Compiler:
    """Makes the compiled game from a document that validates."""

    def __init__(self, document: Document, load_pack: PackLoader, snags: _Snags) -> None:
        self._document = document
        self._load_pack = load_pack
        self._snags = snags
        self._names = {*document.meters, *compiled.COUNTS}

    def game(self) -> compiled.Game | None:
        """The compiled game, or None where a mistake leaves nothing to run."""
        document = self._document
        questions = self._questions()
        self._check_meters()
        rows = tuple(self._row(n, row) for n, row in enumerate(document.consequences))
        endings = tuple(
            compiled.Ending(
                self._expression(ending.if_, ("endings", n, "if")),
                ending.result,
                self._template(ending.say, ("endings", n, "say")),
            )
            for n, ending in enumerate(document.endings)
        )
        awards = tuple(
            compiled.Award(
                self._expression(award.if_, ("awards", n, "if")),
                award.title,
                self._template(award.say, ("awards", n, "say")),
            )
            for n, award in enumerate(document.awards)
        )
        intro = self._template(document.intro, ("intro",))
        self._check_deal(len(questions))
        if any(snag.severity == "stop" for snag in self._snags.found):
            return None
        return compiled.Game(
            title=document.title,
            questions=questions,
            intro=intro,
            deal=compiled.Deal(**document.deal.model_dump()),
            setup=compiled.Setup(
                name=document.setup.name == "ask",
                topic=document.setup.topic == "ask",
                count=_asked(document.setup.count),
                level=_asked(document.setup.level),
            ),
            tries=document.tries,
            meters=tuple(_meter(name, part) for name, part in document.meters.items()),
            clocks=compiled.Clocks(**document.clocks.model_dump()),
            checking=Checking(
                tuple(document.checking.ignore),
                document.checking.spelling,
                document.checking.unreadable,
                tuple(document.checking.articles),
            ),
            consequences=rows,
            endings=endings,
            awards=awards,
            cues=self._cues(),
        )

    def _questions(self) -> tuple[Question, ...]:
        by_id: dict[str, Question] = {}
        for number, name in enumerate(self._document.packs):
            path = ("packs", number)
            try:
                questions = self._load_pack(name)
            except Refused as refused:
                self._snags.add("no-pack", "stop", str(refused), path)
                continue
            if not questions:
                self._snags.add(
                    "empty-pack", "stop", f"There is no question in {name} that can be used.", path
                )
            doubled = [question for question in questions if question.id in by_id]
            if doubled:
                self._snags.add(
                    "doubled-question",
                    "warn",
                    f"{len(doubled)} of the questions in {name} stand in an earlier pack too, such as"
                    f" ‘{doubled[0].prompt[:60]}’; they are used once.",
                    path,
                )
            for question in questions:
                by_id.setdefault(question.id, question)
        return tuple(by_id.values())

    def _check_meters(self) -> None:
        for name, meter in self._document.meters.items():
            low, high = meter.min, meter.max
            if low is not None and high is not None and low > high:
                self._snags.add(
                    "bounds",
                    "stop",
                    f"`{name}` can't be at least {low:g} and at most {high:g}.",
                    ("meters", name),
                )
            elif (low is not None and meter.start < low) or (high is not None and meter.start > high):
                self._snags.add(
                    "start",
                    "warn",
                    f"`{name}` starts at {meter.start:g}, outside its bounds.",
                    ("meters", name, "start"),
                )

    def _row(self, number: int, row: ConsequencePart) -> compiled.Consequence:
        path = ("consequences", number)
        changes = {
            key: tuple((name, self._expression(source, (*path, key, name))) for name, source in pairs.items())
            for key, pairs in (("add", row.add), ("set", row.set), ("time", row.time))
        }
        for key in ("add", "set"):
            for name, _ in changes[key]:
                self._check_meter_name(name, (*path, key, name))
        self._check_clocks(row, path)
        self._check_then(row, path)
        if row.cue and row.cue not in self._document.cues and row.cue not in SHIPPED:
            known = sorted({*self._document.cues, *SHIPPED})
            self._snags.add(
                "unknown-cue",
                "warn",
                f"There is no cue ‘{row.cue}’, so nothing is seen or heard. There are {', '.join(known)}.",
                (*path, "cue"),
            )
        return compiled.Consequence(
            moment=row.moment,
            condition=self._expression(row.if_, (*path, "if")) if row.if_ is not None else "",
            add=changes["add"],
            set=changes["set"],
            time=changes["time"],  # type: ignore[arg-type]
            restart=tuple(row.restart),
            say=self._template(row.say, (*path, "say")),
            reveal=row.reveal,
            cue=row.cue,
            hold=row.hold,
            then=row.then,
        )

    def _check_meter_name(self, name: str, path: Sequence[str | int]) -> None:
        meters = self._document.meters
        if name not in meters:
            near = get_close_matches(name, meters, n=1)
            hint = f"Did you mean `{near[0]}`?" if near else "Add it to the meters."
            self._snags.add("unknown-meter", "stop", f"There is no meter `{name}`. {hint}", path)

    def _check_clocks(self, row: ConsequencePart, path: Sequence[str | int]) -> None:
        clocks = self._document.clocks
        if "game" in (*row.time, *row.restart) and clocks.game is None:
            key = "time" if "game" in row.time else "restart"
            self._snags.add(
                "no-clock", "warn", "This row changes the game clock, but the game has none.", (*path, key)
            )

    def _check_then(self, row: ConsequencePart, path: Sequence[str | int]) -> None:
        going_on = row.then in ("next", "again")
        if (row.moment == "right" and row.then == "again") or (
            row.moment in ("begun", "opened", "over") and going_on
        ):
            self._snags.add(
                "bad-then",
                "stop",
                f"`then: {row.then}` can't follow `{row.moment}`.",
                (*path, "then"),
            )

    def _check_deal(self, questions: int) -> None:
        deal, setup = self._document.deal, self._document.setup
        if questions and deal.repeats == "never" and deal.draw is not None and deal.draw > questions:
            self._snags.add(
                "short-pack",
                "warn",
                f"{deal.draw} questions are to be drawn, but there are only"
                f" {questions}; a play asks {questions}.",
                ("deal", "draw"),
            )
        if questions and deal.repeats == "never" and setup.count and setup.count.max > questions:
            self._snags.add(
                "short-pack",
                "note",
                f"A player may choose up to {setup.count.max} questions, but there are only {questions}.",
                ("setup", "count", "max"),
            )
        for key, asked in (("count", setup.count), ("level", setup.level)):
            if asked and not asked.min <= asked.default <= asked.max:
                self._snags.add(
                    "bounds",
                    "stop",
                    f"The default {asked.default} does not lie between {asked.min} and {asked.max}.",
                    ("setup", key),
                )
        endless = deal.repeats != "never" and deal.draw is None and setup.count is None
        ends = self._document.endings or any(
            row.then in ("won", "lost", "done") for row in self._document.consequences
        )
        if endless and not ends and self._document.clocks.game is None:
            self._snags.add(
                "endless",
                "stop",
                "This game never ends: its questions repeat, and there is no"
                " ending, no game clock and no number to draw. Add one of them.",
                ("deal", "repeats"),
            )

    def _expression(self, source: str, path: Sequence[str | int]) -> str:
        self._try(lambda: [compile_expression(source)], path)
        return source

    def _template(self, source: str, path: Sequence[str | int]) -> str:
        self._try(lambda: compile_template(source).expressions, path)
        return source

    def _try(self, compile_: Callable[[], Iterable[Expression]], path: Sequence[str | int]) -> None:
        try:
            for expression in compile_():
                check_names(expression, self._names)
        except ExpressionError as error:
            said = str(error)
            self._snags.add(
                "expression", "stop", said if said[-1] in ".?" else f"{said}.", path, error.column
            )

    def _cues(self) -> tuple[compiled.Cue, ...]:
        cues = dict(SHIPPED)
        for name, part in self._document.cues.items():
            cues[name] = compiled.Cue(name, part.sound, part.motion, part.tone, part.hold)
            if part.sound not in SOUNDS:
                self._snags.add(
                    "unknown-sound",
                    "warn",
                    f"There is no sound ‘{part.sound}’. There are {', '.join(SOUNDS)}.",
                    ("cues", name, "sound"),
                )
        used = {row.cue for row in self._document.consequences} | set(self._document.cues)
        return tuple(cue for name, cue in cues.items() if name in used)


def _meter(name: str, part: MeterPart) -> compiled.Meter:
    show = part.show or ("marks" if name == "lives" else "number")
    return compiled.Meter(name, part.start, part.min, part.max, part.decimals, show)


def _asked(part: AskedPart | None) -> compiled.Asked | None:
    return None if part is None or not part.ask else compiled.Asked(part.min, part.max, part.default)
