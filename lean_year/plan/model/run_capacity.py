"""What a run from the downpipes to its tank takes, by the method that the property is sized by."""

from dataclasses import dataclass
from fractions import Fraction

from lean_year.core.hydraulics.pipes import link_flow_l_s
from lean_year.core.water_path import gutters
from lean_year.core.water_path.gutters import CODE_TABLE_N, DRAIN_FILL, SMOOTH_PIPE_N
from lean_year.core.water_path.levels import ENTRY_HEADS
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.capacity_methods import (
    BESIDE_THE_TABLE,
    CODE_TABLE,
    COLEBROOK,
    MANNING,
    Method,
    size_in_table,
)
from lean_year.plan.model.levels import RunLevels
from lean_year.property.document import Property
from lean_year.property.roofs import Downpipe


@dataclass(frozen=True, slots=True)
class RunCapacity:
    """What a run takes, and how that was worked out."""

    flow_l_s: float
    method: Method
    working: str


def run_capacity(document: Property, pipe: Downpipe, levels: RunLevels, bore_mm: float, say: Wording) -> RunCapacity:
    """What a run takes at a bore, by the method that the property is sized by.

    Where the code table has no row for a dry run's fall or bore, it is worked out as the table's own rows were.
    """
    if pipe.run.kind == "wet":
        return _wet_capacity(pipe, levels, bore_mm, say)
    if levels.fall is None:
        return RunCapacity(0.0, MANNING, "its heights are not known yet")
    slope = min(1.0, max(0.0, levels.fall))
    if document.downpour.method == "code_table":
        return _by_code_table(slope, bore_mm, say)
    flow = gutters.drain_capacity_l_s(diameter_mm=bore_mm, slope=slope, fill=DRAIN_FILL)
    working = f"d {say.bore(bore_mm)}, fall {slope * 100:.2f} %, n {SMOOTH_PIPE_N}, filled to {DRAIN_FILL:g} d"
    return RunCapacity(flow, MANNING, working)


def _by_code_table(slope: float, bore_mm: float, say: Wording) -> RunCapacity:
    fall = max((each for each in gutters.HORIZONTAL if each <= slope), default=slope)
    table = gutters.HORIZONTAL.get(fall)
    if table is not None and table.size_of_in(bore_mm) is not None:
        working = size_in_table(table, bore_mm, f"{Fraction(12 * fall).limit_denominator(16)} in per foot")
        return RunCapacity(table.flow_l_s(bore_mm), CODE_TABLE, working)
    flow = gutters.drain_capacity_l_s(diameter_mm=bore_mm, slope=fall, manning_n=CODE_TABLE_N)
    working = f"d {say.bore(bore_mm)}, fall {fall * 100:.2f} %, n {CODE_TABLE_N}, full"
    return RunCapacity(flow, BESIDE_THE_TABLE, working)


def _wet_capacity(pipe: Downpipe, levels: RunLevels, bore_mm: float, say: Wording) -> RunCapacity:
    if levels.drop_m is None:
        return RunCapacity(0.0, COLEBROOK, "its heights are not known yet")
    flow = link_flow_l_s(
        head_m=min(100.0, max(0.0, levels.drop_m)),
        bore_mm=bore_mm,
        length_m=levels.length_m,
        roughness_mm=pipe.run.roughness_mm,
        fittings=levels.fittings - ENTRY_HEADS,
    )
    head, length = say.length(levels.drop_m), say.length(levels.length_m)
    return RunCapacity(flow, COLEBROOK, f"head {head} over {length} of {say.bore(bore_mm)}, K {levels.fittings:.1f}")
