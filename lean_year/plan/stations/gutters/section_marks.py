"""What is written at the heights of a section on paper."""

from collections.abc import Iterator
from typing import Literal

from pydantic import BaseModel

from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.levels import RunLevels, TankLevels, outlet_words
from lean_year.plan.stations.gutters.section_lines import RunSection, Section


class SectionMark(BaseModel):
    """Words at a place. `side` is where they stand of it."""

    x_m: float
    z_m: float
    text: str
    side: Literal["left", "right", "over"]
    strong: bool = False


def section_marks(
    drawn: RunSection, run: RunLevels, tank: TankLevels, section: Section, say: Wording
) -> Iterator[SectionMark]:
    """The heights of one run, in the order of the water."""
    _, _, near, far, end = drawn.edges_m
    middle = (near + far) / 2

    def at(name: str, height_m: float) -> str:
        return f"{name} {say.of_kind('height', height_m)}"

    if run.outlet_m is not None:
        yield SectionMark(x_m=0, z_m=run.outlet_m, text=at(outlet_words(run), run.outlet_m), side="right")
    if run.screen_m is not None and run.open_at != "outlet":
        assumed = " assumed" if run.screen_assumed else ""
        text = at(run.open_at_words, run.screen_m) + assumed
        yield SectionMark(x_m=0, z_m=run.screen_m, text=text, side="right")
    if run.drop_m is not None:
        words = f"{say.length(abs(run.drop_m))} {'of drop' if run.drop_m >= 0 else 'too low'}"
        height = run.inlet_m + (run.drop_m / 2 if abs(run.drop_m) > 0.4 else 0)
        yield SectionMark(x_m=near * 0.45, z_m=height, text=words, side="over", strong=True)
    yield SectionMark(x_m=near, z_m=run.inlet_m, text=at("inlet", run.inlet_m), side="left")
    yield SectionMark(x_m=middle, z_m=tank.lid_m, text=at("lid", tank.lid_m), side="over")
    half_way = (section.overflow_invert_m + tank.floor_m) / 2
    yield SectionMark(x_m=middle, z_m=half_way, text=tank.name, side="over", strong=True)
    yield SectionMark(x_m=middle, z_m=tank.floor_m, text=at("floor", tank.floor_m), side="over")
    if any(line.kind == "overflow" for line in drawn.lines):
        invert = section.overflow_invert_m
        yield SectionMark(x_m=far, z_m=invert, text=at("overflow", invert), side="right")
        yield SectionMark(x_m=end, z_m=section.discharge_m, text=at("its end", section.discharge_m), side="left")
