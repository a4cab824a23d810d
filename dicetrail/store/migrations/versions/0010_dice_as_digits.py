"""dice are kept as their digits: those of players are larger than whole numbers here"""

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None


def upgrade() -> None:
    for table, empty in (("plays", False), ("games", False), ("handouts", True)):
        kept = sa.Column("digits", sa.String(40), nullable=empty, server_default=None if empty else "0")
        op.add_column(table, kept)
        op.execute(f"UPDATE {table} SET digits = CAST(dice AS TEXT)")
        op.execute(f"ALTER TABLE {table} DROP COLUMN dice")
        op.execute(f"ALTER TABLE {table} RENAME COLUMN digits TO dice")
