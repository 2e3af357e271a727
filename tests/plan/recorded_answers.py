"""What whole plans said when somebody last read them, line by line.

No outside check: it holds nothing to be right. It notices every change of an answer, in figures, words, severities
and drawings, so that whoever makes one sees what else it moved. `python -m tests.plan.recorded_answers` writes them
anew; the difference is read before it is kept.
"""

from collections.abc import Iterator
from pathlib import Path
from typing import Any

from tests.plan.on_demos import Operation, compared_and_priced, planned_and_priced, replace

FOLDER = Path(__file__).parent / "recorded"
LONGEST = 12
"""Longer rows of numbers are recorded by their ends and their sum."""
SHOWN_ROWS = 4
"""More rows than these are recorded column by column."""
NARROW_BOX = {"kind": "box", "length_m": 2.0, "width_m": 1.0, "height_m": 2.2}
BOX = {"kind": "box", "length_m": 6.0, "width_m": 6.0, "height_m": 2.4, "cast": True}
PIT = {"kind": "pit", "length_m": 6.0, "width_m": 4.0, "height_m": 1.4, "void_ratio": 0.38, "pipe_bore_m": 0.45,
       "pipe_length_m": 10.0}  # fmt: skip
PLANS: dict[str, tuple[str, list[Operation]]] = {
    "saltmarrow": ("saltmarrow", []),
    "brindle-landing": ("brindle-landing", []),
    "lantern-row": ("lantern-row", []),
    # A watered garden, a liner tank and a wet run, in the other system of units.
    "saltmarrow-us": ("saltmarrow", [replace("/units", "us")]),
    # As much as can be wrong, or switched on, at once.
    "saltmarrow-neglected": (
        "saltmarrow",
        [
            replace("/treatment/chlorine/on", True),
            {"op": "add", "path": "/treatment/stages/1", "value": {"kind": "calcite"}},
            replace("/treatment/stages/2/side_by_side", 2),
            replace(
                "/treatment/last_test", {"e_coli_100ml": 2.0, "ph": 6.0, "lead_ug_l": 20.0, "turbidity_ntu": 3.0}
            ),
            replace("/treatment/second_source", "well"),
            replace("/treatment/uv/shut_valve", False),
            replace("/household/back_up/kind", "truck"),
            replace("/cistern/tanks/0/shape", BOX),
            replace("/cistern/tanks/0/overflow_m", None),
            replace("/cistern/tanks/0/lean", {"fall_mm": 60.0}),
            replace("/ground/slope", 0.18),
            replace("/ground/copper_near", True),
            replace("/ground/drained_uphill", False),
            replace("/ground/soil", "clay"),
            replace("/ground/swelling", True),
            replace("/ground/earthquakes", True),
            replace("/ground/readings_mm", [1500.0, 1516.0]),
            replace("/ground/margin_m", 0.1),
            replace("/overflow/screened", False),
            replace("/overflow/trap", False),
            replace("/overflow/bore_mm", 60.0),
            replace("/overflow/footing_m", 1.0),
            replace("/downpour/source", "assumed"),
            replace("/climate/rain", "fifth_less"),
            replace("/climate/downpours", "two_fifths_heavier"),
            replace("/downpipes/0/run/bore_mm", 60.0),
            replace("/downpipes/0/run/low_drain", False),
            replace("/downpipes/0/run/rated_kpa", None),
            replace("/first_flush/screened", False),
            replace("/first_flush/hole_mm", 0.8),
            replace("/pump/vessel_l", 8.0),
            replace("/pump/check_valve", False),
            replace("/pump/cut_in_kpa", 150.0),
            replace("/pump/precharge_kpa", 100.0),
            replace("/pump/dry_run_stop", False),
            replace("/pump/frost_housed", False),
            replace("/pump/over_rim_m", 3.0),
            replace("/pump/foot_valve", False),
            replace("/roofs/0/material", "bitumen_felt"),
            replace("/roofs/0/gutters/0/width_mm", 75.0),
            replace("/site/frost_depth_m", 0.6),
            replace("/site/fire_prone", True),
            replace("/cistern/tanks/0/inlet/calmed", False),
            replace("/cistern/tanks/0/inlet/lockable", False),
        ],
    ),
    "brindle-pit": (
        "brindle-landing",
        [
            replace("/cistern/tanks/0/shape", PIT),
            replace("/cistern/tanks/0/overflow_m", None),
            replace("/cistern/tanks/0/inlet/height_m", None),
            replace("/cistern/tanks/0/floor_m", -2.2),
            replace("/pump/feed", "header"),
            replace("/household/back_up/kind", "mains"),
            replace("/household/back_up/gap_mm", 10.0),
            replace("/ground/traffic", "cars"),
            replace("/overflow/kind", "none"),
            replace("/first_flush/kind", "tank"),
            replace("/losses", "monthly"),
            replace("/treatment/uv/sensor", True),
            replace("/treatment/uv/sensor_percent", 70.0),
            replace("/household/uses", None),
        ],
    ),
    "lantern-gravity": (
        "lantern-row",
        [
            replace("/pump/feed", "gravity"),
            replace("/cistern/layout", "series"),
            replace("/overflow/kind", "standpipe"),
            replace("/first_flush/kind", "none"),
            replace("/pump/friction", "hazen_williams"),
            replace("/losses", "coefficient"),
            replace("/overflow/destination", "soakaway"),
            replace("/overflow/infiltration_mm_h", 15.0),
            replace("/downpour/method", "code_table"),
            replace("/cistern/tanks/0/base", "rock"),
            replace("/cistern/tanks/1/base", "rock"),
            replace("/household/animals", [{"id": "hens", "animal": "hen", "heads": 12.0}]),
            replace("/household/irrigation/area_m2", 40.0),
        ],
    ),
    # Without mains power: a set that hangs in the water and starts by itself, and a pump worked by hand.
    "lantern-battery": (
        "lantern-row",
        [
            replace("/pump/stands", "submerged"),
            replace("/pump/control", "flow_switch"),
            replace("/pump/cut_in_kpa", 40.0),
            replace("/pump/precharge_kpa", 30.0),
            replace("/pump/battery", {"cable_m": 9.0, "capacity_ah": 20.0}),
            replace("/pump/vessel_l", 0.0),
        ],
    ),
    "saltmarrow-by-hand": (
        "saltmarrow",
        [replace("/pump/feed", "hand"), replace("/levels/pump_m", 6.0), replace("/pump/hand", {"stroke_l": 1.5})],
    ),
    # Open ground with a channel and a trap for grit, whose water joins a run with a filter chamber; a round price.
    "saltmarrow-hillside": (
        "saltmarrow",
        [
            replace("/roofs/1/material", "hillside_rock"),
            replace(
                "/roofs/1/gutters",
                [
                    {
                        "shape": "open_channel",
                        "width_mm": 300.0,
                        "depth_mm": 200.0,
                        "fall_mm_m": 15.0,
                        "lining": "stone",
                        "outlet_mm": 150.0,
                    }
                ],
            ),
            replace("/roofs/2/drains", [{"group": "a", "share": 1.0}]),
            replace("/downpipes/0/screens", [{"kind": "leaf_screen"}, {"kind": "wrapped_pipe", "media_m2": 2.0}]),
            replace("/downpipes/1/screens", [{"kind": "grit_trap", "media_m2": 0.05}]),
            replace("/downpipes/1/run/into", "a"),
            replace("/first_flush/by", "length"),
            replace("/price/rounded_to", 250.0),
        ],
    ),
    # Tanks of two phases one after the other, roofs shared between downpipes, heights that nobody has measured.
    "saltmarrow-phases": (
        "saltmarrow",
        [
            {
                "op": "add",
                "path": "/cistern/tanks/0",
                "value": {"id": "yard", "name": "Yard tanks", "shape": NARROW_BOX, "count": 3, "floor_m": -0.5},
            },
            {
                "op": "add",
                "path": "/cistern/tanks/2",
                "value": {
                    "id": "later",
                    "name": "Later tank",
                    "shape": NARROW_BOX,
                    "count": 1,
                    "floor_m": -1.9,
                    "phase": 1,
                },
            },
            replace("/cistern/layout", "settling_first"),
            replace("/cistern/garden_from_first", True),
            replace("/cistern/built_phase", 1),
            replace("/roofs/1/drains", [{"group": "a", "share": 0.4}, {"group": "b", "share": 0.6}]),
            replace("/roofs/0/outlet_m", None),
            replace("/roofs/2/on", False),
            replace("/downpipes/0/tank", "yard"),
            replace("/levels/pump_m", None),
            replace("/levels/highest_tap_m", None),
            replace("/treatment/stages", []),
            replace("/pump/points", [[0.0, 58.0], [0.4, 56.0], [0.8, 52.0], [1.7, 33.0]]),
            replace("/pump/control", "variable_speed"),
            replace("/pump/set_point_kpa", 350.0),
            replace("/pump/hot_water/kind", "instant"),
            replace("/pump/hot_water/least_kpa", 100.0),
            replace("/overflow/destination", "rain_garden"),
            replace("/ground/water_table_m", 0.4),
            replace("/household/periods", []),
        ],
    ),
}


