"""Verdicts and names of revisions"""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("revisions", sa.Column("verdict", sa.Text(), server_default="", nullable=False))
    op.create_table(
        "revision_names",
        sa.Column("property_id", sa.String(length=32), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.ForeignKeyConstraint(
            ["property_id", "number"],
            ["revisions.property_id", "revisions.number"],
            name=op.f("fk_revision_names_property_id_number"),
            ondelete="CASCADE",
        ),
        sa.PrimaryKeyConstraint("property_id", "number", name=op.f("pk_revision_names")),
    )


def downgrade() -> None:
    op.drop_table("revision_names")
    op.drop_column("revisions", "verdict")
