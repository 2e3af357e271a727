"""A default or a limit of the document that changes is seen: `recorded_fields.py` says how."""

from lean_year.property.household import Household, PeriodEntry
from lean_year.property.treatment import USUAL, Treatment, TreatmentStage
from tests.property.recorded_fields import fields, recorded


def test_every_field_is_what_it_was():
    assert list(fields()) == recorded()


def test_a_stage_is_rated_as_is_usual_for_its_kind_until_it_is_entered():
    usual = {kind: TreatmentStage.model_validate({"kind": kind}) for kind in USUAL}
    assert {kind: (stage.micron, stage.absolute) for kind, stage in usual.items()} == {
        "strainer": (150, False), "sediment": (20, False), "carbon": (5, False), "tap_filter": (0.2, True),
    }  # fmt: skip
    entered = TreatmentStage.model_validate({"kind": "tap_filter", "micron": 1.0})
    assert (entered.micron, entered.absolute) == (1.0, True)
    assert Treatment.model_validate({"stages": [entered]}).stages == [entered]


def test_somebody_lives_there_who_comes_for_a_weekend():
    def period(people):
        return PeriodEntry.model_validate({"name": "Feast", "first": "06-30", "last": "07-02", "people": people})

    bare = Household(residents=0)
    assert not bare.anybody
    assert not bare.model_copy(update={"periods": [period(0)]}).anybody
    assert bare.model_copy(update={"periods": [period(0), period(3)]}).anybody
    assert bare.model_copy(update={"guests": [0.0] * 11 + [1.0]}).anybody
