"""What gutters and pipes ask to be done, and to be measured before they are covered."""

from collections.abc import Iterator

from lean_year.core.build import tolerances
from lean_year.core.build.asked import TaskAsk, Work
from lean_year.core.build.judging import HoldPoint, ReadingAsked, SumAsked
from lean_year.core.build.workmanship import GRIT, INTO_FLANGE_MM, ONTO_TAIL_MM
from lean_year.core.water_path.levels import LEAST_FALL_TRADE
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.holes import holes
from lean_year.plan.model.levels import RunLevels, by_heights_alone
from lean_year.plan.model.needs import PRESSURE_PIPE_READS, laid_pipe
from lean_year.plan.model.roof_surface import by_hillside
from lean_year.property.document import Property
from lean_year.property.roofs import Downpipe

HIGHEST_M = 9_000.0
_JOINTED = "Cement on both parts, together with a quarter turn, held still until it grips"
_PAINTED = f"Plastic in the sun: sanded with grit {GRIT}, then painted"


@cached_by_parts(
    16, *PRESSURE_PIPE_READS, "roofs", "downpipes", "cistern", "levels", "overflow", narrowed=by_heights_alone
)
def gutter_work(document: Property, runs: list[RunLevels], say: Wording) -> Work:
    """Every gutter, downpipe and run that is used, and the holes in the tanks."""
    tasks: list[TaskAsk] = []
    points: list[HoldPoint] = []
    for roof in document.roofs:
        if not roof.on or not roof.gutters:
            continue
        if any(each.shape == "open_channel" for each in roof.gutters):
            tasks.append(TaskAsk("open-channel", f"Channel of {roof.name}, with its trap for grit"))
        if any(each.shape != "open_channel" for each in roof.gutters):
            tasks.append(TaskAsk("gutters", f"Gutters of {roof.name}"))
            tasks.append(TaskAsk("gutter-levels", f"Gutters of {roof.name}: they run dry to their outlets"))
            points.append(_gutter(roof.id, roof.name))
    for hole in holes(document, runs, say):
        detail = (
            f"{hole.name}, {hole.tank}: {hole.count} × {say.nominal(hole.saw_mm)}, its foot "
            f"{say.length(hole.height_m)} over the floor, {hole.seal}"
        )
        tasks.append(TaskAsk("holes", f"{hole.name}, {hole.tank}", (detail,)))
    pipes = {pipe.id: pipe for pipe in document.downpipes}
    for run in runs:
        tasks += _tasks(document, pipes[run.group], run, say)
        points += _points(document, pipes[run.group], run, say)
    return Work(tuple(tasks), tuple(points))


def _tasks(document: Property, pipe: Downpipe, run: RunLevels, say: Wording) -> Iterator[TaskAsk]:
    name = f"Run of {pipe.name}"
    laid = laid_pipe(pipe.run.bore_mm, document.units, say, kpa=pipe.run.rated_kpa)
    yield TaskAsk("locate", f"{name}: its trench")
    yield TaskAsk("trench", f"{name}: {say.length(pipe.run.length_m)}", _depths(run, say))
    yield TaskAsk("dry-fit", f"{name}: each gap is measured before its piece is cut", (_depth_of_joints(say),))
    yield TaskAsk("run-levels", f"{name}: the water runs by what is laid, and not by what was drawn")
    yield TaskAsk("joint", name, (_JOINTED,) if laid.glued else (), then_days=None if laid.glued else 0)
    yield TaskAsk("run-test", f"{name}: nothing is covered before it is tested")
    yield TaskAsk("cover", f"{name}: sand round it, tape over it")
    if by_hillside(document, pipe.id):
        return
    yield TaskAsk("downpipes", f"Downpipes of {pipe.name}, with their screens", () if pipe.metal else (_PAINTED,))


def _depth_of_joints(say: Wording) -> str:
    flange, tail = say.of_kind("cut", INTO_FLANGE_MM), say.of_kind("cut", ONTO_TAIL_MM)
    return (
        "A dry pipe does not go all the way in: mark on each how deep it belongs, and at what angle. "
        f"{flange} into a flange; a hose {tail} onto a tail at the least, with two clamps, warmed if it is stiff"
    )


def _depths(run: RunLevels, say: Wording) -> tuple[str, ...]:
    """How deep the trench is along the way."""
    known = [(point.along_m, point.ground_m - point.invert_m) for point in run.points if point.invert_m is not None]
    if not known:
        return ()
    depths = ", ".join(f"{say.length(max(0.0, depth))} at {say.length(along)}" for along, depth in known)
    return (f"{run.name}, invert under the ground: {depths}",)


def _gutter(key: str, name: str) -> HoldPoint:
    return HoldPoint(
        f"gutter-levels/{key}",
        "gutter-levels",
        f"Gutters of {name}: water runs to the outlets",
        "A hose or a bucket at the far end: all of it runs away, and none stands after a minute.",
        (ReadingAsked("seen", "It runs to the outlets and none stands", "yes_no", low=1, least=0, most=1),),
        if_not="Hang the brackets to a string line again; seal what drips.",
    )


def _height(key: str, label: str, planned_m: float, path: str | None = None) -> ReadingAsked:
    return ReadingAsked(
        key,
        label,
        "height",
        low=planned_m - tolerances.HEIGHT_M,
        high=planned_m + tolerances.HEIGHT_M,
        planned=planned_m,
        path=path,
        least=-1_000,
        most=HIGHEST_M,
    )


def _points(document: Property, pipe: Downpipe, run: RunLevels, say: Wording) -> Iterator[HoldPoint]:
    row = document.downpipes.index(pipe)
    datum = document.levels.datum
    inlet = _height("inlet", f"Invert at its end, over the {datum}", run.inlet_m)
    if run.kind == "dry" and run.foot_m is not None and run.falls_over_m:
        foot = ReadingAsked(
            "foot", f"Invert at its beginning, over the {datum}", "height", planned=run.foot_m,
            path=f"/downpipes/{row}/run/foot_m", least=-1_000, most=HIGHEST_M,
        )  # fmt: skip
        least_m = LEAST_FALL_TRADE * run.falls_over_m
        sums: tuple[SumAsked, ...] = (
            SumAsked("Fall over its length", "cut", (("foot", 1000.0), ("inlet", -1000.0)), low=1000 * least_m),
        )
        readings: tuple[ReadingAsked, ...] = (foot, inlet)
        how = f"It falls at least {say.head(least_m)} over {say.length(run.falls_over_m)}, everywhere the same way."
    else:
        sums, readings = (), (inlet,)
        how = "Where it enters the tank, and that it rises nowhere between its low point and there but to the tank."
    yield HoldPoint(
        f"run-levels/{pipe.id}",
        "run-levels",
        f"{pipe.name}: heights of its run",
        how,
        readings,
        sums,
        if_not="Take out or pack under what lies wrong while the pipe is dry, and measure again.",
    )
    yield HoldPoint(
        f"run-test/{pipe.id}",
        "run-test",
        f"{pipe.name}: its run under water",
        "Its end plugged, the pipe full to the top: every joint dry for half an hour.",
        (ReadingAsked("seen", "Every joint is dry", "yes_no", low=1, least=0, most=1),),
        if_not="Cut the joint out, joint it anew, wait until it holds, and fill the pipe again.",
    )
