"""People, their sign-ins, links for owners, and who made a revision"""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.add_column("revisions", sa.Column("made_by", sa.String(length=80), server_default="", nullable=False))
    op.create_table(
        "people",
        sa.Column("id", sa.String(length=32), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("folded_name", sa.String(length=240), nullable=False),
        sa.Column("role", sa.String(length=10), nullable=False),
        sa.Column("password_hash", sa.String(length=200), nullable=False),
        sa.Column("made_at", sa.DateTime(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_people")),
        sa.UniqueConstraint("folded_name", name=op.f("uq_people_folded_name")),
    )
    op.create_table(
        "owner_links",
        sa.Column("id", sa.String(length=32), nullable=False),
        sa.Column("property_id", sa.String(length=32), nullable=False),
        sa.Column("token_hash", sa.String(length=64), nullable=False),
        sa.Column("given_to", sa.String(length=80), nullable=False),
        sa.Column("made_by", sa.String(length=80), nullable=False),
        sa.Column("made_at", sa.DateTime(), nullable=False),
        sa.ForeignKeyConstraint(
            ["property_id"],
            ["properties.id"],
            name=op.f("fk_owner_links_property_id_properties"),
            ondelete="CASCADE",
        ),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_owner_links")),
        sa.UniqueConstraint("token_hash", name=op.f("uq_owner_links_token_hash")),
    )
    op.create_index(op.f("ix_owner_links_property_id"), "owner_links", ["property_id"])
    op.create_table(
        "sign_ins",
        sa.Column("token_hash", sa.String(length=64), nullable=False),
        sa.Column("person_id", sa.String(length=32), nullable=True),
        sa.Column("link_id", sa.String(length=32), nullable=True),
        sa.Column("seen_on", sa.Date(), nullable=False),
        sa.ForeignKeyConstraint(
            ["person_id"], ["people.id"], name=op.f("fk_sign_ins_person_id_people"), ondelete="CASCADE"
        ),
        sa.ForeignKeyConstraint(
            ["link_id"], ["owner_links.id"], name=op.f("fk_sign_ins_link_id_owner_links"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("token_hash", name=op.f("pk_sign_ins")),
    )
    op.create_index(op.f("ix_sign_ins_person_id"), "sign_ins", ["person_id"])
    op.create_index(op.f("ix_sign_ins_link_id"), "sign_ins", ["link_id"])


def downgrade() -> None:
    for table in ("sign_ins", "owner_links", "people"):
        op.drop_table(table)
    op.drop_column("revisions", "made_by")
