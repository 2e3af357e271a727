"""The way of the water as one line with every valve on it, as lines: screen and paper draw the same.

Not to scale. Units are those of a sheet `WIDTH` wide; y goes down.
"""

from collections.abc import Collection, Iterator

from pydantic import BaseModel

from lean_year.plan.handed_over.valves import Valve
from lean_year.property.document import Property

WIDTH = 100.0
ROW = 9.0
TANK_X, TANK_WIDE = 34.0, 17.0
HOUSE_X = 90.0
LINE_Y = 10.0
EDGE = 0.2
"""Left free at both sides, so that no line is cut in half."""


class Box(BaseModel):
    """A part of the supply, with its name."""

    x: float
    y: float
    wide: float
    high: float
    name: str
    kind: str
    """`roof`, `tank`, `plant`, `house` or `source`."""


class Pipe(BaseModel):
    """A pipe from point to point."""

    points: list[tuple[float, float]]


class Drawn(BaseModel):
    """One valve in its place; the pipe goes across where it stands upright."""

    tag: str
    x: float
    y: float
    upright: bool


class Schematic(BaseModel):
    """All of it."""

    wide: float
    high: float
    boxes: list[Box]
    pipes: list[Pipe]
    valves: list[Drawn]
    """Each valve of the supply once, and no other."""


def schematic(document: Property, laid: Collection[str], found: list[Valve]) -> Schematic:
    """From the roofs at the left to the house at the right, with the tank between them."""
    by_key = {each.key: each for each in found}
    used = [pipe for pipe in document.downpipes if pipe.id in laid]
    rows = max(1, len(used))
    bottom = LINE_Y + max(2, rows) * ROW
    high = bottom + 8
    drawing = Schematic(wide=WIDTH, high=high, boxes=[], pipes=[], valves=[])
    for row, pipe in enumerate(used):
        _run(drawing, pipe.id, pipe.name, LINE_Y + row * ROW, by_key)
    _tanks(drawing, document, bottom, by_key)
    _house(drawing, document, bottom, by_key)
    _top_up(drawing, document, by_key)
    return drawing


def _put(drawing: Schematic, valve: Valve | None, x: float, y: float, *, upright: bool = False) -> bool:
    if valve is None:
        return False
    drawing.valves.append(Drawn(tag=valve.tag, x=x, y=y, upright=upright))
    return True


def _of_group(by_key: dict[str, Valve], kind: str, group: str) -> Valve | None:
    """The valve of a chamber that a group drains to; drawn at the first of its groups."""
    return by_key.get(f"{kind}/{group}") or by_key.get(f"{kind}/all")


def _run(drawing: Schematic, group: str, name: str, y: float, by_key: dict[str, Valve]) -> None:
    drawing.boxes.append(Box(x=EDGE, y=y - 3, wide=15 - EDGE, high=6, name=name, kind="roof"))
    drawing.pipes.append(Pipe(points=[(15, y), (TANK_X, y)]))
    for kind, x in (("flush-cap", 17.5), ("flush", 20.8), ("low-point", 27.0)):
        valve = _of_group(by_key, kind, group)
        if valve is not None and not any(each.tag == valve.tag for each in drawing.valves):
            drawing.pipes.append(Pipe(points=[(x, y), (x, y + 6)]))
            _put(drawing, valve, x, y + 4.2, upright=True)
    _put(drawing, by_key.get(f"run/{group}"), 24, y)
    _put(drawing, by_key.get(f"run-check/{group}"), 31, y)


def _tanks(drawing: Schematic, document: Property, bottom: float, by_key: dict[str, Valve]) -> None:
    built = document.cistern.built()
    each = TANK_WIDE / len(built)
    for row, tank in enumerate(built):
        x = TANK_X + row * each
        drawing.boxes.append(
            Box(x=x, y=LINE_Y - 4, wide=each - (1.5 if row + 1 < len(built) else 0), high=bottom - LINE_Y + 2,
                name=tank.name, kind="tank")
        )  # fmt: skip
        middle = x + (each - 1.5) / 2
        if (drain := by_key.get(f"floor-drain/{tank.id}")) is not None:
            drawing.pipes.append(Pipe(points=[(middle, bottom - 2), (middle, bottom + 6)]))
            _put(drawing, drain, middle, bottom + 2.5, upright=True)
        if (link := by_key.get(f"link/{tank.id}")) is not None:
            at = x - 0.75 if row else x + each / 2
            drawing.pipes.append(Pipe(points=[(at - 2, bottom - 4), (at + 2, bottom - 4)]))
            _put(drawing, link, at, bottom - 4)


