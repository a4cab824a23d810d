"""The header: the line that names the columns of a file, where one does."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from .records import Record
from .roles import Role, repeated, roles_of_header, roles_of_names
from .settings import Settings
from .shape import Note


@dataclass(frozen=True, slots=True)
class Header:
    """The roles that a header gives (None: nothing is known of them), the names in it, and its line (-1 where
    there is none). ``guessed`` tells that the roles are partly a guess."""

    roles: tuple[Role, ...] | None = None
    heads: tuple[str, ...] = ()
    line: int = -1
    guessed: bool = False

    def note(self, roles: Sequence[Role]) -> Note:
        """What is told of it, the columns having these roles."""
        named = ", ".join(dict.fromkeys(role for role in roles if role != "unused"))
        if not self.guessed:
            return Note("header", "note", f"This line is a header, not a question; it names {named}.")
        columns = dict(zip(roles, self.heads, strict=False))
        taken = " and ".join(
            f"‘{columns[role]}’ as the {role}" for role in ("prompt", "answer") if role in columns
        )
        return Note(
            "header",
            "note",
            f"This line seems to name the columns; {taken or 'none'} was taken. Change the columns' roles if"
            " something else was meant.",
        )


def header_of(filled: Sequence[Record], settings: Settings, *, table: bool) -> Header:
    """The header of the records that hold anything. In what is no ``table`` the names always stand first."""
    if not filled or settings.header is False:
        return Header()
    first, line = tuple(cell.strip() for cell in filled[0].cells), filled[0].line
    roles = roles_of_header(first)
    if roles is not None:
        return Header(roles, first, line)
    guess = roles_of_names(first, [record.cells for record in filled[1:51]])
    if guess is None and (settings.header or not table):
        shape: tuple[Role, ...] = ("prompt", "answer")
        guess = (shape + repeated("unused", len(first) - 2))[: len(first)]
    return Header() if guess is None else Header(guess, first, line, guessed=True)