def lines(part: Any, at: str = "") -> Iterator[str]:
    """Every value of a plan with where it stands, what stands side by side on one line, numbers to five digits."""
    if isinstance(part, list) and part and _is_table(part):
        part = {f"*/{column}": list(each) for column, each in enumerate(zip(*part, strict=True))}
    elif isinstance(part, list) and len(part) > SHOWN_ROWS and _are_rows(part):
        part = {f"*/{name}": [each[name] for each in part] for name in part[0]}
    elif isinstance(part, list):
        part = dict(enumerate(part))
    plain = {name: _plain(each) for name, each in part.items()}
    said = [f"{name} = {text}" for name, text in plain.items() if text is not None]
    if said:
        yield f"{at}: {' | '.join(said)}"
    for name, each in part.items():
        if plain[name] is None:
            yield from lines(each, f"{at}/{name}")


def _plain(part: Any) -> str | None:
    """A value, or a row of values, in words; None for what holds more than that."""
    if not isinstance(part, dict | list):
        return _text(part)
    if isinstance(part, dict) or any(isinstance(each, dict | list) for each in part):
        return None if part else "nothing"
    if len(part) > LONGEST and all(isinstance(each, int | float) for each in part):
        first, last, total = (_text(float(each)) for each in (part[0], part[-1], sum(part)))
        return f"{len(part)} numbers, {first} to {last}, {total} together"
    return ", ".join(_text(each) for each in part)


