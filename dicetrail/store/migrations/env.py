"""Alembic's entry: runs on the connection that the database module hands over."""

from alembic import context

from dicetrail.store.models import Base

connection = context.config.attributes["connection"]
context.configure(connection=connection, target_metadata=Base.metadata, render_as_batch=True)
with context.begin_transaction():
    context.run_migrations()
