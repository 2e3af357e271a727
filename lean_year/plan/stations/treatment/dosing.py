"""Chlorine for the tank, and what takes the acid off soft rain: soda, or a bed of calcite."""

from lean_year.core.household.uses import Quality
from lean_year.core.treatment import calcite, chlorine
from lean_year.core.treatment.chlorine import RAIN_ALKALINITY_MG_L, RAIN_PH
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.train import stage_peaks_l_s, through_m3_year
from lean_year.plan.stations.treatment.disinfection_methods import contact_needed_min, residual_mg_l
from lean_year.property.document import Property


def balance_figures(document: Property, use_m3_year: dict[Quality, float], say: Wording) -> dict[str, Figure]:
    """Bleach and its time where chlorine is dosed; soda where alkalinity is low; calcite where it stands."""
    figures: dict[str, Figure] = {}
    if document.treatment.chlorine.on:
        figures |= _bleach(document, say)
    measured = document.treatment.alkalinity_mg_l
    if measured is not None and measured < document.treatment.wanted_alkalinity_mg_l:
        figures["soda_g"] = _soda(document, measured, say)
    bed = next((n for n, stage in enumerate(document.treatment.stages) if stage.kind == "calcite"), None)
    if bed is not None:
        figures |= _calcite(document, bed, use_m3_year, say)
    return figures


def behind_calcite(document: Property) -> tuple[calcite.Balance, calcite.Balance]:
    """The water in front of a contactor and behind it, at most."""
    entered = document.treatment
    before = calcite.Balance(
        RAIN_ALKALINITY_MG_L if entered.alkalinity_mg_l is None else entered.alkalinity_mg_l,
        RAIN_PH if entered.last_test.ph is None else entered.last_test.ph,
    )
    after = calcite.after_calcite(alkalinity_mg_l=before.alkalinity_mg_l, ph=before.ph, water_c=document.pump.water_c)
    return before, after


def in_tank_l(document: Property) -> float:
    """Water in the tank on the day of dosing. [L]"""
    logged = document.treatment.chlorine.in_tank_l
    return document.cistern.gross_l if logged is None else logged


def _bleach(document: Property, say: Wording) -> dict[str, Figure]:
    entered, litres = document.treatment.chlorine, in_tank_l(document)
    bleach = chlorine.bleach_ml(
        volume_l=litres, dose_mg_l=entered.dose_mg_l, strength_percent=max(0.01, entered.strength_percent)
    )
    needed = contact_needed_min(document)
    return {
        "bleach_ml": Figure(
            value=bleach,
            unit="mL",
            label="Bleach for a full tank" if entered.in_tank_l is None else "Bleach for what is in the tank",
            basis="derived",
            formula="volume × dose / (10 × strength)",
            working=f"{say.volume(litres)} × {entered.dose_mg_l:g} mg/L / (10 × {entered.strength_percent:g} %)",
            moves="Dose for the level of the day. Strength fades on the shelf: read the date.",
        ),
        "contact_min": Figure(
            value=needed,
            unit="min",
            label="Must stand, for 3 log of Giardia",
            basis="from_memory",
            source="US EPA, SWTR guidance manual",
            formula="CT / free residual",
            working=f"{fixed(needed * residual_mg_l(document))} mg min/L at {say.temperature(document.pump.water_c)} "
            f"and pH {entered.ph:g} / {residual_mg_l(document):g} mg/L",
            moves="Cold and alkaline water take longer.",
        ),
    }


def _soda(document: Property, measured: float, say: Wording) -> Figure:
    litres, wanted = in_tank_l(document), document.treatment.wanted_alkalinity_mg_l
    return Figure(
        value=chlorine.soda_g(volume_l=litres, rise_mg_l_caco3=wanted - measured),
        unit="g",
        label="Baking soda for the tank",
        basis="published",
        rests_on=("tanks",),
        source="molar masses",
        formula="volume × rise / 595.7",
        working=f"{say.volume(litres)} × ({wanted:g} − {measured:g}) mg/L / 595.7",
        moves="Half of it first, stir, measure, then the rest. Rain that comes thins it again.",
    )


def _calcite(document: Property, bed: int, use_m3_year: dict[Quality, float], say: Wording) -> dict[str, Figure]:
    before, after = behind_calcite(document)
    flow = stage_peaks_l_s(document)[bed]
    litres = calcite.bed_l(min(100.0, flow))
    through_m3 = through_m3_year(document, bed, use_m3_year)
    rise = max(0.0, after.alkalinity_mg_l - before.alkalinity_mg_l)
    water = f"alkalinity {before.alkalinity_mg_l:g} mg/L, pH {before.ph:g}, {say.temperature(document.pump.water_c)}"
    return {
        "calcite_mg_l": Figure(
            value=after.alkalinity_mg_l,
            unit="mg/L",
            label="Alkalinity behind the calcite, at most",
            basis="derived",
            source="calcite in water shut off from air; Plummer and Busenberg 1982, from memory",
            formula="taken up until the water is full of it",
            working=f"{water}: pH {fixed(after.ph, 1)} then",
            moves="What carbon dioxide is in the water sets it: rain straight from the roof takes up little.",
        ),
        "calcite_l": Figure(
            value=litres,
            unit="L",
            label="Bed of calcite",
            basis="estimate",
            formula="peak × six minutes",
            working=f"{say.flow(flow)} × {calcite.CONTACT_MIN:g} min, {say.mass(litres * calcite.BULK_KG_L)}",
            moves="A maker's sheet comes first.",
        ),
        "calcite_kg_year": Figure(
            value=rise * through_m3 / 1000,
            unit="kg",
            label="Calcite used up in a year, at most",
            basis="derived",
            formula="rise × water through it",
            working=f"{fixed(rise, 1)} mg/L × {say.volume(through_m3 * 1000)}",
            moves="Topped up when the bed has sunk by a third.",
        ),
    }
