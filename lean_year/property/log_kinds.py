"""Kinds of entry in the log of a supply: what each takes, and within which limits.

All in kept units. What a row is about stands in its `about`, after `log/`: a tank, a stage of the treatment, what was
cleaned.
"""

from dataclasses import dataclass, field
from typing import Literal

from lean_year.core.errors import InputError
from lean_year.core.treatment.water_tests import LIMITS

LogKind = Literal[
    "level", "rain", "meter", "load", "pressures", "cartridge", "uv", "lamp", "test", "cleaning", "sediment",
    "spilling", "repair", "job", "note", "taken_back",
]  # fmt: skip
EnteredAs = Literal["percent", "length", "volume", "depth", "pressure", "flow", "count", "money"]
"""Kind of entry by which a value is read and written in the units of the property."""


@dataclass(frozen=True, slots=True)
class LogValue:
    """One number of an entry, in its kept unit."""

    label: str
    entered_as: EnteredAs
    high: float
    low: float = 0.0
    unit: str = ""
    """Of a count."""
    like: float = 1.0
    """Such as somebody may read, for an example."""


@dataclass(frozen=True, slots=True)
class LogKindOf:
    """What an entry of one kind takes."""

    name: str
    values: dict[str, LogValue] = field(default_factory=dict)
    one_of: tuple[str, ...] = ()
    """Of which it has exactly one."""
    all_of: tuple[str, ...] = ()
    """Which it must have."""
    any_of: tuple[str, ...] = ()
    """Of which it must have one at the least."""
    words: dict[str, str] = field(default_factory=dict)
    """Words that it may have beside the note, by what they are called."""
    about: dict[str, str] = field(default_factory=dict)
    """What it can be about, where that is one of these; else a name of the design, or nothing."""
    needs_note: bool = False


_LEVELS = {
    "depth_m": LogValue("Depth of the water, by stick or tube", "length", 100, like=1.24),
    "share": LogValue("Gauge", "percent", 1, like=0.55),
    "below_m": LogValue("From the overflow down to the water", "length", 100, like=0.8),
    "volume_l": LogValue("Water in the tank", "volume", 1e9, like=12400),
}
_TESTS = {
    str(key): LogValue(limit.label, "count", 14 if key == "ph" else 1e6, unit=limit.unit)
    for key, limit in LIMITS.items()
}
_CLEANED = {
    "gutters": "Gutters and outlets",
    "screens": "Screens",
    "first-flush": "First-flush chambers",
    "tank": "Tank",
    "strainer": "Strainer",
    "sleeve": "Sleeve and window of the lamp",
    "overflow": "Overflow",
}
_SPILLS = {"gutters": "Gutters", "overflow": "Overflow", "first-flush": "First-flush chambers"}

LOG_KINDS: dict[LogKind, LogKindOf] = {
    "level": LogKindOf("Level", _LEVELS, one_of=tuple(_LEVELS)),
    "rain": LogKindOf(
        "Rain",
        {
            "depth_mm": LogValue("In the gauge", "depth", 2_000, like=12.5),
            "days": LogValue("Days since it was emptied", "count", 400, low=1, like=1),
        },
        all_of=("depth_mm",),
    ),
    "meter": LogKindOf(
        "Meter",
        {
            "reading_l": LogValue("Reading", "volume", 1e12, like=184600),
            "new_from_l": LogValue("A new meter began with", "volume", 1e12, like=0),
        },
        all_of=("reading_l",),
    ),
    "load": LogKindOf(
        "Load of water",
        {
            "volume_l": LogValue("Water", "volume", 1e7, low=1, like=6000),
            "cost": LogValue("Paid", "money", 1e9, like=240),
        },
        all_of=("volume_l",),
    ),
    "pressures": LogKindOf(
        "Pressures",
        {
            "before_kpa": LogValue("Before it", "pressure", 5_000, like=300),
            "after_kpa": LogValue("Behind it", "pressure", 5_000, like=285),
            "flow_l_s": LogValue("While it runs", "flow", 1_000, like=0.5),
        },
        all_of=("before_kpa", "after_kpa"),
    ),
    "cartridge": LogKindOf(
        "Cartridge changed",
        {
            "before_kpa": LogValue("Pressure that the old one took", "pressure", 5_000, like=60),
            "after_kpa": LogValue("Pressure that the new one takes", "pressure", 5_000, like=9),
        },
    ),
    "uv": LogKindOf(
        "UV reading",
        {
            "share": LogValue("Light, of a new lamp's", "percent", 2, like=0.9),
            "intensity_w_m2": LogValue("Light", "count", 10_000, unit="W/m²"),
            "flow_l_s": LogValue("While it runs", "flow", 1_000, like=0.5),
            "sleeve_days": LogValue("Days since the sleeve was cleaned", "count", 4_000, like=90),
            "window_days": LogValue("Days since the window was cleaned", "count", 4_000, like=90),
        },
        any_of=("share", "intensity_w_m2"),
        words={"source": "Source that ran"},
    ),
    "lamp": LogKindOf("Lamp changed", {"hours": LogValue("The old one burnt", "count", 1e6, unit="h", like=8900)}),
    "test": LogKindOf("Water test", _TESTS, any_of=tuple(_TESTS), words={"laboratory": "Laboratory"}),
    "cleaning": LogKindOf("Cleaned", about=_CLEANED),
    "sediment": LogKindOf("Sediment", {"depth_m": LogValue("Deep", "length", 10, like=0.02)}, all_of=("depth_m",)),
    "spilling": LogKindOf("Seen spilling", about=_SPILLS),
    "repair": LogKindOf("Repair", needs_note=True),
    "job": LogKindOf("Done"),
    "note": LogKindOf("Note", needs_note=True),
    "taken_back": LogKindOf("Taken back"),
}
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
    start, rest = f"{ABOUT_LOG}{kind}", about.removeprefix(f"{ABOUT_LOG}{kind}/")
    if about != start and rest == about:
        raise InputError("about", f"must begin with {start}, got {about}")
    if takes.about and rest not in takes.about:
        raise InputError("about", f"must name one of {', '.join(takes.about)}")
    for name, value in values.items():
        if name not in takes.values:
            raise InputError(f"values.{name}", f"is nothing that is entered with {takes.name.lower()}")
        allowed = takes.values[name]
        if not allowed.low <= value <= allowed.high:
            raise InputError(f"values.{name}", f"must be from {allowed.low:g} to {allowed.high:g}, got {value:g}")
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
