"""What is wrong with a treatment train, each with the edit that mends it."""

import math
from typing import Any

from lean_year.core import chlorine as chlorine_rules
from lean_year.core import ultraviolet
from lean_year.plan.figure import Finding, Fix
from lean_year.plan.mend import Findings, replace
from lean_year.plan.train import DESIGN_UVT_PERCENT
from lean_year.plan.wording import Wording, fixed
from lean_year.property.document import Property

FINE_MICRON = 5.0
"""Before a lamp, so that nothing shades a germ. Basis: common practice."""
CYST_MICRON = 1.0
"""An absolute filter that keeps Cryptosporidium back. Basis: from memory (EPA, CDC)."""
LEAST_ALKALINITY_MG_L = 40.0
"""Softer water than this eats copper. Basis: common practice."""
LEAST_TRAIN = (
    {"kind": "strainer", "micron": 150},
    {"kind": "sediment", "micron": 20},
    {"kind": "sediment", "micron": 5},
    {"kind": "carbon", "micron": 5},
    {"kind": "uv"},
)
"""Of a house that drinks rain. Basis: common practice."""


def treatment_findings(
    document: Property,
    peak_l_s: float,
    dose: float | None,
    new_dose: float,
    served: dict[Any, bool],
    say: Wording,
) -> list[Finding]:
    """Everything to mend; `dose` is the lamp's at its peak, None without one, `new_dose` a new lamp's. [mJ/cm2]"""
    found = Findings("treatment")
    entered = document.treatment
    if not entered.stages:
        if served["drinking"]:
            found.add(
                "TREATMENT_NONE",
                "caution",
                "Nothing is planned between the tank and the taps. Untreated rainwater is not safe to drink.",
                "",
                Fix(
                    text="Begin with the least train of a house.",
                    operations=[replace("/treatment/stages", [dict(each) for each in LEAST_TRAIN])],
                ),
            )
        return found.rows
    if served["drinking"]:
        _for_drinking(document, dose, found)
    if dose is not None:
        _lamp(document, peak_l_s, dose, new_dose, found, say)
    if entered.chlorine.on:
        _chlorine(document, found)
    _connections(document, found)
    return found.rows


def _add(stage: dict[str, Any], at: int | None = None) -> list[dict[str, Any]]:
    place = "-" if at is None else str(at)
    return [{"op": "add", "path": f"/treatment/stages/{place}", "value": stage}]


def _for_drinking(document: Property, dose: float | None, found: Findings) -> None:
    entered = document.treatment
    kinds = [stage.kind for stage in entered.stages]
    if dose is None and not entered.chlorine.on:
        at_tap = "tap_filter" in kinds
        found.add(
            "TREATMENT_NO_BARRIER",
            "fails",
            "Nothing in the train kills germs."
            + (" A filter at one tap leaves the shower and the tooth brush to the tank's water." if at_tap else ""),
            "",
            Fix(text="Add a UV lamp at the end.", operations=_add({"kind": "uv"})),
            Fix(text="Dose chlorine in the tank.", operations=[replace("/treatment/chlorine/on", True)]),
        )
    if dose is not None:
        lamp = kinds.index("uv")
        before = [stage.micron for stage in entered.stages[:lamp] if stage.kind in ("sediment", "carbon")]
        if min(before, default=1e9) > FINE_MICRON:
            found.add(
                "TREATMENT_COARSE_BEFORE_UV",
                "fails",
                f"No filter of {FINE_MICRON:g} micron stands before the lamp: a germ in the shade of a grain lives.",
                "",
                Fix(
                    text="Add 5 micron before it.",
                    operations=_add({"kind": "sediment", "micron": 5}, lamp),
                ),
            )
    if not entered.drinking_rated:
        found.add(
            "TREATMENT_NOT_RATED",
            "fails",
            "Liner, pipe, paint, sealant or coating is not rated for drinking water.",
            "All that it touches to NSF/ANSI/CAN 61, AS/NZS 4020 or the local rule; tanks new, or once of food only.",
        )
    if entered.alkalinity_mg_l is not None and entered.alkalinity_mg_l < LEAST_ALKALINITY_MG_L:
        found.add(
            "TREATMENT_SOFT",
            "caution" if entered.copper_pipe else "note",
            f"An alkalinity of {entered.alkalinity_mg_l:g} mg/L is soft and acid: it eats copper and mortar.",
            "A calcite contactor, or baking soda in the tank.",
            *(
                []
                if "calcite" in kinds
                else [Fix(text="Add a calcite contactor.", operations=_add({"kind": "calcite"}, 1))]
            ),
        )


