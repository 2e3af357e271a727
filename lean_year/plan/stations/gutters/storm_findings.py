"""What a downpour test found, each with what fixes it."""

from lean_year.plan.answer.capacity import Place
from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.overflow_outlets import divert_back_down
from lean_year.plan.model.tank_network import Chain
from lean_year.plan.stations.gutters.storm_plan import (
    SPILLS_L,
    Storm,
    StormPlace,
)
from lean_year.property.document import Property


def storm_findings(
    document: Property, storm: Storm, rows: list[StormPlace], chain: Chain, of: dict[str, Place], say: Wording
) -> list[Finding]:
    found = Findings("overflow")
    for place in sorted(rows, key=lambda row: -row.spilled_l):
        if place.spilled_l <= SPILLS_L:
            continue
        when = f"from minute {(place.first_min or 0) + 1}"
        text = f"{place.name} spills {say.volume(place.spilled_l)} {place.onto}, {when}"
        if place.kind == "vessel":
            at = int(place.key.split(":")[1])
            cut_off = _cut_off(chain, storm, at)
            if cut_off is not None:
                near, far = cut_off
                found.add(
                    "STORM_LINK_SHUT",
                    "fails",
                    f"{text}: the valve between {near} and {far} is shut, and the overflow is on the other side.",
                    "Open the valve; a tag on it says open. An overflow on each side makes it forgiving.",
                )
            elif document.overflow.kind == "none":
                found.add(
                    "STORM_NO_OVERFLOW",
                    "fails",
                    f"{text}: there is no overflow.",
                    "",
                    Fix(text="Fit a diverter back down the pipe.", operations=divert_back_down(document)),
                )
            else:
                found.add(
                    "STORM_VESSEL_SPILLS",
                    "fails",
                    f"{text}: links and overflow pass less than the inflow.",
                    "A wider link, a downpipe into each end, or a wider overflow.",
                )
        elif place.kind == "gutter":
            key = place.key.split(":", 1)[1]
            fixes = _enough(of.get(f"gutter:{key}"), place.peak_l_s) + _enough(
                of.get(f"outlet:{key}"), place.peak_l_s
            )
            found.add("STORM_GUTTER_SPILLS", "caution", f"{text}.", "", *fixes)
        elif place.kind in ("group", "inlet"):
            group = place.key.split(":", 1)[1]
            own = [key for key in of if key.startswith(f"screen:{group}:")]
            clogged = [key for key in storm.clogged_screens if key in own]
            narrow = [f"downpipe:{group}", *own] if place.kind == "group" else own
            fixes = [] if clogged else [fix for key in narrow for fix in _enough(of.get(key), place.peak_l_s)]
            found.add(
                "STORM_SCREEN_SPILLS",
                "caution",
                f"{text}" + (", its screen all but closed." if clogged else "."),
                "Clean the screen before the wet season; a larger one forgives more." if clogged else "",
                *fixes,
            )
        else:
            fixes = _enough(of.get(place.key), place.peak_l_s)
            found.add(
                "STORM_RUN_SPILLS", "fails", f"{text}; of {say.flow(place.peak_l_s)} it takes less.", "", *fixes
            )
    return found.rows


def _cut_off(chain: Chain, storm: Storm, at: int) -> tuple[str, str] | None:
    """The shut link that parts a vessel from every overflow, by its names; None where it reaches one."""
    reached, waiting = {at}, [at]
    while waiting:
        here = waiting.pop()
        for link in chain.links:
            if link.coefficient > 0 and here in (link.near, link.far):
                other = link.far if here == link.near else link.near
                if other not in reached:
                    reached.add(other)
                    waiting.append(other)
    if any(chain.vessels[each].overflows for each in reached):
        return None
    for number in storm.shut_links:
        link = chain.links[number]
        if (link.near in reached) != (link.far in reached):
            return chain.link_names[number]
    return None


def _enough(place: Place | None, flow_l_s: float) -> list[Fix]:
    """The next size of each kind on offer that takes a flow."""
    if place is None or place.capacity_l_s >= flow_l_s:
        return []
    fixes: dict[str, Fix] = {}
    for size in place.sizes:
        if size.capacity_l_s >= flow_l_s:
            fix = Fix(text=f"Make it {size.label}.", operations=size.operations)
            fixes.setdefault(str(size.operations[0]["path"]), fix)
    return list(fixes.values())
