from lean_year.core.household.uses import HABITS_L_PERSON_DAY
from lean_year.core.roofs.catchment import runoff_coefficients
from lean_year.property.document import Roof


def test_health_answers_when_ready(client):
    assert client.get("/api/health").json() == {"status": "ready"}


def test_every_choice_comes_with_its_usual_value_basis_and_source(client):
    choices = client.get("/api/choices").json()
    for material in choices["materials"]:
        known = runoff_coefficients()[material["key"]]
        assert (material["low"], material["central"], material["high"]) == (known.low, known.central, known.high)
        assert material["basis"] == "from_memory"
        assert material["source"]
    assert {each["key"]: each["litres_person_day"] for each in choices["habits"]} == HABITS_L_PERSON_DAY


def test_what_can_be_entered_is_what_has_a_coefficient():
    materials = Roof.model_json_schema()["properties"]["material"]["enum"]
    assert materials == list(runoff_coefficients())
