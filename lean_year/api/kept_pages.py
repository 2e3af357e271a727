"""Pages of a sheet as pictures, kept while somebody looks at them."""

from collections.abc import Callable, Hashable
from threading import Lock

from cachetools import LRUCache

from lean_year.core.errors import InputError

KEPT = 4
"""Sheets at once."""


class KeptPages:
    """The last few sheets that were looked at, by whatever says that one is still the same."""

    def __init__(self) -> None:
        self._pages: LRUCache[Hashable, list[bytes]] = LRUCache(maxsize=KEPT)
        self._lock = Lock()

    def of(self, key: Hashable, draw: Callable[[], list[bytes]]) -> list[bytes]:
        """Those that are kept, or drawn now."""
        with self._lock:
            known = self._pages.get(key)
        if known is None:
            known = draw()
            with self._lock:
                self._pages[key] = known
        return known


def page(pages: list[bytes], number: int) -> bytes:
    """One of them, counted from 1.

    Raises
    ------
    InputError
        If there are fewer.
    """
    if number > len(pages):
        raise InputError("number", f"must be at most {len(pages)}, the last page")
    return pages[number - 1]
