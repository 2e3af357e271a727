"""What is wrong with the store: its size, the record behind it, and how its tanks stand."""

import math
from dataclasses import replace
from itertools import starmap

from lean_year.core.cistern.bank import (
    LEAST_OUTLET_M,
    LINK_HEAD_CAUTION_M,
    LINK_HEAD_NOTED_M,
    SLUDGE_FROM_L,
    STANDS_LONG_D,
    STRANDED_SHARE,
)
from lean_year.core.cistern.operation import DAILY_STEP_LEAST_SHARE, SHORT_RECORD_YEARS, OperatedReplay
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings
from lean_year.plan.answer.findings import replace as in_place
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording, day_of_year, several
from lean_year.plan.model.layout import Layout
from lean_year.plan.model.levels import tank_of
from lean_year.plan.model.losses import into_shut_tanks
from lean_year.plan.model.supply import Supply, years_carried
from lean_year.plan.stations.cistern.figures import fire_level_m, mean_stay_d
from lean_year.plan.stations.cistern.small_store import SharesMet, days_blur, in_words
from lean_year.plan.stations.cistern.stress import StressTest
from lean_year.plan.stations.cistern.tanks import BankPlan, VesselPlan
from lean_year.property.document import Property
from lean_year.property.tank_shapes import Pit


def cistern_findings(
    document: Property,
    supply: Supply,
    alone_run: OperatedReplay,
    bank: BankPlan,
    short_years: int,
    for_aim_l: float | None,
    first_filling: bool,
    drier: StressTest | None,
    run: OperatedReplay,
    shares: SharesMet | None,
    say: Wording,
) -> list[Finding]:
    """Everything to fix.

    `alone_run` is the replay on rain alone, `for_aim_l` the smallest tank that does it, `first_filling` that no size
    would; `drier` the test of the climate that is planned for, `run` the replay of the design, `shares` what a
    small store gives by the day and by the hour.
    """
    found = Findings("cistern")
    if first_filling:
        _not_enough_rain(found, document, supply, say)
    allowed = document.cistern.short_years_allowed
    if short_years > allowed and document.household.garden_only:
        found.add(
            "CISTERN_GARDEN_WAITS",
            "note",
            f"The garden waits for rain in {several(short_years, 'summer')}; {allowed} allowed.",
            f"A tank of {say.volume(for_aim_l)} does it." if for_aim_l is not None and not first_filling else "",
        )
    elif short_years > allowed:
        found.add(
            "CISTERN_SHORT_YEARS",
            "fails",
            f"{several(short_years, 'year')} with dry days, {allowed} allowed.",
            f"A tank of {say.volume(for_aim_l)} does it." if for_aim_l is not None and not first_filling else "",
        )
    _drier(found, document, drier)
    _replay(found, document, supply, shares, say)
    _out_of_use(found, document, supply, run, say)
    _beginning(found, supply.on_rain_alone, alone_run)
    _standing(found, document, mean_stay_d(supply, run))
    _fire(found, supply, say)
    sumps = {tank.id for tank in document.cistern.tanks if isinstance(tank.shape, Pit) and tank.shape.sump_m > 0}
    for vessel in bank.vessels:
        _vessel(found, vessel, bank, say, has_sump=vessel.id in sumps)
    _rigid(found, document)
    _ports(found, document, say)
    _own_valves(found, document, say)
    _valves(found, bank, int(supply.rain.counts.sum()), say)
    _links(found, bank, say)
    return found.rows


def _not_enough_rain(found: Findings, document: Property, supply: Supply, say: Wording) -> None:
    wanted, brought = float(supply.demand_l.sum()), float(supply.inflow_l.sum())
    garden = document.household.garden_only
    who = "The garden asks for" if garden else "The house uses"
    text = f"{who} {say.volume(wanted)} over the record and the roofs bring {say.volume(brought)}"
    if document.household.back_up.kind != "none":
        found.add(
            "CISTERN_RAIN_IS_NOT_ENOUGH",
            "note",
            f"{text}; the rest is other water whatever the tank.",
            "More roof or less use lowers the bill.",
        )
    elif garden:
        found.add(
            "CISTERN_GARDEN_OUTRUNS_ROOF",
            "note",
            f"{text}: whatever the tank, it waits for rain in dry spells.",
            "More roof, less area, mulch and drip lines, or water from elsewhere.",
        )
    else:
        found.add(
            "CISTERN_FIRST_FILLING",
            "fails",
            f"{text}. No tank size closes the gap: it would only use up what it was first filled with.",
            "More roof, less use, or water from elsewhere.",
        )


