"""media, and how packs are read"""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "media",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=200), nullable=False),
        sa.Column("digest", sa.String(length=64), nullable=False),
        sa.Column("mime", sa.String(length=40), nullable=False),
        sa.Column("about", sa.Text(), nullable=False),
        sa.Column("data", sa.LargeBinary(), nullable=False),
        sa.PrimaryKeyConstraint("id"),
        sa.UniqueConstraint("name"),
    )
    op.create_index("ix_media_digest", "media", ["digest"])
    op.add_column("packs", sa.Column("read_as", sa.Text(), nullable=False, server_default="{}"))
    op.add_column("pack_revisions", sa.Column("settings", sa.Text(), nullable=False, server_default="{}"))
