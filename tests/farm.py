"""A farm with one plain tank: the document as version 1 of the application kept it, and edits on it."""

from typing import Any

from lean_year.property.document import Property
from lean_year.property.edits import apply_edit, check
from lean_year.property.upgrades import upgrade

VERSION_1: dict[str, Any] = {
    "version": 1,
    "name": "Saltmarrow",
    "place": "Merrowick, above the cove",
    "units": "metric",
    "roofs": [
        {
            "id": "house", "name": "House, slate", "material": "glazed_tile", "pitch_deg": 38, "runoff": None,
            "extent": {"kind": "rectangle", "length_m": 13.2, "width_m": 9.4, "along_slope": False},
            "loss_mm": 0.5, "on": True,
        },
        {
            "id": "studio", "name": "Studio, metal", "material": "metal", "pitch_deg": 12, "runoff": None,
            "extent": {"kind": "rectangle", "length_m": 5.6, "width_m": 11.0, "along_slope": True},
            "loss_mm": 0.4, "on": True,
        },
        {
            "id": "barn", "name": "Barn", "material": "metal", "pitch_deg": 20, "runoff": None,
            "extent": {"kind": "area", "area_m2": 148}, "loss_mm": 0.4, "on": True,
        },
    ],
    "rain": {"record_id": None, "filling": "none"},
    "household": {
        "residents": 3, "habit": "careful", "litres_person_day": 80,
        "guests": [0, 0, 0, 0.3, 0.6, 1, 1.8, 1.8, 0.6, 0, 0, 0.4],
        "garden_l_month": [0, 0, 0, 600, 1600, 2600, 3200, 3000, 1200, 0, 0, 0],
    },
    "cistern": {
        "tank_l": 86000, "below_outlet_l": 3000, "fire_reserve_l": 4000, "rule": "yas", "start_share": 1,
        "short_years_allowed": 2,
    },
    "assumed": ["/roofs/2/runoff", "/cistern/start_share"],
}  # fmt: skip


def farm() -> Property:
    """The farm, brought up to the version of today."""
    return check(upgrade(VERSION_1))


def resize(litres: float) -> dict[str, Any]:
    """The edit that makes the tanks hold so much."""
    return {"op": "resize", "path": "/cistern", "value": litres}


def changed(size_l: float | None = None, document: Property | None = None, **values: Any) -> Property:
    """The farm, or a document, with values replaced (`household__residents=5`), its tanks made to hold `size_l`."""
    operations = [
        {"op": "replace", "path": "/" + path.replace("__", "/"), "value": value} for path, value in values.items()
    ]
    if size_l is not None:
        operations.append(resize(size_l))
    return apply_edit(document or farm(), operations)
