"""The least that the water of each use must pass, and what a train lacks of it. Basis: common practice."""

from dataclasses import dataclass

from lean_year.core.household.uses import Quality
from lean_year.plan.model.train import stages_before
from lean_year.property.document import Property
from lean_year.property.treatment import TreatmentStage

DRIPPER_MICRON, INDOOR_MICRON, DRINKING_MICRON = 150.0, 50.0, 5.0


@dataclass(frozen=True, slots=True)
class Lacking:
    """What a use lacks: of the train itself, and on the way into the tank and out of it."""

    stage: str
    """Empty where the train has all that it takes."""
    elsewhere: tuple[str, ...]

    @property
    def all(self) -> list[str]:
        return ([self.stage] if self.stage else []) + list(self.elsewhere)


def served(document: Property) -> dict[Quality, bool]:
    """Which uses rain serves."""
    household = document.household
    watered = household.irrigation.area_m2 > 0 and household.irrigation.from_rain
    garden = watered or sum(household.garden_l_month) > 0
    if not household.uses:
        return {"garden": garden, "indoor": True, "drinking": True}
    of = {use.quality for use in household.uses if use.from_rain}
    return {"garden": garden or "garden" in of, "indoor": "indoor" in of, "drinking": "drinking" in of}


def stages_for(document: Property, use: Quality) -> list[TreatmentStage]:
    """The stages that the water of a use passes."""
    return document.treatment.stages[: stages_before(document, use)]


def lacking(document: Property, use: Quality) -> Lacking:
    """What the least train for a use has that this property has not."""
    stages = stages_for(document, use)
    kinds = {each.kind for each in stages}
    filters = ("strainer", "sediment", "carbon") if use == "garden" else ("sediment", "carbon")
    finest = min((each.micron for each in stages if each.kind in filters), default=1e9)
    if use == "garden":
        stage = "" if finest <= DRIPPER_MICRON else "a strainer of 100 to 150 micron"
        return Lacking(stage, _before_the_tank(document))
    if use == "indoor":
        stage = "" if finest <= INDOOR_MICRON else "sediment of 20 to 50 micron"
        return Lacking(stage, _before_the_tank(document) + _in_the_tank(document))
    missing = ["sediment of 5 micron"] if finest > DRINKING_MICRON else []
    if "carbon" not in kinds and not document.treatment.chlorine.on:
        missing.append("carbon")
    if "uv" not in kinds and not document.treatment.chlorine.on:
        missing.append("UV, or chlorine with its time")
    return Lacking(", ".join(missing), _before_the_tank(document) + _in_the_tank(document))


def _before_the_tank(document: Property) -> tuple[str, ...]:
    used = document.groups_in_use()
    screened = all(each.screens for each in document.downpipes if each.id in used)
    return () if screened or document.first_flush.kind != "none" else ("leaf screens, or a first flush",)


def _in_the_tank(document: Property) -> tuple[str, ...]:
    calm = all(tank.inlet.calmed for tank in document.cistern.built())
    return () if calm else ("a calmed inlet",)
