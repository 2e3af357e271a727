"""A pad or a hole in section, from the lines that the screen and the drawings share."""

from lean_year.formats.exports.drawing import LOOK
from lean_year.formats.report.pictures.canvas import EARTH_1, INK_2, WATER_1, Canvas
from lean_year.plan.answer.wording import Wording
from lean_year.plan.stations.ground.stage import PadPlan

WIDTH, MOST_HEIGHT = 482.0, 170.0
EDGE_PT = 8.0
FILLED = {"tank": "#ffffff", "pad": "#e4e0d6", "plinth": "#e4e0d6", "fill": "#e9dcc4", "backfill": "#e9dcc4"}


def draw_pad(pad: PadPlan, say: Wording) -> str:
    """To scale, the same upwards and along."""
    points = [point for line in pad.section for point in line.points]
    low, high = min(z for _, z in points), max(z for _, z in points)
    left, right = min(x for x, _ in points), max(x for x, _ in points)
    scale = min((WIDTH - 130) / (right - left), (MOST_HEIGHT - 2 * EDGE_PT) / max(high - low, 0.5))
    height = (high - low) * scale + 2 * EDGE_PT
    drawn = Canvas(WIDTH, height)

    def at(point: list[float]) -> tuple[float, float]:
        return (point[0] - left) * scale, EDGE_PT + (high - point[1]) * scale

    ground = next(line for line in pad.section if line.kind == "ground")
    surface = [at(point) for point in ground.points]
    drawn.area([*surface, (surface[-1][0], height), (surface[0][0], height)], EARTH_1)
    for line in pad.section:
        _, colour, dash = LOOK[line.kind]
        placed = [at(point) for point in line.points]
        fill = FILLED.get(line.kind, "none")
        drawn.line(placed, colour, 1.0, dash=dash, fill=fill, closed=line.closed)
    tank = next(line for line in pad.section if line.kind == "tank")
    water = next((line for line in pad.section if line.kind == "water"), None)
    if water is not None and len(tank.points) == 4:
        (near, top), (far, _), (_, foot) = at(water.points[0]), at(water.points[1]), at(tank.points[0])
        drawn.box(near + 1, top, far - near - 2, foot - top - 0.5, WATER_1)
    x = (right - left) * scale + 10
    for row, words in enumerate((f"floor {say.of_kind('height', pad.floor_m)}",
                                 f"ground {say.of_kind('height', pad.ground_m)}",
                                 f"level within {say.nominal(pad.level_mm)}")):  # fmt: skip
        drawn.text(x, 20 + row * 12, words, fill=INK_2)
    return drawn.svg()
