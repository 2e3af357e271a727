"""Keeping on the shelf what stands in a property."""

from typing import Any

from lean_year.plan.shelf.places import Place, overflow_leaves, place_at
from lean_year.property.assumed import Assumed
from lean_year.property.document import Property
from lean_year.property.shelf import Article, check_article
from lean_year.property.treatment import LampSheet

_FIGURES = {
    "store": ("shape", "outlet_m", "overflow_m"),
    "housing": ("size", "micron", "clean_kpa"),
    "pump": ("points", "efficiency"),
    "vessel": ("vessel_l",),
}
"""What makes an article an estimate while it is assumed."""


def article_at(document: Property, pointer: str, *, name: str, sheet: str) -> Article:
    """What stands at a place of a property, as an article of this name; an estimate, where a figure of it is assumed.

    Raises
    ------
    InputError
        If there is no such place, or what stands there is no article.
    """
    place = place_at(document, pointer)
    assumed, at = Assumed(document.assumed), "/pump" if place.kind == "vessel" else pointer
    estimate = any(assumed.touches(f"{at}/{field}") for field in _FIGURES[place.kind])
    return check_article(
        {"kind": place.kind, "name": name, "sheet": sheet, "estimate": estimate} | _values(document, place)
    )


def _values(document: Property, place: Place) -> dict[str, Any]:
    match place.kind:
        case "store":
            return _store(document, place.row)
        case "housing":
            return _housing(document, place.row)
        case "pump":
            pump = document.pump
            return {
                "points": pump.points,
                "efficiency": pump.efficiency,
                "control": pump.control,
                "stands": pump.stands,
                "volts": None if pump.battery is None else pump.battery.volts,
                "port_mm": pump.port_mm,
            }
        case "vessel":
            return {"volume_l": document.pump.vessel_l, "rated_kpa": document.pump.vessel_rated_kpa}


def _store(document: Property, row: int) -> dict[str, Any]:
    tank = document.cistern.tanks[row]
    return {
        "shape": tank.shape.model_dump(mode="json"),
        "outlet_m": tank.outlet_m,
        "overflow_m": tank.overflow_m,
        "inlet_m": tank.inlet.height_m,
        "weight_kg": tank.empty_kg,
        "outlet_port_mm": tank.outlet_port_mm,
        "overflow_port_mm": document.overflow.port_mm if overflow_leaves(document, row) else None,
    }


def _housing(document: Property, row: int) -> dict[str, Any]:
    stage, uv = document.treatment.stages[row], document.treatment.uv
    lamp = {field: getattr(uv, field) for field in LampSheet.model_fields} if stage.kind == "uv" else None
    return {
        "stage": stage.kind,
        "size": stage.size,
        "micron": stage.micron,
        "absolute": stage.absolute,
        "clean_kpa": stage.clean_kpa,
        "clean_flow_l_s": stage.clean_flow_l_s,
        "port_mm": stage.port_mm,
        "lamp": lamp,
    }
