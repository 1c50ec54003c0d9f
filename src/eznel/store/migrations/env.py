"""Run by Alembic, on the connection that `database.migrate` hands over."""

from alembic import context

from eznel.store.tables import Base

context.configure(
    connection=context.config.attributes["connection"],
    target_metadata=Base.metadata,
    compare_type=True,
    transaction_per_migration=True,
)
with context.begin_transaction():
    context.run_migrations()
