"""The figures of a treatment train."""

from lean_year.core.treatment import ultraviolet
from lean_year.core.treatment.cartridges import DIRTY_RISE_KPA
from lean_year.core.treatment.ultraviolet import DESIGN_UVT_PERCENT
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.train import uv_dose_today_mj_cm2
from lean_year.plan.stations.treatment.stage_plan import StagePlan
from lean_year.property.document import Property


def train_figures(document: Property, rows: list[StagePlan], peak_l_s: float, say: Wording) -> dict[str, Figure]:
    """What the train passes, takes and costs."""
    costs = [row.cost_year for row in rows if row.cost_year is not None]
    return {
        "peak_l_s": Figure(
            value=peak_l_s,
            unit="L/s",
            label="Peak flow through the train",
            basis="from_memory" if document.pump.flow_by == "units" else "common_practice",
            rests_on=("peak",),
            source="International Plumbing Code, appendix E (from memory)"
            if document.pump.flow_by == "units"
            else "",
            formula="fixture units by Hunter's curve" if document.pump.flow_by == "units" else "what is open at once",
            working=f"{say.flow(peak_l_s)}, chosen at the pump",
        ),
        "clean_kpa": Figure(
            value=sum(row.clean_kpa for row in rows),
            unit="kPa",
            label="Taken when all is new",
            basis="derived",
            rests_on=("peak", "filters"),
            formula="sum of each stage's drop at the peak",
            working=" + ".join(say.pressure(row.clean_kpa) for row in rows) or "no stage",
            moves="A larger housing takes a fraction of it, and lasts longer by the square of its area.",
        ),
        "dirty_kpa": Figure(
            value=sum(row.dirty_kpa for row in rows),
            unit="kPa",
            label="Taken when cartridges are due",
            basis="common_practice",
            rests_on=("peak", "filters"),
            formula=f"new + {say.pressure(DIRTY_RISE_KPA)} across the cartridges",
            working=" + ".join(say.pressure(row.dirty_kpa) for row in rows) or "no stage",
            moves="Change them earlier, or fit the next larger housing.",
        ),
        "cost_year": Figure(
            value=sum(costs),
            unit=document.prices.currency,
            label="Cartridges and lamps a year",
            basis="estimate",
            rests_on=("people", "animals", "garden"),
            source="costs as entered, lives by estimate",
            formula="12 / life × cost of each",
            working=" + ".join(fixed(cost, 2) for cost in costs) or "no cost entered",
        ),
    }


def dose_figure(document: Property, dose: float, through_l_s: float, say: Wording) -> Figure:
    """The lamp's dose at what passes it, at the end of its life. [mJ/cm2]"""
    uv = document.treatment.uv
    lamp = ultraviolet.lamp_share(max(uv.lamp_h, ultraviolet.RATED_LIFE_H))
    sleeve = ultraviolet.FOULED_SLEEVE_SHARE
    without_light = max(1e-9, uv.rated_mj_cm2 * uv.rated_flow_l_s / max(through_l_s, 1e-9) * lamp * sleeve)
    uvt = "design" if uv.uvt_percent is None else "measured"
    return Figure(
        value=dose,
        unit="mJ/cm2",
        label="UV dose at the peak, at the lamp's end of life",
        basis="from_memory",
        rests_on=("peak", "lamp"),
        source="Beer and Lambert; lamp and sleeve from memory",
        formula="rated dose × rated flow / peak × light in the water × lamp × sleeve",
        working=f"{uv.rated_mj_cm2:g} × {say.flow(uv.rated_flow_l_s)} / {say.flow(through_l_s)} × "
        f"{fixed(100 * dose / without_light, 1)} % × {fixed(100 * lamp)} % × {fixed(100 * sleeve)} %; light by UVT "
        f"{uv.uvt_percent or DESIGN_UVT_PERCENT:g} % ({uvt}), of {uv.rated_uvt_percent:g} % when rated",
        moves="A larger lamp, less flow, or clearer water.",
    )


def dose_today_figure(document: Property, through_l_s: float, say: Wording) -> Figure:
    """The lamp's dose today, by its sensor or by its hours. [mJ/cm2]"""
    uv = document.treatment.uv
    rated = f"{uv.rated_mj_cm2:g} × {say.flow(uv.rated_flow_l_s)} / {say.flow(through_l_s)}"
    read = uv.read_share is not None
    return Figure(
        value=uv_dose_today_mj_cm2(document, through_l_s),
        unit="mJ/cm2",
        label="UV dose at the peak today",
        basis="derived" if read else "from_memory",
        rests_on=("peak", "lamp"),
        source="worked out here" if read else "Beer and Lambert; lamp and sleeve from memory",
        formula="rated dose × rated flow / peak × what the sensor reads"
        if read
        else "as at the end of its life, with the lamp as old as it is",
        working=f"{rated} × {uv.sensor_percent:g} %" if read else f"{rated}, {fixed(uv.lamp_h)} h",
        moves="A clean sleeve, clearer water, or a younger lamp.",
    )
