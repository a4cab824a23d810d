"""The maker's API for the columns of a pack."""

from __future__ import annotations

from ...core.pack.editing import Source
from ...core.pack.formats import TABLE
from ...core.pack.records import MARKS, split_records
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.common import Small
from ..shapes.packs import ColumnsOut, PackOut, SettingsIn
from ..workshop.settings import write_settings
from .shown import worth_a_look
from .the_pack import ThePack, keep_and_show

router = router_of("/api/workshop/packs", "packs")

SAMPLES = 6
"""Rows that are shown as they are read."""


@router.get("/{pack_id}/columns")
def pack_columns(pack: ThePack, session: TheSession, workshop: TheWorkshop) -> ColumnsOut:
    """The columns of a pack and what they are read as."""
    return columns_out(workshop.packs.source(session, pack))


@router.put("/{pack_id}/columns")
def change_columns(
    wanted: SettingsIn, revision: Small, pack: ThePack, session: TheSession, workshop: TheWorkshop
) -> PackOut:
    """Read a pack otherwise: its columns in other roles, with or without a header."""
    before = workshop.packs.source(session, pack)
    changed = Source(before.name, before.text, before.encoding, wanted.settings(), workshop.packs.tables())
    changed.read()
    pack.read_as = write_settings(wanted.settings())
    return keep_and_show(session, workshop, pack, changed, revision)


def columns_out(source: Source) -> ColumnsOut:
    """The columns of a pack as the workshop shows them."""
    reading = source.read()
    rows: list[list[str]] = []
    if reading.format == TABLE:
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
        to_mend=worth_a_look(reading.snags),
    )
