"""Devices of the other supplies of a site"""

import sqlalchemy as sa
from alembic import op

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("devices", sa.Column("supply", sa.String(length=40), server_default="main", nullable=False))


def downgrade() -> None:
    op.drop_column("devices", "supply")
