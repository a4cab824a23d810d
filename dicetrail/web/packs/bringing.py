"""The maker's API for bringing packs: as files, as pasted text, or empty to write into."""

from __future__ import annotations

from typing import Annotated

from fastapi import Depends, Form, UploadFile
from sqlalchemy.orm import Session

from ...core.pack.formats.separated import empty_pack as written_empty
from ...core.pack.progress import Progress
from ...core.pack.text import LARGEST_FILE, check_size
from ...core.rules.bundle import is_bundle
from ...core.snag import Refused
from ..jobs import Jobs
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.packs import BroughtOut, ColumnsOut, EmptyPackIn, PackOut, PastedIn, SettingsIn
from ..strict import read_json
from ..watching import TheJobs, job_out
from ..workshop import Workshop
from ..workshop.packs import is_large
from .columns import columns_out
from .shown import pack_out

router = router_of("/api/workshop/packs", "packs")


async def settings_of(settings: Annotated[str, Form()] = "{}") -> SettingsIn:
    """How a file is to be read, as JSON beside it."""
    try:
        return SettingsIn.model_validate(read_json(settings))
    except ValueError as error:
        raise Refused(f"The settings can't be used: {error}") from None


TheSettings = Annotated[SettingsIn, Depends(settings_of)]


@router.post("", status_code=201)
def bring_pack(
    file: UploadFile,
    session: TheSession,
    workshop: TheWorkshop,
    jobs: TheJobs,
    settings: TheSettings,
) -> BroughtOut:
    """Bring a question file; a large one is read as a job."""
    data = file.file.read(LARGEST_FILE + 1)
    return _bring(session, workshop, jobs, file.filename or "questions.tsv", data, settings)


@router.post("/paste", status_code=201)
def paste_pack(pasted: PastedIn, session: TheSession, workshop: TheWorkshop, jobs: TheJobs) -> BroughtOut:
    """Bring questions as pasted text."""
    return _bring(session, workshop, jobs, pasted.name, pasted.text.encode(), pasted.settings)


@router.post("/empty", status_code=201)
def empty_pack(wanted: EmptyPackIn, session: TheSession, workshop: TheWorkshop) -> PackOut:
    """A pack to write into."""
    pack = workshop.packs.bring(session, f"{wanted.name.strip()}.tsv", written_empty().encode())
    session.commit()
    return pack_out(session, workshop, pack)


@router.post("/look")
def look_at_file(file: UploadFile, workshop: TheWorkshop, settings: TheSettings) -> ColumnsOut:
    """The columns of a file before it is brought."""
    data = file.file.read(LARGEST_FILE + 1)
    return columns_out(
        workshop.packs.read_brought(file.filename or "questions.tsv", data, settings.settings())
    )


def _bring(
    session: Session, workshop: Workshop, jobs: Jobs, name: str, data: bytes, wanted: SettingsIn
) -> BroughtOut:
    check_size(data, name)
    if is_bundle(data):
        raise Refused(f"{name} is a bundle, a whole game. Bring it by itself.")
    if not is_large(data):
        if (game := workshop.games.bring(session, name, data)) is not None:
            session.commit()
            return BroughtOut(game=game.id)
        pack = workshop.packs.bring(session, name, data, wanted.settings())
        session.commit()
        return BroughtOut(pack=pack_out(session, workshop, pack))

    def work(progress: Progress) -> int:
        with workshop.session() as own:
            pack = workshop.packs.bring(own, name, data, wanted.settings(), progress)
            progress(1, 1)
            own.commit()
            return pack.id

    return BroughtOut(job=job_out(jobs.start("reading", work)))
