"""Photos and their pictures"""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "pictures",
        sa.Column("sha256", sa.String(length=64), nullable=False),
        sa.Column("size_bytes", sa.Integer(), nullable=False),
        sa.Column("jpeg", sa.LargeBinary(), nullable=False),
        sa.PrimaryKeyConstraint("sha256", name=op.f("pk_pictures")),
    )
    op.create_table(
        "photos",
        sa.Column("property_id", sa.String(length=32), nullable=False),
        sa.Column("key", sa.String(length=40), nullable=False),
        sa.Column("sha256", sa.String(length=64), nullable=False),
        sa.ForeignKeyConstraint(
            ["property_id"], ["properties.id"], name=op.f("fk_photos_property_id_properties"), ondelete="CASCADE"
        ),
        sa.ForeignKeyConstraint(["sha256"], ["pictures.sha256"], name=op.f("fk_photos_sha256_pictures")),
        sa.PrimaryKeyConstraint("property_id", "key", name=op.f("pk_photos")),
    )
    op.create_index(op.f("ix_photos_sha256"), "photos", ["sha256"])


def downgrade() -> None:
    op.drop_table("photos")
    op.drop_table("pictures")