def _out_of_use(found: Findings, document: Property, supply: Supply, run: OperatedReplay, say: Wording) -> None:
    """What is asked of a store on days on which it stands empty."""
    season, empty = document.cistern.out_of_use, supply.empty_days
    if season is None or not empty.any():
        return
    wanted_l_day = float(supply.demand_l[empty].mean())
    if wanted_l_day < 0.5:
        return
    short = int((run.short_day & empty).sum())
    found.add(
        "CISTERN_WANTED_OUT_OF_USE",
        "caution" if document.household.garden_only else "fails",
        f"{say.rate(wanted_l_day)} is wanted while the store stands empty, "
        f"{' to '.join(starmap(day_of_year, season.days))}: {several(short, 'dry day')} of the record lie there.",
        "Serve those uses from another supply, or leave the store in use.",
        Fix(text="Leave it in use all year.", operations=[in_place("/cistern/out_of_use", None)]),
    )


def _drier(found: Findings, document: Property, drier: StressTest | None) -> None:
    """Where other water helps, less rain only means that more of it is bought."""
    allowed = document.cistern.short_years_allowed
    if drier is None or document.household.back_up.kind != "none":
        return
    short = drier.of_years - drier.years_carried
    if short > allowed:
        found.add(
            "CISTERN_DRIER_CLIMATE",
            "caution",
            f"With {drier.label} the tanks carry {drier.years_carried} of {several(drier.of_years, 'year')}; "
            f"{several(short, 'year')} with dry days, {allowed} allowed.",
            "More tank, more roof, less use, or water from elsewhere in those years.",
        )


def _fire(found: Findings, supply: Supply, say: Wording) -> None:
    level_m, layout = fire_level_m(supply), supply.layout
    if level_m is None:
        return
    tank, second = layout.steps[-1].tanks[0], layout.cistern.second_outlet
    lowest = "the lowest outlet" if layout.house_above_share > 0 else "the outlet of the taps"
    below = f"; {say.volume(layout.for_fire_l)} more lie below their outlet" if layout.for_fire_l > 0 else ""
    found.add(
        "CISTERN_FIRE_OUTLET",
        "note",
        f"{say.volume(layout.reserve_l)} are kept for fire above {lowest}{below}: what is drawn for "
        f"all else has to stop {say.length(level_m)} over the floor of {tank.name}.",
        "A float that stops the pump at that level, or an outlet there. Below it a valve of its own with "
        "the coupling of the local fire service, where a vehicle comes; ask them what flow they count on.",
        *(_outlet_above_the_reserve(layout, level_m, say) if second is None or second.serves == "fire" else []),
    )


def _outlet_above_the_reserve(layout: Layout, level_m: float, say: Wording) -> list[Fix]:
    """The taps' outlet where the reserve ends, and one for fire where it begins."""
    tank, second = layout.steps[-1].tanks[0], layout.cistern.second_outlet
    fire_m = tank.outlet_m if second is None else second.height_m
    higher_m = math.ceil(100 * level_m - 1e-6) / 100
    if higher_m > tank.vessel().overflow_m:
        return []
    row = next(at for at, each in enumerate(layout.cistern.tanks) if each.id == tank.id)
    return [
        Fix(
            text=f"Set the outlet of the taps at {say.length(higher_m)}, and one for fire at {say.length(fire_m)}.",
            operations=[
                in_place(f"/cistern/tanks/{row}/outlet_m", higher_m),
                in_place("/cistern/second_outlet", {"serves": "fire", "height_m": fire_m}),
            ],
        )
    ]


def _standing(found: Findings, document: Property, stay_d: float | None) -> None:
    if stay_d is not None and stay_d > STANDS_LONG_D and document.household.drinks:
        found.add(
            "CISTERN_WATER_STANDS",
            "note",
            f"Water stays {fixed(stay_d)} days in the tanks, on the mean.",
            "No chlorine lasts so long: what is dosed into the tank is gone. Keep it dark, cool and free of sludge, "
            "and treat it on its way out.",
        )


