"""What gutters, pipes, screens and the inlets of tanks ask to be bought."""

from collections.abc import Iterator

from lean_year.core.hydraulics.stock_pipes import sold_pipe
from lean_year.core.parts.need import Need, Needs
from lean_year.core.parts.usual import BRACKET_M, DOWNPIPE_BENDS, FLOOR_DRAIN_MM, UNMEASURED_DOWNPIPE_M, brackets
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.gutter_runs import GutterRun, eave_m, gutter_runs
from lean_year.plan.model.levels import RunLevels, by_heights_alone, open_at
from lean_year.plan.model.needs import Laid, clips, fittings_of, in_the_ground, laid_pipe, shared_out
from lean_year.plan.model.roof_surface import by_hillside, plan_area_m2
from lean_year.property.cistern import Tank
from lean_year.property.document import Property
from lean_year.property.roofs import Downpipe, Roof
from lean_year.property.water_path import Gutter, Screen

_GUTTERS = {"half_round": "half-round-gutter", "box": "box-gutter", "channel": "channel"}
_GAUGES = {"sight_tube": "sight-tube", "float": "float-gauge", "electronic": "electronic-gauge"}
_EACH_SCREEN = {
    "leaf_screen": "leaf-screen",
    "downpipe_filter": "downpipe-filter",
    "lid_basket": "lid-basket",
    "inlet_mesh": "inlet-mesh",
}
_MEDIA = {"up_flow": "up-flow-media", "wrapped_pipe": "wrapped-pipe"}
_LININGS = {"mortar": "mortar", "stone": "stone in mortar"}


@cached_by_parts(16, "units", "roofs", "downpipes", "cistern", narrowed=by_heights_alone)
def gutter_needs(document: Property, runs: list[RunLevels], say: Wording) -> Needs:
    """Every gutter, downpipe, run, screen and inlet of what is used."""
    needs: list[Need] = []
    for roof in document.roofs:
        if roof.on:
            for number, run in enumerate(gutter_runs(roof)):
                name = f"Gutter of {roof.name}" + (f", {number + 1}" if len(roof.gutters) > 1 else "")
                needs += _gutter(run, name, say)
    of = {run.group: run for run in runs}
    for pipe in document.downpipes:
        if pipe.id in of:
            needs += _downpipes(document, pipe, of[pipe.id], say)
            needs += _run(document, pipe, of[pipe.id], say)
            needs += _screens(document, pipe, say)
    for tank in document.cistern.built():
        needs += _inlet(document, tank, say)
    return Needs(tuple(needs))


def _gutter(run: GutterRun, name: str, say: Wording) -> Iterator[Need]:
    gutter, length = run.gutter, run.length_m
    if gutter.shape == "open_channel":
        yield from _open_channel(gutter, length, name.replace("Gutter", "Channel"), say)
        return
    kind, size = _GUTTERS[gutter.shape], say.nominal(gutter.width_mm)
    why = f"{name}: {say.length(length)}"
    yield Need(kind, why, size=size, pieces_mm=(round(1000 * length, 1),))
    count = len(gutter.outlets_m)
    yield Need(
        "gutter-outlet", f"{name}: one at each outlet", count, size=f"{size}, opening {say.nominal(gutter.outlet_mm)}"
    )
    if gutter.shape != "channel":
        yield Need("stop-end", f"{name}: one at each end", 2, size=size)
        held = brackets(length_m=length, spacing_m=BRACKET_M)
        yield Need("gutter-bracket", f"{why}, no two farther apart than {say.spacing(BRACKET_M)}", held, size=size)
    if gutter.bends:
        yield Need("gutter-corner", f"{name} goes round a corner", 1, size=size)
    if gutter.strainer:
        yield Need("outlet-strainer", f"{name}: one at each outlet", count, size=say.nominal(gutter.outlet_mm))


