"""From the document to the compiled game, with every snag on the way."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from difflib import get_close_matches
from typing import Any

from pydantic import ValidationError

from ..play import game as compiled
from ..play.deck import pass_length
from ..play.expressions import (
    ExpressionError,
    check_names,
    compile_expression,
    compile_template,
)
from ..play.moments import MOMENTS
from ..play.moves import MoveError, read_move
from ..play.question import Question
from ..play.switches import Checking
from ..snag import Refused, Snag
from .advice import advise
from .comparing import collisions, nearest, verdict_on
from .cues import SHIPPED, SHIPPED_SOUNDS
from .document import AskedPart, ConsequencePart, Document, MeterPart, shown_as
from .snaglist import SnagList
from .yamltext import YamlMistake, YamlText

MOST_COLLISIONS = 50
"""Pairs of options that are told, of those the switches make the same."""

PackLoader = Callable[[str], Sequence[Question]]
"""Gives the questions of a pack by the name the document calls it; raises Refused where there is none."""


@dataclass(frozen=True, slots=True)
class GameReading:
    """What was read from a game's text: its document and the compiled game, where it came to them.

    ``title`` and ``packs`` are known also where the rest can't be used yet, as long as the text is YAML;
    ``source`` then tells the places of everything.
    """

    document: Document | None
    game: compiled.Game | None
    snags: list[Snag]
    title: str = ""
    packs: tuple[str, ...] = ()
    source: YamlText | None = None
    file: str = ""

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
    snags = SnagList(source, file)
    title, packs = _outline(source.data)
    try:
        document = Document.model_validate(source.data)
    except ValidationError as error:
        for detail in error.errors():
            snags.of_validation(detail)
        return GameReading(None, None, snags.found, title, packs, source, file)
    game = _Compiler(document, load_pack, snags).game()
    if game is not None:
        for advice in advise(document, game):
            snags.add(*advice)
    return GameReading(document, game, snags.found, title, packs, source, file)


def _outline(data: dict[str, Any]) -> tuple[str, tuple[str, ...]]:
    packs = data.get("packs")
    names = [packs] if isinstance(packs, str) else packs if isinstance(packs, list) else []
    return str(data.get("title") or ""), tuple(name for name in names if isinstance(name, str))


class _Compiler:
    """Makes the compiled game from a document that validates."""

    def __init__(self, document: Document, load_pack: PackLoader, snags: SnagList) -> None:
        self._document = document
        self._load_pack = load_pack
        self._snags = snags
        self._names = {*document.meters, *compiled.COUNTS}
        self._told = {*self._names, *compiled.TOLD}

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
                self._template(ending.tell, ("endings", n, "tell")),
            )
            for n, ending in enumerate(document.endings)
        )
        awards = tuple(
            compiled.Award(
                self._expression(award.if_, ("awards", n, "if")),
                award.title,
                self._template(award.tell, ("awards", n, "tell")),
            )
            for n, award in enumerate(document.awards)
        )
        intro = self._template(document.intro, ("intro",), self._names)
        checking, _ = nearest(document.checking, "", "")
        self._check_answers(questions, checking)
        self._check_deal(pass_length(questions))
        self._check_waymarks()
        clocks = self._clocks()
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
                count=_bounds(document.setup.count),
                level=_bounds(document.setup.level),
            ),
            tries=document.tries,
            meters=tuple(_meter(name, part) for name, part in document.meters.items()),
            clocks=clocks,
            checking=checking,
            consequences=rows,
            endings=endings,
            awards=awards,
            cues=self._cues(),
            look=compiled.Look(**document.look.model_dump()),
            sounds=self._sounds(),
            leave=document.leave,
            silent=document.silent,
        )

    def _questions(self) -> tuple[Question, ...]:
        by_id: dict[str, Question] = {}
        empty: list[tuple[str, tuple[str, int]]] = []
        for number, name in enumerate(self._document.packs):
            path = ("packs", number)
            try:
                questions = self._load_pack(name)
            except Refused as refused:
                self._snags.add("no-pack", "stop", str(refused), path)
                continue
            if not questions:
                empty.append((name, path))
            doubled = [question for question in questions if question.id in by_id]
            if doubled:
                self._snags.add(
                    "doubled-question",
                    "warn",
                    f"{len(doubled)} of the questions in {name} stand in an earlier pack too, such as"
                    f" ‘{doubled[0].prompt[:60]}’; they are used once.",
                    path,
                )
            for question in self._with_own_switches(name, questions):
                by_id.setdefault(question.id, question)
        for name, path in empty:
            message = f"There is no question in {name} that can be used."
            self._snags.add("empty-pack", "warn" if by_id else "stop", message, path)
        if not self._document.packs:
            message = "There is nothing to ask yet. Add a pack of questions."
            self._snags.add("no-questions", "stop", message, ("packs",))
        return tuple(by_id.values())

    def _with_own_switches(self, pack: str, questions: Sequence[Question]) -> Iterator[Question]:
        """The questions of a pack, those with switches of their own or of the pack's given them."""
        part = self._document.checking
        for question in questions:
            if pack in part.packs or question.id in part.questions:
                checking, _ = nearest(part, pack, question.id)
                question = question._replace(checking=checking)
            yield question

    def _check_answers(self, questions: tuple[Question, ...], checking: Checking) -> None:
        """What the switches make of the answers: options that collide, samples that are broken."""
        part = self._document.checking
        for found in collisions(questions, checking)[:MOST_COLLISIONS]:
            self._snags.add("collision", "warn", found.message, ("checking",))
        for name in part.packs:
            if name not in self._document.packs:
                self._snags.add(
                    "unknown-pack",
                    "warn",
                    f"This game has no pack {name}, so these switches do nothing.",
                    ("checking", "packs", name),
                    of_key=True,
                )
        by_id = {question.id: question for question in questions} if part.samples or part.questions else {}
        for question_id in part.questions:
            if question_id not in by_id:
                self._snags.add(
                    "lost-question",
                    "warn",
                    f"There is no question {question_id} in this game, so these switches do nothing.",
                    ("checking", "questions", question_id),
                    of_key=True,
                )
        for number, sample in enumerate(part.samples):
            path = ("checking", "samples", number)
            question = by_id.get(sample.question)
            if question is None or question.recipe is not None:
                self._snags.add(
                    "lost-question",
                    "warn",
                    f"There is no question {sample.question} to hold this sample against.",
                    path,
                )
                continue
            verdict = verdict_on(question, sample.answer, checking)
            if (verdict.name == "right") != (sample.must == "right"):
                self._snags.add(
                    "broken-sample",
                    "warn",
                    f"‘{sample.answer[:60]}’ must be {sample.must} for ‘{question.prompt[:60]}’, but it is"
                    f" {verdict.name}: {', '.join(verdict.steps)}.",
                    path,
                )

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
            tell=self._template(row.tell, (*path, "tell")),
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

    def _clocks(self) -> compiled.Clocks:
        part = self._document.clocks
        question, by = part.question, ""
        if isinstance(question, dict):
            by, question = _by_level(question), None
        elif isinstance(question, str):
            by, question = self._expression(question, ("clocks", "question")), None
        self._check_sound(part.tick_sound, ("clocks", "tick_sound"))
        return compiled.Clocks(
            question, part.game, part.breather, part.restart_on_again, by, part.tick, part.tick_sound
        )

    def _check_clocks(self, row: ConsequencePart, path: Sequence[str | int]) -> None:
        clocks = self._document.clocks
        if "game" in (*row.time, *row.restart) and clocks.game is None:
            key = "time" if "game" in row.time else "restart"
            self._snags.add(
                "no-clock", "warn", "This row changes the game clock, but the game has none.", (*path, key)
            )

    def _check_then(self, row: ConsequencePart, path: Sequence[str | int]) -> None:
        if row.then is not None and row.then not in MOMENTS[row.moment].thens:
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
        if endless and not ends and self._document.clocks.game is None and not self._document.leave:
            self._snags.add(
                "endless",
                "stop",
                "This game never ends: its questions repeat, and there is no ending, no game clock and no"
                " number to draw. Add one of them, or let the player `leave`.",
                ("deal", "repeats"),
            )

    def _check_waymarks(self) -> None:
        for number, waymark in enumerate(self._document.waymarks):
            path = ("waymarks", number)
            for at, line in enumerate(waymark.moves):
                try:
                    read_move(line)
                except MoveError as error:
                    self._snags.add("bad-move", "warn", f"{error}", (*path, "moves", at))
            self._check_expected(waymark.expect, (*path, "expect"))
            for at, part in enumerate(waymark.along):
                self._check_expected(part.expect, (*path, "along", at, "expect"))

    def _check_expected(self, expected: Iterable[str], path: Sequence[str | int]) -> None:
        known = {*self._document.meters, *compiled.COUNTS, "result", "award", "ending", "tell"}
        for name in expected:
            if name not in known:
                near = get_close_matches(name, known, n=1)
                hint = f" Did you mean `{near[0]}`?" if near else ""
                message = f"`{name}` is nothing that can be expected.{hint}"
                self._snags.add("unknown-name", "warn", message, (*path, name), of_key=True)

    def _expression(self, source: str, path: Sequence[str | int]) -> str:
        try:
            check_names(compile_expression(source), self._names)
        except ExpressionError as error:
            self._mistake(error, path)
        return source

    def _template(self, source: str, path: Sequence[str | int], known: Collection[str] | None = None) -> str:
        try:
            compile_template(source).check_names(self._told if known is None else known)
        except ExpressionError as error:
            self._mistake(error, path)
        return source

    def _mistake(self, error: ExpressionError, path: Sequence[str | int]) -> None:
        said = str(error)
        self._snags.add("expression", "stop", said if said[-1] in ".?" else f"{said}.", path, error.column)

    def _cues(self) -> tuple[compiled.Cue, ...]:
        cues = dict(SHIPPED)
        for name, part in self._document.cues.items():
            cues[name] = compiled.Cue(name, part.sound, part.motion, part.tone, part.hold, part.times)
            self._check_sound(part.sound, ("cues", name, "sound"))
        used = {row.cue for row in self._document.consequences} | set(self._document.cues)
        return tuple(cue for name, cue in cues.items() if name in used)

    def _check_sound(self, sound: str, path: Sequence[str | int]) -> None:
        sounds = ["none", *SHIPPED_SOUNDS, *self._document.sounds]
        if sound and sound not in sounds:
            message = f"There is no sound ‘{sound}’. There are {', '.join(sounds)}."
            self._snags.add("unknown-sound", "warn", message, path)

    def _sounds(self) -> tuple[compiled.Sound, ...]:
        own = {
            name: compiled.Sound(name, **part.model_dump()) for name, part in self._document.sounds.items()
        }
        return tuple({**SHIPPED_SOUNDS, **own}.values())


def _meter(name: str, part: MeterPart) -> compiled.Meter:
    show = part.show or shown_as(name)
    return compiled.Meter(name, part.start, part.min, part.max, part.decimals, show)


def _by_level(seconds: Mapping[int, float]) -> str:
    """The expression of seconds given by level; a level that is not named has those of the last one below."""
    *earlier, (_, last) = sorted(seconds.items())
    following = [level for level, _ in sorted(seconds.items())][1:]
    chosen = [
        f"{value:g} if level < {level} else" for (_, value), level in zip(earlier, following, strict=True)
    ]
    return " ".join([*chosen, f"{last:g}"])


def _bounds(part: AskedPart | None) -> compiled.Bounds | None:
    return None if part is None or not part.ask else compiled.Bounds(part.min, part.max, part.default)
