"""What is wrong with the roofs: what they bring, and whether it is fit for the use."""

from lean_year.core.roofs.snow import FROZEN_SHARE, SLIDES_SHARE
from lean_year.plan.answer.figure import Finding
from lean_year.plan.answer.findings import Findings
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.demand import HouseholdDemand, temperatures
from lean_year.plan.model.harvest import Catch, snow_applies
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.roof_surface import plan_area_m2, runoff_of
from lean_year.plan.stations.roofs.fitness import fitness_findings
from lean_year.property.document import Property


def roof_findings(
    document: Property,
    demand: HouseholdDemand,
    rain: PreparedRain | None,
    catch: Catch | None,
    say: Wording,
) -> list[Finding]:
    """Everything to fix or to know about the roofs in use."""
    found = Findings("roofs")
    on = [roof for roof in document.roofs if roof.on]
    if not on:
        found.add(
            "ROOF_NONE",
            "fails",
            "No roof is switched on, so nothing is caught.",
            "Add a roof or switch one on.",
        )
    drunk = any(use.quality == "drinking" and use.from_rain and use.daily_l.any() for use in demand.uses)
    for roof in on:
        fitness_findings(found, roof, drunk=drunk)
        if plan_area_m2(roof) == 0:
            found.add(
                "ROOF_NO_AREA",
                "caution",
                f"{roof.name} has an area of zero.",
                "Enter its measures, or take it off the list.",
            )
    if rain is not None:
        _snow_of_the_record(found, document, rain)
        if catch is not None and snow_applies(document, rain):
            _sliding_snow(found, document, rain, catch, say)
    return found.rows


def _snow_of_the_record(found: Findings, document: Property, rain: PreparedRain) -> None:
    if document.snow.on and not snow_applies(document, rain):
        found.add(
            "ROOF_SNOW_NO_TEMPERATURES",
            "caution",
            "Snow is to be counted apart from rain, but neither the record nor the site has temperatures.",
            "Enter twelve mean lows and highs, or bring in a record that has them.",
        )
    share = 0.0 if document.snow.on else _frozen_share(document, rain)
    if share > FROZEN_SHARE:
        found.add(
            "ROOF_SNOW_COUNTED_AS_RAIN",
            "caution",
            f"{share * 100:.0f} % of the record fell in frost and is counted as rain on its day.",
            "Let snow lie on the roofs until it melts: the store is then as low in winter as it will be.",
        )


def _frozen_share(document: Property, rain: PreparedRain) -> float:
    """Share of what fell on days as cold as snow; 0 where nobody knows the temperatures."""
    weather = temperatures(document, rain)
    total = float(rain.filled_mm.sum())
    if weather is None or total <= 0:
        return 0.0
    frozen = (weather[0] + weather[1]) / 2 <= document.snow.threshold_c
    return float(rain.filled_mm[frozen].sum()) / total


def _sliding_snow(found: Findings, document: Property, rain: PreparedRain, catch: Catch, say: Wording) -> None:
    off_l_year = rain.a_year(catch.off_roofs.sum())
    for roof, lost_mm in zip(document.roofs, catch.snow_lost_mm, strict=True):
        lost_l_year = rain.a_year(plan_area_m2(roof) * runoff_of(roof) * lost_mm)
        if roof.on and not roof.snow_guards and lost_l_year > SLIDES_SHARE * off_l_year:
            found.add(
                "ROOF_SNOW_SLIDES",
                "note",
                f"{roof.name} at {fixed(roof.pitch_deg, 1)}° sheds its snow: {say.volume(lost_l_year)} of "
                "melt a year misses the gutter.",
                "Snow guards keep it on the roof; the engineer confirms the load.",
            )