def _open_channel(gutter: Gutter, length_m: float, name: str, say: Wording) -> Iterator[Need]:
    girth_m = (gutter.width_mm + 2 * gutter.depth_mm) / 1000
    if gutter.lining in _LININGS:
        why = f"{name}: {say.length(length_m)}, {say.nominal(gutter.width_mm)} wide"
        yield Need("channel-lining", why, length_m * girth_m, size=_LININGS[gutter.lining])
    size = say.nominal(gutter.outlet_mm)
    yield Need("end-grate", f"{name}: one at each outlet", len(gutter.outlets_m), size=size)


def _of_group(document: Property, group: str) -> list[tuple[Roof, float]]:
    """The surfaces in use that drain to a group, and their shares."""
    return [
        (roof, drain.share) for roof in document.roofs if roof.on for drain in roof.drains if drain.group == group
    ]


def _tops_m(document: Property, pipe: Downpipe) -> list[float | None]:
    """Height of the gutter outlet over each downpipe of a group; None where it is not measured. [m]"""
    tops: list[float | None] = []
    for roof, _ in _of_group(document, pipe.id):
        tops += [roof.outlet_m] * sum(len(gutter.outlets_m) for gutter in roof.gutters)
    if len(tops) == pipe.pipes:
        return tops
    known = [top for top in tops if top is not None]
    return [max(known) if known else None] * pipe.pipes


def _downpipes(document: Property, pipe: Downpipe, levels: RunLevels, say: Wording) -> Iterator[Need]:
    if not _of_group(document, pipe.id) or by_hillside(document, pipe.id):
        return
    laid = laid_pipe(pipe.bore_mm, document.units, say, use="downpipe")
    name = f"Downpipe{'' if pipe.pipes == 1 else 's'} of {pipe.name}"
    foot = levels.points[0].invert_m if levels.points else None
    through_screen = open_at(pipe) != "outlet"
    pieces: list[float] = []
    assumed = False
    for top in _tops_m(document, pipe):
        if top is None or foot is None or top <= foot:
            assumed = True
            pieces.append(UNMEASURED_DOWNPIPE_M)
        elif through_screen and levels.screen_m is not None and foot < levels.screen_m < top:
            pieces += [top - levels.screen_m, levels.screen_m - foot]
        else:
            pieces.append(top - foot)
    how = f"{say.length(UNMEASURED_DOWNPIPE_M)} each, heights not measured" if assumed else "gutter outlet to foot"
    above = "above and under its screen" if through_screen and not assumed else "each"
    yield laid.lengths(pieces, f"{name}: {pipe.pipes} × {how}, {above}")
    yield laid.fitting("down-pipe-bend", DOWNPIPE_BENDS * pipe.pipes, f"{name}: {DOWNPIPE_BENDS} under each outlet")
    yield clips(laid, "down-pipe-clip", pieces, name, say)
    foot_size = f"{laid.pipe.name} to {_drain(document, pipe, say).pipe.name}"
    yield Need("down-pipe-foot", f"{name}: one at the foot of each", pipe.pipes, size=foot_size)


def _drain(document: Property, pipe: Downpipe, say: Wording) -> Laid:
    return laid_pipe(pipe.run.bore_mm, document.units, say, kpa=pipe.run.rated_kpa)


def _run(document: Property, pipe: Downpipe, levels: RunLevels, say: Wording) -> Iterator[Need]:
    laid, run, name = _drain(document, pipe, say), pipe.run, f"Run of {pipe.name}"
    fittings = fittings_of(run)
    count = sum(fittings.values())
    pieces = shared_out(run.length_m, count)
    how = f", {several(count, 'fitting')} shared out evenly along it" if count else ""
    yield laid.lengths(pieces, f"{name}: {say.length(run.length_m)}{how}")
    for kind, number in fittings.items():
        if number:
            yield laid.fitting(kind, number, f"{name}: as entered")
    joining_m = _joining_m(document, pipe)
    tees = pipe.pipes - 1 + sum(each.run.into == pipe.id for each in document.downpipes)
    if tees > fittings["tee"]:
        yield laid.fitting("tee", tees - fittings["tee"], f"{name}: where further downpipes and runs join it")
    if joining_m > 0:
        yield laid.lengths(
            shared_out(joining_m, pipe.pipes - 2),
            f"{name}: from its other downpipes, {say.length(joining_m)} by the gutters, not measured",
        )
    if run.kind == "wet" and run.low_drain:
        drain = laid_pipe(run.drained_mm, document.units, say, kpa=run.rated_kpa)
        yield laid.fitting("tee", 1, f"{name}: drain at its low point")
        yield drain.fitting("ball-valve", 1, f"{name}: drain at its low point")
        yield Need("valve-box", f"{name}: over the drain at its low point")
    yield from in_the_ground(laid, run.length_m + joining_m, name, say)
    if run.into is None:
        yield laid.fitting("inlet-seal", 1, f"{name}: where it enters {_tank_name(document, levels)}", hole=True)
        yield laid.fitting("flexible-joint", 1, f"{name}: tanks settle and bulge; the pipe must not crack")


