"""Tables: packs that questions of other packs are made from."""

from __future__ import annotations

from collections.abc import Callable

from sqlalchemy.orm import Session

from ...core.pack.data import Data
from ...core.pack.formats.base import Contents
from ...core.pack.reader import data_of
from ...core.snag import Refused
from ...store import packs
from ...store.standing import Version, standing
from .settings import read_settings


def short(name: str) -> str:
    """The name of a pack without its folder."""
    return name.rsplit("/", 1)[-1]


class Tables:
    """Finds the tables that one pack names, and keeps which they were.

    ``used`` is the state of each table that was asked for, by the name of its pack; None where there was
    none.
    """

    def __init__(self, session: Callable[[], Session]) -> None:
        self._session = session
        self.used: dict[str, Version | None] = {}

    def __call__(self, name: str) -> Data:
        """The table on the shelf whose file is called ``name``. Raises Refused where there is none."""
        with self._session() as session:
            for known in (name, "packs/" + short(name)):
                pack = packs.pack_named(session, known)
                self.used[known] = standing(session).version(known)
                if pack is not None:
                    contents = Contents(packs.text_of(session, pack), pack.encoding)
                    settings = read_settings(packs.settings_of(session, pack))
                    return data_of(pack.name, contents, settings)
        raise Refused(f"There is no table {name} on the shelf. Bring the file that holds it.")
