"""what a revision of a pack was before another is kept as what is otherwise in it"""

import sqlalchemy as sa
from alembic import op

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None


def upgrade() -> None:
    for name in ("of", "start", "stop"):
        op.add_column("pack_revisions", sa.Column(name, sa.Integer, nullable=False, server_default="0"))
