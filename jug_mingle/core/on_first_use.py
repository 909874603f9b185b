"""Libraries that a start need not load: the first use of one loads it."""

from functools import cached_property
from importlib import import_module
from types import ModuleType
from typing import Any


class OnFirstUse:
    """Stands for a library until something of it is asked for."""

    def __init__(self, name: str) -> None:
        self._name = name

    @cached_property
    def _library(self) -> ModuleType:
        return import_module(self._name)

    def __getattr__(self, name: str) -> Any:
        return getattr(self._library, name)
