"""The figures of the overflow."""

import numpy as np

from lean_year.core.cistern.operation import OperatedReplay
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.inputs import DOWNPOUR, SUPPLY
from lean_year.plan.answer.wording import Wording, day
from lean_year.plan.model.flow import overflow_intensity_mm_h
from lean_year.plan.model.overflow_outlets import has_pipe
from lean_year.plan.model.prepared_rain import PreparedRain, mean_year
from lean_year.plan.stations.overflow.hydraulics import Hydraulics
from lean_year.property.document import Property


def downpour_figures(
    document: Property, off_roofs_l_s: float, brought_l_s: float, crown_m: float, hydraulics: Hydraulics, say: Wording
) -> dict[str, Figure]:
    """Inflow and capacity in its downpour; `crown_m` is how high a standpipe's crown may stand at most."""
    place = hydraulics.place
    figures = {
        "inflow_l_s": Figure(
            value=place.flow_l_s,
            unit="L/s",
            label="Inflow at most",
            basis="derived",
            rests_on=DOWNPOUR,
            formula="roofs in use × rate / 3600, no more than full gutters, clean screens and full pipes bring",
            working=f"{say.flow(off_roofs_l_s)} off the roofs at {say.intensity(overflow_intensity_mm_h(document))}; "
            f"gutters and pipes bring {say.flow(brought_l_s)}",
            moves="Wider gutters and pipes bring more, and the overflow must pass it.",
        ),
        "comes_in_l_s": Figure(
            value=brought_l_s,
            unit="L/s",
            label="Gutters and pipes bring at most",
            basis="from_memory",
            rests_on=DOWNPOUR,
            source="BS EN 12056-3 (from memory); orifice law; Darcy-Weisbach with Colebrook",
            formula="gutters running full, strainers and screens clean, pipes full under all their fall",
            working=f"{say.flow(brought_l_s)} of {say.flow(off_roofs_l_s)} off the roofs",
            moves="A half-clogged screen brings less, and does not make the overflow smaller.",
        ),
        "capacity_l_s": Figure(
            value=place.capacity_l_s,
            unit="L/s",
            label="Overflow passes",
            basis=place.basis,
            rests_on=("fittings",),
            source=place.source,
            formula=place.formula,
            working=place.working,
            moves="An invert farther under the lid helps as much as a wider pipe.",
        ),
    }
    if has_pipe(document):
        figures["head_m"] = Figure(
            value=hydraulics.stands_m,
            unit="m head",
            label="Head over the overflow at that rate",
            basis="derived",
            rests_on=DOWNPOUR,
            formula="the head at which the overflow's inlet and its pipe pass the inflow",
            working=f"{say.flow(place.flow_l_s)} through {place.size}",
        )
    if document.overflow.kind == "standpipe":
        figures["crown_m"] = Figure(
            value=crown_m,
            unit="m",
            label="Set the standpipe's crown invert at or below",
            basis="common_practice",
            rests_on=DOWNPOUR,
            formula="the lowest lid, inlet or leaf screen − head at the design inflow",
            working=f"{say.length(crown_m + hydraulics.stands_m)} − {say.length(hydraulics.stands_m)}",
            moves="The level rises by the head over the crown while it pours.",
        )
    return figures


def spill_figures(rain: PreparedRain, run: OperatedReplay, say: Wording) -> dict[str, Figure]:
    """What goes over in a mean year, on the worst day, and on how many days."""
    worst = int(np.argmax(run.spilled_l))
    runs = run.spilled_l > 1
    return {
        "spill_l_year": Figure(
            value=mean_year(run.spilled_l, rain),
            unit="L",
            label="Spilled in a mean year",
            basis="derived",
            rests_on=SUPPLY,
            formula="sum of the days' spill, mean of the counted years",
            working=f"{int(rain.counts.sum())} years",
        ),
        "largest_day_l": Figure(
            value=float(run.spilled_l[worst]),
            unit="L",
            label="Largest spill of a day",
            basis="derived",
            rests_on=SUPPLY,
            formula="most of all days of the record",
            working=f"on {day(rain.dates[worst])}, {say.shallow(float(rain.filled_mm[worst]))} of rain",
        ),
        "spill_days_year": Figure(
            value=mean_year(runs, rain),
            unit="d",
            label="Days on which it runs in a mean year",
            basis="derived",
            rests_on=SUPPLY,
            formula=f"days with more than {say.volume(1)} of spill, mean of the counted years",
            working=f"{int(rain.counts.sum())} years; {int(runs.sum()):,} days in the whole record",
        ),
    }
