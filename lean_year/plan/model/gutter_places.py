"""What the gutters of a surface and their outlets take of its downpour, and the sizes that would take it.

The first run of gutter that spills decides for its surface.
"""

from collections.abc import Callable, Iterable, Iterator
from typing import Any, NamedTuple

from lean_year.core.hydraulics.stock_pipes import GUTTER_OUTLETS_MM, HALF_ROUND_GUTTERS_MM
from lean_year.core.water_path import gutters
from lean_year.plan.answer.capacity import Place, SizeOffered, first_enough
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.capacity_methods import CODE_TABLE, EN, size_in_table
from lean_year.plan.model.gutter_runs import (
    GutterRun,
    gutter_runs,
    gutter_section,
    one_outlet_more,
    outlet_head_mm,
)
from lean_year.property.document import Property
from lean_year.property.roofs import Roof
from lean_year.property.water_path import MOST_PIECES

MORE_OUTLETS = 3

Takes = Callable[[GutterRun], float]
"""Flow off the whole surface that a run takes. [L/s]"""
Words = Callable[[float], str]


def spills_over(roof: Roof) -> str:
    shapes = {each.shape for each in roof.gutters}
    if "open_channel" in shapes:
        return "over its edge and down the slope"
    return "over the paving" if "channel" in shapes else "over the eaves"


def gutter_places(document: Property, number: int, roof: Roof, flow_l_s: float, say: Wording) -> list[Place]:
    """The gutters of a surface and their outlets; none where it has no gutter."""
    if not roof.gutters:
        return []
    return [_gutters(document, number, roof, flow_l_s, say), _outlets(number, roof, flow_l_s, say)]


def _one_way_l_s(document: Property, run: GutterRun) -> float:
    """What a run takes on its longest way to an outlet."""
    gutter = run.gutter
    if gutter.shape == "open_channel":
        return gutters.open_channel_l_s(
            width_mm=gutter.width_mm, depth_mm=gutter.depth_mm, slope=gutter.fall_mm_m / 1000, lining=gutter.lining
        )
    if document.downpour.method == "code_table":
        return gutters.SEMICIRCULAR_GUTTER.flow_l_s(gutter.width_mm)
    section, depth, _ = gutter_section(gutter, gutter.width_mm)
    return gutters.gutter_capacity_l_s(
        section_mm2=section,
        length_over_depth=1000 * run.longest_reach_m / depth,
        fall_mm_m=gutter.fall_mm_m,
        bends=gutter.bends,
    )


class _Why(NamedTuple):
    source: str
    formula: str
    working: str


def _why(document: Property, run: GutterRun, say: Wording) -> _Why:
    """Where that comes from."""
    gutter, takes = run.gutter, say.flow(_one_way_l_s(document, run))
    if gutter.shape == "open_channel":
        n = gutters.LINING_N[gutter.lining]
        return _Why(
            "Manning; roughness by Chow 1959 (from memory)",
            "A R^(2/3) S^(1/2) / n, filled to four fifths",
            f"{takes} at {fixed(gutter.fall_mm_m / 10, 1)} %, n {n}",
        )
    if document.downpour.method == "code_table":
        size = size_in_table(gutters.SEMICIRCULAR_GUTTER, gutter.width_mm, "1/16 in per foot")
        return _Why(CODE_TABLE.source, CODE_TABLE.formula, f"{takes}, {size}")
    factor = gutters.length_factor(
        1000 * run.longest_reach_m / gutter_section(gutter, gutter.width_mm)[1], gutter.fall_mm_m
    )
    return _Why(
        EN,
        "0.9 × 2.78e-5 × section^1.25 × factor for length and fall",
        f"{takes}, × {factor:.2f} for its length and fall" + (" and × 0.85 for its angle" * gutter.bends)
        + ("" if gutter.shape == "half_round" else ", counted as a half-round one of its section, the careful side"),
    )  # fmt: skip


def _outlet_takes_l_s(run: GutterRun) -> float:
    """Flow off the whole surface at which the busiest outlet of a run takes no more."""
    gutter = run.gutter
    takes = gutters.opening_capacity_l_s(
        diameter_mm=gutter.outlet_mm, head_mm=outlet_head_mm(gutter), strainer=gutter.strainer
    )
    return takes / run.most_to_one_outlet / run.share


