"""What is wrong with a treatment train, each with the edit that fixes it."""

import math
from typing import Any

from lean_year.core.household.uses import Quality
from lean_year.core.pump.cross_connection import HELD_BACK, LEAST_GAP_MM, RAIN_CATEGORY
from lean_year.core.treatment import chlorine as chlorine_rules
from lean_year.core.treatment.calcite import LEAST_ALKALINITY_MG_L
from lean_year.core.treatment.cartridges import CYST_MICRON, FINE_MICRON
from lean_year.core.treatment.chlorine import LEGIONELLA_C, RESIDUAL_MG_L
from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.train import house_peak_l_s, is_cartridge, stages_before
from lean_year.plan.stations.treatment.disinfection_methods import (
    CYST,
    FINE,
    contact_needed_min,
    keeps_cysts,
    lamp_operations,
    residual_mg_l,
    standing_min,
    with_stages,
)
from lean_year.plan.stations.treatment.dosing import behind_calcite
from lean_year.plan.stations.treatment.lamp_findings import lamp_findings
from lean_year.plan.stations.treatment.least_train import LEAST_TRAIN_OF_A_HOUSE, missing_stage
from lean_year.plan.stations.treatment.water_tests import result_findings
from lean_year.property.document import Property
from lean_year.property.treatment import LONGEST_CONTACT_MIN, MOST_STAGES


def treatment_findings(
    document: Property,
    peak_l_s: float,
    dose: float | None,
    served: dict[Quality, bool],
    say: Wording,
) -> list[Finding]:
    """Everything to fix; `dose` is the lamp's at its peak and at the end of its life, None without one. [mJ/cm2]"""
    found = Findings("treatment", failing_is_not_to_drink=served["drinking"])
    entered = document.treatment
    if served["drinking"]:
        result_findings(document, found)
    if not entered.stages and not entered.chlorine.on:
        if served["drinking"]:
            found.add(
                "TREATMENT_NONE",
                "fails",
                "Nothing is planned between the tank and the taps. Untreated rainwater is not safe to drink.",
                "",
                Fix(
                    text="Begin with the least train of a house.",
                    operations=[
                        replace("/treatment/stages", [dict(each) for each in LEAST_TRAIN_OF_A_HOUSE]),
                        *_lamp(document, [dict(each) for each in LEAST_TRAIN_OF_A_HOUSE]),
                    ],
                ),
            )
        return found.rows
    if served["drinking"]:
        _for_drinking(document, dose, found, say)
    _for_other_uses(document, served, found, say)
    _order(document, found, say)
    if dose is not None and served["drinking"]:
        lamp_findings(document, peak_l_s, dose, found, say)
    if entered.chlorine.on:
        _chlorine(document, found, say)
    _connections(document, found, say)
    return found.rows


