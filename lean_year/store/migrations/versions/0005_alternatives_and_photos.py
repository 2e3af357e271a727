"""Alternatives of a site, its photos and their pictures"""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("properties", sa.Column("site_id", sa.String(length=32), server_default="", nullable=False))
    op.add_column("properties", sa.Column("alternative", sa.String(length=80), server_default="A", nullable=False))
    op.add_column("properties", sa.Column("standing", sa.String(length=10), server_default="main", nullable=False))
    op.execute("UPDATE properties SET site_id = id")
    op.create_index(op.f("ix_properties_site_id"), "properties", ["site_id"])
    op.create_table(
        "pictures",
        sa.Column("sha256", sa.String(length=64), nullable=False),
        sa.Column("size_bytes", sa.Integer(), nullable=False),
        sa.Column("jpeg", sa.LargeBinary(), nullable=False),
        sa.PrimaryKeyConstraint("sha256", name=op.f("pk_pictures")),
    )
    op.create_table(
        "photos",
        sa.Column("site_id", sa.String(length=32), nullable=False),
        sa.Column("key", sa.String(length=40), nullable=False),
        sa.Column("sha256", sa.String(length=64), nullable=False),
        sa.ForeignKeyConstraint(["sha256"], ["pictures.sha256"], name=op.f("fk_photos_sha256_pictures")),
        sa.PrimaryKeyConstraint("site_id", "key", name=op.f("pk_photos")),
    )
    op.create_index(op.f("ix_photos_sha256"), "photos", ["sha256"])


def downgrade() -> None:
    op.drop_table("photos")
    op.drop_table("pictures")
    op.drop_index(op.f("ix_properties_site_id"), "properties")
    for column in ("site_id", "alternative", "standing"):
        op.drop_column("properties", column)
