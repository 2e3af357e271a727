"""An old supply as it was found, invented for this: every fault is named with what puts it right, and the proposal
beside it is the list of repairs. What is looked for at each part is common practice, without a source."""

import pytest

from lean_year.demo.shipped import DEMOS, demo_file
from lean_year.formats.property_file import rain_from_record
from lean_year.plan.compared.side_by_side import side_by_side
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.stations.survey.found_parts import found_parts
from lean_year.plan.whole import plan_property
from lean_year.property.edits import apply_edit

FILE = demo_file("saltmarrow")
RAIN = prepare_rain(rain_from_record(FILE.rain_record), FILE.property.rain.filling)
OLD = {
    "/audit/as_found": True,
    "/overflow/bore_mm": 50,
    "/overflow/screened": False,
    "/cistern/tanks/0/lean": {"fall_mm": 60},
    "/cistern/tanks/0/inlet/light_tight": False,
    "/cistern/tanks/0/inlet/lockable": False,
    "/household/back_up/kind": "mains",
    "/household/back_up/gap_mm": 0,
    "/levels/pump_m": 7.5,
    "/treatment/uv/sensor": False,
    "/treatment/stages/2/micron": 50,
}
FAULTS = {
    "OVERFLOW_SMALLER_THAN_INFLOW": "overflow",
    "OVERFLOW_NARROWER_THAN_INLET": "overflow",
    "GROUND_LEANS": "ground",
    "GUTTERS_LIGHT": "gutters",
    "PUMP_TOP_UP_GAP": "pump",
    "PUMP_SUCTION_HIGH": "pump",
    "TREATMENT_NO_SENSOR": "treatment",
    "TREATMENT_UV_UNWATCHED": "treatment",
    "SURVEY_BROKEN": "gutters",
    "SURVEY_WORN": "cistern",
}
"""What is wrong with it, and where that is said."""
PROPOSAL = {
    "/audit/as_found": False,
    "/audit/conditions/gutters~1barn/state": "renewed",
    "/audit/conditions/tank~1liner/state": "renewed",
    "/overflow/bore_mm": 200,
    "/overflow/count": 2,
    "/overflow/screened": True,
    "/cistern/tanks/0/lean": None,
    "/cistern/tanks/0/inlet/light_tight": True,
    "/cistern/tanks/0/inlet/lockable": True,
    "/household/back_up/gap_mm": 150,
    "/levels/pump_m": FILE.property.levels.pump_m,
    "/treatment/uv/sensor": True,
    "/treatment/stages/2/micron": FILE.property.treatment.stages[2].micron,
}


def written(document, values):
    return apply_edit(document, [{"op": "add", "path": path, "value": value} for path, value in values.items()])


@pytest.fixture(scope="module")
def old():
    tank, roof = FILE.property.cistern.tanks[0].id, FILE.property.roofs[2].id
    assert (f"gutters/{roof}", f"tank/{tank}") == ("gutters/barn", "tank/liner")
    conditions = {
        f"gutters/{roof}": {"state": "broken", "note": "hangs off at the north end."},
        f"tank/{tank}": {"state": "worn", "note": "liner is brittle at the rail"},
        "pump": {"state": "sound"},
    }
    return written(FILE.property, OLD | {"/audit/conditions": conditions})


@pytest.fixture(scope="module")
def proposed(old):
    return written(old, PROPOSAL)


def found_in(document):
    return {finding.code: finding for finding in plan_property(document, RAIN).plan.findings}


def test_every_fault_is_named_where_it_is_with_what_puts_it_right(old):
    sound, found = found_in(FILE.property), found_in(old)
    assert not set(FAULTS) & set(sound)
    for code, stage in FAULTS.items():
        assert (found[code].stage, bool(found[code].fix)) == (stage, True), code
    assert found["SURVEY_BROKEN"].text.endswith("is broken: hangs off at the north end.")
    assert found["SURVEY_WORN"].text.endswith("is worn: liner is brittle at the rail.")
    severities = {
        found[code].severity for code in ("OVERFLOW_SMALLER_THAN_INFLOW", "PUMP_TOP_UP_GAP", "SURVEY_BROKEN")
    }
    assert severities == {"fails"}
    assert found["SURVEY_WORN"].severity == "caution"


