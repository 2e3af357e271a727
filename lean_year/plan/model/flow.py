"""The downpour on its way from the roofs to the overflow: what comes to each place, and what the place can take."""

from dataclasses import dataclass

from lean_year.core.hydraulics.pipes import link_flow_l_s
from lean_year.core.rain.climate import DOWNPOURS_HEAVIER_BY
from lean_year.core.rain.downpour import MAX_INTENSITY_MM_H, OVERFLOW_TIMES, effective_area_m2, runoff_l_s
from lean_year.core.water_path import gutters, screens
from lean_year.core.water_path.gutters import DRY_HEAD_M
from lean_year.plan.answer.capacity import Place, SizeOffered, first_enough, more_pieces, offer, wider_pipes
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.capacity_methods import CODE_TABLE, WYLY_EATON, size_in_table
from lean_year.plan.model.gutter_places import gutter_places
from lean_year.plan.model.levels import CHANNEL_WORDS, RunLevels, run_levels
from lean_year.plan.model.roof_surface import by_hillside, drained_share, plan_area_m2
from lean_year.plan.model.run_capacity import run_capacity
from lean_year.plan.model.screens_met import in_the_run
from lean_year.property.document import Property
from lean_year.property.roofs import Downpipe
from lean_year.property.water_path import Screen


@dataclass(frozen=True, slots=True)
class Flows:
    """What comes off every surface in the design downpour. [L/s]"""

    by_roof: dict[str, float]
    by_group: dict[str, float]
    """Off the surfaces that drain to it."""
    in_run: dict[str, float]
    """With what joins its run from other groups."""
    total: float


def design_intensity_mm_h(document: Property) -> float:
    """The rate that gutters and pipes must pass, for the climate that is planned for. [mm/h]"""
    return min(MAX_INTENSITY_MM_H, heavier(document) * document.rain.design_intensity_mm_h)


def overflow_intensity_mm_h(document: Property) -> float:
    """The rate that overflows must pass, for the climate that is planned for. [mm/h]"""
    return min(MAX_INTENSITY_MM_H, heavier(document) * overflow_intensity_now_mm_h(document))


def overflow_intensity_now_mm_h(document: Property) -> float:
    """The rate that is entered for overflows; where none is, so much more than that of the gutters. [mm/h]"""
    entered = document.downpour.overflow_intensity_mm_h
    return OVERFLOW_TIMES * document.rain.design_intensity_mm_h if entered is None else entered


def heavier(document: Property) -> float:
    """Rates of downpours over those that were entered. [-]"""
    return 1 + DOWNPOURS_HEAVIER_BY[document.climate.downpours]


def flows_at(document: Property, intensity_mm_h: float) -> Flows:
    """Flows of a rate of rain through every group. [L/s]"""
    by_roof: dict[str, float] = {}
    by_group = {pipe.id: 0.0 for pipe in document.downpipes}
    for roof in document.roofs:
        if not roof.on:
            continue
        area = effective_area_m2(
            plan_area_m2=plan_area_m2(roof), pitch_deg=roof.pitch_deg, driven=document.downpour.driven_rain
        )
        flow = runoff_l_s(area_m2=min(area, 1e6), intensity_mm_h=intensity_mm_h)
        by_roof[roof.id] = flow
        for drain in roof.drains:
            by_group[drain.group] += flow * drain.share
    in_run = dict(by_group)
    into = {pipe.id: pipe.run.into for pipe in document.downpipes}
    for name, flow in by_group.items():
        after = into[name]
        while after is not None:
            in_run[after] += flow
            after = into[after]
    drained = sum(by_roof[roof.id] * drained_share(roof) for roof in document.roofs if roof.on)
    return Flows(by_roof, by_group, in_run, drained)


def _downpipe(document: Property, number: int, pipe: Downpipe, flow: float, say: Wording) -> Place:
    by_table = document.downpour.method == "code_table"

    def takes(bore_mm: float, count: int) -> float:
        if by_table:
            return count * gutters.VERTICAL.flow_l_s(bore_mm)
        return count * gutters.downpipe_capacity_l_s(diameter_mm=min(bore_mm, 1_000))

    at = f"/downpipes/{number}"
    method = CODE_TABLE if by_table else WYLY_EATON
    one = size_in_table(gutters.VERTICAL, pipe.bore_mm) if by_table else f"d {say.bore(pipe.bore_mm)}, a third full"
    return Place(
        key=f"downpipe:{pipe.id}",
        kind="downpipe",
        name=f"Downpipe{'' if pipe.pipes == 1 else 's'} of {pipe.name}",
        group=pipe.id,
        roof=None,
        size=f"{pipe.pipes} × {say.pipe(pipe.bore_mm)}",
        flow_l_s=flow,
        capacity_l_s=takes(pipe.bore_mm, pipe.pipes),
        basis=method.basis,
        source=method.source,
        formula=method.formula,
        working=f"{pipe.pipes} × {one}",
        sizes=first_enough(
            wider_pipes(document.units, pipe.bore_mm, lambda bore: takes(bore, pipe.pipes), flow, f"{at}/bore_mm"),
            more_pieces(pipe.pipes, "downpipes", lambda count: takes(pipe.bore_mm, count), flow, f"{at}/pipes"),
        ),
        spills="back up into the gutter and over the eaves",
    )


def screen_takes_l_s(screen: Screen, clogged_share: float, count: int = 1) -> float:
    """What a stage takes in the downpour, so many side by side. [L/s]"""
    return count * screens.mesh_flow_l_s(
        open_cm2=screen.value("open_cm2"), head_mm=screen.value("head_mm"), clogged_share=clogged_share
    )


