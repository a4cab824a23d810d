"""hand-outs: versions of a game under links of their own, and which of them a play is of"""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "handouts",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("game_id", sa.Integer, sa.ForeignKey("games.id"), nullable=False, index=True),
        sa.Column("link", sa.String(60), nullable=False, unique=True),
        sa.Column("name", sa.String(200), nullable=False),
        sa.Column("note", sa.Text, nullable=False),
        sa.Column("opens", sa.DateTime),
        sa.Column("closes", sa.DateTime),
        sa.Column("closed", sa.Boolean, nullable=False),
        sa.Column("asks_name", sa.Boolean, nullable=False),
        sa.Column("dice", sa.BigInteger),
        sa.Column("plays_each", sa.Integer),
        sa.Column("listed", sa.Boolean, nullable=False),
        sa.Column("version", sa.Integer, nullable=False),
        sa.Column("made", sa.DateTime, nullable=False),
    )
    op.create_table(
        "handout_versions",
        sa.Column("handout_id", sa.Integer, sa.ForeignKey("handouts.id"), primary_key=True),
        sa.Column("number", sa.Integer, primary_key=True),
        sa.Column("digest", sa.String(64), sa.ForeignKey("compiled_games.digest"), nullable=False),
        sa.Column("revision", sa.Integer, nullable=False),
        sa.Column("at", sa.DateTime, nullable=False),
    )
    with op.batch_alter_table("plays") as plays:
        plays.add_column(sa.Column("handout_id", sa.Integer))
        plays.add_column(sa.Column("version", sa.Integer))
        plays.add_column(sa.Column("visitor", sa.String(32), nullable=False, server_default=""))
    op.create_index("ix_plays_handout_id", "plays", ["handout_id"])
