"""The smallest size against two formulations that share no code with it."""

import numpy as np
import pytest
from scipy.optimize import linprog
from scipy.sparse import coo_array

from lean_year.core.cistern import sizing
from lean_year.core.cistern.replay import no_shortage_size_l
from lean_year.core.roofs.catchment import harvest_l
from tests.records import brussels, cordoba, seattle


def smallest_by_linear_programme(inflow, demand):
    """Least S with V[t] = V[t-1] + Q - D - W, 0 <= V <= S, W >= 0, V[-1] = S: yield before spill, never short."""
    n = inflow.size
    size, store, spill = 0, 1, 1 + n
    rows, columns, values = [], [], []
    for t in range(n):
        for column, value in (
            (store + t, 1.0),
            (spill + t, 1.0),
            ((size, -1.0) if t == 0 else (store + t - 1, -1.0)),
        ):
            rows.append(t)
            columns.append(column)
            values.append(value)
    balance = coo_array((values, (rows, columns)), shape=(n, 1 + 2 * n))
    under = coo_array(
        (np.tile([1.0, -1.0], n), (np.repeat(np.arange(n), 2), np.ravel([(store + t, size) for t in range(n)]))),
        shape=(n, 1 + 2 * n),
    )
    cost = np.zeros(1 + 2 * n)
    cost[size] = 1
    answer = linprog(cost, A_ub=under, b_ub=np.zeros(n), A_eq=balance, b_eq=inflow - demand, method="highs")
    assert answer.success
    return answer.fun


def sequent_peak(inflow, demand):
    """As in textbooks: the largest fall of the running surplus from an earlier peak, by cumulative sums."""
    surplus = np.concatenate([[0.0], np.cumsum(inflow - demand)])
    return float((np.maximum.accumulate(surplus) - surplus).max())


CASES = [
    ("seattle", 120.0, 0.9, 180.0),
    ("seattle", 90.0, 0.85, 220.0),
    ("brussels", 100.0, 0.88, 150.0),
    ("cordoba", 140.0, 0.9, 210.0),
]


@pytest.mark.reference
@pytest.mark.parametrize(("place", "roof_m2", "runoff", "demand_l_day"), CASES)
def test_the_smallest_size_is_that_of_a_linear_programme_and_of_the_sequent_peak(
    place, roof_m2, runoff, demand_l_day
):
    record = {"seattle": seattle, "brussels": brussels, "cordoba": cordoba}[place]()
    rain = record.depth_mm[:1461]
    inflow = harvest_l(area_m2=roof_m2, rain_mm=rain, runoff=runoff, loss_mm=0.5)
    demand = np.full(inflow.size, demand_l_day)
    exact = no_shortage_size_l(inflow_l=inflow, demand_l=demand, rule="ybs")
    assert exact == pytest.approx(smallest_by_linear_programme(inflow, demand), abs=1e-3)
    assert exact == pytest.approx(sequent_peak(inflow, demand), abs=1e-6)
    whole = sizing.smallest_size(inflow_l=inflow, demand_l=demand, rule="ybs", enough=sizing.no_short_day)
    assert 0 <= whole.size_l - exact < 1


@pytest.mark.reference
def test_a_thirty_year_record_balances_to_rounding_under_both_rules():
    from lean_year.core.cistern.replay import replay_cistern

    record = brussels()
    inflow = harvest_l(area_m2=130, rain_mm=record.depth_mm, runoff=0.9, loss_mm=0.5)
    for rule in ("yas", "ybs"):
        run = replay_cistern(inflow_l=inflow, demand_l=np.full(inflow.size, 260.0), size_l=9_000, rule=rule)
        assert abs(run.balance_residual_l) <= 1e-9 * inflow.sum()
        assert 0 < run.time_reliability < 1