def _lamp(document: Property, stages: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """What makes the lamp of these stages large enough."""
    return lamp_operations(document, with_stages(document, stages))


def _add(stage: dict[str, Any], at: int | None = None) -> list[dict[str, Any]]:
    place = "-" if at is None else str(at)
    return [{"op": "add", "path": f"/treatment/stages/{place}", "value": stage}]


def _for_drinking(document: Property, dose: float | None, found: Findings, say: Wording) -> None:
    entered = document.treatment
    kinds = [stage.kind for stage in entered.stages]
    if dose is None and not entered.chlorine.on:
        _without_disinfection(document, found, say)
    if dose is not None:
        lamp = kinds.index("uv")
        before = [stage.micron for stage in entered.stages[:lamp] if is_cartridge(stage)]
        if min(before, default=1e9) > FINE_MICRON:
            found.add(
                "TREATMENT_COARSE_BEFORE_UV",
                "fails",
                f"No filter of {say.micron(FINE_MICRON)} stands before the lamp: UV does not reach germs that "
                "particles shield.",
                "",
                Fix(
                    text=f"Add {say.micron(FINE_MICRON)} before it.",
                    operations=_add(FINE, lamp),
                ),
            )
    if not entered.drinking_rated:
        found.add(
            "TREATMENT_NOT_RATED",
            "fails",
            "Liner, pipe, paint, sealant or coating is not rated for drinking water.",
            "Use materials rated to NSF/ANSI/CAN 61, AS/NZS 4020 or the local rule; tanks must be new, or have "
            "held food only.",
        )
    _soft(document, found)


def _soft(document: Property, found: Findings) -> None:
    entered = document.treatment
    if entered.alkalinity_mg_l is None or entered.alkalinity_mg_l >= LEAST_ALKALINITY_MG_L:
        return
    behind = behind_calcite(document)[1].alkalinity_mg_l
    fitted = any(stage.kind == "calcite" for stage in entered.stages)
    enough = behind >= LEAST_ALKALINITY_MG_L
    if fitted and enough:
        return
    found.add(
        "TREATMENT_SOFT",
        "caution" if entered.copper_pipe else "note",
        f"An alkalinity of {entered.alkalinity_mg_l:g} mg/L is soft and acid: it corrodes copper and dissolves "
        "mortar.",
        "A calcite contactor, or baking soda in the tank."
        if enough
        else f"Baking soda in the tank: calcite brings this water to {fixed(behind)} mg/L at most.",
        *([Fix(text="Add a calcite contactor.", operations=_add({"kind": "calcite"}, min(1, len(entered.stages))))]
          if enough and len(entered.stages) < MOST_STAGES
          else []),
    )  # fmt: skip


def _without_disinfection(document: Property, found: Findings, say: Wording) -> None:
    held = [stage.model_dump() for stage in document.treatment.stages]
    at_tap = [stage for stage in document.treatment.stages if stage.kind == "tap_filter"]
    lamp: dict[str, Any] = {"kind": "uv"}
    cysts = any(keeps_cysts(stage) for stage in document.treatment.stages)
    fixes = (
        Fix(text="Add a UV lamp at the end.", operations=_add(lamp) + _lamp(document, [*held, lamp])),
        Fix(
            text="Dose chlorine in the tank and let it stand." if cysts else
            f"Dose chlorine in the tank, let it stand, and add an absolute filter of {say.micron(CYST_MICRON)}.",
            operations=[
                replace("/treatment/chlorine/on", True),
                replace("/treatment/chlorine/contact_min", standing_min(document)),
                *([] if cysts else _add(CYST)),
            ],
        ),
    )  # fmt: skip
    if any(keeps_cysts(stage) for stage in at_tap):
        found.add(
            "TREATMENT_ONE_TAP",
            "caution",
            "One tap is filtered. Shower, tooth brush, dishes and ice have untreated water, which is not safe "
            "to swallow.",
            "Tell the people who live there in writing, and mark the other taps as not for drinking.",
            *fixes,
        )
        return
    also = (
        f" A filter of {say.micron(CYST_MICRON)}, absolute, at one tap would at least keep cysts from it."
        if at_tap
        else ""
    )
    found.add("TREATMENT_NO_BARRIER", "fails", f"Nothing in the train disinfects the water.{also}", "", *fixes)


def _for_other_uses(document: Property, served: dict[Quality, bool], found: Findings, say: Wording) -> None:
    """What leaves the train early must still have met its least train."""
    train = document.treatment
    added = {"garden": {"kind": "strainer", "micron": 150}, "indoor": {"kind": "sediment", "micron": 20}}
    others: tuple[Quality, ...] = ("garden", "indoor")
    for use in others:
        missing = missing_stage(document, use, say)
        if not served[use] or not missing:
            continue
        leaves = min(stages_before(document, use), len(train.stages))
        at = 0 if use == "garden" else leaves
        moved = [
            replace(f"/treatment/{name}_after", after + 1)
            for name, after in (("garden", train.garden_after), ("indoor", train.indoor_after))
            if name == use or min(after, len(train.stages)) > at
        ]
        found.add(
            f"TREATMENT_{use.upper()}_LACKS",
            "caution",
            f"{'The garden' if use == 'garden' else 'Toilets and laundry'} lack {missing} in front.".replace(
                "The garden lack", "The garden lacks"
            ),
            "",
            *([Fix(text=f"Add {missing}.", operations=[*_add(added[use], at), *moved])]
              if len(train.stages) < MOST_STAGES and max(train.garden_after, train.indoor_after) < MOST_STAGES
              else []),
        )  # fmt: skip


def _order(document: Property, found: Findings, say: Wording) -> None:
    stages = document.treatment.stages
    if document.pump.by_motor and stages and stages[0].kind != "strainer":
        found.add(
            "TREATMENT_NO_STRAINER",
            "caution",
            "There is no strainer before the pump: grit wears the impellers.",
            "",
            *(
                [Fix(text="Add a strainer in front.", operations=[*_add({"kind": "strainer", "micron": 150}, 0),
                                                                  *_later(document)])]
                if len(stages) < MOST_STAGES
                else []
            ),
        )  # fmt: skip
    finest = math.inf
    for number, stage in enumerate(stages):
        if stage.kind != "strainer" and not is_cartridge(stage):
            continue
        if stage.kind != "carbon" and stage.micron > finest * 1.001:
            found.add(
                "TREATMENT_COARSE_AFTER_FINE",
                "note",
                f"Stage {number + 1} of {say.micron(stage.micron)} stands behind one of {say.micron(finest)}: it has "
                "nothing left to catch.",
                "Coarse first, fine last.",
            )
        finest = min(finest, stage.micron)


def _later(document: Property) -> list[dict[str, Any]]:
    """Branches leave one stage later, where one is put in front."""
    train = document.treatment
    return [
        replace(f"/treatment/{name}_after", min(MOST_STAGES, after + 1))
        for name, after in (("garden", train.garden_after), ("indoor", train.indoor_after))
    ]


def _chlorine(document: Property, found: Findings, say: Wording) -> None:
    entered, train = document.treatment.chlorine, document.treatment
    most = chlorine_rules.most_mg_l(us=document.units == "us")
    usual_dose = Fix(text="Dose 1 mg/L.", operations=[replace("/treatment/chlorine/dose_mg_l", 1)])
    if entered.dose_mg_l == 0:
        found.add(
            "TREATMENT_NO_DOSE",
            "fails",
            "Chlorine is planned, and none is dosed.",
            "",
            usual_dose,
        )
    elif entered.residual_mg_l > entered.dose_mg_l:
        left = min(entered.dose_mg_l, RESIDUAL_MG_L)
        found.add(
            "TREATMENT_RESIDUAL_OVER_DOSE",
            "caution",
            f"A residual of {entered.residual_mg_l:g} mg/L cannot be left of a dose of {entered.dose_mg_l:g}: no "
            "more than the dose is counted.",
            "Measure the residual at the tap.",
            Fix(text=f"Count on {left:g} mg/L.", operations=[replace("/treatment/chlorine/residual_mg_l", left)]),
        )
    if entered.dose_mg_l > most:
        found.add(
            "TREATMENT_CHLORINE_HIGH",
            "fails",
            f"{entered.dose_mg_l:g} mg/L is over what may be drunk, {most:g}: a shock dose.",
            "Flush after a shock, and dose less for every day.",
            usual_dose,
        )
    needed = contact_needed_min(document)
    if entered.dose_mg_l > 0 and entered.contact_min < needed:
        found.add(
            "TREATMENT_CONTACT_SHORT",
            "fails",
            f"It must stand {fixed(needed)} min with {residual_mg_l(document):g} mg/L, and stands "
            f"{fixed(entered.contact_min)}.",
            "Dose the tank the evening before, or a contact tank behind it.",
            *(
                [Fix(text=f"Plan a contact tank of {say.volume(house_peak_l_s(document) * 60 * (needed + 0.5))}, "
                          f"{fixed(needed + 0.5)} min at the peak flow.",
                     operations=[replace("/treatment/chlorine/contact_min", round(needed + 0.5))])]
                if round(needed + 0.5) <= LONGEST_CONTACT_MIN
                else []
            ),
        )  # fmt: skip
    lamp = any(stage.kind == "uv" for stage in train.stages)
    if not lamp and not any(keeps_cysts(stage) for stage in train.stages):
        found.add(
            "TREATMENT_CRYPTOSPORIDIUM",
            "fails",
            "Chlorine does not kill Cryptosporidium at doses that can be drunk.",
            "",
            Fix(
                text=f"Add an absolute filter of {say.micron(CYST_MICRON)}.",
                operations=_add(CYST),
            ),
        )
    carbons = [number for number, stage in enumerate(train.stages) if stage.kind == "carbon"]
    if carbons and not lamp:
        found.add(
            "TREATMENT_RESIDUAL_TAKEN",
            "caution",
            "Carbon removes the chlorine: no residual protects the pipes behind it. It stands last, at the tap, or "
            "before a lamp.",
            "",
            Fix(
                text="Carbon at the kitchen tap instead.",
                operations=[
                    *({"op": "remove", "path": f"/treatment/stages/{number}"} for number in reversed(carbons)),
                    *_add({"kind": "tap_filter", "micron": 5}),
                ],
            ),
        )  # fmt: skip


def _backflow_class(document: Property, found: Findings) -> None:
    """Against a public supply, by the category of the water that could run back."""
    entered = document.treatment
    holds = HELD_BACK[entered.changeover]
    us = document.units == "us"
    if entered.second_source != "mains" or entered.changeover == "valves":
        return
    if holds < (RAIN_CATEGORY - 1 if us else RAIN_CATEGORY):
        named = (
            "An interlocked changeover" if entered.changeover == "interlocked" else "A reduced-pressure-zone device"
        )
        found.add(
            "TREATMENT_BACKFLOW_CLASS",
            "caution",
            f"Rain in a building counts as fluid category {RAIN_CATEGORY}, the worst (EN 1717). {named} holds "
            f"back up to category {holds}: between the mains and the rain it is not enough by that standard.",
            "An air gap, or what the water supplier and local code take instead, in writing. A licensed plumber's "
            "work.",
            Fix(text="Over an air gap.", operations=[replace("/treatment/changeover", "air_gap")]),
        )
    if entered.changeover == "rpz" and not entered.backflow_tested:
        found.add(
            "TREATMENT_BACKFLOW_UNTESTED",
            "caution",
            "The reduced-pressure-zone device is not tested yet where it stands.",
            "Have a licensed tester test it when it is fitted and each year, keep the sheet, and see that its relief "
            "port drains where it is seen.",
            asks=True,
        )


def _connections(document: Property, found: Findings, say: Wording) -> None:
    entered = document.treatment
    if entered.second_source != "none" and entered.changeover == "valves":
        found.add(
            "TREATMENT_CROSS_CONNECTION",
            "fails",
            f"Only two valves separate the rain from the {entered.second_source}: one left open joins them.",
            f"An air gap of two bores, at least {say.nominal(LEAST_GAP_MM)}, or an interlocked changeover. A "
            "licensed plumber's work.",
            Fix(text="Over an air gap.", operations=[replace("/treatment/changeover", "air_gap")]),
        )
    _backflow_class(document, found)
    if entered.mist:
        found.add(
            "TREATMENT_MIST",
            "caution",
            f"Mist and spray of water from a warm store, above about {say.temperature(LEGIONELLA_C)}, carry "
            "Legionella into "
            "the lungs.",
            "Disinfect what is sprayed, or drip instead.",
        )
    garden = max(0, min(entered.garden_after, len(entered.stages)))
    lamp = next((number for number, stage in enumerate(entered.stages) if stage.kind == "uv"), garden)
    if lamp < garden:
        found.add(
            "TREATMENT_GARDEN_THROUGH_UV",
            "note",
            "The garden's water passes the lamp: the lamp must be larger than the house needs.",
            "",
            Fix(
                text="Take it off before the lamp." if lamp > 1 else "Take it off first.",
                operations=[replace("/treatment/garden_after", min(lamp, 1))],
            ),
        )
