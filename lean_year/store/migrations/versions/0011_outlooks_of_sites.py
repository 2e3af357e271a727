"""Outlooks of sites, and what upkeep needs of a plan"""

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("properties", sa.Column("upkeep_inputs", sa.Text(), nullable=True))
    op.create_table(
        "outlooks",
        sa.Column("site_id", sa.String(length=32), nullable=False),
        sa.Column("property_id", sa.String(length=32), nullable=False),
        sa.Column("head", sa.Integer(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.Column("day", sa.Date(), nullable=False),
        sa.Column("body", sa.Text(), nullable=False),
        sa.PrimaryKeyConstraint("site_id", name=op.f("pk_outlooks")),
    )
    op.create_index(op.f("ix_device_readings_device_id_number"), "device_readings", ["device_id", "number"])


def downgrade() -> None:
    op.drop_index(op.f("ix_device_readings_device_id_number"), table_name="device_readings")
    op.drop_table("outlooks")
    op.drop_column("properties", "upkeep_inputs")
