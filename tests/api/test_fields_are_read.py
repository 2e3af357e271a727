"""What is sent with every answer is read by somebody: a field that no screen reads is named here with who does."""

import json
import re
from collections.abc import Iterator
from pathlib import Path

from lean_year.api.app import create_app

WEB = Path(__file__).parents[2] / "web/src"
READ_ELSEWHERE = {
    "BankPlan": {"years_if_open"},
    # by other parts of the plan, which share the answer
    "Finding": {"not_to_drink"},
    "RunLevels": {"friction_m", "fittings_m", "exit_m", "needed_m", "falls_over_m", "highest_kpa"},
    "TeeLevels": {"cap_room_m"},
    "InfiltrationPlan": {"storage_l", "floor_m2", "half_empty_h", "worst_min"},
    "Edges": {"on_fill_share"},
    "FloatStage": {"displaced_m3", "cover_kn"},
    "CisternPlan": {"shortages", "balance_residual_l"},
    # by whoever checks a plan from outside
    "CisternYear": {"end_l"},
    "ChamberPlan": {"leaked_l_year"},
    "Curve": {"lean_year_missed_l"},
    "FirstYear": {"chance"},
    "StationSummary": {"job_step"},
}


def fields_of(name: str, schemas: dict, seen: set[str]) -> Iterator[tuple[str, str]]:
    if name in seen:
        return
    seen.add(name)
    for field, of in schemas[name].get("properties", {}).items():
        yield name, field
        for other in re.findall(r"#/components/schemas/([\w.-]+)", json.dumps(of)):
            yield from fields_of(other, schemas, seen)


def test_every_field_of_a_plan_is_read_on_screen_or_named_here():
    screens = [path for path in WEB.rglob("*.ts*") if ".test." not in path.name and path.name != "schema.d.ts"]
    words = set(re.findall(r"\w+", "\n".join(path.read_text("utf-8") for path in screens)))
    assert len(screens) > 150
    fields = set(fields_of("WholePlan", create_app(None).openapi()["components"]["schemas"], set()))
    assert len(fields) > 300
    unread = {(name, field) for name, field in fields if field not in words}
    assert unread == {(name, field) for name, named in READ_ELSEWHERE.items() for field in named}
