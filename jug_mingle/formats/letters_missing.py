"""Whether a print may lack letters that no font has: asked before it is printed, not found on paper."""

from contextvars import ContextVar

may_lack: ContextVar[bool] = ContextVar("may_lack", default=False)
"""Whether whoever prints in this context was told which letters will be missing."""