def test_the_edits_that_are_offered_clear_the_fault_they_stand_under(old):
    for code in ("SURVEY_BROKEN", "SURVEY_WORN", "GUTTERS_LIGHT", "PUMP_TOP_UP_GAP", "OVERFLOW_SMALLER_THAN_INFLOW"):
        fix = found_in(old)[code].fixes[0]
        assert code not in found_in(apply_edit(old, fix.operations)), code


def test_the_proposal_beside_it_is_the_list_of_repairs(old, proposed):
    plans = [plan_property(each, RAIN) for each in (old, proposed)]
    beside = side_by_side(old, proposed, *plans, RAIN)
    assert (beside.first_as_found, beside.second_as_found) == (True, False)
    repairs = {each.path: (each.first, each.second) for station in beside.stations for each in station.differs}
    same_already = {path for path, value in PROPOSAL.items() if OLD.get(path) == value}
    assert same_already == set()
    as_paths = {path.replace("~1", "/") for path in PROPOSAL}
    assert set(repairs) == as_paths - {"/audit/as_found"}
    names = {each.path: each.name for station in beside.stations for each in station.differs if each.name}
    assert names == {
        "/audit/conditions/gutters/barn/state": "Gutters of Barn, condition",
        "/audit/conditions/tank/liner/state": "Liner tank: wall and floor, condition",
    }
    assert repairs["/overflow/bore_mm"] == (50, 200)
    assert set(FAULTS) <= {finding.code for finding in beside.lost}
    assert not set(FAULTS) & {finding.code for finding in beside.gained}


def test_conditions_are_listed_for_a_supply_as_it_was_found_and_say_nothing_of_what_nobody_looked_at(old):
    survey = plan_property(old, RAIN).plan.survey
    states = {part.key: part.state for part in survey.found}
    assert (states["gutters/barn"], states["tank/liner"], states["pump"]) == ("broken", "worn", "sound")
    assert states["overflow"] == "not_looked_at"
    assert plan_property(FILE.property, RAIN).plan.survey.found == []
    assert plan_property(written(FILE.property, {"/audit/as_found": True}), RAIN).plan.survey.findings == []


@pytest.mark.parametrize("demo", DEMOS)
def test_every_part_of_a_supply_is_looked_at_once_by_a_key_that_the_document_takes(demo):
    document = demo_file(demo).property
    parts = list(found_parts(document))
    keys = [part.key for part in parts]
    assert len(keys) == len(set(keys))
    conditions = {key: {"state": "worn"} for key in keys}
    worn = apply_edit(document, [{"op": "add", "path": "/audit/conditions", "value": conditions}])
    rain = prepare_rain(rain_from_record(demo_file(demo).rain_record), document.rain.filling)
    findings = plan_property(worn, rain).plan.survey.findings
    assert [(each.code, each.stage) for each in findings] == [("SURVEY_WORN", part.stage) for part in parts]
    starts = {key.split("/")[0] for key in keys}
    assert {"gutters", "downpipe", "tank", "lid", "sludge", "overflow"} <= starts


def test_what_a_supply_has_decides_what_is_looked_at():
    document = FILE.property
    keys = {part.key for part in found_parts(document)}
    assert "back_up" not in keys
    assert {"pump", "vessel", "stage/sediment-1", "stage/sediment-2", "stage/uv-1"} <= keys
    bare = written(
        document,
        {
            "/pump/feed": "header",
            "/household/back_up/kind": "truck",
            "/first_flush/kind": "none",
            "/overflow/kind": "none",
            "/treatment/stages": [],
            "/roofs/0/on": False,
            "/downpipes/0/screens": [],
        },
    )
    after = {part.key for part in found_parts(bare)}
    assert after - keys == {"header", "back_up"}
    gone = {key.split("/")[0] for key in keys - after}
    assert (
        {"first_flush", "overflow", "stage", "gutters", "vessel"}
        <= gone
        <= {"first_flush", "overflow", "stage", "gutters", "vessel", "screens"}
    )