def _tank_name(document: Property, levels: RunLevels) -> str:
    """The name of the tank that a run fills."""
    return next(tank.name for tank in document.cistern.tanks if tank.id == levels.tank)


def _joining_m(document: Property, pipe: Downpipe) -> float:
    """Pipe between the downpipes of a group: along its gutters, and from one gutter to the next. [m]"""
    if pipe.pipes < 2:
        return 0.0
    total = 0.0
    for roof, share in _of_group(document, pipe.id):
        spans = [max(run.outlets_m) - min(run.outlets_m) for run in gutter_runs(roof)]
        depth_m = plan_area_m2(roof) / eave_m(roof)
        total += share * (sum(spans) + depth_m * max(0, len(spans) - 1))
    return total


def _screens(document: Property, pipe: Downpipe, say: Wording) -> Iterator[Need]:
    for screen in pipe.screens:
        yield _screen(document, pipe, screen, say)


def _screen(document: Property, pipe: Downpipe, screen: Screen, say: Wording) -> Need:
    if screen.kind == "gutter_mesh":
        length = sum(
            run.length_m * share for roof, share in _of_group(document, pipe.id) for run in gutter_runs(roof)
        )
        return Need("gutter-mesh", f"Gutters of {pipe.name}: {say.length(length)}", length)
    if screen.kind == "grit_trap":
        return Need("grit-trap", f"{pipe.name}: where its channel ends", size=f"{say.area(screen.media_m2)} in plan")
    if screen.kind in _MEDIA:
        return Need(_MEDIA[screen.kind], f"Filter of {pipe.name}: plan of its bed", screen.media_m2)
    on_the_wall = screen.kind in ("leaf_screen", "downpipe_filter")
    use = "downpipe" if on_the_wall else "drain"
    bore = pipe.bore_mm if on_the_wall else pipe.run.bore_mm
    size = sold_pipe(bore_mm=bore, units=document.units, use=use).name  # type: ignore[arg-type]
    why = f"{pipe.name}: one in each downpipe" if on_the_wall else f"{pipe.name}: one at the tank"
    return Need(_EACH_SCREEN[screen.kind], why, pipe.pipes if on_the_wall else 1, size=size)


def _inlet(document: Property, tank: Tank, say: Wording) -> Iterator[Need]:
    inlet, name = tank.inlet, tank.name + (f", {tank.count} alike" if tank.count > 1 else "")
    bore = laid_pipe(inlet.bore_mm, document.units, say)
    if inlet.calmed:
        yield bore.fitting("calmed-inlet", tank.count, f"{name}: so that what has settled is not stirred up")
    vent = laid_pipe(inlet.vent_mm, document.units, say)
    yield vent.fitting("vent", tank.count, f"{name}: air in and out", hole=True)
    if inlet.floating_suction:
        yield Need("floating-suction", f"{name}: draws from under the surface", tank.count)
    if inlet.lockable:
        yield Need("lid-lock", f"{name}: children", tank.count)
    if inlet.gauge in _GAUGES:
        yield Need(_GAUGES[inlet.gauge], f"{name}: as entered", tank.count)
    if inlet.floor_drain:
        drain = laid_pipe(FLOOR_DRAIN_MM, document.units, say)
        yield drain.fitting("ball-valve", tank.count, f"{name}: drain at its floor")
    yield Need("danger-sign", f"{name}: on its lid", tank.count)
