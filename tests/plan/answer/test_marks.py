"""The mark of a figure is no better than that of the worst it rests on, and it says what that is."""

from dataclasses import replace as with_values

import pytest
from pydantic import BaseModel

from lean_year.core.basis import BEST_FIRST, worst
from lean_year.demo.shipped import DEMOS, demo_rain
from lean_year.plan.answer.figure import Figure
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from tests.plan.on_demos import edited, planned, replace


def figures(part, at=""):
    """Every figure of a plan by where it stands."""
    if isinstance(part, Figure):
        yield at, part
    elif isinstance(part, BaseModel):
        for name in type(part).model_fields:
            yield from figures(getattr(part, name), f"{at}.{name}")
    elif isinstance(part, dict | list):
        for name, each in part.items() if isinstance(part, dict) else enumerate(part):
            yield from figures(each, f"{at}.{name}")


def wider(document):
    """The first tank of a demo, a twentieth wider."""
    return document.cistern.tanks[0].shape.widened(1.05).model_dump(mode="json")


def moved(name):
    """By input, an edit of a demo that moves it and nothing else."""
    document = edited(name)
    on = [number for number, roof in enumerate(document.roofs) if roof.on]
    screens = [
        f"/downpipes/{row}/screens/{number}"
        for row, pipe in enumerate(document.downpipes)
        for number in range(len(pipe.screens))
    ]
    stages = [row for row, stage in enumerate(document.treatment.stages) if stage.kind in ("sediment", "carbon")]
    tap, pump = document.levels.highest_tap_m, document.pump
    return {
        "areas": [replace(f"/roofs/{row}/extent", {"kind": "area", "area_m2": 33.0 + row}) for row in on],
        "runoff": [replace(f"/roofs/{row}/runoff", 0.61) for row in on],
        "snow": [replace("/snow/melt_mm_c_day", 7.0)],
        "people": [replace("/household/uses", None), replace("/household/litres_person_day", 77.0)],
        "garden": [replace("/household/irrigation/crop_factor", [0.55] * 12)],
        "tanks": [replace("/cistern/tanks/0/shape", wider(document))],
        "start": [replace("/cistern/start_share", 0.2)],
        "rate": [replace("/rain/design_intensity_mm_h", document.rain.design_intensity_mm_h * 1.07)],
        "heights": [
            replace("/levels/highest_tap_m", None if tap is None else tap + 0.3),
            *(replace(f"/roofs/{row}/outlet_m", (document.roofs[row].outlet_m or 3.0) + 0.05) for row in on),
        ],
        "screens": [replace(f"{screen}/open_cm2", 123.0) for screen in screens],
        "peak": [replace("/pump/flow_by", "at_once"), replace("/pump/at_once", 4)],
        "filters": [replace(f"/treatment/stages/{row}/clean_kpa", 21.0) for row in stages],
        "curve": [replace("/pump/points", [[flow, head * 1.04] for flow, head in pump.points])],
        "lamp": [replace("/treatment/uv/uvt_percent", 88.0)],
        "weights": [replace(f"/cistern/tanks/{row}/empty_kg", 432.1) for row in range(len(document.cistern.tanks))],
        "prices": [replace("/prices/tank_m3", 123.4), replace("/prices/water_m3", 12.3)],
    }


@pytest.mark.parametrize("name", sorted(DEMOS))
def test_what_moves_a_figure_is_among_what_it_rests_on(name):
    before = dict(figures(planned(name)))
    rain = demo_rain(name)
    drier = prepare_rain(with_values(rain, depth_mm=rain.depth_mm * 0.93), "none")
    plans = {key: planned(name, *operations) for key, operations in moved(name).items() if operations}
    plans["rain"] = plan_property(edited(name), drier).plan
    missing = []
    for key, plan in plans.items():
        for at, figure in figures(plan):
            was = before.get(at)
            own_roof = at.startswith(".roofs.surfaces") and key in ("areas", "runoff")
            if own_roof or was is None or figure.value is None or was.value is None:
                continue
            if abs(figure.value - was.value) > 1e-6 * max(1.0, abs(was.value)) and key not in figure.rests_on:
                missing.append((key, at))
    assert not missing, "\n".join(f"{at} moves with {key}" for key, at in missing)


def test_entering_what_was_assumed_makes_the_mark_better():
    """Saltmarrow's studio roof has a runoff that nobody entered."""
    carried = planned("saltmarrow").cistern.figures["years_carried"]
    assert carried.basis == "estimate"
    assert carried.weakest == ["the runoff of a roof, assumed so far"]
    confirmed = planned("saltmarrow", replace("/assumed", [])).cistern.figures["years_carried"]
    assert BEST_FIRST.index(confirmed.basis) < BEST_FIRST.index("estimate")
    entered = planned(
        "saltmarrow", replace("/assumed", []), *(replace(f"/roofs/{row}/runoff", 0.85) for row in range(3)),
        replace("/household/animals", []), replace("/household/irrigation/area_m2", 0),
    ).cistern.figures["years_carried"]  # fmt: skip
    assert (entered.basis, entered.weakest) == ("derived", [])


@pytest.mark.parametrize("name", sorted(DEMOS))
def test_what_makes_a_mark_worse_is_named(name):
    for at, figure in figures(planned(name)):
        assert figure.source, at
        assert not figure.weakest or figure.basis in ("from_memory", "common_practice", "estimate"), at


@pytest.mark.parametrize(("row", "basis"), [(0, "from_memory"), (2, "entered")])
def test_each_roof_has_the_mark_of_its_own_runoff(row, basis):
    plan = planned("saltmarrow", replace("/roofs/2/runoff", 0.8))
    surface = plan.roofs.surfaces[row].figures
    assert surface["runoff"].basis == basis
    assert surface["harvest_l_year"].basis == worst(["derived", basis])


def test_the_worst_of_marks():
    assert worst(["entered", "published", "derived"]) == "published"
    assert worst(reversed(BEST_FIRST)) == "estimate"
