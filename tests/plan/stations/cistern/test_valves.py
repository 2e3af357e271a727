"""The valves of the tanks of a bank: one let down later, one shut off, one without."""

import pytest

from lean_year.core.errors import InputError
from lean_year.demo.shipped import demo_rain
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.model.tank_network import Chain
from lean_year.plan.whole import plan_property
from lean_year.property.edits import apply_edit
from tests.farm import farm
from tests.plan.on_demos import codes, finding, planned, replace


def test_the_position_of_a_valve_stays_a_finding_once_the_valve_is_chosen():
    """Lantern Row's tall tank valved off: 0.3 m of it are above the lowest overflow, (1.3 x 0.6 + pi x 0.3^2) m2:
    319 L."""
    valved = planned("lantern-row", replace("/cistern/tanks/0/let_down", True))
    found = finding(valved, "CISTERN_VALVE_POSITION")
    assert found.severity == "caution"
    assert "319 L" in found.text
    assert "CISTERN_STRANDED" not in codes(valved)
    without = planned("lantern-row")
    assert "CISTERN_VALVE_POSITION" not in codes(without)
    rain_alone = planned("lantern-row", replace("/household/back_up/kind", "none")).cistern
    assert valved.cistern.bank.years_if_open == rain_alone.years_carried


def test_a_tank_that_is_shut_off_is_out_of_the_live_store_and_what_is_led_into_it_is_lost():
    """Of two alike on one level the second is shut: half of the live volume is left, and half of the water that half
    the roof's drains led into it."""
    document = farm()
    second = document.cistern.tanks[0].model_dump(mode="json") | {"id": "second", "name": "Second"}
    pair = apply_edit(document, [{"op": "add", "path": "/cistern/tanks/-", "value": second}])
    shut = apply_edit(pair, [replace("/cistern/tanks/1/valve", "shut")])
    rain = prepare_rain(demo_rain("saltmarrow"), "none")
    before, after = plan_property(pair, rain), plan_property(shut, rain)
    assert after.plan.cistern.bank.vessels[1].shut_l == pytest.approx(before.plan.cistern.bank.vessels[1].gross_l)
    live = [each.plan.cistern.figures["live_l"].value for each in (before, after)]
    assert after.plan.cistern.figures["shut_l"].value == pytest.approx(after.plan.cistern.bank.vessels[1].shut_l)
    assert "shut_l" not in before.plan.cistern.figures
    reserve = document.cistern.fire_reserve_l
    assert live[1] + reserve == pytest.approx((live[0] + reserve) / 2)
    found = finding(after.plan, "CISTERN_TANK_SHUT")
    assert found.severity == "caution"
    opened = apply_edit(shut, found.fixes[0].operations)
    assert opened == pair
    led = apply_edit(shut, [replace(f"/downpipes/{n}/tank", "second") for n in range(len(document.downpipes))])
    lost = plan_property(led, rain)
    assert finding(lost.plan, "CISTERN_TANK_SHUT").severity == "fails"
    assert float(lost.replay.inflow_l.sum()) == 0
    assert "Cistern" in lost.plan.verdict_parts.warning
    assert "Cistern" not in after.plan.verdict_parts.warning
    assert len(Chain(shut).links) == 0 < len(Chain(pair).links)


def test_the_first_tank_shut_off_the_taps_draw_from_the_next():
    shut = planned("lantern-row", replace("/cistern/tanks/0/valve", "shut"))
    first, second = shut.cistern.bank.vessels[:2]
    assert first.live_l == 0 < second.live_l
    assert shut.cistern.bank.draw_m == pytest.approx(second.outlet_m)
    assert [(link.near, link.far) for link in shut.cistern.bank.links] == [(f"{second.name} 1", f"{second.name} 2")]


def test_tanks_of_a_bank_without_valves_are_found_and_given_one():
    without = planned("lantern-row", replace("/cistern/tanks/1/valve", "none"))
    found = finding(without, "CISTERN_NO_VALVE")
    assert found.severity == "caution"
    assert found.fixes[0].operations == [replace("/cistern/tanks/1/valve", "open")]
    assert "CISTERN_NO_VALVE" not in codes(planned("lantern-row"))
    assert "CISTERN_NO_VALVE" not in codes(planned("saltmarrow", replace("/cistern/tanks/0/valve", "none")))


@pytest.mark.parametrize(
    ("edits", "field"),
    [
        ([replace("/cistern/tanks/0/valve", "shut")], "cistern.tanks[0].valve"),
        ([replace("/cistern/tanks/0/valve", "none"), replace("/cistern/tanks/0/let_down", True)], "valve"),
    ],
)
def test_a_valve_that_cannot_stand_so_is_refused(edits, field):
    with pytest.raises(InputError, match="valve") as refused:
        apply_edit(farm(), edits)
    assert field in str(refused.value)


def test_an_earlier_phase_whose_only_tank_is_shut_is_refused():
    """Each phase is planned, whichever stands."""
    second = farm().cistern.tanks[0].model_dump(mode="json") | {"id": "second", "name": "Second", "phase": 1}
    phased = apply_edit(farm(), [{"op": "add", "path": "/cistern/tanks/-", "value": second},
                                 replace("/cistern/built_phase", 1)])  # fmt: skip
    with pytest.raises(InputError, match=r"cistern.tanks\[0\].valve: cannot be shut"):
        apply_edit(phased, [replace("/cistern/tanks/0/valve", "shut")])
    assert plan_property(apply_edit(phased, [replace("/cistern/tanks/1/valve", "shut")]), None).plan.stations
