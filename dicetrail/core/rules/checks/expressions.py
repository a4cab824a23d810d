"""Checks of every expression and text of a game: that it can be read, and names only what is known."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from difflib import get_close_matches

from ...play.language.expressions import ExpressionError
from ..document import ConsequencePart, Document
from ..editing import Edit
from ..known import known_in
from ..numbering import every_row
from ..sites import sites_of
from .found import Found, Mend, Path, Written, put


def expressions(game: Written) -> Iterator[Found]:
    """Every expression and text, and the meters that rows change."""
    document = game.document
    known = known_in(document)
    for site in sites_of(document):
        if site.sort in known.by_sort:
            try:
                known.check(site.source, site.sort)
            except ExpressionError as error:
                yield _mistake(error, site.path)
    changes = [(pairs, (*path, key)) for _, path, row in every_row(document) for key, pairs in _changed(row)]
    changes += [(one.add, ("helps", place, "add")) for place, one in enumerate(document.helps)]
    for pairs, path in changes:
        for name in pairs:
            if name not in document.meters:
                yield _unknown_meter(document, pairs, (*path, name))


def _changed(row: ConsequencePart) -> Iterator[tuple[str, dict[str, str]]]:
    """The meters that a row changes, by how."""
    yield "add", row.add
    yield "set", row.set


def _unknown_meter(document: Document, pairs: Collection[str], path: tuple[str | int, ...]) -> Found:
    name = str(path[-1])
    near = get_close_matches(name, document.meters, n=1)
    hint = f"Did you mean `{near[0]}`?" if near else "Add it to the meters."
    mend = put(f"Add the meter {name}", ("meters", name), {"start": 0})
    if near and near[0] not in pairs:
        mend = Mend(f"Write {near[0]}", (Edit(do="rename", path=list(path), value=near[0]),))
    return Found("unknown-meter", "stop", f"There is no meter `{name}`. {hint}", path, mend=mend)


def _mistake(error: ExpressionError, path: Path) -> Found:
    said = str(error)
    return Found("expression", "stop", said if said[-1] in ".?" else f"{said}.", path, error.column)
