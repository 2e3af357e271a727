"""What is wrong with the household's use of water, and what to know about it."""

from lean_year.plan.answer.figure import Finding
from lean_year.plan.answer.findings import Findings
from lean_year.plan.answer.wording import first_few
from lean_year.plan.model.demand import HouseholdDemand, et0_mm
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.property.document import Property

DRINKING_USES_NAMED = 3


def household_findings(document: Property, demand: HouseholdDemand, rain: PreparedRain | None) -> list[Finding]:
    """Everything to fix or to know about who uses how much, and for what."""
    found = Findings("household")
    if not demand.total_l.any():
        found.add(
            "HOUSEHOLD_NO_USE",
            "caution",
            "Nobody uses rainwater yet, so every tank is large enough.",
            "Enter the people or the garden's water.",
        )
    if rain is not None and document.household.irrigation.area_m2 > 0:
        _evapotranspiration(found, document, rain)
    drunk = [use.name for use in demand.uses if use.quality == "drinking" and use.from_rain and use.daily_l.any()]
    if drunk:
        found.add(
            "HOUSEHOLD_DRINKING_QUALITY",
            "note",
            f"{first_few(drunk, DRINKING_USES_NAMED)} need drinking quality.",
            "Treatment is settled at its own station; test before anyone drinks.",
        )
    if document.household.back_up.kind == "mains":
        found.add(
            "HOUSEHOLD_MAINS_AIR_GAP",
            "caution",
            "Mains tops up this supply. Rainwater must never be able to run back into the mains.",
            "A visible air gap above the tank's top water level, or what local code asks, by a licensed plumber.",
        )
    return found.rows


def _evapotranspiration(found: Findings, document: Property, rain: PreparedRain) -> None:
    asked, taken = document.household.irrigation.et0, et0_mm(document, rain)[1]
    if taken == asked:
        return
    missing = (
        "the record has no column of evapotranspiration"
        if asked == "record"
        else "the site's latitude or the temperatures are missing"
    )
    found.add(
        "HOUSEHOLD_ET0_MISSING",
        "caution",
        f"The garden's weather is taken from the twelve entered values: {missing}.",
        "Enter the latitude and twelve mean lows and highs, or choose entered values.",
    )
