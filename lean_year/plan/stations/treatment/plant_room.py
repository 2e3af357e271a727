"""The wall that the train takes: what hangs where, and the room that each part wants to be served."""

from pydantic import BaseModel

from lean_year.core.treatment.cartridges import CARTRIDGES
from lean_year.core.treatment.plant_room import BETWEEN_PARTS_MM, CONTACTOR_MM, HEADER_OVER_FLOOR_MM, LAMP_WIDE_MM
from lean_year.plan.model.train import is_cartridge, stage_name
from lean_year.property.document import Property
from lean_year.property.treatment import TreatmentStage


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
    larger_hang_mm: float
    """How far the next larger housings hang down from their pipe, with room to drop their bowls; 0 without any."""


def plant_room(document: Property) -> PlantRoom:
    """The wall of a document's train, without what stands before the pump or at a tap."""
    parts, width = _hang(document, larger=False)
    larger, larger_width = _hang(document, larger=True)
    return PlantRoom(
        parts=parts,
        width_mm=width,
        larger_mm=larger_width,
        larger_hang_mm=max((part.height_mm + part.below_mm for part in larger if part.below_mm > 0), default=0.0),
    )


def _hang(document: Property, *, larger: bool) -> tuple[list[WallPart], float]:
    parts: list[WallPart] = []
    x = BETWEEN_PARTS_MM
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
            x += width + beside + BETWEEN_PARTS_MM
    return parts, x if parts else 0.0


def _room(stage: TreatmentStage, lamp_mm: float, *, larger: bool) -> tuple[float, float, float, float]:
    """Width, height, what is kept free below and beside. [mm]"""
    if is_cartridge(stage):
        housing = CARTRIDGES[stage.size]
        housing = CARTRIDGES[housing.next_larger] if larger else housing
        return housing.width_mm, housing.height_mm, housing.bowl_drops_mm, 0.0
    if stage.kind == "uv":
        return lamp_mm, LAMP_WIDE_MM, 0.0, lamp_mm
    return *CONTACTOR_MM, 0.0, 0.0
