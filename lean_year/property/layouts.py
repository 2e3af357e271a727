"""Layouts that the trade builds: what of each differs from a plain new property. Sizes and settings are usual ones,
and are all assumed until somebody enters others. Basis: common practice."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from lean_year.property.start import FIRST_GUESS_DAYS, NOTHING_INDOORS

Laid = dict[str, Any]
SCHOOL_DAYS = 15
"""Days of use that the first tanks of a school hold, beside its mains. Basis: estimate."""
BUILT_IN_PLACE_PAIRS = 3
"""Pairs of hands that put rings together, or cast and plaster. Basis: common practice."""
CARRIED_L = 20.0
"""What a person carries home in a day from a tap of the village. Basis: from memory (WHO, basic access)."""
TAP_ON_TANK_KPA = 0.0
"""Pressure that a tap on the tank itself is to have: it runs into a can. Basis: common practice."""
STANDS_MIN = 720.0
"""Between chlorine in the evening and the first bucket. Basis: estimate."""
TOILET_L = 6.0
"""What a person flushes in a day at school or at work. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class StartingPoint:
    """One layout."""

    key: str
    name: str
    note: str
    lay: Callable[[float, float], Laid]
    """What differs from a plain new property, by how many people there are and what they use. [-, L/d]"""
    people: str = "How many live there"
    """What is asked of people; empty where nobody lives from it."""
    usual_people: float = 4.0
    """For how many it is drawn."""


def _tank(name: str, shape: Laid, **more: Any) -> Laid:
    return {"id": "tank-1", "name": name, "shape": shape} | more


def _behind(*screens: str) -> list[Laid]:
    """The one group of downpipes, with what strains its water."""
    return [{"id": "a", "name": "A", "screens": [{"kind": kind} | _FINE.get(kind, {}) for kind in screens]}]


_FINE = {"lid_basket": {"aperture_mm": 0.8}}
"""A basket that is the last strainer before a store keeps mosquitoes out. Basis: common practice."""
_SOAKAWAY = {"destination": "soakaway", "footing_m": 6.0}
_SLIM = {"kind": "slim", "length_m": 2.4, "width_m": 0.7, "height_m": 2.0}


def _garden(area_m2: float, feed: str, *, pumped: Laid | None = None, **more: Any) -> Laid:
    """Nobody lives from it: a garden, one tap, nothing to drink; `pumped` is what else its pump is."""
    return {
        "household": {"uses": [], "irrigation": {"area_m2": area_m2}},
        "pump": {"feed": feed, "hot_water": {"kind": "none"}, **(pumped or {})},
        "treatment": {"stages": [], "garden_after": 0, "indoor_after": 0},
        **more,
    }


_DRINKING = {
    "stages": [{"kind": "strainer"}, {"kind": "sediment"}, {"kind": "carbon"}, {"kind": "uv"}],
    "garden_after": 1,
    "indoor_after": 2,
    "uv": {"sensor": True, "shut_valve": True, "rated_flow_l_s": 1.2},
}
_BY_GRAVITY = {"stages": [{"kind": "strainer"}, {"kind": "tap_filter"}], "garden_after": 0, "indoor_after": 1}


def _barrel(_people: float, _use_l_day: float) -> Laid:
    shape = {"kind": "upright_cylinder", "diameter_m": 0.6, "height_m": 0.9}
    inlet = {"height_m": 0.8}  # a diverter sends the water back down once the barrel is full up to it
    barrel = _tank("Barrel", shape, floor_m=0.4, outlet_m=0.13, overflow_m=0.82, base="plinth", inlet=inlet)
    return _garden(
        20.0,
        "gravity",
        pumped={"delivery": {"bore_mm": 20.0, "length_m": 0.2, "fittings_k": 2.0}, "residual_kpa": TAP_ON_TANK_KPA},
        cistern={"tanks": [barrel]},
        levels={"tank_ground_m": 0.0},
        ground={"tied_down": True},
        overflow={"kind": "back_down"},
        downpipes=_behind("downpipe_filter"),
    )


def _slim(_people: float, _use_l_day: float) -> Laid:
    tank = _tank("Slim tank", _SLIM, outlet_m=0.13, inlet={"gauge": "sight_tube"}, base="pavers")
    return _garden(
        40.0,
        "pump",
        cistern={"tanks": [tank]},
        ground={"tied_down": True},
        first_flush={"kind": "standpipe", "place": "each"},
        downpipes=_behind("leaf_screen", "inlet_mesh"),
    )


