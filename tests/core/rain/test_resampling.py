"""Records made of whole years drawn again."""

import numpy as np
import pytest

from lean_year.core.calendar import windows_from
from lean_year.core.errors import InputError
from lean_year.core.rain.resampling import resampled_days

STARTS = np.array([0, 365, 730, 1_096])
ENDS = np.array([365, 730, 1_096, 1_461])


def test_every_record_is_made_of_whole_years_and_as_many_of_them():
    for index, ends in resampled_days(STARTS, ENDS, records=20, seed=1):
        begin = 0
        assert ends.size == STARTS.size
        for end in ends:
            block = index[begin:end]
            row = int(np.flatnonzero(block[0] == STARTS)[0])
            assert block.tolist() == list(range(STARTS[row], ENDS[row]))
            begin = end
        assert begin == index.size


def test_over_many_records_each_year_is_drawn_as_often():
    counts = np.zeros(4)
    for index, _ in resampled_days(STARTS, ENDS, records=2_000, seed=2):
        counts += np.isin(STARTS, index) * 0 + np.array([(index == start).sum() for start in STARTS])
    assert counts / counts.sum() == pytest.approx(np.full(4, 0.25), abs=0.02)


def test_the_same_seed_draws_the_same_years():
    first, again = (next(resampled_days(STARTS, ENDS, records=1, seed=7))[0] for _ in range(2))
    assert np.array_equal(first, again)


def test_one_year_is_not_enough():
    with pytest.raises(InputError, match="at least two whole years"):
        next(resampled_days(STARTS[:1], ENDS[:1]))


def test_windows_begin_on_a_calendar_day_and_end_within_the_record():
    dates = np.arange(np.datetime64("2001-01-01"), np.datetime64("2005-01-01"))
    at = windows_from(dates, month=10, day=1, days=365)
    assert [str(dates[index]) for index in at] == ["2001-10-01", "2002-10-01", "2003-10-01"]
    leap = windows_from(dates, month=2, day=29, days=10)
    assert [str(dates[index]) for index in leap] == ["2004-02-29"]
