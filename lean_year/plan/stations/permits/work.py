"""Which permits and trades the work waits for."""

import datetime as dt

from lean_year.core.build.asked import PermitAwaited, Work
from lean_year.plan.answer.cache import cached
from lean_year.plan.stations.permits.asked import KNOWN_PERMITS, reasons
from lean_year.property.build import FIRST_YEAR, LAST_YEAR
from lean_year.property.document import Property
from lean_year.property.permits import Permit

MOST_LEAD_YEARS = 10
"""The longest that can be entered."""


def permit_work(document: Property) -> Work:
    """Those that the design asks for and that are not granted, with the day on which they may come."""
    asked = dict(reasons(document))
    return _work(
        tuple(
            PermitAwaited(key, known.asks, _may_come(document.permits.get(key)))
            for key, known in KNOWN_PERMITS.items()
            if key in asked and not _settled(document.permits.get(key))
        )
    )


@cached(16)
def _work(permits: tuple[PermitAwaited, ...]) -> Work:
    """The same object where nothing of it has changed."""
    return Work(permits=permits)


def _settled(permit: Permit | None) -> bool:
    return permit is not None and permit.status in ("granted", "not_needed")


def _may_come(permit: Permit | None) -> dt.date | None:
    if permit is None or permit.asked_on is None or permit.lead_time_days is None:
        return None
    asked_on = dt.date.fromisoformat(permit.asked_on)
    if not FIRST_YEAR <= asked_on.year <= LAST_YEAR - MOST_LEAD_YEARS:
        return None
    return asked_on + dt.timedelta(days=permit.lead_time_days)