def _buried(_people: float, _use_l_day: float) -> Laid:
    shape = {"kind": "moulded", "length_m": 2.4, "width_m": 2.2, "height_m": 1.1, "openings_share": 0.15}
    inlet = {"floating_suction": True, "floor_drain": False}
    tank = _tank("Buried tank", shape, floor_m=-1.6, outlet_m=0.13, overflow_m=0.95, base="bedding", inlet=inlet)
    return _garden(
        80.0,
        "pump",
        cistern={"tanks": [tank]},
        pumped={"stands": "submerged", "control": "flow_switch", "vessel_l": 0.0},
        levels={"tank_ground_m": 0.0, "discharge_m": -1.0},
        overflow=_SOAKAWAY,
        downpipes=_behind("lid_basket"),
    )


def _pit(_people: float, _use_l_day: float) -> Laid:
    shape = {
        "kind": "pit",
        "length_m": 4.0,
        "width_m": 2.5,
        "height_m": 1.0,
        "pipe_bore_m": 0.45,
        "pipe_length_m": 11.0,
        "sump_m": 0.4,
        "paved": True,
    }
    inlet = {"floor_drain": False}
    return _garden(
        60.0,
        "pump",
        cistern={
            "tanks": [_tank("Pit", shape, floor_m=-1.3, outlet_m=0.13, base="bedding", inlet=inlet)],
            "out_of_use": {"first": "11-01", "last": "03-31"},
        },
        levels={"tank_ground_m": 0.0, "discharge_m": -0.8},
        overflow=_SOAKAWAY,
        ground={"traffic": "walked", "shored": True},
        price={"hands": BUILT_IN_PLACE_PAIRS},
        downpipes=_behind("lid_basket"),
    )


def _house_bank(_people: float, use_l_day: float) -> Laid:
    each_l = 10_000.0
    count = max(2, round(use_l_day * FIRST_GUESS_DAYS / each_l))
    tank = _tank(
        "Tanks", {"kind": "volume", "volume_l": each_l, "height_m": 2.4}, count=min(50, count), outlet_m=0.13
    )
    return {
        "cistern": {"tanks": [tank]},
        "overflow": {"kind": "standpipe"},
        "first_flush": {"kind": "standpipe", "place": "group"},
        "pump": {"feed": "pump"},
        "treatment": _DRINKING,
        "downpipes": _behind("leaf_screen", "inlet_mesh"),
    }


def _ring(_people: float, _use_l_day: float) -> Laid:
    shape = {"kind": "upright_cylinder", "diameter_m": 10.2, "height_m": 2.3, "liner": True}
    return {
        "household": {"animals": [{"id": "cows", "animal": "cow", "heads": 5.0}]},
        "cistern": {"tanks": [_tank("Ring tank", shape, outlet_m=0.13)]},
        "price": {"hands": BUILT_IN_PLACE_PAIRS},
        "pump": {"feed": "pump"},
        "treatment": _DRINKING,
        "downpipes": _behind("leaf_screen", "inlet_mesh"),
    }


def _precast(_people: float, _use_l_day: float) -> Laid:
    shape = {"kind": "precast", "length_m": 2.4, "width_m": 1.8, "height_m": 1.7}
    return {
        "household": {"cheaper": {"low_use": True, "dry_toilet": True}, "back_up": {"kind": "truck"}},
        "cistern": {"tanks": [_tank("Precast tanks", shape, count=2, outlet_m=0.13, overflow_m=1.55, base="slab")]},
        "first_flush": {"kind": "standpipe", "place": "one"},
        "pump": {"feed": "pump"},
        "treatment": _DRINKING,
        "downpipes": _behind("leaf_screen", "inlet_mesh"),
    }


