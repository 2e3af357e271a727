"""The firm's price book"""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "price_book",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("terms", sa.Text(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_price_book")),
    )
    op.create_table(
        "price_lines",
        sa.Column("key", sa.String(length=120), nullable=False),
        sa.Column("currency", sa.String(length=4), nullable=False),
        sa.Column("name", sa.String(length=300), nullable=False),
        sa.Column("unit", sa.String(length=12), nullable=False),
        sa.Column("length_m", sa.Double(), nullable=True),
        sa.Column("price", sa.Double(), nullable=False),
        sa.Column("supplier", sa.String(length=80), nullable=False),
        sa.Column("dated", sa.String(length=10), nullable=True),
        sa.PrimaryKeyConstraint("key", "currency", name=op.f("pk_price_lines")),
    )


def downgrade() -> None:
    op.drop_table("price_lines")
    op.drop_table("price_book")
