"""The cautions of the log are of what is there, and of water that is drunk."""

from lean_year.plan.stations.log.stage import ALWAYS, LAMP, PUMP, UNFIT, cautions_of
from tests.plan.on_demos import edited, replace

NO_TRAIN = replace("/treatment/stages", [])
GARDEN = [
    replace("/household/uses", []),
    replace("/household/animals", []),
    replace("/household/residents", 0),
    replace("/household/guests", [0] * 12),
    replace("/household/periods", []),
]


def test_a_house_with_a_lamp_has_them_all():
    assert cautions_of(edited("saltmarrow")) == [ALWAYS, LAMP, UNFIT]


def test_without_a_lamp_the_pump_is_named_and_without_either_nothing_is():
    assert cautions_of(edited("saltmarrow", NO_TRAIN)) == [ALWAYS, PUMP, UNFIT]
    assert cautions_of(edited("saltmarrow", NO_TRAIN, replace("/pump/feed", "gravity"))) == [ALWAYS, UNFIT]


def test_water_for_a_garden_is_neither_boiled_nor_bought():
    garden = edited("saltmarrow", *GARDEN)
    assert garden.household.garden_only
    assert UNFIT not in cautions_of(garden)