def _lamp(document: Property, peak_l_s: float, dose: float, new_dose: float, found: Findings, say: Wording) -> None:
    uv = document.treatment.uv
    if dose < ultraviolet.DRINKING_MJ_CM2 - 1e-9:
        short = ultraviolet.DRINKING_MJ_CM2 / max(dose, 1e-9)
        wanted = math.ceil(uv.rated_flow_l_s * short * 100) / 100
        fixes = []
        if wanted <= 100:
            fixes.append(
                Fix(
                    text=f"A lamp rated for {say.flow(wanted)}.",
                    operations=[replace("/treatment/uv/rated_flow_l_s", wanted)],
                )
            )
        if new_dose >= ultraviolet.DRINKING_MJ_CM2 and uv.lamp_h > 0:
            fixes.append(Fix(text="A new lamp.", operations=[replace("/treatment/uv/lamp_h", 0)]))
        found.add(
            "TREATMENT_UV_SMALL",
            "fails",
            f"At {say.flow(peak_l_s)} the lamp gives {fixed(dose)} mJ/cm²; a drinking supply takes "
            f"{ultraviolet.DRINKING_MJ_CM2:g}.",
            "",
            *fixes,
        )
    if uv.uvt_percent is None:
        found.add(
            "TREATMENT_UVT_NOT_MEASURED",
            "note",
            f"{DESIGN_UVT_PERCENT:g} % of transmittance is counted on. Roof water can carry colour that no eye sees.",
            "Have it measured; better water needs a smaller lamp.",
        )
    found.add(
        "TREATMENT_UV_VIRUS",
        "note",
        f"{ultraviolet.DRINKING_MJ_CM2:g} mJ/cm² takes Cryptosporidium and Giardia four logs down, but adenovirus "
        "only half a log: that takes 186. Few roofs carry it; where people are frail, add chlorine.",
    )
    if uv.lamp_h > ultraviolet.RATED_LIFE_H:
        found.add(
            "TREATMENT_LAMP_OLD",
            "fails" if uv.school == "calendar" or not uv.sensor else "caution",
            f"The lamp has burnt {fixed(uv.lamp_h)} h, its maker rates {fixed(ultraviolet.RATED_LIFE_H)}. A lamp "
            "that glows is not a lamp that treats.",
            "",
            Fix(text="A new lamp.", operations=[replace("/treatment/uv/lamp_h", 0)]),
        )
    if uv.school == "sensor" and not uv.sensor:
        found.add(
            "TREATMENT_NO_SENSOR",
            "fails",
            "The lamp is changed by its sensor, and it has none.",
            "",
            Fix(text="Fit the sensor.", operations=[replace("/treatment/uv/sensor", True)]),
            Fix(text="Go by the calendar.", operations=[replace("/treatment/uv/school", "calendar")]),
        )
    if not uv.shut_valve and not uv.battery:
        found.add(
            "TREATMENT_UV_FAILS_OPEN",
            "caution",
            "When the power goes, or the light is too little, water runs on untreated.",
            "A valve that fails shut, or a battery.",
            Fix(text="Fit a valve that fails shut.", operations=[replace("/treatment/uv/shut_valve", True)]),
        )
    if peak_l_s > uv.rated_flow_l_s and not uv.flow_limiter:
        found.add(
            "TREATMENT_UV_NO_LIMITER",
            "caution",
            f"Taps can draw {say.flow(peak_l_s)}, the lamp is rated for {say.flow(uv.rated_flow_l_s)}.",
            "A flow limiter, or a larger lamp.",
            Fix(text="Fit a flow limiter.", operations=[replace("/treatment/uv/flow_limiter", True)]),
        )


def _chlorine(document: Property, found: Findings) -> None:
    entered, train = document.treatment.chlorine, document.treatment
    if entered.dose_mg_l > chlorine_rules.MOST_MG_L:
        found.add(
            "TREATMENT_CHLORINE_HIGH",
            "fails",
            f"{entered.dose_mg_l:g} mg/L is over what may be drunk, {chlorine_rules.MOST_MG_L:g}: a shock dose.",
            "Flush after a shock, and dose less for every day.",
            Fix(text="Dose 1 mg/L.", operations=[replace("/treatment/chlorine/dose_mg_l", 1)]),
        )
    asked = chlorine_rules.contact_mg_min_l(
        against="giardia", water_c=min(40.0, document.pump.water_c), ph=entered.ph
    )
    needed = chlorine_rules.contact_min(asked_mg_min_l=asked, residual_mg_l=entered.residual_mg_l)
    if entered.stands_min < needed:
        found.add(
            "TREATMENT_CONTACT_SHORT",
            "fails",
            f"It must stand {fixed(needed)} min with {entered.residual_mg_l:g} mg/L, and stands "
            f"{fixed(entered.stands_min)}.",
            "Dose the tank the evening before, or a contact tank behind it.",
            Fix(
                text=f"Let it stand {fixed(needed + 0.5)} min.",
                operations=[replace("/treatment/chlorine/stands_min", min(100_000.0, round(needed + 0.5)))],
            ),
        )
    cyst = any(stage.absolute and stage.micron <= CYST_MICRON for stage in train.stages)
    lamp = any(stage.kind == "uv" for stage in train.stages)
    if not cyst and not lamp:
        found.add(
            "TREATMENT_CRYPTOSPORIDIUM",
            "fails",
            "Chlorine does not kill Cryptosporidium at doses that can be drunk.",
            "",
            Fix(
                text="Add an absolute filter of 1 micron.",
                operations=_add({"kind": "sediment", "micron": 1, "absolute": True}),
            ),
        )


def _connections(document: Property, found: Findings) -> None:
    entered = document.treatment
    if entered.second_source != "none" and entered.changeover == "valves":
        found.add(
            "TREATMENT_CROSS_CONNECTION",
            "fails",
            f"Two valves part the rain from the {entered.second_source}: one left open joins them.",
            "An air gap of two bores, at least 20 to 25 mm, or an interlocked changeover. A licensed plumber's work.",
            Fix(text="Over an air gap.", operations=[replace("/treatment/changeover", "air_gap")]),
        )
    if entered.mist:
        found.add(
            "TREATMENT_MIST",
            "caution",
            "Mist and spray of water from a warm store, above about 25 °C, carry Legionella into the lungs.",
            "Disinfect what is sprayed, or drip instead.",
        )
    garden = max(0, min(entered.garden_after, len(entered.stages)))
    if any(stage.kind == "uv" for stage in entered.stages[:garden]):
        found.add(
            "TREATMENT_GARDEN_THROUGH_UV",
            "note",
            "The garden's water passes the lamp: it wants a larger one for nothing.",
            "",
            Fix(text="Take it off after the first stage.", operations=[replace("/treatment/garden_after", 1)]),
        )
