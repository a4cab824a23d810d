"""The maker's API for packs: bringing, reading, editing, and writing them out."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Annotated

from fastapi import APIRouter, Depends, Form, HTTPException, Request, Response, UploadFile
from sqlalchemy.orm import Session

from ..core.pack.editing import Source, add, change, replace_lines
from ..core.pack.finding import Order, Wanted, find
from ..core.pack.formats import write_file
from ..core.pack.formats.separated import empty_pack as written_empty
from ..core.pack.merging import Difference, differences, take
from ..core.pack.misfit import Misfit
from ..core.pack.reading import Reading
from ..core.pack.records import MARKS, split_records
from ..core.pack.text import LARGEST_FILE, check_size
from ..core.pack.writing import to_record
from ..core.play.clocks import Clock
from ..core.play.game import Choices, Clocks, Deal, Game, Move
from ..core.play.kinds import shown_answer
from ..core.play.program import Program
from ..core.play.question import Question
from ..core.play.run import Run
from ..core.play.supply import Supply
from ..core.play.view import View, view
from ..core.snag import Snag
from ..store import history, packs
from ..store.models import Pack
from .jobs import Job, Jobs
from .requests import TheSession, TheWorkshop
from .shapes.common import JobOut, SnagOut
from .shapes.packs import (
    BroughtOut,
    ColumnsOut,
    DifferenceOut,
    DifferencesOut,
    EmptyPackIn,
    LineIn,
    LineOut,
    LinesOut,
    OneQuestionOut,
    PackOut,
    PastedIn,
    QuestionOut,
    QuestionsOut,
    RecordIn,
    SettingsIn,
    TakeIn,
    TakenOut,
    TryIn,
)
from .workshop import Workshop, read_settings, write_settings

router = APIRouter(prefix="/api/workshop", tags=["packs"])

SLOW_FROM = 400_000
"""Bytes from which a file is read as a job that can be watched and stopped."""
MOST_SNAGS = 300
"""Snags that are given together with a pack; those of a line come with the line."""
MOST_SHOWN = 1000
SAMPLES = 6


def pack_of(pack_id: int, session: TheSession) -> Pack:
    """The pack a path names."""
    pack = session.get(Pack, pack_id)
    if pack is None or pack.off_since is not None:
        raise HTTPException(404, "This pack is not on the shelf any more.")
    return pack


def jobs_of(request: Request) -> Jobs:
    """The jobs of this application."""
    jobs: Jobs = request.app.state.jobs
    return jobs


ThePack = Annotated[Pack, Depends(pack_of)]
TheJobs = Annotated[Jobs, Depends(jobs_of)]


# Bringing


@router.post("/packs", status_code=201)
def bring_pack(
    file: UploadFile,
    session: TheSession,
    workshop: TheWorkshop,
    jobs: TheJobs,
    settings: Annotated[str, Form()] = "{}",
) -> BroughtOut:
    """Bring a question file; a large one is read as a job."""
    data = file.file.read(LARGEST_FILE + 1)
    return _bring(
        session,
        workshop,
        jobs,
        file.filename or "questions.tsv",
        data,
        SettingsIn.model_validate_json(settings),
    )


@router.post("/packs/paste", status_code=201)
def paste_pack(pasted: PastedIn, session: TheSession, workshop: TheWorkshop, jobs: TheJobs) -> BroughtOut:
    """Bring questions as pasted text."""
    return _bring(session, workshop, jobs, pasted.name, pasted.text.encode(), pasted.settings)


@router.post("/packs/empty", status_code=201)
def empty_pack(wanted: EmptyPackIn, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """A pack to write into."""
    pack = workshop.bring_pack(session, f"{wanted.name.strip()}.tsv", written_empty().encode())
    out = pack_out(session, workshop, pack)
    session.commit()
    return out


@router.post("/packs/look")
def look_at_file(
    file: UploadFile, workshop: TheWorkshop, settings: Annotated[str, Form()] = "{}"
) -> ColumnsOut:
    """The columns of a file before it is brought."""
    data = file.file.read(LARGEST_FILE + 1)
    wanted = SettingsIn.model_validate_json(settings).settings()
    return _columns(workshop.read_brought(file.filename or "questions.tsv", data, wanted))


@router.get("/jobs/{job_id}")
def one_job(job_id: str, jobs: TheJobs) -> JobOut:
    """How far a job has come."""
    return job_out(job_of(jobs, job_id))


@router.delete("/jobs/{job_id}")
def stop_job(job_id: str, jobs: TheJobs) -> JobOut:
    """Stop a job; what it was to change stays as it was."""
    job = job_of(jobs, job_id)
    job.stop()
    return job_out(job)


# Looking


@router.get("/packs/{pack_id}")
def one_pack(pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """One pack with its first snags."""
    return pack_out(session, workshop, pack)


@router.get("/packs/{pack_id}/lines")
def pack_lines(
    pack: ThePack,
    session: TheSession,
    workshop: TheWorkshop,
    offset: int = 0,
    limit: int = 200,
    snags: bool = False,
) -> LinesOut:
    """The lines of a pack as written, beside what was read from them; all of them, or those with snags."""
    reading = workshop.reading(session, pack)
    of_line = _by_line(workshop.snags(session, pack))
    lines = reading.lines
    if snags:
        lines = [
            line for line in lines if any(snag.severity != "note" for snag in of_line.get(line.number, ()))
        ]
    first = {question.line: number for number, question in reversed(list(enumerate(reading.questions)))}
    shown = lines[max(0, offset) :][: max(0, min(limit, MOST_SHOWN))]
    return LinesOut(
        revision=pack.revision,
        total=len(lines),
        lines=[
            LineOut(
                number=line.number,
                begins=line.begins,
                raw=line.raw,
                state=line.state,
                question=question_out(reading.questions[first[line.number]], first[line.number], ())
                if line.number in first
                else None,
                snags=snags_out(of_line.get(line.number, ())),
            )
            for line in shown
        ],
    )


@router.get("/packs/{pack_id}/questions")
def find_questions(
    pack: ThePack,
    session: TheSession,
    workshop: TheWorkshop,
    offset: int = 0,
    limit: int = 200,
    words: str = "",
    kind: str = "",
    topic: str | None = None,
    level: int | None = None,
    snag: str = "",
    order: Order = "filed",
    falling: bool = False,
) -> QuestionsOut:
    """The questions that are looked for."""
    reading = workshop.reading(session, pack)
    of_line = _by_line(workshop.snags(session, pack))
    codes = {line: {found.code for found in snags} for line, snags in of_line.items()}
    found = find(reading.questions, Wanted(words, kind, topic, level, snag, order, falling), codes)
    shown = found[max(0, offset) :][: max(0, min(limit, MOST_SHOWN))]
    lines = {question.line for question in reading.questions} if len(codes) else set()
    return QuestionsOut(
        revision=pack.revision,
        total=len(found),
        all=len(reading.questions),
        questions=[
            question_out(question, number, of_line.get(question.line, ()))
            for number in shown
            for question in (reading.questions[number],)
        ],
        topics=sorted({question.topic for question in reading.questions})[:500],
        kinds=list(reading.kinds),
        codes=sorted({code for line, of in codes.items() if line in lines for code in of}),
    )


@router.get("/packs/{pack_id}/questions/{number}")
def one_question(number: int, pack: ThePack, session: TheSession, workshop: TheWorkshop) -> OneQuestionOut:
    """One question to be edited, and how a player sees it."""
    question = question_at(workshop.reading(session, pack), number)
    snags = [snag for snag in workshop.snags(session, pack) if snag.line == question.line]
    samples: list[str] = []
    size: int | None = 1
    if question.recipe is not None:
        supply = Supply(question, dice=1)
        size = supply.size
        samples = [_sample(supply.next()) for _ in range(min(SAMPLES, size or SAMPLES))]
    return OneQuestionOut(
        revision=pack.revision,
        question=question_out(question, number, snags),
        record=dict(to_record(question)),
        generated=question.recipe is not None,
        size=size,
        samples=samples,
        preview=_tried(session, workshop, question, TryIn()),
    )


@router.post("/packs/{pack_id}/questions/{number}/try")
def try_question(
    number: int, wanted: TryIn, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> View:
    """How a player sees a question after some answers."""
    return _tried(session, workshop, question_at(workshop.reading(session, pack), number), wanted)


@router.get("/packs/{pack_id}/columns")
def pack_columns(pack: ThePack, session: TheSession, workshop: TheWorkshop) -> ColumnsOut:
    """The columns of a pack and what they are read as."""
    return _columns(workshop.source(session, pack))


# Changing


@router.put("/packs/{pack_id}/columns")
def change_columns(
    wanted: SettingsIn, revision: int, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Read a pack otherwise: its columns in other roles, with or without a header."""
    before = workshop.source(session, pack)
    changed = Source(before.name, before.text, before.encoding, wanted.settings(), before.load_data)
    changed.read()
    pack.read_as = write_settings(wanted.settings())
    return _keep(session, workshop, pack, changed, revision)