def _house(drawing: Schematic, document: Property, bottom: float, by_key: dict[str, Valve]) -> None:
    """From the tank to the house, one after the other, as far apart as there is room."""
    y = bottom - 7
    start = TANK_X + TANK_WIDE
    if "foot" in by_key:
        drawing.pipes.append(Pipe(points=[(start - 5, y - 6), (start - 5, y), (start, y)]))
        _put(drawing, by_key["foot"], start - 5, y - 3, upright=True)
    items: list[tuple[str, str, float]] = [("valve", "outlet", 4.0)] if "outlet" in by_key else []
    if "second-source" in by_key:
        items.append(("branch", "second-source", 4.0))
    if document.pump.by_motor:
        items += [("valve", "pump", 3.6), ("box", "Pump", 7.0)]
        if "pump-check" in by_key:
            items.append(("valve", "pump-check", 3.6))
    if document.pump.feed == "hand":
        items.append(("box", "Hand pump", 8.5))
    if document.pump.feed == "header":
        items.append(("header", "Header", 9.0))
    if document.treatment.stages:
        if "train" in by_key:
            items.append(("valve", "train", 3.6))
        items.append(("box", "Filters", 8.5))
    if "lamp" in by_key:
        items.append(("valve", "lamp", 4.0))
    room = HOUSE_X - 1.5 - start
    spread = min(1.3, room / sum(wide for _, _, wide in items))
    drawing.pipes.append(Pipe(points=[(start, y), (HOUSE_X, y)]))
    drawing.boxes.append(
        Box(
            x=HOUSE_X,
            y=y - 3,
            wide=WIDTH - HOUSE_X - EDGE,
            high=6,
            name="Garden" if document.household.garden_only else "House",
            kind="house",
        )
    )
    x = start + 0.8
    for kind, key, wide in items:
        _item(drawing, kind, key, x, wide * spread, y, by_key)
        x += wide * spread


def _item(drawing: Schematic, kind: str, key: str, x: float, wide: float, y: float, by_key: dict[str, Valve]) -> None:
    middle = x + wide / 2
    match kind:
        case "valve":
            _put(drawing, by_key.get(key), middle, y)
        case "branch":
            drawing.pipes.append(Pipe(points=[(middle, y), (middle, y + 9)]))
            _put(drawing, by_key.get(key), middle, y + 5, upright=True)
        case "box":
            drawing.boxes.append(Box(x=x + 0.4, y=y - 3, wide=wide - 0.8, high=6, name=key, kind="plant"))
        case "header":
            top = LINE_Y - 1
            rises, falls = x + wide * 0.2, x + wide * 0.8
            drawing.pipes.append(Pipe(points=[(rises, y), (rises, top)]))
            drawing.pipes.append(Pipe(points=[(falls, top), (falls, y)]))
            drawing.boxes.append(Box(x=x, y=top - 5, wide=wide, high=6, name=key, kind="tank"))
            _put(drawing, by_key.get("header-float"), rises, top + 3.5, upright=True)
            _put(drawing, by_key.get("header"), falls, y - 3.5, upright=True)


def _top_up(drawing: Schematic, document: Property, by_key: dict[str, Valve]) -> None:
    if "top-up" not in by_key:
        return
    x, y = TANK_X + TANK_WIDE - 2, LINE_Y - 5.4
    drawing.boxes.append(
        Box(x=x + 13, y=y - 2.4, wide=11, high=5, name=document.household.back_up.kind.capitalize(), kind="source")
    )
    drawing.pipes.append(Pipe(points=[(x + 13, y), (x, y), (x, LINE_Y - 4)]))
    _put(drawing, by_key["top-up"], x + 10, y)
    _put(drawing, by_key.get("top-up-float"), x + 5, y)


def tags_drawn(drawing: Schematic) -> Iterator[str]:
    """Tags in the order in which they are drawn."""
    for each in drawing.valves:
        yield each.tag
