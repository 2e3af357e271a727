"""Weather beside the rain"""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    with op.batch_alter_table("rain_records", schema=None) as batch_op:
        batch_op.add_column(sa.Column("tmin_c", sa.LargeBinary(), nullable=True))
        batch_op.add_column(sa.Column("tmax_c", sa.LargeBinary(), nullable=True))
        batch_op.add_column(sa.Column("et0_mm", sa.LargeBinary(), nullable=True))
        batch_op.add_column(sa.Column("made_from", sa.Text(), nullable=True))


def downgrade() -> None:
    with op.batch_alter_table("rain_records", schema=None) as batch_op:
        batch_op.drop_column("made_from")
        batch_op.drop_column("et0_mm")
        batch_op.drop_column("tmax_c")
        batch_op.drop_column("tmin_c")
