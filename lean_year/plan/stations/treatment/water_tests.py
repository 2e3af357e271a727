"""Tests of the water: when each is due, what the last one showed, and the steps that a failed one opens."""

from pydantic import BaseModel

from lean_year.core.treatment import chlorine
from lean_year.core.treatment.water_tests import HIGH_BOIL_M, LIMITS, SHOCK_MG_L, Steps, TestKey, failed
from lean_year.plan.answer.figure import Severity
from lean_year.plan.answer.findings import Findings
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.train import lamp_number
from lean_year.plan.stations.treatment.dosing import in_tank_l
from lean_year.property.document import Property


class WaterTestRow(BaseModel):
    key: str
    label: str
    unit: str
    when: str
    low: float
    high: float
    source: str
    result: float | None
    failed: bool


class StepSet(BaseModel):
    """What to do about one kind of failed test, in its order."""

    key: Steps
    name: str
    because: str
    """What the tests showed."""
    steps: list[str]


class WaterTests(BaseModel):
    rows: list[WaterTestRow]
    steps: list[StepSet]
    """Of the tests that failed; empty where none did."""


_WHEN: dict[TestKey, str] = {
    "e_coli_100ml": "before anybody drinks, each quarter of the first year, then yearly and after any work",
    "coliforms_100ml": "with E. coli",
    "turbidity_ntu": "with E. coli, and when the water looks cloudy",
    "ph": "with E. coli",
    "chlorine_mg_l": "while it is dosed",
    "lead_ug_l": "once, and after work on roof or pipes: the first draw of the morning",
    "copper_mg_l": "with lead",
    "iron_mg_l": "once, before any lamp is bought",
}
_WHEN_DOSED: dict[TestKey, str] = {
    "chlorine_mg_l": "weekly by strip; each month with pH and alkalinity, twice a month in wet spells",
    "ph": "each month, twice a month in wet spells",
}
_NAMES: dict[Steps, str] = {
    "germs": "Germs in the water",
    "cloudy": "Cloudy water",
    "acid": "pH out of its range",
    "metals": "Metal in the water",
    "residual": "Chlorine out of its range",
    "iron": "Iron",
}


def water_tests(document: Property, say: Wording) -> WaterTests:
    """Every test that this property wants."""
    results = _results(document)
    wrong = failed(results)
    wanted = [key for key in LIMITS if key != "chlorine_mg_l" or document.treatment.chlorine.on]
    when = _WHEN | (_WHEN_DOSED if document.treatment.chlorine.on else {})
    rows = [
        WaterTestRow(
            key=key,
            label=LIMITS[key].label,
            unit=LIMITS[key].unit,
            when=when[key],
            low=LIMITS[key].low,
            high=LIMITS[key].high,
            source=LIMITS[key].source,
            result=results[key],
            failed=key in wrong,
        )
        for key in wanted
    ]
    opened = dict.fromkeys(LIMITS[key].opens for key in wrong if key in wanted)
    return WaterTests(
        rows=rows,
        steps=[
            StepSet(
                key=name,
                name=_NAMES[name],
                because=", ".join(_shown(key, results[key]) for key in wrong if LIMITS[key].opens == name),
                steps=_steps(document, name, results, say),
            )
            for name in opened
        ],
    )


def result_findings(document: Property, found: Findings) -> None:
    """Failed tests: the worst is that nobody may drink."""
    results = _results(document)
    if results["e_coli_100ml"] is None or results["coliforms_100ml"] is None:
        found.add(
            "TREATMENT_NOT_TESTED",
            "note",
            "The water has not been tested. Nobody drinks it before E. coli and coliforms are clear.",
            "Enter the result under Water & tests.",
            asks=True,
        )
    for key in failed(results):
        limit = LIMITS[key]
        if key == "chlorine_mg_l" and not document.treatment.chlorine.on:
            continue
        severity: Severity = "fails" if limit.fails else "caution"
        allowed = (
            "none is allowed" if limit.high == 0 else f"{limit.low:g} to {limit.high:g} are wanted" if limit.low else
            f"at most {limit.high:g} is allowed"
        )  # fmt: skip
        found.add(
            f"TREATMENT_TEST_{limit.opens.upper()}",
            severity,
            f"The last test showed {_shown(key, results[key])}; {allowed}."
            + (" Nobody drinks it meanwhile." if limit.fails else ""),
            "The steps stand under Water & tests.",
        )


