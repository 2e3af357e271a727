"""The firm's shelf"""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "shelf_articles",
        sa.Column("kind", sa.String(length=12), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("article", sa.Text(), nullable=False),
        sa.PrimaryKeyConstraint("kind", "name", name="pk_shelf_articles"),
    )


def downgrade() -> None:
    op.drop_table("shelf_articles")
