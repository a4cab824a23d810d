"""texts are told: `say` became `tell` in games, in what was compiled of them, and in what waymarks expect"""

import json
import re
from collections.abc import Callable

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None

_KEY = re.compile(r"(?m)(^[ \t]*(?:- )?|[{,][ \t]*)say(?=[ \t]*:(?:[ \t]|$))")
"""`say` as a key: at the begin of a line, or after a brace or a comma."""
_QUOTED = re.compile(r""""(?:[^"\\]|\\.)*"|'(?:[^']|'')*'""")


def upgrade() -> None:
    bind = op.get_bind()
    for table, keys in (("games", ["id"]), ("game_revisions", ["game_id", "number"])):
        _change(bind, table, keys, "text", with_tell)
    _change(bind, "compiled_games", ["digest"], "data", _compiled)


def _change(
    bind: sa.Connection, table: str, keys: list[str], column: str, change: Callable[[str], str]
) -> None:
    named = sa.table(table, *map(sa.column, [*keys, column]))
    for row in bind.execute(sa.select(named)).mappings().all():
        changed = change(row[column])
        if changed != row[column]:
            found = sa.and_(*(named.c[key] == row[key] for key in keys))
            bind.execute(sa.update(named).where(found).values({column: changed}))


def with_tell(text: str) -> str:
    """A game's text with `tell` for the key `say`; what stands in quotes stays."""
    quoted = [match.span() for match in _QUOTED.finditer(text)]

    def told(match: re.Match[str]) -> str:
        inside = any(begin < match.end(1) < end for begin, end in quoted)
        return match[0] if inside else f"{match[1]}tell"

    return _KEY.sub(told, text)


def _compiled(data: str) -> str:
    """The digest of a compiled game is only its name: it stays."""
    game = json.loads(data)
    for part in ("consequences", "endings", "awards"):
        for row in game.get(part, ()):
            if "say" in row:
                row["tell"] = row.pop("say")
    return json.dumps(game, ensure_ascii=False, sort_keys=True)
