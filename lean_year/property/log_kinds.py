"""Kinds of entry in the log of a supply: what each takes, and within which limits.

All in kept units. What a row is about stands in its `about`, after `log/`: a tank, a stage of the treatment, what was
cleaned.
"""

from dataclasses import dataclass, field
from typing import Literal

from lean_year.core.errors import InputError
from lean_year.core.treatment.water_tests import LIMITS

LogKind = Literal[
    "level", "rain", "meter", "cartridge", "lamp", "uv", "pressures", "test", "cleaning", "sediment", "spilling",
    "load", "job", "repair", "note", "taken_back",
]  # fmt: skip
Range = tuple[float, float]
MOST_DEPTH_M, MOST_TANK_L, MOST_RAIN_MM, MOST_METER_L = 100.0, 1e9, 2_000.0, 1e12
MOST_PRESSURE_KPA, MOST_FLOW_L_S, MOST_HOURS, MOST_DAYS = 5_000.0, 1_000.0, 1e6, 4_000.0
MOST_COUNT, MOST_MONEY = 1e6, 1e9


@dataclass(frozen=True, slots=True)
class LogKindOf:
    """What an entry of one kind takes."""

    name: str
    values: dict[str, Range] = field(default_factory=dict)
    """Numbers that it may have, with their limits."""
    one_of: tuple[str, ...] = ()
    """Of which it has exactly one."""
    all_of: tuple[str, ...] = ()
    """Which it must have."""
    any_of: tuple[str, ...] = ()
    """Of which it must have one at the least."""
    words: tuple[str, ...] = ()
    """Words that it may have beside the note."""
    about: tuple[str, ...] = ()
    """What it can be about, where that is one of these; else a name of the design, or nothing."""
    needs_note: bool = False


_LEVELS: dict[str, Range] = {
    "share": (0, 1), "depth_m": (0, MOST_DEPTH_M), "below_m": (0, MOST_DEPTH_M), "volume_l": (0, MOST_TANK_L),
}  # fmt: skip

_TESTS: dict[str, Range] = {str(key): (0.0, MOST_COUNT) for key in LIMITS}
_TESTS["ph"] = (0, 14)

LOG_KINDS: dict[LogKind, LogKindOf] = {
    "level": LogKindOf("Level", _LEVELS, one_of=tuple(_LEVELS)),
    "rain": LogKindOf("Rain", {"depth_mm": (0, MOST_RAIN_MM), "days": (1, 400)}, all_of=("depth_mm",)),
    "meter": LogKindOf("Meter", {"reading_l": (0, MOST_METER_L), "new_from_l": (0, MOST_METER_L)},
                       all_of=("reading_l",)),
    "cartridge": LogKindOf("Cartridge changed", {"before_kpa": (0, MOST_PRESSURE_KPA),
                                                 "after_kpa": (0, MOST_PRESSURE_KPA)}),
    "lamp": LogKindOf("Lamp changed", {"hours": (0, MOST_HOURS)}),
    "uv": LogKindOf("UV reading", {"share": (0, 2), "intensity_w_m2": (0, 10_000), "flow_l_s": (0, MOST_FLOW_L_S),
                                   "sleeve_days": (0, MOST_DAYS), "window_days": (0, MOST_DAYS)},
                    any_of=("share", "intensity_w_m2"), words=("source",)),
    "pressures": LogKindOf("Pressures", {"before_kpa": (0, MOST_PRESSURE_KPA), "after_kpa": (0, MOST_PRESSURE_KPA),
                                         "flow_l_s": (0, MOST_FLOW_L_S)}, all_of=("before_kpa", "after_kpa")),
    "test": LogKindOf("Water test", _TESTS,
                      any_of=tuple(LIMITS), words=("laboratory",)),
    "cleaning": LogKindOf("Cleaned", about=("gutters", "screens", "first-flush", "tank", "strainer", "sleeve",
                                            "window", "overflow")),
    "sediment": LogKindOf("Sediment", {"depth_m": (0, 10)}, all_of=("depth_m",)),
    "spilling": LogKindOf("Seen spilling", about=("gutters", "overflow", "first-flush")),
    "load": LogKindOf("Load of water", {"volume_l": (1, 1e7), "cost": (0, MOST_MONEY)}, all_of=("volume_l",)),
    "job": LogKindOf("Done"),
    "repair": LogKindOf("Repair", needs_note=True),
    "note": LogKindOf("Note", needs_note=True),
    "taken_back": LogKindOf("Taken back"),
}  # fmt: skip
ABOUT_LOG = "log/"
"""With which `about` of an entry of the log begins, so that none is taken for a hold point."""


def check_log_entry(
    kind: LogKind, about: str, values: dict[str, float], words: dict[str, str], note: str, corrects: str | None
) -> None:
    """Refuse what an entry of a kind cannot have.

    Raises
    ------
    InputError
        Naming the field.
    """
    takes = LOG_KINDS[kind]
    if not about.startswith(f"{ABOUT_LOG}{kind}"):
        raise InputError("about", f"must begin with {ABOUT_LOG}{kind}, got {about}")
    rest = about.removeprefix(f"{ABOUT_LOG}{kind}").removeprefix("/")
    if takes.about and rest not in takes.about:
        raise InputError("about", f"must name one of {', '.join(takes.about)}, got {rest or 'nothing'}")
    for name, value in values.items():
        if name not in takes.values:
            raise InputError(f"values.{name}", f"is nothing that is entered with {takes.name.lower()}")
        low, high = takes.values[name]
        if not low <= value <= high:
            raise InputError(f"values.{name}", f"must be from {low:g} to {high:g}, got {value:g}")
    for name in words:
        if name not in takes.words:
            raise InputError(f"words.{name}", f"are nothing that is entered with {takes.name.lower()}")
    _check_which(takes, values)
    if takes.needs_note and not note.strip():
        raise InputError("note", "must say what it was")
    if kind == "taken_back" and corrects is None:
        raise InputError("corrects", "must name the entry that is taken back")


def _check_which(takes: LogKindOf, values: dict[str, float]) -> None:
    there = [name for name in takes.one_of if name in values]
    if takes.one_of and len(there) != 1:
        raise InputError("values", f"must have one of {', '.join(takes.one_of)}, got {', '.join(there) or 'none'}")
    for name in takes.all_of:
        if name not in values:
            raise InputError(f"values.{name}", "is needed")
    if takes.any_of and not values.keys() & set(takes.any_of):
        raise InputError("values", f"must have at least one of {', '.join(takes.any_of)}")