def _replay(found: Findings, document: Property, supply: Supply, shares: SharesMet | None, say: Wording) -> None:
    brought_l_year, live_l = supply.rain.a_year(supply.inflow_l.sum()), supply.layout.live_l
    if days_blur(supply):
        found.add(
            "CISTERN_SMALL_FOR_DAILY_STEP",
            "caution",
            f"{say.volume(live_l)} live is under {DAILY_STEP_LEAST_SHARE * 100:.0f} % of the yearly inflow, "
            f"{say.volume(brought_l_year)}. A store this small fills and empties within a day, which daily "
            f"sums blur (limit from memory: Fewkes and Butler 2000).{in_words(shares)}",
            "Count on the share by the hour, and on the rest of the figures as a rough guide.",
        )
    start_share = document.cistern.start_share
    if start_share > 0 and supply.demand_l.size < SHORT_RECORD_YEARS * int(DAYS_PER_YEAR):
        found.add(
            "CISTERN_SHORT_RECORD_START",
            "note",
            f"The replay begins with the tank {start_share * 100:.0f} % full, which flatters a short record.",
            "Begin it empty to see the difference.",
        )


def _beginning(found: Findings, alone: Supply, run: OperatedReplay) -> None:
    """A record that begins in a dry run flatters a tank that is full on its first day: run it as if its own end came
    before it."""
    if alone.rain.record.made_from is not None or not run.store_l.size or run.size_l <= 0:
        return
    left = min(1.0, float(run.store_l[-1]) / run.size_l)
    if left >= alone.start_share:
        return
    carried, again = years_carried(run, alone.rain), replace(alone, start_share=left).years_carried()
    if again < carried:
        found.add(
            "CISTERN_BEGINS_DRY",
            "caution",
            f"The record is begun with the tank {alone.start_share * 100:.0f} % full, which its first years need. "
            f"Begun as full as it ends, {left * 100:.0f} %, rain carries {several(again, 'year')} and not {carried}.",
            "Count on the fewer years, and size for them.",
        )


def _rigid(found: Findings, document: Property) -> None:
    """Pipe that does not give between tanks that move."""
    built = document.cistern.built()
    for row, tank in enumerate(document.cistern.tanks):
        if tank in built and document.cistern.links_of(tank) and tank.link.joint == "rigid":
            found.add(
                "CISTERN_RIGID_JOINT",
                "caution",
                f"The link of {tank.name} has rigid joints: full tanks settle and bulge, each its own way, and the "
                "pipe or the wall cracks.",
                "",
                Fix(
                    text="Fit flexible joints.",
                    operations=[in_place(f"/cistern/tanks/{row}/link/joint", "flexible")],
                ),
            )


def _ports(found: Findings, document: Property, say: Wording) -> None:
    """Outlets that are narrower than the link behind them."""
    for tank in document.cistern.built():
        port_mm, bore_mm = tank.outlet_port_mm, tank.link.bore_mm
        if document.cistern.links_of(tank) and port_mm is not None and port_mm < bore_mm:
            found.add(
                "CISTERN_PORT_NARROW",
                "caution",
                f"{tank.name} has an outlet of {say.bore(port_mm)} by its sheet, and its link is "
                f"{say.pipe(bore_mm)}. What the water loses in the outlet is not in the plan.",
                "Order it with an outlet as wide as the link, or plan with a link as narrow as the outlet.",
            )


