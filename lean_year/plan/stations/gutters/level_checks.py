"""What the levels must do, one check after another, worst first, each with the edit that fixes it."""

import math

from lean_year.core.hydraulics.stock_pipes import PRESSURE_CLASSES_KPA
from lean_year.core.water_path import levels as core
from lean_year.core.water_path.levels import GENTLE_MM_H, NARROW_DRAIN_SHARE
from lean_year.core.water_path.overflow import LEVEL_WITH_M
from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.findings import replace
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flow import design_intensity_mm_h
from lean_year.plan.model.levels import (
    Check,
    RunLevels,
    Status,
    bore_for_spare_mm,
    discharge_m,
    lower_tanks,
    run_levels,
    why_lost,
)
from lean_year.plan.model.overflow_outlets import has_pipe
from lean_year.plan.stations.gutters.other_tank import other_tanks
from lean_year.plan.stations.gutters.tees import tee_checks
from lean_year.property.cistern import LOWEST_FLOOR_M, Tank
from lean_year.property.document import Property

_WORST = {"fails": 0, "caution": 1, "decide": 2, "settled": 3}
_LETTERS = "abcdefghijklmnopqrstuvwxyz"
MOST_SHOWN = len(_LETTERS)


class _Checks:
    def __init__(self) -> None:
        self.rows: list[Check] = []

    def add(
        self, code: str, status: Status, title: str, text: str, place: str, run: RunLevels | None = None, *fixes: Fix
    ) -> None:
        self.rows.append(
            Check.model_validate(
                {
                    "letter": "",
                    "code": code,
                    "status": status,
                    "title": title,
                    "text": text,
                    "fixes": [] if status == "settled" else [fix.model_dump() for fix in fixes],
                    "group": run.group if run else None,
                    "place": place,
                }
            )
        )


def level_checks(document: Property, runs: list[RunLevels], flow_l_s: dict[str, float], say: Wording) -> list[Check]:
    """Every check on the heights, lettered, the worst first."""
    checks = _Checks()
    in_use = document.groups_in_use()
    for run in runs:
        if run.group not in in_use:
            # Only others' water passes it: their drop is from their own screen, and its fall is its own.
            if run.fall is not None and not run.foot_assumed:
                _dry(document, run, checks, say)
            continue
        if run.screen_m is None or run.drop_m is None:
            _unmeasured(document, run, checks)
            if run.fall is not None:
                _dry(document, run, checks, say)
            continue
        _screen_under_outlet(document, run, checks, say)
        _drop(document, run, checks, say)
        if run.kind == "dry":
            _dry(document, run, checks, say)
        else:
            _wet(document, run, flow_l_s, checks, say)
        _pressure(document, run, checks, say)
    checks.rows += tee_checks(document, runs, say)
    _tanks(document, checks, say)
    rows = sorted(checks.rows, key=lambda row: _WORST[row.status])[:MOST_SHOWN]
    for letter, row in zip(_LETTERS, rows, strict=False):
        row.letter = letter
    return rows


def _at(document: Property, group: str) -> str:
    return f"/downpipes/{next(number for number, pipe in enumerate(document.downpipes) if pipe.id == group)}"


def _unmeasured(document: Property, run: RunLevels, checks: _Checks) -> None:
    names = [
        roof.name
        for roof in document.roofs
        if roof.on and roof.outlet_m is None and any(drain.group == run.group for drain in roof.drains)
    ]
    checks.add(
        "GUTTERS_OUTLET_NOT_MEASURED",
        "decide",
        f"Gutter outlet of {run.name}",
        f"not measured yet ({', '.join(names)}), so it is not known whether the pipe falls to the tank",
        "outlet",
        run,
    )


def _screen_under_outlet(document: Property, run: RunLevels, checks: _Checks, say: Wording) -> None:
    if run.outlet_m is None or run.screen_m is None or run.screen_assumed:
        return
    under = run.outlet_m - run.screen_m
    if under < 0 and run.open_at != "outlet":
        lower = Fix(
            text=f"Set the screen at {say.length(run.outlet_m - 0.1)}.",
            operations=[replace(f"{_at(document, run.group)}/screen_m", round(run.outlet_m - 0.1, 3))],
        )
        checks.add(
            "GUTTERS_SCREEN_ABOVE_OUTLET",
            "fails",
            f"{run.open_at_words.capitalize()} of {run.name}",
            f"{say.length(-under)} above the gutter outlet; water does not run up to it",
            "screen",
            run,
            lower,
        )


