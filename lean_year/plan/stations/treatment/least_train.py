"""The least that the water of each use must pass, and what a train lacks of it. Basis: common practice."""

from dataclasses import dataclass
from typing import Any

from lean_year.core.household.uses import Quality
from lean_year.core.treatment.cartridges import (
    COARSE_MICRON,
    DRINKING_MICRON,
    DRIPPER_MICRON,
    FINE_MICRON,
    INDOOR_MICRON,
)
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.screens_met import strainers_met
from lean_year.plan.model.train import stages_before
from lean_year.property.document import Property
from lean_year.property.treatment import TreatmentStage

LEAST_TRAIN_OF_A_HOUSE: tuple[dict[str, Any], ...] = (
    {"kind": "strainer", "micron": DRIPPER_MICRON},
    {"kind": "sediment", "micron": COARSE_MICRON},
    {"kind": "sediment", "micron": DRINKING_MICRON},
    {"kind": "carbon", "micron": FINE_MICRON},
    {"kind": "uv"},
)
"""Of one that drinks rain. Basis: common practice."""


@dataclass(frozen=True, slots=True)
class Pretreatment:
    """What the water has passed before the train, as far as the least train asks."""

    screened: bool
    """By leaf screens on every downpipe, or a first flush."""
    calmed: bool
    """By the inlets of all tanks."""


def pretreatment(document: Property) -> Pretreatment:
    """What the water of a document passes on its way into the tanks."""
    used = document.groups_in_use()
    screened = all(strainers_met(document, each) for each in document.downpipes if each.id in used)
    calmed = all(tank.inlet.calmed for tank in document.cistern.built())
    return Pretreatment(screened or document.first_flush.kind != "none", calmed)


def stages_for(document: Property, use: Quality) -> list[TreatmentStage]:
    """The stages that the water of a use passes."""
    return document.treatment.stages[: stages_before(document, use)]


def missing_stage(document: Property, use: Quality, say: Wording) -> str:
    """What the train lacks of the least train for a use; empty where it has all of it."""
    stages = stages_for(document, use)
    kinds = {each.kind for each in stages}
    filters = ("strainer", "sediment", "carbon") if use == "garden" else ("sediment", "carbon")
    finest = min((each.micron for each in stages if each.kind in filters), default=1e9)
    if use == "garden":
        return "" if finest <= DRIPPER_MICRON else f"a strainer of {say.micron(DRIPPER_MICRON)}"
    if use == "indoor":
        return "" if finest <= INDOOR_MICRON else f"sediment of {say.micron(INDOOR_MICRON)}"
    missing = [f"sediment of {say.micron(DRINKING_MICRON)}"] if finest > DRINKING_MICRON else []
    if "carbon" not in kinds and not document.treatment.chlorine.on:
        missing.append("carbon")
    if "uv" not in kinds and not document.treatment.chlorine.on:
        missing.append("UV, or chlorine with its time")
    return ", ".join(missing)


def lacking(document: Property, use: Quality, before: Pretreatment, say: Wording) -> list[str]:
    """What the least train for a use has that this property has not: in the train, before the tank and in it."""
    missing = missing_stage(document, use, say)
    found = [missing] if missing else []
    if not before.screened:
        found.append("leaf screens, or a first flush")
    if not before.calmed and use != "garden":
        found.append("a calmed inlet")
    return found
