"""Devices and their readings"""

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "devices",
        sa.Column("id", sa.String(length=32), nullable=False),
        sa.Column("site_id", sa.String(length=32), nullable=False),
        sa.Column("kind", sa.String(length=10), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("about", sa.String(length=40), nullable=False),
        sa.Column("token_hash", sa.String(length=64), nullable=False),
        sa.Column("made_by", sa.String(length=80), nullable=False),
        sa.Column("made_at", sa.DateTime(), nullable=False),
        sa.Column("withdrawn_at", sa.DateTime(), nullable=True),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_devices")),
        sa.UniqueConstraint("token_hash", name=op.f("uq_devices_token_hash")),
    )
    op.create_index(op.f("ix_devices_site_id"), "devices", ["site_id"])
    op.create_table(
        "device_readings",
        sa.Column("number", sa.Integer(), autoincrement=True, nullable=False),
        sa.Column("device_id", sa.String(length=32), nullable=False),
        sa.Column("at", sa.DateTime(), nullable=False),
        sa.Column("day", sa.Date(), nullable=False),
        sa.Column("quantity", sa.String(length=20), nullable=False),
        sa.Column("value", sa.Double(), nullable=False),
        sa.Column("came", sa.DateTime(), nullable=False),
        sa.ForeignKeyConstraint(
            ["device_id"], ["devices.id"], name=op.f("fk_device_readings_device_id_devices"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("number", name=op.f("pk_device_readings")),
        sa.UniqueConstraint("device_id", "at", name=op.f("uq_device_readings_device_id_at")),
    )
    op.create_index(op.f("ix_device_readings_device_id_day"), "device_readings", ["device_id", "day"])


def downgrade() -> None:
    op.drop_table("device_readings")
    op.drop_table("devices")
