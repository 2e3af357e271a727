"""What can fail in a supply: what the household notices, how much water or how long it has, and what to do.

Every figure is one that a station has worked out. Basis: common practice.
"""

from collections.abc import Iterator

from pydantic import BaseModel

from lean_year.plan.answer.wording import Wording
from lean_year.plan.handed_over.valves import Valve
from lean_year.plan.model.flush_chambers import chambers
from lean_year.plan.stations.first_flush.stage import STATION as FIRST_FLUSH
from lean_year.plan.stations.pump.stage import STATION as PUMP
from lean_year.plan.stations.treatment.stage import STATION as TREATMENT
from lean_year.plan.whole import WholePlan
from lean_year.property.document import Property


class Failure(BaseModel):
    """One thing that can fail."""

    key: str
    what: str
    notices: str
    """What the household sees, hears or tastes."""
    has: str
    """How much water is lost, or left, or how long there is."""
    does: str
    calls: str
    """The trade that is called; empty where the household does it."""


def failures(document: Property, plan: WholePlan, found: list[Valve], say: Wording) -> list[Failure]:
    """All of them, in the order of the water."""
    tags = {each.key: each.tag for each in found}
    return [
        *_gutters_and_tanks(document, plan, tags, say),
        *_pump(document, plan, tags, say),
        *_treatment(document, plan, tags, say),
    ]


def _gutters_and_tanks(document: Property, plan: WholePlan, tags: dict[str, str], say: Wording) -> Iterator[Failure]:
    yield Failure(
        key="screen",
        what="A screen or a gutter is blocked",
        notices="Water spills over the gutter in rain; the tank rises less than it should.",
        has="What spills is lost for good.",
        does="Clear the screens and the gutter from a fixed ladder, in dry weather.",
        calls="",
    )
    flush = FIRST_FLUSH.of(plan)
    if flush is not None and document.first_flush.kind != "none" and chambers(document):
        hours = max((each.drain_h or 0.0 for each in flush.chambers), default=0.0)
        yield Failure(
            key="flush",
            what="The first flush does not empty",
            notices="Its leg is still full a day after rain.",
            has=f"It should be empty after {say.of_kind('hours', hours)}; until it is, dirt goes to the tank."
            if hours
            else "Until it is emptied, dirt goes to the tank.",
            does="Unscrew its cap, rinse the screen and the hole or drip emitter.",
            calls="",
        )
    yield Failure(
        key="overflow",
        what="The overflow is blocked",
        notices="Water comes out at the lid, or the ground at the tank is wet after rain.",
        has="All that comes is lost, and washes the bed out from under the tank.",
        does="Clear its screen and its end at once.",
        calls="installer",
    )
    yield from _tank(document, tags, say)
    back_up = document.household.back_up
    if back_up.kind in ("mains", "well"):
        rate = back_up.well_l_day if back_up.kind == "well" else None
        yield Failure(
            key="top-up-float",
            what="The float of the top-up sticks",
            notices="Water runs at the overflow in dry weather; the meter turns with every tap shut.",
            has=f"Up to {say.volume(rate)} a day run away." if rate else "As much as the pipe gives runs away.",
            does=f"Shut {tags['top-up']}. Use rain until it is repaired.",
            calls="plumber",
        )


def _tank(document: Property, tags: dict[str, str], say: Wording) -> Iterator[Failure]:
    built = document.cistern.built()
    joined = sum(tank.count for tank in built) > 1 and document.cistern.layout in ("linked", "settling_first")
    total_l = sum(
        tank.count * float(vessel.below_l(vessel.top_water_m) - vessel.below_l(vessel.lowest_draw_m))
        for tank in built
        for vessel in (tank.vessel(),)
    )
    links = ", ".join(tag for key, tag in tags.items() if key.startswith("link/"))
    if joined and links:
        yield Failure(
            key="link",
            what="A link between tanks breaks",
            notices="Wet ground between the tanks, all levels fall alike.",
            has=f"Up to {say.volume(total_l)} run out, all that stands above the outlets.",
            does=f"Shut {links}: each tank then keeps its own.",
            calls="installer",
        )
    yield Failure(
        key="tank",
        what="A tank leaks",
        notices="Its level falls in dry weather with no tap open; wet ground, green grass.",
        has=f"Up to {say.volume(total_l)} stand above the outlets.",
        does="Use its water first; read the level each evening. Nobody goes into it.",
        calls="installer",
    )
    if any(tank.inlet.gauge != "none" for tank in built):
        yield Failure(
            key="gauge",
            what="The gauge sticks",
            notices="It shows the same for days while water is used.",
            has="Nobody knows how much is left.",
            does="Knock on the tank, look through the lid without leaning in, read with a stick.",
            calls="",
        )


