"""The maker's API for bringing bundles."""

from __future__ import annotations

from typing import Annotated

from fastapi import Form, UploadFile
from pydantic import TypeAdapter

from ...core.pack.formats.qti import is_package
from ...core.rules.bundle import LARGEST_BUNDLE
from ...core.snag import Refused
from ..refusals import router_of
from ..requests import TheSession, TheWorkshop
from ..shapes.handouts import BundleBroughtOut, BundleLookOut, BundlePartOut
from ..strict import read_json
from ..workshop.bundles import Keep, bring, file_state, state_of, unpack

router = router_of("/api/workshop/bundles", "handouts")
_KEEP = TypeAdapter(dict[str, Keep])


@router.post("/look")
def look_at_bundle(file: UploadFile, session: TheSession, workshop: TheWorkshop) -> BundleLookOut:
    """What is in a bundle, and what of it has a name that others have here."""
    name = file.filename or "bundle.zip"
    data = file.file.read(LARGEST_BUNDLE + 1)
    if is_package(data):
        return BundleLookOut(is_game=False, title=name, packs=[], media=[])
    unpacked = unpack(session, workshop, name, data)
    return BundleLookOut(
        title=workshop.games.read(session, unpacked.text).title or name,
        packs=[
            BundlePartOut(
                name=pack,
                state=state_of(session, pack, source),
                questions=len(source.read().questions),
            )
            for pack, (_, source) in unpacked.sources.items()
        ],
        media=[BundlePartOut(name=one.name, state=file_state(session, one)) for one in unpacked.files],
    )


@router.post("", status_code=201)
def bring_bundle(
    file: UploadFile, session: TheSession, workshop: TheWorkshop, keep: Annotated[str, Form()] = "{}"
) -> BundleBroughtOut:
    """Bring a bundle. ``keep`` says of each pack that is other than the one of its name here which of the two
    is to be kept: ``{name: mine | theirs | both}``."""
    try:
        wanted = _KEEP.validate_python(read_json(keep))
    except ValueError:
        raise Refused('What is to be kept is said so: {"packs/x.tsv": "mine"}, or theirs, or both.') from None
    unpacked = unpack(session, workshop, file.filename or "bundle.zip", file.file.read(LARGEST_BUNDLE + 1))
    game = bring(session, workshop, unpacked, wanted)
    session.commit()
    return BundleBroughtOut(game=game.id)
