"""Whether whoever asks may change anything: the last door, which a new route cannot forget."""

from contextvars import ContextVar

may_change: ContextVar[bool] = ContextVar("may_change", default=True)
"""Whether the request in this context may write; no transaction is begun for one that may not."""
