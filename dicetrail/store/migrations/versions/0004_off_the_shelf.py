"""packs and games that were taken off the shelf"""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("packs", sa.Column("off_since", sa.DateTime()))
    op.add_column("games", sa.Column("off_since", sa.DateTime()))
