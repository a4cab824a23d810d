"""what a search found of a game is kept: a workshop that starts again need not search for it anew"""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "reaches",
        sa.Column("game_id", sa.Integer, sa.ForeignKey("games.id"), primary_key=True),
        sa.Column("state", sa.String(64), nullable=False),
        sa.Column("found", sa.Text, nullable=False),
    )
