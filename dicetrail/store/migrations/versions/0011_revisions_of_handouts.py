"""the settings of a hand-out have revisions, so that old ones overwrite no later ones"""

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("handouts", sa.Column("revision", sa.Integer, nullable=False, server_default="1"))
