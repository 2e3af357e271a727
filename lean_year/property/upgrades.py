"""Documents of older versions, brought up to this one step by step."""

import re
from typing import Any

from lean_year.core.errors import InputError
from lean_year.property.document import DOCUMENT_VERSION

RENAMED_IN_3 = {
    "/downpour/school": "method",
    "/treatment/uv/school": "change_by",
    "/treatment/chlorine/stands_min": "contact_min",
    "/pump/way": "feed",
    "/pump/suction/fittings": "fittings_k",
    "/pump/delivery/fittings": "fittings_k",
    "/pump/header/down/fittings": "fittings_k",
    "/overflow/way": "destination",
    "/ground/stands_mm": "pad_over_ground_mm",
    "/ground/soft_way": "soft_access",
    "/cistern/tanks/*/link/fittings": "fittings_k",
}
"""Fields that version 3 names as the trade does: where they stood, and their new name."""


def upgrade(raw: dict[str, Any]) -> dict[str, Any]:
    """Bring a document of an older version up to this one.

    Raises
    ------
    InputError
        If it is of a newer version than this program knows: both versions are named.
    """
    version = raw.get("version")
    if isinstance(version, int) and not isinstance(version, bool) and version > DOCUMENT_VERSION:
        raise InputError("version", f"must be at most {DOCUMENT_VERSION}, which this program knows, got {version}")
    if version == 1:
        raw = _tanks_with_shapes(raw)
    if raw.get("version") == 2:
        raw = _names_of_the_trade(raw)
    if raw.get("version") == 3:
        raw = _runs_of_gutter(raw)
    if raw.get("version") == 4:
        raw = _uses_listed_or_not(raw)
    if raw.get("version") == 5:
        raw = _bases_of_tanks(raw)
    if raw.get("version") == 6:
        raw = _pumps_and_leans(raw)
    return raw


def _tanks_with_shapes(raw: dict[str, Any]) -> dict[str, Any]:
    """Version 1 had one tank known by its volume; it becomes a tank two metres high whose outlet stands where the
    water it held back reached.
    """
    old = raw.get("cistern")
    if not isinstance(old, dict):
        return raw | {"version": 2}
    old = dict(old)
    tank_l, below_l = old.pop("tank_l", 0.0), old.pop("below_outlet_l", 0.0)
    if not all(isinstance(litres, int | float) for litres in (tank_l, below_l)):
        raise InputError("cistern.tank_l", "must be a number, as must below_outlet_l")
    if below_l > tank_l:
        raise InputError("cistern.tank_l", f"must be at least what is below the outlet, {below_l:g}, got {tank_l:g}")
    height_m = 2.0
    tank = {
        "id": "tank-1",
        "name": "Tank",
        "shape": {"kind": "volume", "volume_l": tank_l, "height_m": height_m},
        "outlet_m": height_m * below_l / tank_l if tank_l else 0.0,
    }
    moved = {"/cistern/tank_l": "/cistern/tanks/0/shape", "/cistern/below_outlet_l": "/cistern/tanks/0/outlet_m"}
    assumed = raw.get("assumed", [])
    if isinstance(assumed, list):
        assumed = [moved.get(pointer, pointer) if isinstance(pointer, str) else pointer for pointer in assumed]
    return raw | {"version": 2, "cistern": old | {"tanks": [tank]}, "assumed": assumed}


def _names_of_the_trade(raw: dict[str, Any]) -> dict[str, Any]:
    """Version 2 had other names for some fields; their values stay, and so does what is assumed."""
    new = {**raw, "version": 3}
    moved = {}
    for path, name in RENAMED_IN_3.items():
        new = _renamed(new, path.split("/")[1:], name)
        moved[path] = f"{path.rpartition('/')[0]}/{name}"
    if isinstance(raw.get("assumed"), list):
        new["assumed"] = [_moved(pointer, moved) for pointer in raw["assumed"]]
    return new


def _runs_of_gutter(raw: dict[str, Any]) -> dict[str, Any]:
    """Version 3 had one gutter for both eaves of a surface, and outlets without places.

    A pitched surface drawn whole has a run on each of its two eaves where its outlets divide between them. It had one
    lean for all tanks too, which each then has.
    """
    new = {**raw, "version": 4}
    if isinstance(raw.get("roofs"), list):
        new["roofs"] = [_with_gutters(roof) for roof in raw["roofs"]]
    ground, cistern = raw.get("ground"), raw.get("cistern")
    if isinstance(ground, dict) and "lean_mm" in ground:
        new["ground"] = {field: value for field, value in ground.items() if field != "lean_mm"}
        if isinstance(cistern, dict) and isinstance(cistern.get("tanks"), list):
            tanks = [
                tank | {"lean_mm": ground["lean_mm"]} if isinstance(tank, dict) else tank for tank in cistern["tanks"]
            ]
            new["cistern"] = cistern | {"tanks": tanks}
    if isinstance(raw.get("assumed"), list):
        new["assumed"] = [
            re.sub(r"^(/roofs/\d+)/gutter\b", r"\1/gutters/0", pointer).replace("/outlets", "/outlets_m")
            if isinstance(pointer, str) and re.match(r"/roofs/\d+/gutter\b", pointer)
            else pointer
            for pointer in raw["assumed"]
        ]
    return new


def _uses_listed_or_not(raw: dict[str, Any]) -> dict[str, Any]:
    """Version 4 had one supply, as every property begins with, and shared out the habit where no use was listed."""
    new, household = {**raw, "version": 5}, raw.get("household")
    if isinstance(household, dict) and household.get("uses") == []:
        new["household"] = {**household, "uses": None}
    return new


