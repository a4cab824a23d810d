"""what plays came to is kept beside them, with every answer; hand-outs say what is shown and kept of plays"""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    with op.batch_alter_table("plays") as plays:
        plays.add_column(sa.Column("result", sa.String(20), nullable=False, server_default=""))
        plays.add_column(sa.Column("award", sa.String(200), nullable=False, server_default=""))
        plays.add_column(sa.Column("right", sa.Integer, nullable=False, server_default="0"))
        plays.add_column(sa.Column("asked", sa.Integer, nullable=False, server_default="0"))
        plays.add_column(sa.Column("score", sa.Float))
        plays.add_column(sa.Column("seconds", sa.Float, nullable=False, server_default="0"))
        plays.add_column(sa.Column("left", sa.Boolean, nullable=False, server_default="0"))
        plays.add_column(sa.Column("answers", sa.Text, nullable=False, server_default=""))
    with op.batch_alter_table("handouts") as handouts:
        handouts.add_column(sa.Column("best", sa.Boolean, nullable=False, server_default="0"))
        handouts.add_column(sa.Column("keep_days", sa.Integer))
        handouts.add_column(sa.Column("made_up", sa.Boolean, nullable=False, server_default="0"))
