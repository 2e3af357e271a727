"""When a load of water is ordered."""

import datetime as dt

ORDER_LEAD_DAYS = 7
"""From the order to the load, where nobody entered it. Basis: estimate. [d]"""
SPARE_DAYS = 1
"""So long before the first short day the load is there. Basis: estimate. [d]"""


def order_by(short_on: dt.date | None, lead_days: int) -> dt.date | None:
    """The last day on which a load can be ordered that is there before the water runs short.

    Parameters
    ----------
    short_on : date or None
        The first short day that is guarded against; None where there is none.
    lead_days : int
        From the order to the load. [d]

    Returns
    -------
    date or None

    Examples
    --------
    >>> order_by(dt.date(2026, 8, 20), 7)
    datetime.date(2026, 8, 12)
    """
    return None if short_on is None else short_on - dt.timedelta(days=lead_days + SPARE_DAYS)
