"""The calendar as records and uses are counted by it."""

import numpy as np

DAYS_IN_MONTH = np.array([31, 28.25, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31])
"""Mean days of each month, January first: a February of 28.25 days spreads a monthly volume evenly over leap and
common years. They add up to `lean_year.core.units.DAYS_PER_YEAR`."""