def _gutters(document: Property, number: int, roof: Roof, flow: float, say: Wording) -> Place:
    def takes(run: GutterRun) -> float:
        """Flow off the whole surface at which a run is full."""
        return _one_way_l_s(document, run) * run.length_m / run.longest_reach_m / run.share

    run, which = _first_to_spill(roof, takes)
    why = _why(document, run, say)
    widths = gutters.OPEN_CHANNELS_MM if run.gutter.shape == "open_channel" else HALF_ROUND_GUTTERS_MM
    wider = _wider(number, roof, takes, flow, "width_mm", widths, say.bore)
    return Place(
        key=f"gutter:{roof.id}",
        kind="gutter",
        name=f"{'Channel' if 'channel' in run.gutter.shape else 'Gutter'} of {roof.name}",
        group=None,
        roof=roof.id,
        size=f"{say.bore(run.gutter.width_mm)}, {several(len(run.outlets_m), 'outlet')}{which}",
        flow_l_s=flow,
        capacity_l_s=takes(run),
        basis="from_memory",
        source=why.source,
        formula=f"{why.formula}, over the longest way to an outlet, × gutter",
        working=f"{why.working}, over {say.length(run.longest_reach_m)} to an outlet, × "
        f"{say.length(run.length_m)}{_its_share(run)}",
        sizes=first_enough(wider, _more_outlets(number, roof, takes, flow)),
        spills=spills_over(roof),
    )


def _outlets(number: int, roof: Roof, flow: float, say: Wording) -> Place:
    run, which = _first_to_spill(roof, _outlet_takes_l_s)
    gutter = run.gutter
    wider = _wider(
        number,
        roof,
        _outlet_takes_l_s,
        flow,
        "outlet_mm",
        GUTTER_OUTLETS_MM,
        lambda width: f"{say.bore(width)} openings",
    )
    return Place(
        key=f"outlet:{roof.id}",
        kind="outlet",
        name=f"Outlets of {roof.name}",
        group=None,
        roof=roof.id,
        size=f"{len(run.outlets_m)} × {say.bore(gutter.outlet_mm)}{which}",
        flow_l_s=flow,
        capacity_l_s=_outlet_takes_l_s(run),
        basis="from_memory",
        source=EN,
        formula="D h^1.5 / 7500, or D² h^0.5 / 15000 once drowned, over what of the gutter runs to one outlet",
        working=f"D {say.bore(gutter.outlet_mm)}, h {say.bore(outlet_head_mm(gutter))}"
        + (", halved by the strainer" if gutter.strainer else "")
        + f"; {run.most_to_one_outlet * 100:.0f} % of the gutter runs to its busiest outlet{_its_share(run)}",
        sizes=first_enough(wider, _more_outlets(number, roof, _outlet_takes_l_s, flow)),
        spills=spills_over(roof),
    )


def _first_to_spill(roof: Roof, takes: Takes) -> tuple[GutterRun, str]:
    """The run that decides for its surface, and which of several it is, in words."""
    runs = gutter_runs(roof)
    row = min(range(len(runs)), key=lambda each: takes(runs[each]))
    return runs[row], "" if len(runs) == 1 else f", run {row + 1} of {len(runs)}"


def _its_share(run: GutterRun) -> str:
    return "" if run.share == 1 else f"; {run.share * 100:.0f} % of the surface drains to this run"


def _too_small(roof: Roof, takes: Takes, flow_l_s: float) -> list[int]:
    """The runs that cannot take the flow, by their row; all of them where each can."""
    runs = gutter_runs(roof)
    return [row for row, run in enumerate(runs) if takes(run) < flow_l_s] or list(range(len(runs)))


def _wider(
    number: int, roof: Roof, takes: Takes, flow_l_s: float, field: str, sizes: Iterable[float], words: Words
) -> Iterator[SizeOffered]:
    small = _too_small(roof, takes, flow_l_s)
    narrowest = min(getattr(roof.gutters[row], field) for row in small)
    for size in sizes:
        if size > narrowest:
            grown = _with(roof, {row: {field: max(size, getattr(roof.gutters[row], field))} for row in small})
            yield _offer(number, roof, grown, takes, flow_l_s, words(size))


def _more_outlets(number: int, roof: Roof, takes: Takes, flow_l_s: float) -> Iterator[SizeOffered]:
    grown = roof
    for _ in range(MORE_OUTLETS):
        small = _too_small(grown, takes, flow_l_s)
        runs = gutter_runs(grown)
        if any(len(runs[row].outlets_m) >= MOST_PIECES for row in small):
            return
        grown = _with(grown, {row: {"outlets_m": one_outlet_more(runs[row])} for row in small})
        yield _offer(number, roof, grown, takes, flow_l_s, f"{len(grown.gutters[small[0]].outlets_m)} outlets")


def _with(roof: Roof, changes: dict[int, dict[str, Any]]) -> Roof:
    changed = [gutter.model_copy(update=changes.get(row)) for row, gutter in enumerate(roof.gutters)]
    return roof.model_copy(update={"gutters": changed})


def _offer(number: int, roof: Roof, grown: Roof, takes: Takes, flow_l_s: float, label: str) -> SizeOffered:
    capacity = min(takes(run) for run in gutter_runs(grown))
    return SizeOffered(
        label=label,
        capacity_l_s=capacity,
        enough=capacity >= flow_l_s,
        operations=[
            {"op": "replace", "path": f"/roofs/{number}/gutters/{row}/{field}", "value": value}
            for row, (before, after) in enumerate(zip(roof.gutters, grown.gutters, strict=True))
            for field, value in after
            if value != getattr(before, field)
        ],
    )