def _are_rows(part: list[Any]) -> bool:
    """Whether they are rows of numbers more than sentences, alike in what they hold."""
    return all(isinstance(each, dict) and each.keys() == part[0].keys() and "text" not in each for each in part)


def _is_table(part: list[Any]) -> bool:
    return all(isinstance(each, list) and len(each) == len(part[0]) for each in part)


def _text(value: Any) -> str:
    """Five digits; what is left of sums that cancel is nothing."""
    return f"{value if abs(value) > 1e-6 else 0.0:.5g}" if isinstance(value, float) else str(value)


def answer(name: str) -> list[str]:
    """All that a plan says; of an edited demo what it says otherwise than the demo itself."""
    demo, operations = PLANS[name]
    plan = planned_and_priced(demo, *operations)
    parts = [line.model_dump(mode="json") for line in plan.parts]
    whole = plan.model_dump(mode="json") | {"parts": parts}
    whole["cistern"] |= compared_and_priced(demo, *operations).model_dump(mode="json")
    said = list(lines(whole))
    if not operations:
        return said
    before = set(answer(demo))
    return [line for line in said if line not in before]


def recorded(name: str) -> list[str]:
    return (FOLDER / f"{name}.txt").read_text("utf-8").splitlines()


if __name__ == "__main__":
    for name in PLANS:
        (FOLDER / f"{name}.txt").write_text("\n".join(answer(name)) + "\n", "utf-8")