def _lower_by(document: Property, by_m: float, say: Wording) -> list[Fix]:
    """Setting the tanks lower, unless that is deeper than a tank can be entered."""
    if min(tank.floor_m for tank in document.cistern.built()) - by_m < LOWEST_FLOOR_M + 0.02:
        return []
    names = ", ".join(tank.name for tank in document.cistern.built())
    step = max(0.01, math.ceil(100 * by_m - 1e-7) / 100)
    return [Fix(text=f"Set {names} {say.length(step)} lower: dig it in.", operations=lower_tanks(document, step))]


def _water_the_ground(document: Property, run: RunLevels) -> Fix | None:
    draining = [
        (number, roof)
        for number, roof in enumerate(document.roofs)
        if roof.on and any(drain.group == run.group for drain in roof.drains)
    ]
    only = [(number, roof) for number, roof in draining if len(roof.drains) == 1]
    if only != draining or sum(roof.on for roof in document.roofs) <= len(only):
        return None
    names = ", ".join(roof.name for _, roof in only)
    return Fix(
        text=f"Let {names} water the ground where it stands.",
        operations=[replace(f"/roofs/{number}/on", False) for number, _ in only],
    )


def _drop(document: Property, run: RunLevels, checks: _Checks, say: Wording) -> None:
    assert run.drop_m is not None
    top = run.open_at_words
    title = f"{top[0].upper()}{top[1:]} to tank inlet, {run.name}"
    # Without a leaf screen what the water needs is for the run itself: its fall, or what it loses.
    needed = core.SCREEN_DROP_M if run.open_at == "leaf_screen" else 0.0
    needs = f", needs {say.length(needed)}" if needed else ""
    if run.drop_m >= max(needed - 1e-9, 1e-9):
        checks.add("GUTTERS_DROP", "settled", title, f"{say.length(run.drop_m)}{needs}", "inlet", run)
        return
    fixes = _lower_by(document, run.needed_m - run.drop_m, say)
    if run.drop_m <= 0:
        fixes += other_tanks(document, run, say)
    ground = _water_the_ground(document, run)
    if ground:
        fixes.append(ground)
    if run.drop_m <= 0:
        checks.add(
            "GUTTERS_OUTLET_BELOW_INLET",
            "fails",
            title,
            f"{say.length(-run.drop_m)} too low: water in joined pipes and tanks stands level, so this roof "
            "cannot fill the tank. "
            f"It needs {say.length(run.needed_m)} of drop; a sump with a lift pump is the alternative to digging",
            "inlet",
            run,
            *fixes,
        )
    else:
        checks.add(
            "GUTTERS_DROP_SMALL",
            "caution",
            title,
            f"{say.length(run.drop_m)}{needs}",
            "inlet",
            run,
            *fixes,
        )


