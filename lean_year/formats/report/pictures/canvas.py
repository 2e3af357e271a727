"""A sheet to draw on: the few shapes that the pictures are made of, in points of paper."""

from collections.abc import Iterable
from typing import Literal
from xml.etree import ElementTree

INK, INK_2, RULE, SHEET = "#16232a", "#414e57", "#cdc3ad", "#ffffff"
WATER_9, WATER_7, WATER_5, WATER_3, WATER_1 = "#0b3a57", "#125b83", "#3a8cb2", "#9cc6d6", "#d3e5e8"
PARCHED_7, PARCHED_5, PARCHED_2, ALARM = "#7f4c00", "#d08f22", "#f0ddb4", "#a8122f"
EARTH_1, EARTH_3 = "#dacdb3", "#cec0a3"
FONT = "Atkinson Hyperlegible Next"
TEXT_PT = 8.5

Point = tuple[float, float]
Anchor = Literal["start", "middle", "end"]


def words_wide(words: str, size: float = TEXT_PT, *, bold: bool = False) -> float:
    """About how wide they are, in points."""
    return len(words) * size * (0.54 if bold else 0.5)


class Canvas:
    """Shapes in the order in which they are drawn."""

    def __init__(self, width: float, height: float) -> None:
        self.width, self.height = width, height
        self._root = ElementTree.Element(
            "svg",
            xmlns="http://www.w3.org/2000/svg",
            width=f"{width:g}pt",
            height=f"{height:g}pt",
            viewBox=f"0 0 {width:g} {height:g}",
        )

    def line(
        self,
        points: Iterable[Point],
        stroke: str = INK,
        width: float = 1.0,
        *,
        dash: str = "",
        fill: str = "none",
        closed: bool = False,
    ) -> None:
        """Straight from point to point."""
        drawn = {
            "points": " ".join(f"{x:.2f},{y:.2f}" for x, y in points),
            "fill": fill,
            "stroke": stroke,
            "stroke-width": f"{width:g}",
            "stroke-linejoin": "round",
        }
        if dash:
            drawn["stroke-dasharray"] = dash
        ElementTree.SubElement(self._root, "polygon" if closed else "polyline", drawn)

    def area(self, points: Iterable[Point], fill: str) -> None:
        """Filled, without an edge."""
        self.line(points, "none", 0, fill=fill, closed=True)

    def box(self, x: float, y: float, width: float, height: float, fill: str) -> None:
        """Filled, its corner above on the left."""
        ElementTree.SubElement(
            self._root,
            "rect",
            {"x": f"{x:.2f}", "y": f"{y:.2f}", "width": f"{max(width, 0):.2f}", "height": f"{max(height, 0):.2f}",
             "fill": fill},
        )  # fmt: skip

    def dot(self, x: float, y: float, radius: float, fill: str = SHEET, stroke: str = INK) -> None:
        ElementTree.SubElement(
            self._root,
            "circle",
            {"cx": f"{x:.2f}", "cy": f"{y:.2f}", "r": f"{radius:g}", "fill": fill, "stroke": stroke},
        )

    def text(
        self,
        x: float,
        y: float,
        words: str,
        *,
        anchor: Anchor = "start",
        bold: bool = False,
        fill: str = INK,
        size: float = TEXT_PT,
        halo: bool = False,
    ) -> None:
        """Its foot at `y`; `halo` clears what is drawn behind it."""
        style = {
            "x": f"{x:.2f}",
            "y": f"{y:.2f}",
            "font-family": FONT,
            "font-size": f"{size:g}",
            "font-weight": "700" if bold else "400",
            "text-anchor": anchor,
        }
        if halo:
            style |= {"paint-order": "stroke", "stroke": SHEET, "stroke-width": "2.6", "stroke-linejoin": "round"}
        ElementTree.SubElement(self._root, "text", style | {"fill": fill}).text = words

    def svg(self) -> str:
        """The whole picture."""
        return ElementTree.tostring(self._root, encoding="unicode")
