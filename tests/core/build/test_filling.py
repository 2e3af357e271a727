"""Days on which a store is filled: against numpy's own Weibull quantile, and a season's need against a plain loop."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.build.filling import dry_months, season_need_l
from lean_year.core.cistern.traces import first_reached, weibull_day
from lean_year.core.errors import InputError


@pytest.mark.reference
@given(st.lists(st.integers(1, 366), min_size=1, max_size=60), st.floats(0, 1))
def test_the_quantile_is_that_of_numpys_weibull_method(days, share):
    assert weibull_day(days, share) == pytest.approx(float(np.quantile(days, share, method="weibull")))


def test_a_trace_that_never_gets_there_is_later_than_all():
    """Of nine traces the ninth decile lies on the ninth, of ten between the ninth and the tenth."""
    nine = [*range(10, 90, 10), 0]
    assert weibull_day(nine, 0.9) is None
    assert weibull_day(nine, 0.8) == 80.0
    assert weibull_day(nine, 0.85) is None
    assert weibull_day([0, 0], 0.1) is None
    assert weibull_day([], 0.5) is None


def test_a_share_is_a_share():
    with pytest.raises(InputError):
        weibull_day([1], 1.2)


def test_the_first_evening_counts_and_what_is_lost_again_does_not_matter():
    levels = np.array([[5.0, 6.0, 2.0], [0.0, 0.0, 0.0], [1.0, 5.0, 9.0]])
    assert first_reached(levels, 5.0).tolist() == [1, 0, 2]


def test_a_dry_season_goes_round_new_year():
    inflow = np.array([1.0, 1.0, 9, 9, 9, 9, 9, 9, 9, 9, 1.0, 1.0])
    assert dry_months(inflow, np.full(12, 5.0)) == [11, 12, 1, 2]
    assert dry_months(inflow, np.full(12, 0.5)) == []
    assert dry_months(inflow, np.full(12, 50.0)) == []


@given(st.lists(st.lists(st.floats(-50, 50), min_size=1, max_size=30), min_size=1, max_size=10))
def test_a_season_that_begins_with_what_it_needs_has_no_short_day(seasons):
    net = [np.array(each) for each in seasons]
    need = season_need_l(net, 1.0)
    for each in net:
        held = need
        for day in each:
            held += day
            assert held >= -1e-6
    assert need == 0 or any(abs(need + float(np.cumsum(each).min())) < 1e-6 for each in net)