def _results(document: Property) -> dict[TestKey, float | None]:
    entered = document.treatment.last_test
    return {key: getattr(entered, key) for key in LIMITS}


def _shown(key: TestKey, value: float | None) -> str:
    return f"{LIMITS[key].label} {value:g} {LIMITS[key].unit}".strip()


def _steps(document: Property, name: Steps, results: dict[TestKey, float | None], say: Wording) -> list[str]:
    match name:
        case "germs":
            return _germs(document, say)
        case "cloudy":
            return [
                "Boil what is drunk: UV does not reach germs that particles shield.",
                "Change the cartridges, and look at what was in them: sand, leaf, slime, rust.",
                "Look at first flush, leaf screens and the calmed inlet; has the level fallen to the sludge?",
                "Clean the sleeve, run the taps clear, test again.",
            ]
        case "acid":
            return [
                "Low: a calcite contactor, or soda in the tank; high: a young tank of concrete, which settles in a "
                "year, or too much soda.",
                "Test alkalinity, copper and lead with the next sample.",
            ]
        case "metals":
            return [
                "Drink other water, infants and the pregnant first of all. Boiling makes it worse.",
                "Take two samples: the first draw of the morning, and one after five minutes. The first tells of "
                "the house's pipes, the second of roof and tank.",
                "Look for lead flashing, old solder, brass, bare copper.",
                "Raise pH and alkalinity, then test again.",
            ]
        case "residual":
            shown = results["chlorine_mg_l"] or 0.0
            if shown > LIMITS["chlorine_mg_l"].high:
                return ["Do not drink until it has fallen; leave the lid's vent open and dose less."]
            return [
                "Boil what is drunk until a residual is back.",
                "Dose the tank for its level today, mix, wait its time, test again.",
                "Does it vanish in a day? Something consumes it: sediment, leaves, a dead animal. Clean first.",
            ]
        case "iron":
            return [
                "Wipe the sleeve: iron bakes onto it, and the sensor shows it.",
                "Find its source: a rusting roof or tank, a well behind the changeover.",
                "A filter for iron before the lamp where the source stays.",
            ]


def _germs(document: Property, say: Wording) -> list[str]:
    entered, in_tank = document.treatment.chlorine, in_tank_l(document)
    bleach = chlorine.bleach_ml(
        volume_l=in_tank, dose_mg_l=SHOCK_MG_L, strength_percent=max(0.01, entered.strength_percent)
    )
    minutes = "three minutes at this height" if document.pump.altitude_m > HIGH_BOIL_M else "one minute"
    lamp = lamp_number(document) is not None
    return [
        f"Tell everybody. Boil what is drunk, and for teeth and dishes: a rolling boil for {minutes}.",
        "Find the way in: lid, vent, screens, a dead animal, fresh droppings, a roof used by birds, a joint to the "
        "ground. Repair it, clean from outside; nobody enters a tank.",
        *(["The lamp: power, sensor, sleeve, hours, and the valve that should have shut."] if lamp else []),
        f"Shock the tank: {say.measure(bleach)} of plain "
        f"{entered.strength_percent:g} % bleach for {say.volume(in_tank)}, {SHOCK_MG_L:g} mg/L. Open each tap until "
        "it smells, hot ones too; bypass the carbon. Stand it overnight.",
        "Flush to ground that can bear it, not to a septic tank or creek. New cartridges.",
        "Test again when no chlorine is left, and once more a week later. Nobody drinks before both are clear.",
    ]
