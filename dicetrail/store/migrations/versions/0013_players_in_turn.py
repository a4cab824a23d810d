"""several players may make one play, in turn"""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("plays", sa.Column("players", sa.JSON, nullable=False, server_default="[]"))
    op.add_column("plays", sa.Column("seats", sa.Text, nullable=False, server_default=""))
