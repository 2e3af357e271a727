"""The way of the water, pads and holes as drawings: DXF for drawing programs, SVG for print, from the lines that the
screen and the report show.

Pads stand in a row, each with its plan below it; after them every run in section, from gutter to overflow. The DXF is
in metres, or in feet for a property in US units; the SVG is to a scale of 1 to 50 on paper.
"""

import io
import re
from collections.abc import Iterator
from dataclasses import dataclass
from xml.etree import ElementTree

from lean_year.core.units import M_PER_FOOT
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.footings import standings
from lean_year.plan.stations.ground.section import Line
from lean_year.plan.stations.ground.stage import PadPlan, plan_ground
from lean_year.plan.stations.gutters.section_lines import stretched
from lean_year.plan.stations.gutters.section_marks import section_marks
from lean_year.plan.stations.gutters.stage import plan_gutters
from lean_year.property.document import Property
from lean_year.property.front import alone

APART_M = 2.0
TEXT_M = 0.18
LEAST_WAY_OUT_M = 1.5
SCALE = 50.0
# By kind of line of a pad, and of a section: colour index in the DXF; colour and dash on paper.
LOOK: dict[str, tuple[int, str, str]] = {
    "ground": (7, "#1c1c1c", ""),
    "topsoil": (8, "#7a6a4f", "1 2"),
    "frost": (4, "#5b93b5", "6 3"),
    "water_table": (5, "#15507f", "3 2"),
    "cut": (30, "#b9791f", ""),
    "fill": (32, "#8c7a5b", ""),
    "backfill": (32, "#8c7a5b", ""),
    "pad": (8, "#3a3a3a", ""),
    "plinth": (8, "#3a3a3a", ""),
    "stand": (7, "#1c1c1c", ""),
    "tank": (7, "#1c1c1c", ""),
    "riser": (7, "#1c1c1c", ""),
    "water": (5, "#2b6c99", "4 2"),
    "toe": (30, "#b9791f", "4 2"),
    "section_wall": (8, "#3a3a3a", ""),
    "section_roof": (7, "#1c1c1c", ""),
    "section_gutter": (7, "#1c1c1c", ""),
    "section_downpipe": (5, "#2b6c99", ""),
    "section_screen": (7, "#1c1c1c", "2 1"),
    "section_pipe": (5, "#2b6c99", ""),
    "section_storm": (4, "#5b93b5", "6 3"),
    "section_inlet_level": (8, "#7a6a4f", "1 2"),
    "section_held_water": (5, "#15507f", "3 2"),
    "section_tank": (7, "#1c1c1c", ""),
    "section_water": (5, "#2b6c99", "4 2"),
    "section_ground": (7, "#1c1c1c", ""),
    "section_lid": (7, "#1c1c1c", ""),
    "section_overflow": (4, "#5b93b5", ""),
}


@dataclass(frozen=True, slots=True)
class Placed:
    """A line or a text where it stands on the sheet. [m]"""

    kind: str
    points: list[tuple[float, float]]
    closed: bool
    text: str = ""


def write_dxf(document: Property) -> str:
    """All pads of a property as a DXF file of version R2010, a layer for each kind of line."""
    document = alone(document)
    import ezdxf  # here: large, and wanted by few

    us = document.units == "us"
    factor = 1 / M_PER_FOOT if us else 1.0
    drawing = ezdxf.new("R2010", setup=True)  # type: ignore[attr-defined]
    drawing.header["$INSUNITS"] = 2 if us else 6
    drawing.header["$MEASUREMENT"] = 0 if us else 1
    for kind, (colour, _, dash) in LOOK.items():
        drawing.layers.add(kind.upper(), color=colour, linetype="DASHED" if dash else "CONTINUOUS")
    drawing.layers.add("TEXT", color=7)
    space = drawing.modelspace()
    for each in _sheet(document):
        points = [(x * factor, y * factor) for x, y in each.points]
        if each.text:
            space.add_text(_plain(each.text), height=TEXT_M * factor, dxfattribs={"layer": "TEXT"}).set_placement(
                points[0]
            )
        else:
            space.add_lwpolyline(points, close=each.closed, dxfattribs={"layer": each.kind.upper()})
    out = io.StringIO()
    drawing.write(out)
    return out.getvalue()