def _vessel(found: Findings, vessel: VesselPlan, bank: BankPlan, say: Wording, *, has_sump: bool) -> None:
    shares = [other for other in bank.vessels if other.step == vessel.step]
    if vessel.apart and len(shares) > 1:
        lowest = min(other.overflow_m for other in shares)
        found.add(
            "CISTERN_NO_SHARED_LEVEL",
            "fails",
            f"{vessel.name} shares no level with the rest: it gives water from {say.length(vessel.outlet_m)} to "
            f"{say.length(vessel.overflow_m)}, the bank from {say.length(bank.draw_m)} to {say.length(lowest)}.",
            "Move it up or down until the two overlap, or let one spill into the other.",
        )
    elif vessel.apart:
        found.add(
            "CISTERN_NO_LIVE_VOLUME",
            "fails",
            f"{vessel.name}'s outlet is not below its overflow, so nothing can be drawn from it.",
            "Lower the outlet.",
        )
    if vessel.stranded_l > STRANDED_SHARE * vessel.gross_l:
        found.add(
            "CISTERN_STRANDED",
            "caution",
            f"{say.volume(vessel.stranded_l)} of {vessel.name} are above the lowest overflow, "
            f"{say.length(bank.overflow_m)}, and never fill.",
            f"Lower its floor by {say.length(vessel.overflow_m - bank.overflow_m)}, or fit a valve on its base "
            "link: shut while it fills, opened to let the water down. Both valves open at once is the fault to "
            "look for.",
        )
    low = vessel.outlet_m - vessel.floor_m < LEAST_OUTLET_M - 1e-9
    if low and vessel.gross_l > SLUDGE_FROM_L and not has_sump:
        found.add(
            "CISTERN_OUTLET_LOW",
            "note",
            f"{vessel.name}'s outlet is {say.length(vessel.outlet_m - vessel.floor_m)} above its floor. Sludge "
            f"lies there; the trade leaves at least {say.length(LEAST_OUTLET_M)}.",
            "Raise the outlet, or draw through a floating suction.",
        )


def _own_valves(found: Findings, document: Property, say: Wording) -> None:
    """A tank that is shut off, and one that cannot be."""
    led, pipes = into_shut_tanks(document), {pipe.id: pipe for pipe in document.downpipes}
    in_banks = [
        tank for store in document.cistern.stores() if sum(each.count for each in store) > 1 for tank in store
    ]
    for row, tank in enumerate(document.cistern.tanks):
        if tank not in in_banks:
            continue
        at = f"/cistern/tanks/{row}/valve"
        if tank.is_shut:
            holds = say.volume(tank.count * float(tank.vessel().below_l(tank.vessel().top_water_m)))
            lost = [pipes[group].name for group in led if tank_of(document, group) is tank]
            water = f" The water of {' and '.join(lost)} runs in there and then over." if lost else ""
            found.add(
                "CISTERN_TANK_SHUT",
                "fails" if lost else "caution",
                f"The valve of {tank.name} is shut: {holds} do not count.{water}",
                "",
                Fix(text=f"Open {tank.name} to the bank.", operations=[in_place(at, "open")]),
            )
        elif tank.valve == "none":
            found.add(
                "CISTERN_NO_VALVE",
                "caution",
                f"{tank.name} has no valve of its own: one leak drains the whole bank, and to clean one tank is to "
                "empty all.",
                "",
                Fix(text=f"Fit a valve to {tank.name}.", operations=[in_place(at, "open")]),
            )


def _valves(found: Findings, bank: BankPlan, of_years: int, say: Wording) -> None:
    """The valve of a tank that is let down later: everything hangs on its position."""
    held = [vessel for vessel in bank.vessels if vessel.let_down_l > STRANDED_SHARE * vessel.gross_l]
    if not held or bank.years_if_open is None:
        return
    lowest = min(bank.vessels, key=lambda vessel: vessel.overflow_m)
    names = " and ".join(vessel.name for vessel in held)
    found.add(
        "CISTERN_VALVE_POSITION",
        "caution",
        f"The valve of {names} has to be shut while it fills. Left open, what stands above the lowest overflow, "
        f"{say.volume(sum(vessel.let_down_l for vessel in held))}, runs away over {lowest.name}, and rain carries "
        f"{bank.years_if_open} of {several(of_years, 'year')}.",
        "Tag it with its position by season. Open it only when the others have room for what comes down, and shut it "
        "before rain: two bottom valves open at once is the fault to look for.",
    )


def _links(found: Findings, bank: BankPlan, say: Wording) -> None:
    for link in bank.links:
        if link.head_m > LINK_HEAD_NOTED_M:
            found.add(
                "CISTERN_LINK_NARROW",
                "caution" if link.head_m > LINK_HEAD_CAUTION_M else "note",
                f"In the design downpour {say.flow(link.flow_l_s)} must cross from {link.near} to {link.far}: "
                f"the near tank stands {say.length(link.head_m)} higher and spills with "
                f"{say.volume(link.room_left_l)} of room beyond.",
                "Fit a wider link or a second one, or lead a downpipe into each end.",
            )
