"""Alembic's entry: runs migrations on the connection that the program hands over."""

from alembic import context

from jug_mingle.store.models import Row

context.configure(
    connection=context.config.attributes["connection"],
    target_metadata=Row.metadata,
    render_as_batch=True,
    transactional_ddl=True,
    user_module_prefix="models.",
)
with context.begin_transaction():
    context.run_migrations()
