"""The figures of the gutters and pipes."""

from lean_year.plan.answer.capacity import Place
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.inputs import DOWNPOUR
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flow import design_intensity_mm_h, heavier
from lean_year.plan.model.levels import RunLevels
from lean_year.property.document import Property


def gutter_figures(
    document: Property, runs: list[RunLevels], off_roofs_l_s: float, tightest: Place | None, say: Wording
) -> dict[str, Figure]:
    """The least drop, the flow of the downpour, and the place that it fills most."""
    return {
        "drop_m": _least_drop(runs, say),
        "flow_l_s": _flow(document, off_roofs_l_s, say),
        "tightest_share": _tightest(tightest, say),
    }


def _least_drop(runs: list[RunLevels], say: Wording) -> Figure:
    return Figure(
        value=min((run.drop_m for run in runs if run.drop_m is not None), default=None),
        unit="m",
        label="Least drop to the inlet",
        basis="derived",
        rests_on=("heights",),
        formula="water on the leaf screen or filter, or at the gutter outlet where there is neither, "
        "− invert of the inlet; the least of all runs",
        working="; ".join(
            f"{run.name}: {say.length(run.screen_m)} − {say.length(run.inlet_m)}"
            for run in runs
            if run.screen_m is not None
        ),
        moves="A tank that stands lower, or a screen higher under its gutter.",
    )


def _flow(document: Property, off_roofs_l_s: float, say: Wording) -> Figure:
    entered, rate = document.downpour, design_intensity_mm_h(document)
    effective_m2 = off_roofs_l_s * 3600 / max(rate, 1e-9)
    return Figure(
        value=off_roofs_l_s,
        unit="L/s",
        label="Off the roofs in the downpour",
        basis="from_memory" if entered.driven_rain else "derived",
        rests_on=("areas", "rate"),
        source="BS EN 12056-3 for driven rain (from memory)" if entered.driven_rain else "",
        formula="effective area × rate; effective = plan × (1 + tan(pitch) / 2)"
        if entered.driven_rain
        else "plan area × rate",
        working=f"{say.area(effective_m2)} × {say.intensity(rate)}; {_raised(document, say)}once in "
        f"{entered.return_years:g} years over {entered.duration_min:g} minutes",
    )


def _raised(document: Property, say: Wording) -> str:
    """What the rate comes of where heavier downpours are planned for."""
    if heavier(document) == 1:
        return ""
    return f"{say.intensity(document.rain.design_intensity_mm_h)} × {fixed(heavier(document), 1)}, "


def _tightest(place: Place | None, say: Wording) -> Figure:
    if place is None:
        return Figure(value=None, unit="-", label="Tightest place", basis="derived")
    return Figure(
        value=place.ratio,
        unit="-",
        label=f"Tightest place: {place.name}",
        basis=place.basis,
        rests_on=DOWNPOUR,
        source=place.source,
        formula=f"flow / capacity; capacity: {place.formula}",
        working=f"{say.flow(place.flow_l_s)} / {say.flow(place.capacity_l_s)}; {place.working}",
    )
