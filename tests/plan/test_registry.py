"""Stations are listed once; whatever lists them derives from the registry."""

import re
from pathlib import Path

from pydantic import BaseModel

from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.registry import FALL
from lean_year.plan.whole import plan_property, plan_type
from lean_year.property.document import Property
from tests.plan.on_demos import edited

ROOT = Path(__file__).parents[2]
KEYS = [station.key for station in FALL]


class ShadeAnswer(BaseModel):
    trees: int
    findings: list[Finding]


def plan_shade(model: PropertyModel) -> ShadeAnswer:
    finding = Finding(code="SHADE_DEEP", stage="shade", severity="caution", text="Deep shade.")
    return ShadeAnswer(trees=len(model.document.roofs), findings=[finding])


SHADE = Station(
    key="shade",
    name="Shade",
    job_step=14,
    entries=("/site",),
    answer=ShadeAnswer,
    plan=plan_shade,
    headline=lambda _model, answer: f"{answer.trees} trees",
)


def test_a_station_is_added_by_one_entry():
    plan = plan_property(edited("saltmarrow"), None, (*FALL, SHADE)).plan
    assert SHADE.of(plan) == ShadeAnswer(trees=3, findings=plan.shade.findings)
    assert "SHADE_DEEP" in [finding.code for finding in plan.findings]
    summary = plan.stations[-1]
    assert (summary.stage, summary.name, summary.headline, summary.status) == ("shade", "Shade", "3 trees", "caution")
    assert "shade" in plan_type((*FALL, SHADE)).model_json_schema()["required"]


def test_every_station_answers_under_its_key_and_is_told_apart():
    plan = plan_property(edited("saltmarrow"), None).plan
    assert [summary.stage for summary in plan.stations] == KEYS
    for station in FALL:
        assert (station.of(plan) is None) == station.needs_rain
    steps = [station.job_step for station in FALL]
    assert sorted(steps) == list(range(1, len(FALL) + 1))


def test_entries_of_a_station_are_a_part_of_the_document():
    assert all(entry.split("/")[1] in Property.model_fields for station in FALL for entry in station.entries)


def test_findings_name_a_station_of_the_registry():
    for path in (ROOT / "lean_year/plan/stations").rglob("*.py"):
        for key in re.findall(r'(?:stage="|Findings\(")(\w+)"', path.read_text("utf-8")):
            assert key in KEYS, f"{path}: {key}"


def test_each_station_has_its_room_on_every_floor():
    for station in FALL:
        assert (ROOT / f"lean_year/plan/stations/{station.key}/stage.py").is_file()
        assert (ROOT / f"web/src/stations/{station.key}").is_dir(), station.key


def test_a_finding_says_what_is_wrong_and_apart_from_it_what_to_do():
    found = Findings("pump")
    found.add("A", "fails", "It leaks.", "", Fix(text="Replace the seal.", operations=[]))
    found.add("B", "note", "It hums.", "Set it on rubber.", stage="ground")
    assert [(each.text, each.fix, each.stage) for each in found.rows] == [
        ("It leaks.", "Replace the seal.", "pump"),
        ("It hums.", "Set it on rubber.", "ground"),
    ]