def _school(people: float, _use_l_day: float) -> Laid:
    each_l = 3_000.0
    count = max(1, round(people * TOILET_L * SCHOOL_DAYS / each_l))
    toilets = max(1, min(500, round(people / 25)))
    terms = (("First term", "09-01", "12-20"), ("Second term", "01-08", "03-28"), ("Third term", "04-15", "07-10"))
    return {
        "household": {
            "residents": 0.0,
            "periods": [
                {"name": name, "first": first, "last": last, "people": people, "days": "weekdays"}
                for name, first, last in terms
            ],
            "uses": [
                {
                    "id": "toilets",
                    "name": "Toilets",
                    "fixture": "toilet",
                    "quality": "indoor",
                    "litres_person_day": TOILET_L,
                }
            ],
            "back_up": {"kind": "mains", "gap_mm": 150.0},
        },
        "cistern": {"tanks": [_tank("Slim tanks", _SLIM, count=min(50, count), outlet_m=0.13, base="slab")]},
        "ground": {"tied_down": True},
        "first_flush": {"kind": "standpipe", "place": "each"},
        "pump": {
            "feed": "pump",
            "fixtures": NOTHING_INDOORS.model_dump() | {"toilet": toilets, "garden_tap": 0},
            "hot_water": {"kind": "none"},
        },
        "treatment": {"stages": [{"kind": "strainer"}, {"kind": "sediment"}], "garden_after": 1, "indoor_after": 2},
        "downpipes": _behind("leaf_screen", "inlet_mesh"),
    }


def _roof_tank(_people: float, use_l_day: float) -> Laid:
    ground_l = max(5_000.0, round(use_l_day * FIRST_GUESS_DAYS / 1_000) * 1_000)
    below = _tank("Ground tank", {"kind": "volume", "volume_l": ground_l, "height_m": 2.0}, outlet_m=0.13)
    above = _tank(
        "Roof tank", {"kind": "volume", "volume_l": 1_000.0, "height_m": 1.2}, floor_m=3.3, outlet_m=0.1, base="roof"
    )
    return {
        "cistern": {"tanks": [below, above | {"id": "tank-2"}], "layout": "transfer", "transfer_l_day": 3_000.0},
        "levels": {"tank_ground_m": 0.0},
        "ground": {"tied_down": True},
        "first_flush": {"kind": "standpipe", "place": "each"},
        "pump": {"feed": "gravity"},
        "treatment": _BY_GRAVITY,
        "downpipes": _behind("leaf_screen", "inlet_mesh"),
    }


def _mortar(people: float, _use_l_day: float) -> Laid:
    shape = {"kind": "round_cast", "diameter_m": 3.2, "height_m": 2.0, "wall_mm": 80.0, "floor_mm": 120.0}
    count = max(1, min(50, round(people / 12)))
    tank = _tank("Mortar tank", shape, count=count, outlet_m=0.13, overflow_m=1.9, base="stone")
    carried = {
        "id": "carried",
        "name": "Water carried home",
        "quality": "drinking",
        "litres_person_day": CARRIED_L,
    }
    return {
        "household": {"uses": [carried]},
        "cistern": {"tanks": [tank]},
        "price": {"hands": BUILT_IN_PLACE_PAIRS},
        "first_flush": {"kind": "standpipe", "place": "each"},
        "pump": {
            "feed": "gravity",
            "fixtures": NOTHING_INDOORS.model_dump(),
            "hot_water": {"kind": "none"},
            "delivery": {"bore_mm": 25.0, "length_m": 0.5, "fittings_k": 3.0},
            "residual_kpa": TAP_ON_TANK_KPA,
        },
        "treatment": _BY_GRAVITY | {"chlorine": {"on": True, "contact_min": STANDS_MIN}},
        "downpipes": _behind("up_flow", "inlet_mesh"),
    }


STARTING_POINTS: tuple[StartingPoint, ...] = (
    StartingPoint("barrel", "Barrel at a downpipe", "on blocks, a diverter, a can under the tap", _barrel, ""),
    StartingPoint("slim", "Slim tank with a pump", "along a wall, first flush, for a garden", _slim, ""),
    StartingPoint("buried", "Buried garden tank", "shallow, basket filter, pump in the tank", _buried, ""),
    StartingPoint("pit", "Pit under paving", "liner, stone and culverts, drained before winter", _pit, ""),
    StartingPoint("house-bank", "Bank of tanks for a house", "linked, one overflow, treated throughout", _house_bank),
    StartingPoint("ring", "Ring tank on a farm", "panels and liner on a levelled pad, cattle", _ring),
    StartingPoint("precast", "Precast pair in dry country", "two frugal people, hauled water last", _precast),
    StartingPoint(
        "school", "School toilets", "slim tanks, mains top-up, terms", _school, "How many are there on a school day",
        60.0,
    ),
    StartingPoint("roof-tank", "Ground tank and roof tank", "pumped up each day, falls to the taps", _roof_tank),
    StartingPoint("mortar", "Mortar tanks of a village", "built in place, gravity, gravel filter", _mortar,
                  "How many draw from it", 30.0),
)  # fmt: skip
