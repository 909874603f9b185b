"""The newest results of costly work, by what they were made of: made once, and nobody who asks for another
waits."""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

Key = TypeVar("Key", bound=Hashable)
Value = TypeVar("Value")


class Newest(Generic[Key, Value]):
    """A few results; the one asked for longest ago goes first. Any number of threads may ask."""

    def __init__(self, most: int) -> None:
        self._kept: OrderedDict[Key, Value] = OrderedDict()
        self._making: dict[Key, Lock] = {}
        self._lock = Lock()
        self._most = most

    def get(self, key: Key, make: Callable[[], Value]) -> Value:
        """Return the result for a key, made now where none is kept; an error of `make` is raised, nothing
        kept."""
        with self._lock:
            making = self._making.setdefault(key, Lock())
        with making:
            with self._lock:
                kept = key in self._kept
            if not kept:
                self.put(key, make())
            with self._lock:
                self._kept.move_to_end(key)
                return self._kept[key]

    def put(self, key: Key, value: Value) -> None:
        """Keep a result in place of that which is kept for its key."""
        with self._lock:
            self._kept[key] = value
            self._kept.move_to_end(key)
            while len(self._kept) > self._most:
                self._making.pop(self._kept.popitem(last=False)[0], None)
