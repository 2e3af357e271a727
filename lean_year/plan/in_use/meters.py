"""Readings of meters, of which none is less than the one before it, but where another meter began."""

from bisect import bisect_right, insort
from collections.abc import Iterable

from lean_year.core.errors import InputError
from lean_year.property.entries import Entry


class Meters:
    """The readings of each meter in the order of their days."""

    def __init__(self, readings: Iterable[Entry] = ()) -> None:
        self._of: dict[str, list[Entry]] = {}
        for entry in readings:
            self.add(entry)

    def add(self, entry: Entry) -> None:
        """Put one in its place."""
        insort(self._of.setdefault(entry.about, []), entry, key=_when)

    def check(self, entry: Entry) -> None:
        """Refuse one that is less than the last before it.

        Raises
        ------
        InputError
        """
        if "new_from_l" in entry.values:
            return
        same = self._of.get(entry.about, [])
        at = bisect_right(same, _when(entry), key=_when)
        before = same[at - 1] if at else None
        if before is not None and before.id == entry.corrects:
            before = same[at - 2] if at > 1 else None
        if before is None:
            return
        least = before.values.get("new_from_l", before.values["reading_l"])
        if entry.values["reading_l"] < least:
            raise InputError(
                "values.reading_l",
                f"must be at least {least:g}, the reading of {before.on}; for another meter say with what it began",
            )


def _when(entry: Entry) -> tuple[str, str]:
    return entry.on, entry.at
