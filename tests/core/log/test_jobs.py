"""When jobs are due again."""

import datetime as dt

import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.log.jobs import BEFORE_DAYS, COUNTS_DAYS, JOBS, frost_begins, months_later, season_due
from lean_year.core.log.ordering import order_by
from lean_year.property.log_kinds import LOG_KINDS

DAYS = st.dates(dt.date(1990, 1, 1), dt.date(2080, 12, 31))


def test_every_job_is_written_down_as_something_that_the_log_knows():
    for job in JOBS:
        kind, _, rest = job.log.partition("/")
        assert kind in LOG_KINDS
        if LOG_KINDS[kind].about:
            assert rest in LOG_KINDS[kind].about
        assert (job.season is None) != (job.every_months is None)
    assert len({job.key for job in JOBS}) == len(JOBS)


@given(done=st.lists(DAYS, max_size=4), since=DAYS)
def test_a_job_of_a_season_is_due_before_it_and_never_for_one_that_it_was_done_for(done, since):
    due = season_due((11, 1), done, since)
    assert (due.month, due.day) == (10, 11)
    assert (due - max([since, *done])).days <= 366 + COUNTS_DAYS + BEFORE_DAYS or not done
    if done:
        assert max(done) < due - dt.timedelta(days=COUNTS_DAYS)


@pytest.mark.parametrize(
    ("done", "due"), [("2026-09-01", "2027-10-11"), ("2026-07-01", "2026-10-11"), ("2026-12-01", "2027-10-11")]
)
def test_what_is_done_shortly_before_or_late_counts_for_its_season(done, due):
    found = season_due((11, 1), [dt.date.fromisoformat(done)], dt.date(2020, 1, 1))
    assert found == dt.date.fromisoformat(due)


@given(day=DAYS, months=st.integers(0, 120))
def test_so_many_months_later_is_the_same_day_or_the_28th(day, months):
    later = months_later(day, months)
    assert (later.year * 12 + later.month) - (day.year * 12 + day.month) == months
    assert later.day == (min(day.day, 28) if months else day.day)


def test_frost_is_looked_for_from_the_first_cold_month_on():
    assert frost_begins([-5, -4, 0, 4, 9, 12, 14, 13, 9, 5, 1, -3]) == (11, 1)
    assert frost_begins([14, 13, 9, 5, 1, -3, -5, -4, 0, 4, 9, 12]) == (5, 1)
    assert frost_begins([8] * 12) is None
    assert frost_begins([-8] * 12) is None


def test_a_load_is_ordered_its_lead_and_a_day_before():
    assert order_by(dt.date(2026, 8, 20), 7) == dt.date(2026, 8, 12)
    assert order_by(None, 7) is None
