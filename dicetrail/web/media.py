"""Pictures and sounds: the maker's API for them, and where players get them."""

from __future__ import annotations

import json

from fastapi import HTTPException, Response, UploadFile

from ..core.pack.media_file import LARGEST_MEDIA
from ..core.rules.files import FILES
from ..store import media
from ..store.models import Media
from .refusals import router_of
from .requests import ThePlayersSession, TheSession
from .shapes.packs import MediaOut
from .workshop import files

router = router_of("", "media")


@router.get("/api/workshop/media")
def all_media(session: TheSession) -> list[MediaOut]:
    """Every picture and sound."""
    return [_out(one) for one in media.all_media(session)]


@router.post("/api/workshop/media", status_code=201)
def bring_media(file: UploadFile, session: TheSession) -> MediaOut:
    """Bring a picture or a sound."""
    kept = files.bring(session, file.filename or "file", file.file.read(LARGEST_MEDIA + 1))
    out = _out(kept)
    session.commit()
    return out


@router.get(FILES + "{digest}", response_class=Response)
def media_file(digest: str, session: ThePlayersSession) -> Response:
    """A picture or a sound by its digest."""
    found = media.media_of(session, digest)
    if found is None:
        raise HTTPException(404, "There is no such picture or sound.")
    return Response(
        found.data,
        media_type=found.mime,
        headers={"Cache-Control": "public, max-age=31536000, immutable", "Accept-Ranges": "none"},
    )


def _out(one: Media) -> MediaOut:
    return MediaOut(id=one.id, name=one.name, mime=one.mime, file=FILES + one.digest, **json.loads(one.about))
