"""compiled games are kept pressed together (zlib): those of large packs were tens of megabytes"""

import zlib

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    bind = op.get_bind()
    games = sa.table("compiled_games", sa.column("digest", sa.String), sa.column("data", sa.LargeBinary))
    for digest in bind.execute(sa.select(games.c.digest)).scalars().all():
        text = bind.execute(
            sa.select(sa.cast(games.c.data, sa.Text)).where(games.c.digest == digest)
        ).scalar_one()
        bind.execute(games.update().where(games.c.digest == digest).values(data=zlib.compress(text.encode())))
