"""Each hazard is named where it is met. Basis: the trade's own cautions, common practice, no source."""

import re

import pytest

from tests.plan.on_demos import planned, planned_dry, replace

HEADER = [replace("/pump/feed", "header"), replace("/pump/header/outlet_m", 22)]
MAINS = [replace("/household/back_up/kind", "mains")]
HAZARDS = {
    "work at height": ("height", {"roofs", "gutters", "first_flush", "cistern", "overflow", "pump"}),
    "confined space": ("Nobody enters", {"cistern", "overflow", "ground", "pump"}),
    "trench": ("Trenches|trench deeper", {"gutters", "overflow", "pump", "ground"}),
    "solvent": ("Solvent", {"gutters", "first_flush", "overflow", "pump"}),
    "cement": ("cement burns", {"ground"}),
    "children": ("[Cc]hildren", {"cistern", "overflow", "ground"}),
    "mosquitoes": ("mosquitoes", {"gutters", "overflow"}),
    "electricity": ("electrician", {"pump", "treatment"}),
    "residual current": ("residual-current", {"pump", "treatment"}),
    "engineer": ("engineer", {"cistern", "overflow", "pump", "ground"}),
    "cross-connection": ("plumber", {"household", "pump", "treatment"}),
    "Legionella": ("Legionella", {"household"}),
    "untreated water": ("not drinking water|not safe|safe to drink", {"household", "first_flush", "treatment"}),
    "ultraviolet light": ("burns eyes", {"treatment"}),
    "bleach": ("Bleach", {"treatment"}),
    "asbestos and lead": ("Asbestos, lead", {"roofs"}),
    "weight": ("Water weighs", {"cistern", "ground", "pump"}),
    "services in the ground": ("Call before you dig|Find cables", {"gutters", "ground"}),
    "pressure": ("hold pressure", {"pump"}),
}


@pytest.fixture(scope="module")
def cautions():
    plan = planned_dry("saltmarrow", *HEADER, *MAINS)
    stations = ("roofs", "gutters", "first_flush", "overflow", "treatment", "pump", "household", "ground")
    needs_rain = {"cistern": planned("saltmarrow").cistern.cautions}
    return {name: getattr(plan, name).cautions for name in stations} | needs_rain


@pytest.mark.parametrize("hazard", HAZARDS)
def test_a_hazard_is_named_at_every_step_where_it_is_met_and_once(hazard, cautions):
    words, stations = HAZARDS[hazard]
    for station in stations:
        said = [each for each in cautions[station] if re.search(words, each)]
        assert len(said) >= 1, station
        assert hazard in ("trench", "engineer", "work at height", "confined space") or len(said) == 1, (station, said)
