"""What the tanks ask to be done, and to be seen before water is let into the pipes."""

from collections.abc import Iterator

from lean_year.core.build import tolerances
from lean_year.core.build.asked import TaskAsk, Work
from lean_year.core.build.judging import HoldPoint, ReadingAsked, SumAsked
from lean_year.core.build.workmanship import STRAP_RAIL_M
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording, several
from lean_year.property.cistern import Tank
from lean_year.property.document import Property
from lean_year.property.tank_shapes import Pit, Slim

TALLEST_MM = 20_000.0


@cached_by_parts(16, "units", "cistern", "ground.tied_down", "levels.datum")
def cistern_work(document: Property, say: Wording) -> Work:
    """Every tank that is planned now."""
    tasks: list[TaskAsk] = [
        TaskAsk("order", "What takes longest to come is ordered first"),
        TaskAsk("hand-over", "The household runs it from here on"),
    ]
    holds: list[HoldPoint] = []
    for row, tank in enumerate(document.cistern.tanks):
        if tank.phase <= document.cistern.built_phase:
            tasks += _tasks(document, tank, say)
            holds += [_heights(document, row, tank), *_holds(tank)]
    return Work(tuple(tasks), tuple(holds))


def _tasks(document: Property, tank: Tank, say: Wording) -> Iterator[TaskAsk]:
    alike = f"{tank.name}: {several(tank.count, 'tank')}"
    shape = tank.shape
    liner = shape.is_lined
    if shape.is_cast and shape.built_in_place:
        yield TaskAsk("cast", alike)
    elif liner:
        yield TaskAsk("put-together", alike)
        yield TaskAsk("first-ring", f"{tank.name}: rings cannot be turned later")
    elif not isinstance(shape, Pit):
        yield TaskAsk("set-tanks", alike)
    if document.ground.tied_down or isinstance(shape, Slim):
        rail = f"{tank.name}: strap rail {say.spacing(STRAP_RAIL_M)} up the wall behind it"
        yield TaskAsk(
            "tie", f"{tank.name}: wind, or it is slim and can tip", (rail,) if isinstance(shape, Slim) else ()
        )
    yield TaskAsk("holes", f"{tank.name}: inlet, outlet, overflow, vent")
    yield TaskAsk("swarf", f"{tank.name}: swarf rusts, blocks valves and is drunk")
    yield TaskAsk("tank-levels", f"{tank.name}: what it holds goes by where its overflow is, and not by the drawing")
    yield TaskAsk(
        "first-water", f"{tank.name}: water for the tests", (say.volume(_test_water_l(tank)) + " at least",)
    )
    yield TaskAsk("leak-test", f"{tank.name}: before it is covered or relied on")
    if tank.inlet.gauge != "none":
        yield TaskAsk("gauge", f"{tank.name}: so that its gauge can be believed")


def _test_water_l(tank: Tank) -> float:
    """What covers the outlet, so that connectors and joints are under water. [L]"""
    vessel = tank.vessel()
    return tank.count * float(vessel.below_l(min(vessel.top_water_m, vessel.lowest_draw_m + 0.1)))


def _heights(document: Property, row: int, tank: Tank) -> HoldPoint:
    at, vessel = f"/cistern/tanks/{row}", tank.vessel()
    overflow_m = vessel.shape.height_m if tank.overflow_m is None else tank.overflow_m

    def height(key: str, label: str, planned_m: float, path: str, least: float, most: float) -> ReadingAsked:
        by_m = tolerances.HEIGHT_M
        return ReadingAsked(
            key, label, "height", low=planned_m - by_m, high=planned_m + by_m, planned=planned_m, path=path,
            least=least, most=most,
        )  # fmt: skip

    return HoldPoint(
        f"tank-levels/{tank.id}",
        "tank-levels",
        f"{tank.name}: heights of floor, outlet and overflow",
        f"The floor over the {document.levels.datum}; the lowest points of outlet and overflow over the floor.",
        (
            height("floor", f"Floor, over the {document.levels.datum}", tank.floor_m, f"{at}/floor_m", -1_000, 9_000),
            height("outlet", "Outlet, over the floor", tank.outlet_m, f"{at}/outlet_m", 0, 100),
            height("overflow", "Overflow, over the floor", overflow_m, f"{at}/overflow_m", 0, 100),
        ),
        if_not="Set it right while it is empty, or take it into the design as it was built and see what follows.",
    )


def _holds(tank: Tank) -> Iterator[HoldPoint]:
    if tank.shape.is_lined:
        yield HoldPoint(
            f"first-ring/{tank.id}",
            "first-ring",
            f"{tank.name}: outlet and overflow face where they should",
            "After the first ring stands, and before the second: the panels with holes against the plan.",
            (ReadingAsked("seen", "They face where the plan has them", "yes_no", low=1, least=0, most=1),),
            if_not="Turn the ring while nothing stands on it.",
        )
    yield HoldPoint(
        f"swarf/{tank.id}",
        "swarf",
        f"{tank.name}: clean inside",
        "With a torch, through the lid: no swarf, no dust, no tools.",
        (ReadingAsked("seen", "Nothing lies in it", "yes_no", low=1, least=0, most=1),),
        if_not="Vacuum it out again; what hangs on the wall is wiped off.",
    )
    high_mm = tolerances.LEAK_MM
    yield HoldPoint(
        f"leak-test/{tank.id}",
        "leak-test",
        f"{tank.name}: level over a night",
        "Inlets and outlets shut. The water’s depth in the evening and in the morning, at the same place, with the "
        "same rule; what an open store loses to the air is taken off.",
        (
            ReadingAsked("evening", "Depth in the evening", "cut", least=0, most=TALLEST_MM),
            ReadingAsked("morning", "Depth in the morning", "cut", least=0, most=TALLEST_MM),
            ReadingAsked(
                "evaporated", "Lost to the air", "cut", planned=0.0, least=0,
                most=tolerances.EVAPORATION_MM_NIGHT * 3, high=tolerances.EVAPORATION_MM_NIGHT,
            ),
        ),
        (
            SumAsked(
                "Lost over the night",
                "cut",
                (("evening", 1.0), ("morning", -1.0), ("evaporated", -1.0)),
                low=-high_mm,
                high=high_mm,
            ),
        ),
        if_not="Dry the outside, look at every connector and joint, tighten or seal again, measure another night.",
    )  # fmt: skip
    if tank.inlet.gauge != "none":
        share = 100 * tolerances.GAUGE_SHARE
        yield HoldPoint(
            f"gauge/{tank.id}",
            "gauge",
            f"{tank.name}: what its gauge shows",
            "With the water at the outlet, and at the overflow; where it is not full yet, at a measured level.",
            (
                ReadingAsked(
                    "empty", "At the outlet", "gauge", low=0.0, high=share, planned=0.0, least=-10, most=110
                ),
                ReadingAsked(
                    "full", "At the overflow", "gauge", low=100 - share, high=100 + share, planned=100.0, least=-10,
                    most=110,
                ),
            ),
            if_not="Set its two ends as its maker says, and read it again.",
        )  # fmt: skip