def _dry(document: Property, run: RunLevels, checks: _Checks, say: Wording) -> None:
    assert run.fall is not None
    assert run.foot_m is not None
    assert run.falls_over_m is not None
    if not run.foot_assumed and run.screen_m is not None and run.foot_m > run.screen_m:
        _foot_above_screen(document, run, run.screen_m, checks, say)
        return
    title = f"Fall of the dry run, {run.name}"
    needs = f"needs {core.LEAST_FALL * 100:g} %"
    text = f"{run.fall * 100:.1f} % over {say.length(run.falls_over_m)}, {needs}"
    if run.foot_assumed:
        text = (
            f"at most {run.fall * 100:.1f} % over {say.length(run.falls_over_m)}, {needs}; the height at its foot is "
            "not measured, and a run laid in the ground falls less"
        )
    if run.fall >= core.LEAST_FALL - 1e-9:
        if run.foot_assumed:
            checks.add("GUTTERS_FOOT_NOT_MEASURED", "decide", title, text, "run", run)
        else:
            checks.add("GUTTERS_FALL", "settled", title, text, "run", run)
        return
    if run.fall <= 1e-9 and run.drop_m is not None and run.drop_m <= 0:
        return  # Where even the screen is too low, the drop itself says so.
    fixes = _more_fall(document, run, say)
    if run.fall >= core.LEAST_FALL_TRADE - 1e-9:
        least = f"{text}; {core.LEAST_FALL_TRADE * 100:g} % is the least"
        checks.add("GUTTERS_FALL_LEAST", "caution", title, least, "run", run, *fixes)
    elif run.fall > 1e-9:
        checks.add("GUTTERS_FALL_SMALL", "fails", title, text, "run", run, *fixes)
    else:
        rises = (
            "it rises on its way, so that it stands full"
            if run.through
            else f"its foot is {say.length(run.inlet_m - run.foot_m)} under the inlet, so that it stands full"
        )
        checks.add(
            "GUTTERS_DRY_RUN_RISES", "fails", title, rises, "run", run, *fixes, *_stand_full(document, run, say)
        )


def _foot_above_screen(document: Property, run: RunLevels, screen_m: float, checks: _Checks, say: Wording) -> None:
    assert run.foot_m is not None
    highest = round(screen_m - core.UNDER_SCREEN_M, 3)
    checks.add(
        "GUTTERS_FOOT_ABOVE_SCREEN",
        "fails",
        f"Foot of the dry run, {run.name}",
        f"{say.length(run.foot_m - screen_m)} above the {run.open_at_words}; water does not run up to it",
        "run",
        run,
        Fix(
            text=f"Begin it at {say.length(highest)}.",
            operations=[replace(f"{_at(document, run.group)}/run/foot_m", highest)],
        ),
    )


def _more_fall(document: Property, run: RunLevels, say: Wording) -> list[Fix]:
    """Beginning the run higher, where its screen allows, or setting the tank lower, each as far as it needs."""
    assert run.foot_m is not None
    assert run.fall is not None
    assert run.falls_over_m is not None
    to_the_tank = run.falls_over_m > run.length_m - 1e-9
    # From where it joins a run with a fall of its own, that one has a check of its own.
    short_m = 0.0 if run.drop_m is None or not to_the_tank else run.needed_m - run.drop_m
    lower = _lower_by(document, short_m, say) if short_m > 0 else []
    wanted_m = math.ceil(100 * (run.foot_m + (core.LEAST_FALL - run.fall) * run.falls_over_m)) / 100
    if run.foot_assumed or run.screen_m is None or wanted_m > run.screen_m - core.UNDER_SCREEN_M:
        return lower
    begin = Fix(
        text=f"Begin it at {say.length(wanted_m)}, higher up the wall.",
        operations=[replace(f"{_at(document, run.group)}/run/foot_m", wanted_m)],
    )
    return [begin, *lower]


def _stand_full(document: Property, run: RunLevels, say: Wording) -> list[Fix]:
    """Laying it as a wet run, where it then has the head to spare that it needs."""
    number = next(row for row, pipe in enumerate(document.downpipes) if pipe.id == run.group)
    pipe = document.downpipes[number]
    if run.through or any(each.run.into == run.group for each in document.downpipes):
        return []
    wet = pipe.model_copy(update={"run": pipe.run.model_copy(update={"kind": "wet"})})
    pipes = [wet if row == number else each for row, each in enumerate(document.downpipes)]
    spare = run_levels(document.model_copy(update={"downpipes": pipes}), wet, {run.group: run.flow_l_s}).spare_m
    if spare is None or spare < core.WET_SPARE_M:
        return []
    return [
        Fix(
            text=f"Lay it as a wet run, watertight, with a drain at its low point: {say.length(spare)} of head "
            "to spare.",
            operations=[
                replace(f"/downpipes/{number}/run/kind", "wet"),
                replace(f"/downpipes/{number}/run/low_drain", True),
            ],
        )
    ]


