"""The exported EPANET files of the three demos, run by the engine as they are, against the screens' own figures."""

import json
import subprocess
import sys

import pytest

from lean_year.core.errors import InputError
from lean_year.demo.shipped import DEMOS
from lean_year.formats.exports.epanet_model import write_epanet_model
from lean_year.plan.whole import plan_property
from lean_year.property.front import at_front
from tests.plan.on_demos import edited, replace
from tests.plan.stations.price.test_all_supplies import BARN

pytestmark = pytest.mark.reference


def by_the_engine(document, folder, *, due=False):
    path = folder / "pressure.inp"
    path.write_text(write_epanet_model(document, due=due))
    done = subprocess.run([sys.executable, "-m", "tests.reference.epanet_file", str(path)], capture_output=True,
                          text=True, check=True, timeout=60)  # fmt: skip
    return json.loads(done.stdout.strip().splitlines()[-1])


@pytest.mark.parametrize("due", [False, True])
@pytest.mark.parametrize("name", list(DEMOS))
def test_flows_and_heads_are_the_screens_within_a_hundredth(name, due, tmp_path):
    document = edited(name)
    engine = by_the_engine(document, tmp_path, due=due)
    plan = plan_property(document, None).plan
    pump, train = plan.pump, plan.treatment
    peak = pump.figures["peak_l_s"].value
    assert engine["flow_l_s"]["PUMP"] == pytest.approx(peak, rel=1e-3)
    for number, stage in enumerate(train.stages):
        if stage.flow_l_s > 0:
            assert engine["flow_l_s"][f"STAGE_{number + 1}"] == pytest.approx(stage.flow_l_s, rel=1e-3)
    given = engine["head_m"]["PRESSED"] - engine["head_m"]["SUCTION"]
    ours = pump.dirty if due else pump.clean
    left_m = ours.tap_kpa / 9.80665
    assert engine["pressure_m"]["TAP"] == pytest.approx(left_m, rel=0.01)
    lost = sum(part.dirty_kpa if due else part.clean_kpa for part in pump.stack if part.key not in ("lift", "tap"))
    assert given == pytest.approx(left_m + (lost + pump.stack[0].clean_kpa) / 9.80665, rel=0.01)


@pytest.mark.parametrize("serves", ["main", "barn"])
def test_each_of_several_supplies_has_its_file(serves, tmp_path):
    """Both with the demo's pump and heights, whichever of them the house draws from."""
    demo = DEMOS["saltmarrow"].property().model_dump(mode="json")
    alike = [
        {"op": "add", "path": f"/supplies/0/{part}", "value": demo[part]} for part in ("pump", "levels", "treatment")
    ]
    both = edited("saltmarrow", *BARN, *alike, replace("/household/served", {"by": serves, "then": None}))
    document = at_front(both, serves)
    engine = by_the_engine(document, tmp_path)
    pump = plan_property(document, None).plan.pump
    assert engine["flow_l_s"]["PUMP"] == pytest.approx(pump.figures["peak_l_s"].value, rel=1e-3)
    assert engine["pressure_m"]["TAP"] == pytest.approx(pump.clean.tap_kpa / 9.80665, rel=0.01)
    assert pump.clean.tap_kpa > 0


@pytest.mark.parametrize("name", list(DEMOS))
def test_at_the_operating_point_the_tap_has_just_what_is_wanted(name, tmp_path):
    """The house drawing all that the pump gives at the wanted pressure: as many taps open as it takes."""
    plan = plan_property(edited(name), None).plan
    flow, peak = plan.pump.clean.flow_l_s, plan.pump.figures["peak_l_s"].value
    text = write_epanet_model(edited(name)).replace(
        "[OPTIONS]\n", f"[OPTIONS]\nDEMAND MULTIPLIER {flow / peak:.8f}\n"
    )
    path = tmp_path / "more.inp"
    path.write_text(text)
    done = subprocess.run([sys.executable, "-m", "tests.reference.epanet_file", str(path)], capture_output=True,
                          text=True, check=True, timeout=60)  # fmt: skip
    engine = json.loads(done.stdout.strip().splitlines()[-1])
    assert engine["flow_l_s"]["PUMP"] == pytest.approx(flow, rel=1e-3)
    wanted_m = edited(name).pump.residual_kpa / 9.80665
    assert engine["pressure_m"]["TAP"] == pytest.approx(wanted_m, abs=0.01 * plan.pump.clean.head_m)