def _bases_of_tanks(raw: dict[str, Any]) -> dict[str, Any]:
    """Version 5 had one base for all tanks of a supply, which each then has."""
    new = {**_base_to_tanks(raw), "version": 6}
    if isinstance(raw.get("supplies"), list):
        new["supplies"] = [_base_to_tanks(each) if isinstance(each, dict) else each for each in raw["supplies"]]
    if isinstance(raw.get("assumed"), list):
        new["assumed"] = [
            each
            for pointer in raw["assumed"]
            for each in (_bases_of(raw, pointer) if isinstance(pointer, str) else [pointer])
        ]
    return new


def _base_to_tanks(supply: dict[str, Any]) -> dict[str, Any]:
    ground, cistern = supply.get("ground"), supply.get("cistern")
    if not isinstance(ground, dict) or "base" not in ground:
        return supply
    new = {**supply, "ground": {field: value for field, value in ground.items() if field != "base"}}
    if isinstance(cistern, dict) and isinstance(cistern.get("tanks"), list):
        tanks = [tank | {"base": ground["base"]} if isinstance(tank, dict) else tank for tank in cistern["tanks"]]
        new["cistern"] = cistern | {"tanks": tanks}
    return new


def _bases_of(raw: dict[str, Any], pointer: str) -> list[str]:
    """The pointers of the bases that stand in the place of the one of a supply; any other pointer as it is."""
    found = re.fullmatch(r"(?:/supplies/(\d+))?/ground/base", pointer)
    if found is None:
        return [pointer]
    supply = raw if found[1] is None else raw["supplies"][int(found[1])]
    return [
        f"{pointer.removesuffix('/ground/base')}/cistern/tanks/{row}/base"
        for row in range(len(supply["cistern"]["tanks"]))
    ]


def _pumps_and_leans(raw: dict[str, Any]) -> dict[str, Any]:
    """Version 6 knew pumps behind a pressure switch and those of variable speed, and a lean towards the overflow."""
    new = {**_in_version_7(raw), "version": 7}
    if isinstance(raw.get("supplies"), list):
        new["supplies"] = [_in_version_7(each) if isinstance(each, dict) else each for each in raw["supplies"]]
    if isinstance(raw.get("assumed"), list):
        new["assumed"] = [
            re.sub(r"^((?:/supplies/\d+)?/pump)/variable_speed$", r"\1/control", pointer)
            if isinstance(pointer, str)
            else pointer
            for pointer in raw["assumed"]
            if not isinstance(pointer, str) or not pointer.endswith("/lean_mm")
        ]
    return new


def _in_version_7(supply: dict[str, Any]) -> dict[str, Any]:
    supply, cistern = _control_of_pump(supply), supply.get("cistern")
    if not isinstance(cistern, dict) or not isinstance(cistern.get("tanks"), list):
        return supply
    return {**supply, "cistern": {**cistern, "tanks": [_leaning(tank) for tank in cistern["tanks"]]}}


def _leaning(tank: Any) -> Any:
    if not isinstance(tank, dict) or "lean_mm" not in tank:
        return tank
    fall_mm = tank["lean_mm"]
    rest = {field: value for field, value in tank.items() if field != "lean_mm"}
    return rest if fall_mm == 0 else {**rest, "lean": {"fall_mm": fall_mm}}


def _control_of_pump(supply: dict[str, Any]) -> dict[str, Any]:
    pump = supply.get("pump")
    if not isinstance(pump, dict) or not isinstance(pump.get("variable_speed"), bool):
        return supply
    control = "variable_speed" if pump["variable_speed"] else "pressure_switch"
    return {
        **supply,
        "pump": {
            ("control" if k == "variable_speed" else k): control if k == "variable_speed" else v
            for k, v in pump.items()
        },
    }


def _with_gutters(roof: Any) -> Any:
    if not isinstance(roof, dict):
        return roof
    rest = {field: value for field, value in roof.items() if field != "gutter"}
    if roof.get("material") == "hillside_rock":
        return rest | {"gutters": []}
    gutter = roof.get("gutter", {})
    if not isinstance(gutter, dict):
        return rest | {"gutters": [gutter]}
    outlets = gutter.get("outlets", 1)
    if not isinstance(outlets, int):
        return rest | {"gutters": [gutter]}
    extent, pitch = roof.get("extent"), roof.get("pitch_deg", 0)
    along_slope = isinstance(extent, dict) and extent.get("along_slope", False)
    pitched = isinstance(pitch, int | float) and pitch >= 5 and not along_slope
    eaves = 2 if pitched and gutter.get("length_m") is None and outlets % 2 == 0 else 1
    run = {field: value for field, value in gutter.items() if field != "outlets"}
    return rest | {"gutters": [run | {"outlets_m": [None] * (outlets // eaves)} for _ in range(eaves)]}


def _renamed(part: Any, path: list[str], name: str) -> Any:
    """A copy with the field at a path under another name; what is not there is left to the document's check."""
    first, rest = path[0], path[1:]
    if first == "*":
        return [_renamed(each, rest, name) for each in part] if isinstance(part, list) else part
    if not isinstance(part, dict) or first not in part:
        return part
    if rest:
        return {**part, first: _renamed(part[first], rest, name)}
    return {(name if field == first else field): value for field, value in part.items()}


def _moved(pointer: Any, moved: dict[str, str]) -> Any:
    if not isinstance(pointer, str):
        return pointer
    keys = pointer.split("/")
    pattern = "/".join("*" if key.isdigit() else key for key in keys)
    return "/".join([*keys[:-1], moved[pattern].rpartition("/")[2]]) if pattern in moved else pointer