def write_svg(document: Property) -> str:
    """All pads of a property as an SVG of its true size on paper, 1 to 50."""
    document = alone(document)
    placed = list(_sheet(document))
    xs = [x for each in placed for x, _ in each.points]
    ys = [y for each in placed for _, y in each.points]
    left, top = min(xs) - 0.5, max(ys) + 0.5
    wide, tall = max(xs) + 4.5 - left, top - min(ys) + 0.5

    def paper(x: float, y: float) -> tuple[float, float]:
        return (x - left) * 1000 / SCALE, (top - y) * 1000 / SCALE

    width, height = wide * 1000 / SCALE, tall * 1000 / SCALE
    root = ElementTree.Element(
        "svg",
        xmlns="http://www.w3.org/2000/svg",
        width=f"{width:.1f}mm",
        height=f"{height:.1f}mm",
        viewBox=f"0 0 {width:.2f} {height:.2f}",
    )
    ElementTree.SubElement(root, "title").text = f"{document.name}: ground, 1 to {SCALE:g}"
    ElementTree.SubElement(root, "rect", width="100%", height="100%", fill="#ffffff")
    for each in placed:
        if each.text:
            x, y = paper(*each.points[0])
            label = ElementTree.SubElement(
                root, "text", {"x": f"{x:.2f}", "y": f"{y:.2f}", "font-size": f"{TEXT_M * 1000 / SCALE:.2f}",
                               "font-family": "sans-serif"}
            )  # fmt: skip
            label.text = each.text
            continue
        _, colour, dash = LOOK[each.kind]
        points = " ".join("{:.2f},{:.2f}".format(*paper(*point)) for point in each.points)
        drawn = {"points": points, "fill": "none", "stroke": colour, "stroke-width": "0.35", "class": each.kind}
        if dash:
            drawn["stroke-dasharray"] = dash
        ElementTree.SubElement(root, "polygon" if each.closed else "polyline", drawn)
    ElementTree.indent(root)
    return '<?xml version="1.0" encoding="UTF-8"?>\n' + ElementTree.tostring(root, encoding="unicode") + "\n"


def _sheet(document: Property) -> Iterator[Placed]:
    """Every line and text, the first section's datum at zero."""
    say = Wording(document.units)
    right = 0.0
    for pad in plan_ground(document, None, say).pads:
        reach = max(abs(x) for line in [*pad.section, *pad.above] for x, _ in line.points)
        middle = right + reach
        below = min(z for line in pad.section for _, z in line.points)
        span = max(abs(y) for line in pad.above for _, y in line.points)
        yield from _moved(pad.section, middle, 0.0)
        yield from _moved(pad.above, middle, below - APART_M - span)
        high = max(z for line in pad.section for _, z in line.points)
        for row, text in enumerate(_texts(pad, say)):
            yield Placed("tank", [(middle - reach, high + 0.4 + TEXT_M * 1.7 * (4 - row))], False, text)
        right = middle + reach + APART_M
    yield from _runs(document, say, right)


def _runs(document: Property, say: Wording, right: float) -> Iterator[Placed]:
    """Every run in section, tank and way out as wide as they are. Where pipes run in a downpour asks for no rain."""
    gutters = plan_gutters(document, None, say)
    tanks = {each.id: each for each in gutters.tanks}
    widths = {each.tank.id: each.footprint.width_m for each in standings(document)}
    for run, drawn in zip(gutters.runs, gutters.drawn, strict=True):
        left, gutter, near, *_ = drawn.edges_m
        far = near + widths[run.tank]
        true = [left, gutter, near, far, far + max(document.overflow.length_m, LEAST_WAY_OUT_M)]
        begin = right - left
        for line in drawn.lines:
            points = stretched(line.points, drawn.edges_m, true)
            yield Placed(f"section_{line.kind}", [(begin + x, z) for x, z in points], line.closed)
        high = max(z for line in drawn.lines for _, z in line.points)
        yield Placed("section_wall", [(right, high + 0.4)], False, run.name)
        for mark in section_marks(drawn, run, tanks[run.tank], gutters.section, say):
            x, z = stretched([[mark.x_m, mark.z_m]], drawn.edges_m, true)[0]
            yield Placed("section_wall", [(begin + x + TEXT_M, z + TEXT_M / 2)], False, mark.text)
        right = begin + true[-1] + APART_M


def _texts(pad: PadPlan, say: Wording) -> list[str]:
    wide = say.length(pad.pad_width_m)
    thick = f", {say.bore(pad.thickness_m * 1000)}" if pad.thickness_m > 0 else ""
    across = wide if pad.round else f"{say.length(pad.pad_length_m)} x {wide}"
    return [
        f"{pad.name}{f', {pad.count}' if pad.count > 1 else ''}",
        f"floor {say.length(pad.floor_m)}, ground {say.length(pad.ground_m)}",
        f"{pad.label}, {across}{thick}, level within {say.nominal(pad.level_mm)}",
        f"cut {say.bulk(pad.edges.cut_m3)}, fill {say.bulk(pad.edges.fill_m3)}",
    ]


def _moved(lines: list[Line], x: float, y: float) -> Iterator[Placed]:
    for line in lines:
        points = [(x + at[0], y + at[1]) for at in line.points]
        yield Placed(line.kind, points, line.closed)


def _plain(text: str) -> str:
    """Without what a DXF text would take for a command."""
    return re.sub(r"[%\\{}^]", " ", text)
