"""A new property from four answers: the roof, the rain, the people and their use."""

import jsonpointer

from lean_year.core.household.uses import HABITS_L_PERSON_DAY
from lean_year.core.units import L_PER_US_GALLON
from lean_year.property.assumed import not_entered
from lean_year.property.cistern import Cistern, Tank
from lean_year.property.document import Property, Rain, Units
from lean_year.property.household import Habit, Household
from lean_year.property.pump import FixtureCounts, PumpEntry
from lean_year.property.roofs import Material, PlanArea, Roof
from lean_year.property.start_us import USUAL_IN_US_UNITS
from lean_year.property.tank_shapes import Volume

NOTHING_INDOORS = FixtureCounts(toilet=0, basin=0, shower=0, kitchen_sink=0, washing_machine=0, garden_tap=1)
"""What can be open where nobody lives."""
FIRST_GUESS_DAYS = 60
"""Days of use that the first tank holds, until somebody chooses. Basis: estimate."""


def new_property(
    *,
    name: str,
    place: str = "",
    units: Units = "metric",
    roof_area_m2: float,
    material: Material = "metal",
    record_id: str | None = None,
    people: float,
    habit: Habit = "careful",
) -> Property:
    """A first document; all that was not asked is named as assumed."""
    use_l_day = people * HABITS_L_PERSON_DAY[habit]
    round_l = 1_000.0 if units == "metric" else 500 * L_PER_US_GALLON
    tank_l = max(1, round(use_l_day * FIRST_GUESS_DAYS / round_l)) * round_l
    document = Property(
        name=name,
        place=place,
        units=units,
        roofs=[Roof(id="roof-1", name="Main roof", material=material, extent=PlanArea(area_m2=roof_area_m2))],
        rain=Rain(record_id=record_id),
        household=Household(residents=people, habit=habit),
        pump=PumpEntry() if people > 0 else PumpEntry(fixtures=NOTHING_INDOORS),
        cistern=Cistern(tanks=[Tank(id="tank-1", name="Tank", shape=Volume(volume_l=tank_l), outlet_m=0.13)]),
    )
    # Of these nothing was asked either; where there is no value of theirs, a usual one stands.
    tank = "/cistern/tanks/0"
    guessed = ["/roofs/0/runoff", "/household/litres_person_day", f"{tank}/shape/volume_l", f"{tank}/outlet_m"]
    if people == 0:
        guessed += [
            f"/pump/fixtures/{name}"
            for name in FixtureCounts.model_fields
            if name in document.pump.fixtures.model_fields_set
        ]
    document = document.model_copy(update={"assumed": [*guessed, *not_entered(document)]})
    return document if units == "metric" else _in_us_units(document)


def _in_us_units(document: Property) -> Property:
    raw = document.model_dump(mode="json")
    for place, value in USUAL_IN_US_UNITS.items():
        jsonpointer.set_pointer(raw, place, value)
    return Property.model_validate(raw)