def _screen(document: Property, number: int, pipe: Downpipe, stage: int, flow: float, say: Wording) -> Place:
    screen = pipe.screens[stage]
    usual = screens.SCREEN_TYPES[screen.kind]
    clogged = document.downpour.clogged_share
    count = 1 if in_the_run(screen) else pipe.pipes
    path = f"/downpipes/{number}/screens/{stage}/open_cm2"
    larger = (
        screen.model_copy(update={"open_cm2": screen.value("open_cm2") * times})
        for times in (1.5, 2, 3, 4, 6)
        if screen.value("open_cm2") * times <= 1e6
    )
    wider = (
        offer(
            f"{say.opening(each.value('open_cm2'))} open",
            screen_takes_l_s(each, clogged, count),
            flow,
            path,
            each.open_cm2,
        )
        for each in larger
    )
    open_area = f"{count} × " * (count > 1) + say.opening(screen.value("open_cm2"))
    return Place(
        key=f"screen:{pipe.id}:{stage}",
        kind="screen",
        name=f"{usual.label}, {pipe.name}",
        group=pipe.id,
        roof=None,
        size=f"{open_area} open",
        flow_l_s=flow,
        capacity_l_s=screen_takes_l_s(screen, clogged, count),
        basis="from_memory",
        source="orifice law",
        formula="0.6 × open area × share clear × √(2 g h)",
        working=f"{open_area}, {clogged * 100:.0f} % clogged, h {say.bore(screen.value('head_mm'))}",
        sizes=first_enough(wider),
        spills="over the screen onto the ground below it",
    )


def spills_of_run(levels: RunLevels) -> str:
    """Where water comes out that a run cannot take."""
    if levels.open_at_words == CHANNEL_WORDS:
        return "back up into the channel and down the slope"
    if levels.open_at == "outlet":
        return "back up into the gutter and over the eaves"
    return f"over the {levels.open_at_words}, where the run begins"


def _run(
    document: Property, number: int, pipe: Downpipe, flow: float, levels: RunLevels, say: Wording
) -> list[Place]:
    takes = run_capacity(document, pipe, levels, pipe.run.bore_mm, say)
    at = f"/downpipes/{number}/run"
    wider = wider_pipes(
        document.units,
        pipe.run.bore_mm,
        lambda bore: run_capacity(document, pipe, levels, bore, say).flow_l_s,
        flow,
        f"{at}/bore_mm",
    )
    wet = pipe.run.kind == "wet"
    places = [
        Place(
            key=f"run:{pipe.id}",
            kind="run",
            name=f"Run of {pipe.name}",
            group=pipe.id,
            roof=None,
            size=f"{say.pipe(pipe.run.bore_mm)}, {'wet' if wet else 'dry'}",
            flow_l_s=flow,
            capacity_l_s=takes.flow_l_s,
            basis=takes.method.basis,
            source=takes.method.source,
            formula=takes.method.formula,
            working=takes.working,
            sizes=first_enough(wider),
            spills=spills_of_run(levels),
        )
    ]  # fmt: skip
    if pipe.run.reducer_mm is not None:
        head = DRY_HEAD_M if not wet else max(0.0, min(100.0, levels.drop_m or 0.0))
        without = offer("no reducer", takes.flow_l_s, flow, f"{at}/reducer_mm", None)
        places.append(_reducer(pipe, pipe.run.reducer_mm, head, flow, without, spills_of_run(levels), say))
    return places


def _reducer(
    pipe: Downpipe, narrow_mm: float, head_m: float, flow_l_s: float, without: SizeOffered, spills: str, say: Wording
) -> Place:
    return Place(
        key=f"reducer:{pipe.id}",
        kind="reducer",
        name=f"Narrowest place of {pipe.name}",
        group=pipe.id,
        roof=None,
        size=say.pipe(narrow_mm),
        flow_l_s=flow_l_s,
        capacity_l_s=narrow_takes_l_s(narrow_mm, head_m),
        basis="derived",
        source="entry and exit losses",
        formula="flow at which K 1.5 loses the head",
        working=f"{say.bore(narrow_mm)} under {say.length(head_m)} of water",
        sizes=[without],
        spills=spills,
    )


def narrow_takes_l_s(bore_mm: float, head_m: float) -> float:
    """What a short narrow place passes under a head. [L/s]"""
    return link_flow_l_s(head_m=head_m, bore_mm=bore_mm, length_m=0.05, roughness_mm=0.01)


def places_to_the_tank(document: Property, flows: Flows, levels: dict[str, RunLevels], say: Wording) -> list[Place]:
    """Every place between the roofs in use and the tanks, in the order of the water."""
    places = []
    for number, roof in enumerate(document.roofs):
        if roof.on:
            flow = flows.by_roof[roof.id]
            places += gutter_places(document, number, roof, flow, say)
    for number, pipe in enumerate(document.downpipes):
        if flows.in_run[pipe.id] <= 0:
            continue
        own = flows.by_group[pipe.id]
        if own > 0 and not by_hillside(document, pipe.id):
            places.append(_downpipe(document, number, pipe, own, say))
        for stage, screen in enumerate(pipe.screens):
            if screen.kind == "grit_trap":  # what it cannot keep back goes on, and none of the water spills
                continue
            flow = flows.in_run[pipe.id] if in_the_run(screen) else own
            places.append(_screen(document, number, pipe, stage, flow, say))
        places += _run(document, number, pipe, flows.in_run[pipe.id], levels[pipe.id], say)
    return places


def runs_in_use(document: Property, flows: Flows) -> list[RunLevels]:
    """Heights and losses of every group that has a roof in use, or that another joins."""
    return [run_levels(document, pipe, flows.in_run) for pipe in document.downpipes if flows.in_run[pipe.id] > 0]
