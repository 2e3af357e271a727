"""The tanks of a property one by one, as a storm and other engines take them."""

import pytest

from lean_year.core.units import SECONDS_PER_DAY
from lean_year.plan.model.tank_network import Chain
from tests.plan.model.test_layout import tank, with_tanks


@pytest.mark.parametrize("layout", ["linked", "settling_first", "series", "transfer"])
def test_one_pump_lifts_out_of_each_store_but_the_last(layout):
    """Tanks of one store share their level by pipes: nothing is pumped from one to the next of them."""
    document = with_tanks(tank("a", count=3), tank("b"), tank("c", count=2), layout=layout, transfer_l_day=86_400.0)
    pumped = [vessel.pump_l_s * SECONDS_PER_DAY for vessel in Chain(document).vessels]
    assert pumped == pytest.approx([0, 0, 86_400, 86_400, 0, 0] if layout == "transfer" else [0] * 6)