def test_the_other_method_of_friction_and_a_device_are_the_engines_too(tmp_path):
    document = edited("saltmarrow", replace("/pump/friction", "hazen_williams"), replace("/pump/backflow_kpa", 40),
                      replace("/pump/delivery/bore_mm", 20))  # fmt: skip
    engine = by_the_engine(document, tmp_path)
    left_m = plan_property(document, None).plan.pump.clean.tap_kpa / 9.80665
    assert engine["pressure_m"]["TAP"] == pytest.approx(left_m, rel=0.01)


def test_gravity_alone_is_a_pipe_down_the_hill(tmp_path):
    document = edited("saltmarrow", replace("/pump/feed", "gravity"), replace("/levels/highest_tap_m", -20))
    engine = by_the_engine(document, tmp_path)
    assert "PUMP" not in engine["flow_l_s"]
    assert engine["pressure_m"]["TAP"] > 5


@pytest.mark.parametrize("due", [False, True])
@pytest.mark.parametrize("name", ["saltmarrow", "lantern-row"])
def test_a_header_tank_is_filled_and_presses_as_the_screens_say(name, due, tmp_path):
    document = edited(name, replace("/pump/feed", "header"), replace("/pump/header/outlet_m", 22),
                      replace("/pump/delivery/bore_mm", 26))  # fmt: skip
    engine = by_the_engine(document, tmp_path, due=due)
    pump = plan_property(document, None).plan.pump
    assert engine["flow_l_s"]["PUMP"] == pytest.approx(pump.clean.flow_l_s, rel=0.01)
    given = engine["head_m"]["PRESSED"] - engine["head_m"]["SUCTION"]
    assert given == pytest.approx(pump.clean.head_m, rel=0.01)
    ours = pump.dirty if due else pump.clean
    assert engine["pressure_m"]["TAP"] == pytest.approx(ours.tap_kpa / 9.80665, abs=0.01 * pump.gives_kpa / 9.80665)


@pytest.mark.parametrize("due", [False, True])
@pytest.mark.parametrize(
    "operations",
    [
        [replace("/pump/control", "flow_switch")],
        [replace("/pump/control", "flow_switch"), replace("/pump/stands", "submerged")],
        [replace("/pump/stands", "submerged")],
    ],
)
def test_a_pump_that_nothing_holds_or_that_hangs_in_the_water_presses_as_the_screens_say(operations, due, tmp_path):
    document = edited("saltmarrow", *operations)
    engine = by_the_engine(document, tmp_path, due=due)
    pump = plan_property(document, None).plan.pump
    ours = pump.dirty if due else pump.clean
    assert engine["flow_l_s"]["PUMP"] == pytest.approx(pump.figures["peak_l_s"].value, rel=1e-3)
    assert engine["pressure_m"]["TAP"] == pytest.approx(ours.tap_kpa / 9.80665, rel=0.01)


@pytest.mark.parametrize(
    ("operations", "field"),
    [
        ([replace("/pump/feed", "undecided")], "pump.feed"),
        ([replace("/pump/feed", "hand")], "pump.feed"),
        ([replace("/levels/highest_tap_m", None)], "levels.highest_tap_m"),
        ([replace("/pump/at_once", 1), *(replace(f"/pump/fixtures/{name}", 0) for name in (
            "toilet", "basin", "shower", "bath", "kitchen_sink", "washing_machine", "garden_tap"))], "pump.fixtures"),
    ],
)  # fmt: skip
def test_what_cannot_be_exported_is_refused_by_name(operations, field):
    with pytest.raises(InputError) as refused:
        write_epanet_model(edited("saltmarrow", *operations))
    assert refused.value.field == field
