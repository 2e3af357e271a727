"""The log as it stands: what was corrected or taken back no longer counts, and is kept."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from lean_year.property.entries import Entry, SiteRecord

_KEPT = 16
"""Records of sites that are held, each by itself: one that has changed is another."""


@dataclass(frozen=True, slots=True)
class Kept:
    """One row of the log."""

    entry: Entry
    earlier: tuple[Entry, ...]
    """What stood in its place before, the oldest first."""
    taken_back: bool
    """Whether nothing stands in its place any more; the entry is then the one that takes it back."""


def log_rows(entries: Sequence[Entry]) -> list[Kept]:
    """Every row of a log in the order of its days; on one day as they came.

    Parameters
    ----------
    entries : sequence of Entry
        Of the log, in the order in which they came. One that corrects an entry which is not there stands by itself.
    """
    known: dict[str, str] = {}
    rows: dict[str, list[Entry]] = {}
    for entry in entries:
        root = known.get(entry.corrects or "", entry.id)
        known[entry.id] = root
        rows.setdefault(root, []).append(entry)
    kept = [Kept(each[-1], tuple(each[:-1]), each[-1].kind == "taken_back") for each in rows.values()]
    return sorted(kept, key=lambda row: (_day(row), row.entry.at or "12:00"))


def _day(row: Kept) -> str:
    """Of what was taken back its own."""
    return row.earlier[-1].on if row.taken_back and row.earlier else row.entry.on


def standing(entries: Sequence[Entry]) -> list[Entry]:
    """The entries that count, in the order of their days."""
    return [row.entry for row in log_rows(entries) if not row.taken_back]


@lru_cache(maxsize=_KEPT)
def rows_of(record: SiteRecord) -> tuple[Kept, ...]:
    """Every row of a site's log; see `log_rows`."""
    return tuple(log_rows(record.of_log))


@lru_cache(maxsize=_KEPT)
def all_that_counts(record: SiteRecord) -> tuple[Entry, ...]:
    """What a site's log and its devices say, in the order of their days.

    On a day on which somebody read the rain gauge a device's is left out; of two levels of one day that of a person
    comes last, and stands.
    """
    kept = [row.entry for row in rows_of(record) if not row.taken_back]
    read = {entry.on for entry in kept if entry.kind == "rain"}
    reported = [entry for entry in record.reported if entry.kind != "rain" or entry.on not in read]
    return tuple(sorted([*reported, *kept], key=lambda entry: entry.on))
