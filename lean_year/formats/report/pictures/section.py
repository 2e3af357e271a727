"""The way of the water in section: heights to scale, distances stretched so that all of it shows."""

from collections.abc import Callable, Sequence

from lean_year.formats.report.pictures.canvas import (
    EARTH_1,
    INK,
    INK_2,
    WATER_1,
    WATER_3,
    WATER_5,
    WATER_7,
    Canvas,
    words_wide,
)
from lean_year.plan.stations.gutters.section_lines import RunSection, SectionKind, stretched
from lean_year.plan.stations.gutters.section_marks import SectionMark

WIDTH, HEIGHT = 482.0, 216.0
TOP, FOOT = 16.0, 206.0
BANDS_PT = (62.0, 196.0, 108.0, 116.0)
"""Of house, run, tank and way out."""
LINE_PT = 11.0

LOOK: dict[SectionKind, tuple[str, float, str, str]] = {
    "ground": (INK, 1.2, "", "none"),
    "wall": (INK, 1.2, "", "#f4efe3"),
    "roof": (INK, 2.6, "", "none"),
    "gutter": (INK, 1.4, "", WATER_1),
    "downpipe": (WATER_5, 3.2, "", "none"),
    "screen": (INK, 1.4, "2 1.5", "none"),
    "pipe": (WATER_5, 4.0, "", "none"),
    "storm": (WATER_7, 1.1, "5 3", "none"),
    "inlet_level": (INK_2, 0.6, "1 3", "none"),
    "water": ("none", 0, "", WATER_1),
    "held_water": ("none", 0, "", WATER_7),
    "tank": (INK, 2.2, "", "none"),
    "lid": (INK, 2.2, "", "none"),
    "overflow": (WATER_3, 3.2, "", "none"),
}
"""Colour, width, dash and filling."""
ORDER: tuple[SectionKind, ...] = (
    "inlet_level", "wall", "roof", "gutter", "downpipe", "pipe", "screen", "storm", "overflow", "water",
    "held_water", "tank", "lid",
)  # fmt: skip


def draw_section(section: RunSection, marks: Sequence[SectionMark]) -> str:
    """As wide as the page."""
    drawn = Canvas(WIDTH, HEIGHT)
    heights = [point[1] for line in section.lines for point in line.points]
    low, high = min(heights) - 0.15, max(heights) + 0.1
    starts = [sum(BANDS_PT[:number]) for number in range(len(BANDS_PT) + 1)]

    def x(metres: float) -> float:
        return stretched([[metres]], section.edges_m, starts)[0][0]

    def y(metres: float) -> float:
        return FOOT - (FOOT - TOP) * (metres - low) / (high - low)

    ground = next(line for line in section.lines if line.kind == "ground")
    surface = [(x(at[0]), y(at[1])) for at in ground.points]
    drawn.area([*surface, (surface[-1][0], HEIGHT), (surface[0][0], HEIGHT)], EARTH_1)
    drawn.line(surface, *LOOK["ground"][:2])
    left, right = section.edges_m[2], section.edges_m[3]
    tank = next(line for line in section.lines if line.kind == "tank")
    lid, floor = tank.points[0][1], tank.points[1][1]
    drawn.box(x(left), y(lid), x(right) - x(left), y(floor) - y(lid), "#ffffff")
    for kind in ORDER:
        for line in section.lines:
            if line.kind == kind:
                stroke, width, dash, fill = LOOK[kind]
                points = [(x(at[0]), y(at[1])) for at in line.points]
                drawn.line(points, stroke, width, dash=dash, fill=fill, closed=line.closed)
    _words(drawn, marks, lambda at_x, at_z: (x(at_x), y(at_z)))
    return drawn.svg()


def _words(drawn: Canvas, marks: Sequence[SectionMark], place: Callable[[float, float], tuple[float, float]]) -> None:
    """Each beside its place, and no two over one another."""
    taken: list[tuple[float, float, float]] = []
    for mark in marks:
        at, foot = place(mark.x_m, mark.z_m)
        wide = words_wide(mark.text, bold=mark.strong)
        left = {"left": at - 5 - wide, "right": at + 7, "over": at - wide / 2}[mark.side]
        left = min(max(left, 1.0), WIDTH - wide - 1)
        foot += -5.5 if mark.side == "over" else 3.0
        while any(left < end and left + wide > begin and abs(foot - at) < LINE_PT for begin, end, at in taken):
            foot += LINE_PT / 2
        taken.append((left, left + wide, foot))
        drawn.text(left, min(foot, HEIGHT - 3), mark.text, bold=mark.strong, halo=True)
