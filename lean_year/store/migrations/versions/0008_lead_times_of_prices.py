"""Lead times of prices"""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("price_lines", sa.Column("lead_days", sa.Integer(), nullable=True))


def downgrade() -> None:
    op.drop_column("price_lines", "lead_days")
