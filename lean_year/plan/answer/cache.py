"""Results kept from one plan to the next, by all that they depend on.

An edit changes a few values of a document; what does not depend on them need not be worked out again.
"""

from collections.abc import Callable, Hashable
from threading import Lock
from typing import Generic, TypeVar

from cachetools import LRUCache

Result = TypeVar("Result")


class Same:
    """Stands in a key for something that has no value to compare by: equal only to itself."""

    __slots__ = ("it",)

    def __init__(self, it: object) -> None:
        self.it = it  # held, so that nothing else can take its place in memory

    def __hash__(self) -> int:
        return id(self.it)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Same) and self.it is other.it


class Kept(Generic[Result]):
    """The last results of one computation. Nobody may change a result that is kept."""

    def __init__(self, maxsize: int) -> None:
        self._results: LRUCache[Hashable, Result] = LRUCache(maxsize)
        self._lock = Lock()

    def get(self, key: Hashable, make: Callable[[], Result]) -> Result:
        """The result kept under a key, made now if there is none."""
        with self._lock:
            known = self._results.get(key)
        if known is None:
            known = make()
            with self._lock:
                self._results[key] = known
        return known
