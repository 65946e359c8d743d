"""Alembic environment: the engine is handed in by ``store.database``."""

from alembic import context

from ergostrut.store.models import Base

connection = context.config.attributes["connection"]
context.configure(connection=connection, target_metadata=Base.metadata, render_as_batch=True)
with context.begin_transaction():
    context.run_migrations()