@router.put("/packs/{pack_id}/lines/{number}")
def change_line(
    number: int, line: LineIn, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Rewrite the record that begins in a line, or take it away."""
    return change_pack(
        session, workshop, pack, line.revision, lambda source: replace_lines(source, number, line.raw)
    )


@router.post("/packs/{pack_id}/questions", status_code=201)
def add_question(wanted: RecordIn, pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Add a question."""
    return change_pack(
        session,
        workshop,
        pack,
        wanted.revision,
        lambda source: add(source, wanted.after, wanted.record),  # type: ignore[arg-type]
    )


@router.put("/packs/{pack_id}/questions/{number}")
def change_question(
    number: int, wanted: RecordIn, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Change a question."""
    question_at(workshop.reading(session, pack), number)
    return change_pack(
        session,
        workshop,
        pack,
        wanted.revision,
        lambda source: change(source, number, wanted.record),  # type: ignore[arg-type]
    )


@router.post("/packs/{pack_id}/undo")
def undo_pack(pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Take the last change of a pack back."""
    history.undo(session, pack)
    session.commit()
    return pack_out(session, workshop, pack)


@router.post("/packs/{pack_id}/redo")
def redo_pack(pack: ThePack, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """Make a change of a pack again that was taken back."""
    history.redo(session, pack)
    session.commit()
    return pack_out(session, workshop, pack)


# Reading again, and writing out


@router.post("/packs/{pack_id}/again")
def bring_again(
    file: UploadFile, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> DifferencesOut:
    """Bring a pack's file again: how it differs. Nothing is changed yet."""
    token, base, theirs = workshop.bring_again(pack, file.file.read(LARGEST_FILE + 1))
    found = differences(base.read(), workshop.reading(session, pack), theirs.read())
    return DifferencesOut(
        token=token, differences=[_difference_out(one) for one in found[:MOST_SHOWN]], total=len(found)
    )


@router.post("/packs/{pack_id}/again/take")
def take_again(wanted: TakeIn, pack: ThePack, session: TheSession, workshop: TheWorkshop) -> TakenOut:
    """Take differences over from a file that was brought again."""
    data, theirs = workshop.brought_again(wanted.token, pack)
    mine = workshop.source(session, pack)
    left: list[str] = []
    if wanted.numbers is None:
        changed = Source(mine.name, theirs.text, theirs.encoding, read_settings(pack.read_as), mine.load_data)
    else:
        base = workshop.read_brought(pack.name, pack.original, read_settings(pack.read_as))
        found = differences(base.read(), mine.read(), theirs.read())
        changed, reasons = take(mine, found, set(wanted.numbers))
        left = [f"{_prompt(found[number])}: {reason}" for number, reason in reasons]
    if wanted.numbers is None or not left:
        pack.original = data
    pack.encoding = changed.encoding
    return TakenOut(pack=_keep(session, workshop, pack, changed, wanted.revision), left=left)


@router.get("/packs/{pack_id}/file", response_class=Response)
def pack_file(pack: ThePack, session: TheSession, workshop: TheWorkshop, ending: str = "") -> Response:
    """The pack as a file: its text as it stands, in UTF-8, or its questions as another kind of file."""
    name = pack.name.rsplit("/", 1)[-1]
    stem, _, own = name.rpartition(".")
    sheet = pack.encoding in ("xlsx", "ods")
    if (not ending and not sheet) or (ending == own and not sheet):
        return download(packs.text_of(session, pack).encode(), name)
    ending = ending or own
    target = f"{stem or name}.{ending}"
    return download(write_file(target, workshop.reading(session, pack).questions), target)


def _bring(
    session: Session, workshop: Workshop, jobs: Jobs, name: str, data: bytes, wanted: SettingsIn
) -> BroughtOut:
    check_size(data, name)
    if len(data) < SLOW_FROM:
        if (game := workshop.bring_game(session, name, data)) is not None:
            session.commit()
            return BroughtOut(game=game.id)
        pack = workshop.bring_pack(session, name, data, wanted.settings())
        out = pack_out(session, workshop, pack)
        session.commit()
        return BroughtOut(pack=out)

    def work(progress: Callable[[int, int], None]) -> int:
        with workshop.session() as own:
            pack = workshop.bring_pack(own, name, data, wanted.settings(), progress)
            progress(1, 1)
            own.commit()
            return pack.id

    return BroughtOut(job=job_out(jobs.start(work)))


def job_of(jobs: Jobs, job_id: str) -> Job:
    """A job by its id."""
    job = jobs.get(job_id)
    if job is None:
        raise HTTPException(404, "This work is not known any more.")
    return job


def job_out(job: Job) -> JobOut:
    """How far a job has come."""
    return JobOut(
        id=job.id, state=job.state, done=job.done, total=job.total, message=job.message, pack_id=job.pack_id
    )


def change_pack(
    session: Session, workshop: Workshop, pack: Pack, base: int, work: Callable[[Source], Source]
) -> PackOut:
    """Change a pack in a given revision, and keep it."""
    if base != pack.revision:
        raise stale()
    try:
        changed = work(workshop.source(session, pack))
    except Misfit as misfit:
        raise HTTPException(422, str(misfit)) from None
    return _keep(session, workshop, pack, changed, base)


def _keep(session: Session, workshop: Workshop, pack: Pack, changed: Source, base: int) -> PackOut:
    keep_pack(session, workshop, pack, changed, base)
    out = pack_out(session, workshop, pack)
    session.commit()
    return out


def keep_pack(session: Session, workshop: Workshop, pack: Pack, changed: Source, base: int) -> None:
    """Keep a changed pack, but do not commit it yet."""
    try:
        workshop.change_pack(session, pack, changed, base)
    except history.Stale:
        raise stale() from None


def stale() -> HTTPException:
    """What is said of a change that was made to an older revision."""
    return HTTPException(409, "The pack was changed elsewhere meanwhile. Your change was not saved.")


def question_at(reading: Reading, number: int) -> Question:
    """The question of a number (from 0)."""
    if not 0 <= number < len(reading.questions):
        raise HTTPException(404, "This question is not in the pack any more.")
    return reading.questions[number]


def _tried(session: Session, workshop: Workshop, question: Question, wanted: TryIn) -> View:
    """A play of one question that stays in its feedback."""
    game = Game(
        "",
        tuple(workshop.shown(session, [question._replace(times=1)])),
        deal=Deal(order="filed"),
        tries=2,
        clocks=Clocks(question=question.seconds, breather="player"),
    )
    run = Run(Program(game), Choices(wanted.dice, "Player"))
    run.begin()
    at = 0
    for answer in wanted.answers:
        at += 1
        run.do(Move("answer", answer), at)
    run.question_clock = Clock()
    return view(run, at)


def _sample(question: Question) -> str:
    if question.options:
        return f"{question.prompt}  → {shown_answer(question)}  ({', '.join(question.options)})"
    return f"{question.prompt}  → {' | '.join(question.answers)}"


def _columns(source: Source) -> ColumnsOut:
    reading = source.read()
    rows: list[list[str]] = []
    if reading.format == "table":
        split = split_records(reading.raw[:40], MARKS[reading.delimiter])
        records = [record for record in split if record.cells]
        rows = [record.cells for record in records[1 if reading.heads else 0 :][:SAMPLES]]
    settings = source.settings
    return ColumnsOut(
        format=reading.format,
        encoding=reading.encoding,
        header=bool(reading.heads),
        heads=list(reading.heads),
        roles=list(reading.roles),
        rows=rows,
        settings=SettingsIn(
            delimiter=reading.delimiter or None,
            roles=None if settings.roles is None else list(settings.roles),
            header=settings.header,
            lists=settings.lists,
            ask_member=settings.ask_member,
            ask_odd=settings.ask_odd,
        ),
        questions=len(reading.questions),
        to_mend=sum(snag.severity != "note" for snag in reading.snags),
    )


def _difference_out(difference: Difference) -> DifferenceOut:
    return DifferenceOut(
        number=difference.number,
        what=difference.what,
        mine=question_out(difference.mine, -1, ()) if difference.mine else None,
        theirs=question_out(difference.theirs, -1, ()) if difference.theirs else None,
    )


def _prompt(difference: Difference) -> str:
    question = difference.theirs or difference.mine
    return question.prompt if question else ""


def pack_out(session: Session, workshop: Workshop, pack: Pack) -> PackOut:
    """A pack as the workshop shows it."""
    reading = workshop.reading(session, pack)
    snags = workshop.snags(session, pack)
    can_undo, can_redo = history.can_undo_redo(session, pack)
    to_mend = sum(snag.severity != "note" for snag in snags)
    return PackOut(
        id=pack.id,
        name=pack.name,
        encoding=reading.encoding,
        format=reading.format,
        delimiter=reading.delimiter,
        roles=list(reading.roles),
        revision=pack.revision,
        updated=pack.updated,
        questions=len(reading.questions),
        kinds=reading.kinds,
        lines=len(reading.raw),
        snags=snags_out(snags[:MOST_SNAGS]),
        to_mend=to_mend,
        notes=len(snags) - to_mend,
        can_undo=can_undo,
        can_redo=can_redo,
    )


def question_out(question: Question, number: int, snags: Sequence[Snag]) -> QuestionOut:
    """A question as the workshop shows it."""
    return QuestionOut(
        number=number,
        line=question.line,
        id=question.id,
        kind=question.kind,
        prompt=question.prompt,
        options=list(question.options),
        rights=list(question.rights),
        shown=shown_answer(question) if question.options else " | ".join(question.answers),
        answers=list(question.answers),
        topic=question.topic,
        level=question.level,
        worth=question.worth,
        why=question.why,
        image=question.image,
        sound=question.sound,
        snags=snags_out(snags),
    )


def snags_out(snags: Sequence[Snag]) -> list[SnagOut]:
    """Snags as the workshop shows them."""
    return [SnagOut(**snag.as_dict()) for snag in snags]


def _by_line(snags: Sequence[Snag]) -> dict[int, list[Snag]]:
    of_line: dict[int, list[Snag]] = {}
    for snag in snags:
        of_line.setdefault(snag.line, []).append(snag)
    return of_line


def download(data: bytes, name: str) -> Response:
    """A file to be saved."""
    plain = "".join(mark if mark.isascii() and (mark.isalnum() or mark in "-_.") else "-" for mark in name)
    text = name.lower().endswith((".xlsx", ".ods"))
    return Response(
        data,
        media_type="application/octet-stream" if text else "text/plain; charset=utf-8",
        headers={"Content-Disposition": f'attachment; filename="{plain}"'},
    )