def _wet(document: Property, run: RunLevels, flow_l_s: dict[str, float], checks: _Checks, say: Wording) -> None:
    assert run.spare_m is not None
    assert run.lost_m is not None
    assert run.drop_m is not None
    at = _at(document, run.group)
    pipe = next(each for each in document.downpipes if each.id == run.group)
    title = f"Head of the wet run, {run.name}"
    text = (
        f"{say.length(run.lost_m)} lost at {say.flow(run.flow_l_s)} ({why_lost(run, say)}); "
        f"{say.length(run.spare_m)} to spare, needs {say.length(core.WET_SPARE_M)}"
    )
    if run.spare_m >= core.WET_SPARE_M - 1e-9:
        checks.add("GUTTERS_WET_HEAD", "settled", title, text, "run", run)
    elif run.drop_m > 0:
        fixes = []
        wider = bore_for_spare_mm(document, pipe, flow_l_s)
        if wider is not None:
            fixes.append(
                Fix(
                    text=f"Lay it in {say.pipe(wider)} bore.",
                    operations=[replace(f"{at}/run/bore_mm", wider)],
                )
            )
        fixes += _lower_by(document, core.WET_SPARE_M - run.spare_m, say)
        status: Status = "fails" if run.spare_m < 0 else "caution"
        checks.add("GUTTERS_WET_HEAD_SMALL", status, title, text, "run", run, *fixes)
    if run.low_point_m is not None and run.screen_m is not None and run.low_point_m >= min(run.inlet_m, run.screen_m):
        checks.add(
            "GUTTERS_NO_DIP",
            "caution",
            f"Low point of {run.name}",
            f"{say.length(run.low_point_m)} is above one of its ends; a wet run must dip below both ends",
            "dip",
            run,
            Fix(text="Treat it as a dry run.", operations=[replace(f"{at}/run/kind", "dry")]),
        )
    if not pipe.run.low_drain:
        checks.add(
            "GUTTERS_NO_LOW_DRAIN",
            "caution",
            f"Drain at the low point, {run.name}",
            "none: silt stays in the pipe, the water goes foul within a warm week, and frost splits it",
            "dip",
            run,
            Fix(text="Fit a full-bore drain.", operations=[replace(f"{at}/run/low_drain", True)]),
        )
    elif pipe.run.drained_mm < NARROW_DRAIN_SHARE * pipe.run.bore_mm:
        checks.add(
            "GUTTERS_LOW_DRAIN_NARROW",
            "caution",
            f"Drain at the low point, {run.name}",
            f"{say.pipe(pipe.run.drained_mm)} under a run of {say.pipe(pipe.run.bore_mm)}: leaves and silt do not "
            "leave through it, and it drains slowly before a frost",
            "dip",
            run,
            Fix(text="Fit a full-bore drain.", operations=[replace(f"{at}/run/low_drain_mm", None)]),
        )
    else:
        speed = run.velocity_m_s or 0.0
        gentle = speed * GENTLE_MM_H / max(design_intensity_mm_h(document), 1e-9)
        status = "settled" if gentle >= core.SETTLING_M_S else "caution"
        checks.add(
            "GUTTERS_SILT",
            "settled" if status == "settled" else "decide",
            f"Speed in gentle rain, {run.name}",
            f"{say.length(gentle)} a second at {say.intensity(GENTLE_MM_H)}, silt moves from "
            f"{say.length(core.SETTLING_M_S)}; open the low drain before the first rain and before frost",
            "dip",
            run,
        )


