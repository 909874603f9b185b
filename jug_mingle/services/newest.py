"""The newest results of costly work, by what they were made of: made once, and nobody who asks for another
waits.

Every cache of the services is one of these: so many results, one owner of the lock. What the core keeps is of
a few names or has a `maxsize`; docs/decisions/0038 lists all of them, and a test holds the list.
"""

from collections.abc import Callable, Hashable, Iterator
from contextlib import contextmanager
from threading import Lock
from typing import Generic, TypeVar
from weakref import WeakKeyDictionary

from cachetools import LRUCache

Key = TypeVar("Key", bound=Hashable)
Value = TypeVar("Value")
Owner = TypeVar("Owner", bound=Hashable)


class Newest(Generic[Key, Value]):
    """A few results; the one asked for longest ago goes first. Any number of threads may ask."""

    def __init__(self, most: int) -> None:
        self._kept: LRUCache[Key, Value] = LRUCache(most)
        self._making: dict[Key, tuple[Lock, int]] = {}
        self._lock = Lock()

    def get(self, key: Key, make: Callable[[], Value]) -> Value:
        """Return the result for a key, made now where none is kept; an error of `make` is raised, nothing
        kept.

        Whoever asks for it while it is being made waits for that one, and has it also where others push it
        out at once.
        """
        with self._lock:
            if key in self._kept:
                return self._kept[key]
        with self._being_made(key):
            with self._lock:
                if key in self._kept:
                    return self._kept[key]
            value = make()
            self.put(key, value)
            return value

    def put(self, key: Key, value: Value) -> None:
        """Keep a result in place of that which is kept for its key."""
        with self._lock:
            self._kept[key] = value

    @contextmanager
    def _being_made(self, key: Key) -> Iterator[None]:
        """One thread at a time makes the result of a key; of a key that nobody makes nothing is kept."""
        with self._lock:
            lock, waiting = self._making.get(key, (Lock(), 0))
            self._making[key] = (lock, waiting + 1)
        try:
            with lock:
                yield
        finally:
            with self._lock:
                lock, waiting = self._making.pop(key)
                if waiting > 1:
                    self._making[key] = (lock, waiting - 1)


class NewestOf(Generic[Owner, Key, Value]):
    """A few results for each owner, such as a fit, kept as long as the owner is in use."""

    def __init__(self, most: int) -> None:
        self._of: WeakKeyDictionary[Owner, Newest[Key, Value]] = WeakKeyDictionary()
        self._lock = Lock()
        self._most = most

    def get(self, owner: Owner, key: Key, make: Callable[[], Value]) -> Value:
        """Return the result for a key of an owner, made now where none is kept."""
        with self._lock:
            kept = self._of.setdefault(owner, Newest(self._most))
        return kept.get(key, make)
