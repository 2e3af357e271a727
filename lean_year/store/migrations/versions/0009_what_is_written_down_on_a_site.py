"""What is written down on a site"""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "entries",
        sa.Column("number", sa.Integer(), autoincrement=True, nullable=False),
        sa.Column("site_id", sa.String(length=32), nullable=False),
        sa.Column("id", sa.String(length=40), nullable=False),
        sa.Column("kind", sa.String(length=20), nullable=False),
        sa.Column("about", sa.String(length=120), nullable=False),
        sa.Column("on", sa.Date(), nullable=False),
        sa.Column("body", sa.Text(), nullable=False),
        sa.Column("written_by", sa.String(length=80), nullable=False),
        sa.Column("written_at", sa.DateTime(), nullable=False),
        sa.PrimaryKeyConstraint("number", name=op.f("pk_entries")),
        sa.UniqueConstraint("site_id", "id", name=op.f("uq_entries_site_id_id")),
    )
    op.create_index(op.f("ix_entries_site_id_number"), "entries", ["site_id", "number"])
    # What was written down stands, whatever the application does; it goes with its property alone.
    op.execute(
        "CREATE TRIGGER entries_stand BEFORE UPDATE ON entries "
        "BEGIN SELECT RAISE(ABORT, 'an entry never changes'); END"
    )
    op.execute(
        "CREATE TRIGGER entries_stay BEFORE DELETE ON entries "
        "WHEN EXISTS (SELECT 1 FROM properties WHERE properties.site_id = OLD.site_id) "
        "BEGIN SELECT RAISE(ABORT, 'an entry is never taken out'); END"
    )


def downgrade() -> None:
    op.drop_table("entries")
