"""Alembic's environment: migrates the engine that the application opened."""

from alembic import context

from lean_year.store.tables import Base

engine = context.config.attributes["engine"]
with engine.execution_options(writes=True).connect() as connection:
    context.configure(connection=connection, target_metadata=Base.metadata, render_as_batch=True)
    with context.begin_transaction():
        context.run_migrations()
    connection.commit()
