"""which revision a game's revision was made from"""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("game_revisions", sa.Column("parent", sa.Integer(), nullable=False, server_default="0"))
    op.execute("UPDATE game_revisions SET parent = number - 1")
