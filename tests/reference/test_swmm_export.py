"""The exported SWMM files of the three demos, run by the engine as they are, against the replay of the same year."""

import json
import subprocess
import sys

import pytest

from bench.several import three
from lean_year.core.errors import InputError
from lean_year.demo.shipped import DEMOS, demo_rain
from lean_year.formats.exports.swmm_model import write_swmm_model
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from lean_year.property.edits import apply_edit
from lean_year.property.front import at_front
from tests.plan.on_demos import edited, replace


def by_the_engine(document, rain, folder):
    """What the engine makes of a document's file."""
    path = folder / "model.inp"
    path.write_text(write_swmm_model(document, rain))
    done = subprocess.run(
        [sys.executable, "-m", "tests.reference.swmm_file", str(path)],
        capture_output=True,
        text=True,
        check=True,
        timeout=300,
    )
    return json.loads(done.stdout.strip().splitlines()[-1])


def assert_they_agree(engine, document, rain):
    """Supply and spill of the lean year within 2 %: water used through a day lies between the two rules, so that the
    engine spills a little less."""
    cistern = plan_property(document, rain).plan.cistern
    year = cistern.years[cistern.lean_year]
    assert abs(engine["continuity_error_percent"]) < 1
    assert engine["flooded_l"] == pytest.approx(0, abs=1)
    assert engine["supplied_l"] == pytest.approx(year.supplied_l, rel=0.02)
    assert engine["spilled_l"] == pytest.approx(year.spilled_l, rel=0.02, abs=50)
    return year


@pytest.mark.reference
@pytest.mark.parametrize("name", list(DEMOS))
def test_the_engine_runs_the_file_and_agrees_with_the_replay(name, tmp_path):
    document, rain = DEMOS[name].property(), prepare_rain(demo_rain(name), "none")
    year = assert_they_agree(by_the_engine(document, rain, tmp_path), document, rain)
    if name == "saltmarrow":
        assert year.spilled_l > 10_000, "a year without spill would show less"


@pytest.mark.reference
@pytest.mark.parametrize("supply", ["main", "barn", "goats"])
def test_each_of_several_supplies_that_share_water_has_its_file(supply, tmp_path):
    """The house helps the barn and the goats with what they lack, and what the barn has to spare is pumped to it."""
    rain = prepare_rain(demo_rain("saltmarrow"), "none")
    demo = DEMOS["saltmarrow"].property()
    shared = apply_edit(demo, three(demo.model_dump(mode="json"), sharing=True))
    document = at_front(shared, supply)
    assert_they_agree(by_the_engine(document, rain, tmp_path), document, rain)


@pytest.mark.reference
@pytest.mark.parametrize(("taps_m", "garden_m"), [(0.9, 0.1), (0.1, 0.9)])
def test_two_outlets_at_two_heights_draw_in_the_engine_what_they_do_in_the_replay(taps_m, garden_m, tmp_path):
    rain = prepare_rain(demo_rain("saltmarrow"), "none")
    outlet = {"serves": "garden", "height_m": garden_m}
    document = edited("saltmarrow", replace("/cistern/tanks/0/outlet_m", taps_m),
                      replace("/cistern/second_outlet", outlet))  # fmt: skip
    assert_they_agree(by_the_engine(document, rain, tmp_path), document, rain)


@pytest.mark.reference
@pytest.mark.parametrize("kind", ["standpipe", "back_down", "none"])
def test_the_engine_spills_the_same_by_any_way_out(kind, tmp_path):
    """A tank filled to its brim, whatever lets the rest go."""
    rain = prepare_rain(demo_rain("saltmarrow"), "none")
    document = edited("saltmarrow", replace("/overflow/kind", kind), replace("/cistern/tanks/0/overflow_m", None))
    assert_they_agree(by_the_engine(document, rain, tmp_path), document, rain)


def test_a_property_without_a_roof_in_use_has_no_model():
    document = DEMOS["saltmarrow"].property()
    off = apply_edit(document, [{"op": "replace", "path": f"/roofs/{row}/on", "value": False} for row in range(3)])
    with pytest.raises(InputError):
        write_swmm_model(off, prepare_rain(demo_rain("saltmarrow"), "none"))