def _pressure(document: Property, run: RunLevels, checks: _Checks, say: Wording) -> None:
    """The class of pipe and joints against standing water; a dry run is asked only where a class was entered."""
    if run.highest_kpa is None or (run.kind == "dry" and run.rated_kpa is None):
        return
    title, sees = f"Pressure class of {run.name}", f"sees {say.pressure(run.highest_kpa)} when it stands full"
    path = f"{_at(document, run.group)}/run/rated_kpa"
    fixes = [
        Fix(text=f"Lay it in pipe and joints of {say.pressure(rated)}.", operations=[replace(path, rated)])
        for rated in PRESSURE_CLASSES_KPA
        if rated >= run.highest_kpa
    ][:1]
    if run.rated_kpa is None:
        checks.add("GUTTERS_PRESSURE", "decide", title, f"{sees}; its class is not entered", "dip", run, *fixes)
    elif run.rated_kpa < run.highest_kpa:
        text = f"{sees}, its joints are for {say.pressure(run.rated_kpa)}"
        checks.add("GUTTERS_PRESSURE_CLASS", "fails", title, text, "dip", run, *fixes)
    else:
        text = f"{sees}, joints for {say.pressure(run.rated_kpa)}"
        checks.add("GUTTERS_PRESSURE", "settled", title, text, "dip", run)


def _tanks(document: Property, checks: _Checks, say: Wording) -> None:
    invert = min(tank.vessel().top_water_m for tank in document.cistern.joined())
    for number, tank in enumerate(document.cistern.tanks):
        if tank in document.cistern.built():
            _inlet(document, number, tank, invert, checks, say)
    if has_pipe(document):
        _discharge(document, invert, checks, say)
    _pump(document, checks, say)


def _inlet(
    document: Property, number: int, tank: Tank, overflow_invert_m: float, checks: _Checks, say: Wording
) -> None:
    over = tank.inlet_m - overflow_invert_m

    def bring_in(height_m: float) -> Fix:
        inside = round(min(height_m - tank.floor_m, tank.vessel().shape.height_m), 4)
        return Fix(
            text=f"Bring it in at {say.length(height_m)}.",
            operations=[replace(f"/cistern/tanks/{number}/inlet/height_m", inside)],
        )

    title = f"Inlet of {tank.name} above the overflow"
    if document.overflow.kind == "back_down":
        title = f"Diverter of {tank.name} level with the overflow"
        if over > LEVEL_WITH_M:
            checks.add(
                "OVERFLOW_DIVERTER_HIGH",
                "fails",
                title,
                f"{say.length(over)} over it: the full tank spills over its rim before water backs up to the "
                "diverter",
                "inlet",
                None,
                *([bring_in(overflow_invert_m)] if overflow_invert_m > tank.floor_m else []),
            )
        else:
            checks.add("OVERFLOW_DIVERTER", "settled", title, f"{say.length(max(0.0, -over))} under it", "inlet")
    elif over < -1e-9:
        checks.add(
            "GUTTERS_INLET_DROWNED",
            "caution",
            title,
            f"{say.length(-over)} under it: the full tank stands in the pipe",
            "inlet",
            None,
            bring_in(overflow_invert_m + 0.1),
        )
    else:
        checks.add("GUTTERS_INLET", "settled", title, f"{say.length(over)}", "inlet")
    checks.rows[-1].tank = tank.id


def _discharge(document: Property, overflow_invert_m: float, checks: _Checks, say: Wording) -> None:
    fall = overflow_invert_m - discharge_m(document)
    if fall <= 0:
        checks.add(
            "OVERFLOW_UPHILL",
            "fails",
            "Overflow to its end",
            f"its end is {say.length(-fall)} above the overflow invert",
            "discharge",
            None,
            Fix(
                text=f"Lead it to ground at {say.length(overflow_invert_m - 0.3)} or lower.",
                operations=[replace("/levels/discharge_m", round(overflow_invert_m - 0.3, 3))],
            ),
        )
    else:
        checks.add("OVERFLOW_FALLS", "settled", "Overflow to its end", f"falls {say.length(fall)}", "discharge")


def _pump(document: Property, checks: _Checks, say: Wording) -> None:
    if document.levels.pump_m is None or document.pump.submerged:
        return
    draw = document.cistern.drawn_from().vessel().lowest_draw_m
    lift = document.levels.pump_m - draw
    status: Status = "settled" if lift <= 0 else "caution"
    checks.add(
        "PUMP_LIFTS",
        status,
        "Pump on the tightest day",
        f"stands {say.length(abs(lift))} {'below' if lift <= 0 else 'above'} the outlet"
        + ("; it fills itself" if lift <= 0 else ", so it must lift: a foot valve, or set it lower"),
        "pump",
    )
