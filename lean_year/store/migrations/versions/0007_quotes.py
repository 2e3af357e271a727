"""Quotes and change orders"""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None

KEPT = (
    "id", "site_id", "property_id", "number", "part", "revision", "name", "alternative", "paper", "dated", "valid_until",
    "note", "currency", "total", "made_by", "made_at", "frozen", "sheet", "pdf",
)


def upgrade() -> None:
    op.create_table(
        "quotes",
        sa.Column("id", sa.String(length=32), nullable=False),
        sa.Column("site_id", sa.String(length=32), nullable=False),
        sa.Column("property_id", sa.String(length=32), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("part", sa.Integer(), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("alternative", sa.String(length=80), nullable=False),
        sa.Column("paper", sa.String(length=8), nullable=False),
        sa.Column("dated", sa.Date(), nullable=False),
        sa.Column("valid_until", sa.Date(), nullable=False),
        sa.Column("note", sa.Text(), nullable=False),
        sa.Column("currency", sa.String(length=4), nullable=False),
        sa.Column("total", sa.Double(), nullable=False),
        sa.Column("made_by", sa.String(length=80), nullable=False),
        sa.Column("made_at", sa.DateTime(), nullable=False),
        sa.Column("standing", sa.String(length=10), nullable=False),
        sa.Column("answered_by", sa.String(length=80), nullable=False),
        sa.Column("answered_at", sa.DateTime(), nullable=True),
        sa.Column("frozen", sa.LargeBinary(), nullable=False),
        sa.Column("sheet", sa.LargeBinary(), nullable=False),
        sa.Column("pdf", sa.LargeBinary(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_quotes")),
        sa.UniqueConstraint("number", "part", name=op.f("uq_quotes_number_part")),
    )
    op.create_index(op.f("ix_quotes_site_id"), "quotes", ["site_id"])
    # What was offered stands for ever, and what was accepted is not taken back, whatever the application does.
    op.execute(
        f"CREATE TRIGGER quotes_stand BEFORE UPDATE OF {', '.join(KEPT)} ON quotes "
        "BEGIN SELECT RAISE(ABORT, 'a quote never changes'); END"
    )
    op.execute(
        "CREATE TRIGGER accepted_stands BEFORE UPDATE ON quotes WHEN OLD.standing = 'accepted' "
        "BEGIN SELECT RAISE(ABORT, 'an accepted quote never changes'); END"
    )


def downgrade() -> None:
    op.drop_table("quotes")
