"""The schematic of a supply on paper."""

from lean_year.formats.report.pictures.canvas import INK, SHEET, WATER_1, WATER_7, Canvas
from lean_year.plan.handed_over.schematic import Box, Schematic

WIDE_PT = 480.0
VALVE = 1.5


def draw_schematic(drawing: Schematic) -> str:
    """As SVG."""
    scale = WIDE_PT / drawing.wide
    canvas = Canvas(WIDE_PT, drawing.high * scale)

    def at(x: float, y: float) -> tuple[float, float]:
        return x * scale, y * scale

    for box in drawing.boxes:
        if box.kind == "tank":
            _box(canvas, box, scale)
    for pipe in drawing.pipes:
        canvas.line([at(x, y) for x, y in pipe.points], WATER_7, 2.2)
    for box in drawing.boxes:
        if box.kind != "tank":
            _box(canvas, box, scale)
    for valve in drawing.valves:
        half = VALVE * 0.72
        ends = [(-VALVE, -half), (-VALVE, half), (VALVE, -half), (VALVE, half)]
        if valve.upright:
            ends = [(y, x) for x, y in ends]
        canvas.line([at(valve.x + x, valve.y + y) for x, y in ends], INK, 1.0, fill=SHEET, closed=True)
        beside = (2.1, 0.9) if valve.upright else (0.0, -2.0)
        canvas.text(*at(valve.x + beside[0], valve.y + beside[1]), valve.tag,
                    anchor="start" if valve.upright else "middle", bold=True, size=8, halo=True)  # fmt: skip
    return canvas.svg()


def _box(canvas: Canvas, box: Box, scale: float) -> None:
    x, y = box.x * scale, box.y * scale
    corners = [(x, y), (x + box.wide * scale, y), (x + box.wide * scale, y + box.high * scale),
               (x, y + box.high * scale)]  # fmt: skip
    canvas.line(corners, INK, 1.1, fill=WATER_1 if box.kind == "tank" else SHEET, closed=True)
    middle = min(box.high / 2, 3.0) * scale
    canvas.text(x + box.wide * scale / 2, y + middle + 3, _fits(box.name, box.wide * scale),
                anchor="middle", size=8)  # fmt: skip


def _fits(name: str, wide_pt: float) -> str:
    """As much of a name as a box has room for."""
    most = max(3, int(wide_pt / 4.3))
    return name if len(name) <= most else f"{name[: most - 1]}…"
