"""The wall that the train takes: what hangs where, and the room that each part wants to be served."""

from pydantic import BaseModel

from lean_year.core.treatment.cartridges import CartridgeSize
from lean_year.plan.model.train import is_cartridge, stage_name
from lean_year.property.document import Property
from lean_year.property.treatment import TreatmentStage

# Width and height of a housing with its head, and how far its bowl drops. [mm] Basis: estimate.
HOUSING_MM: dict[CartridgeSize, tuple[float, float, float]] = {
    "2.5x10": (130, 320, 80),
    "4.5x10": (190, 340, 80),
    "2.5x20": (130, 600, 80),
    "4.5x20": (190, 610, 80),
}
NEXT_LARGER: dict[CartridgeSize, CartridgeSize] = {
    "2.5x10": "4.5x10",
    "2.5x20": "4.5x20",
    "4.5x10": "4.5x20",
    "4.5x20": "4.5x20",
}
BETWEEN_MM = 120.0
"""Union and valve between two parts. Basis: estimate."""
LAMP_WIDE_MM = 120.0
CONTACTOR_MM = (270.0, 1_400.0)
"""Width and height; both are estimates."""
HEADER_OVER_FLOOR_MM = 1_500.0
"""Heads hang at chest height. Basis: common practice."""


class WallPart(BaseModel):
    """One part on the wall, left to right as the water passes; millimetres from its left end and from the floor."""

    name: str
    kind: str
    number: int
    """Of its stage, from 1."""
    x_mm: float
    width_mm: float
    bottom_mm: float
    height_mm: float
    below_mm: float
    """Kept free below it, to drop its bowl."""
    beside_mm: float
    """Kept free at its right, to draw its lamp."""


class PlantRoom(BaseModel):
    parts: list[WallPart]
    width_mm: float
    """Of wall, with the room to serve it."""
    larger_mm: float
    """With the next larger housings, for which wall should be left."""


def plant_room(document: Property) -> PlantRoom:
    """The wall of a document's train, without what stands before the pump or at a tap."""
    parts, width = _hang(document, larger=False)
    return PlantRoom(parts=parts, width_mm=width, larger_mm=_hang(document, larger=True)[1])


def _hang(document: Property, *, larger: bool) -> tuple[list[WallPart], float]:
    parts: list[WallPart] = []
    x = BETWEEN_MM
    for number, stage in enumerate(document.treatment.stages):
        if stage.kind in ("strainer", "tap_filter"):
            continue
        for _ in range(stage.side_by_side if is_cartridge(stage) else 1):
            width, height, below, beside = _room(stage, document.treatment.uv.length_mm, larger=larger)
            hangs = is_cartridge(stage) or stage.kind == "uv"
            parts.append(
                WallPart(
                    name=stage_name(stage),
                    kind=stage.kind,
                    number=number + 1,
                    x_mm=x,
                    width_mm=width,
                    bottom_mm=HEADER_OVER_FLOOR_MM - height if hangs else 0.0,
                    height_mm=height,
                    below_mm=below,
                    beside_mm=beside,
                )
            )
            x += width + beside + BETWEEN_MM
    return parts, x if parts else 0.0


def _room(stage: TreatmentStage, lamp_mm: float, *, larger: bool) -> tuple[float, float, float, float]:
    """Width, height, what is kept free below and beside. [mm]"""
    if is_cartridge(stage):
        size = NEXT_LARGER[stage.size] if larger else stage.size
        return *HOUSING_MM[size], 0.0
    if stage.kind == "uv":
        return lamp_mm, LAMP_WIDE_MM, 0.0, lamp_mm
    return *CONTACTOR_MM, 0.0, 0.0
