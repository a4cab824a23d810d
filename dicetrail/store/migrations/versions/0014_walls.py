"""hand-outs have walls, and may begin for all at once"""

import sqlalchemy as sa
from alembic import op

revision = "0014"
down_revision = "0013"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("handouts", sa.Column("wall", sa.String(10), nullable=False, server_default="names"))
    op.add_column("handouts", sa.Column("together", sa.Boolean, nullable=False, server_default="0"))
    op.add_column("handouts", sa.Column("begun", sa.DateTime))
    op.add_column("plays", sa.Column("hidden", sa.Boolean, nullable=False, server_default="0"))