def _pump(document: Property, plan: WholePlan, tags: dict[str, str], say: Wording) -> Iterator[Failure]:
    pump, entered = PUMP.of(plan), document.pump
    if entered.feed == "hand":
        yield Failure(key="pump", what="The hand pump sucks air", notices="Strokes go light, and no water comes.",
                      has="What is in the tank stays there.",
                      does="Prime it with a jug; look at the level and at its seals.", calls="installer")  # fmt: skip
    if pump is None or not entered.by_motor:
        return
    held = pump.figures.get("held_l")
    header = pump.figures.get("header_d")
    if entered.feed == "header" and header is not None and header.value is not None:
        lasts = f"The header tank lasts {say.figure(header.value, 'd')}."
    elif held is not None and held.value is not None:
        lasts = f"{say.volume(held.value)} can be drawn from the vessel, and no more."
    else:
        lasts = "Nothing can be drawn."
    if entered.on_battery:
        lasts = "Nothing can be drawn while the battery is empty." if not entered.has_vessel else lasts
    instead = {
        "battery": "The battery runs the pump: use little.",
        "low_voltage": "Use the low-voltage pump.",
        "generator": "Start the generator, outside, by its changeover.",
        "low_tap": "Draw at the low tap: it needs no power.",
        "nothing": "Draw what is needed in a bucket from the tank’s own tap, where it has one"
        f"{'' if document.household.garden_only else '; boil what is drunk'}.",
    }[entered.without_power]
    if entered.on_battery:
        yield Failure(key="power", what="The battery is empty", notices="The pump turns slowly, or stops.", has=lasts,
                      does="Charge it before anything is drawn; look at its fuse and at what charges it.", calls="",
                      )  # fmt: skip
    else:
        yield Failure(key="power", what="The power fails", notices="Pressure falls away at every tap.", has=lasts,
                      does=f"{instead} Shut the taps: they run when it comes back.", calls="")  # fmt: skip
    outlet = tags.get("outlet", "the valve behind the pump")
    yield Failure(
        key="pump",
        what="The pump does not run",
        notices="No pressure, though there is power.",
        has=lasts,
        does=f"Look at its {'fuse' if entered.on_battery else 'breaker'}, at the level in the tank and at "
        "its dry-run stop. Reset it once, and not again.",
        calls="electrician" if not entered.on_battery else "installer",
    )
    yield Failure(
        key="cycles",
        what="The pump starts again and again",
        notices="It is heard every few minutes with every tap shut.",
        has=f"A tap{' or a toilet' if entered.fixtures.toilet else ''} that drips, or the check valve, loses water "
        "day and night.",
        does=f"Shut the valve behind the pump ({tags.get('pump', '')}): if it stays quiet, the leak is behind it; "
        f"if not, at the check valve. When nobody is there, shut {outlet}.",
        calls="plumber",
    )
    if entered.feed == "header":
        yield Failure(
            key="header-float",
            what="The float of the header tank sticks",
            notices="Water at its overflow.",
            has="The pump empties the cistern through it.",
            does="Switch the pump off.",
            calls="plumber",
        )
    if document.site.frost_depth_m > 0:
        yield Failure(key="frost", what="A pipe is frozen", notices="One tap, or all, give nothing in frost.",
                      has="It bursts when it thaws.",
                      does=f"Switch the pump off, shut {outlet}, open the taps, thaw it slowly, never with a flame.",
                      calls="plumber")  # fmt: skip


def _treatment(document: Property, plan: WholePlan, tags: dict[str, str], say: Wording) -> Iterator[Failure]:
    treatment, pump = TREATMENT.of(plan), PUMP.of(plan)
    if treatment is None or not treatment.stages:
        return
    train = tags.get("train", "the valves of the filters")
    for stage in treatment.stages:
        if stage.kind == "uv":
            shuts = document.treatment.uv.shut_valve
            yield Failure(
                key="lamp", what="The lamp is out, or too weak",
                notices=f"Its alarm, or no light at its window.{' Its valve shuts the water off.' if shuts else ''}",
                has="No water that may be drunk." if shuts else "Water comes, and may not be drunk.",
                does="Boil what is drunk, a rolling boil for a minute. Clean sleeve and window; change the lamp with "
                "the spare, power off.", calls="installer",
            )  # fmt: skip
    changed = [
        (f"stage {number}, {stage.name}", stage, max(1.0, stage.life_months))
        for number, stage in enumerate(treatment.stages, 1)
        if stage.kind != "uv" and stage.life_months is not None
    ]
    if changed:
        tap = pump.figures.get("tap_dirty_kpa") if pump is not None else None
        left_kpa = max(0.0, tap.value) if tap is not None and tap.value is not None else None
        left = "" if left_kpa is None else f" At the highest tap {say.pressure(left_kpa)} are left then."
        lost = "; ".join(f"{name}: {say.pressure(stage.dirty_kpa)}" for name, stage, _ in changed)
        months = "; ".join(f"{name}: {say.of_kind('months', months)}" for name, _, months in changed)
        yield Failure(
            key="cartridge", what="A cartridge is clogged",
            notices=f"The flow falls off. Lost over each when it is due: {lost}.{left}",
            has=f"From one change to the next: {months}.",
            does=f"Shut {train}, let the pressure off, change the cartridge with the spare, flush it.", calls="",
        )  # fmt: skip
