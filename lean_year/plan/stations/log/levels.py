"""Levels that were read, as water that can be drawn."""

import datetime as dt
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass

from lean_year.core.cistern.gauges import LevelKind, depth_shown_m, drawable_l
from lean_year.core.errors import InputError
from lean_year.core.log.devices import drift
from lean_year.plan.model.layout import Layout
from lean_year.property.cistern import Tank
from lean_year.property.entries import Entry

MOST_A_DAY = 200
"""Of one day no more are looked at for the last level."""
LEVEL_KINDS: tuple[LevelKind, ...] = ("share", "depth_m", "below_m", "volume_l")


@dataclass(frozen=True, slots=True)
class LevelRead:
    """The water of all tanks on one day."""

    on: dt.date
    drawable_l: float
    """Above outlets and reserve. [L]"""
    partly_assumed: bool
    """Whether a store that nobody read that day is taken to be as full as the others."""
    by: str
    ids: tuple[str, ...]
    """Of the entries that say so."""


def tank_read(layout: Layout, entry: Entry) -> Tank:
    """The tank that a level is of: the one that it names, or that from which the house draws.

    Raises
    ------
    InputError
        If it names none of the design.
    """
    named = entry.subject
    tanks = [tank for step in layout.steps for tank in step.tanks]
    if not named:
        return layout.steps[-1].tanks[0]
    for tank in tanks:
        if tank.id == named:
            return tank
    raise InputError("about", f"must name one of {', '.join(tank.id for tank in tanks)}, got {named}")


def drawable_in_store(layout: Layout, entry: Entry) -> tuple[int, float]:
    """Which store was read, and what can be drawn of it: above its outlet, and of the last one, from which the house
    draws, above what is kept for fire. [L]

    Raises
    ------
    InputError
        If the reading is more than the tank holds, or is of a tank that the design does not have.
    """
    tank = tank_read(layout, entry)
    (kind,) = [each for each in LEVEL_KINDS if each in entry.values]
    depth_m = depth_shown_m(tank.vessel(), kind, entry.values[kind])
    number = next(at for at, step in enumerate(layout.steps) if tank in step.tanks)
    litres = drawable_l(layout.steps[number].bank, tank.floor_m + depth_m)
    kept = layout.reserve_l if number == len(layout.steps) - 1 else 0.0
    return number, min(layout.stages()[number].size_l, max(0.0, litres - kept))


def level_drift(layout: Layout, by_hand: Sequence[Entry], shown: Iterable[Entry]) -> float | None:
    """How far a sensor shows more than what was read by hand on the same days, over all that can be drawn; None where
    it does not drift. [-]"""
    read = {entry.on: entry for entry in by_hand if entry.kind == "level"}
    pairs: list[tuple[float, float]] = []
    for entry in shown:
        other = read.get(entry.on)
        if other is None:
            continue
        try:
            one, hand = drawable_in_store(layout, entry), drawable_in_store(layout, other)
        except InputError:
            continue
        if one[0] == hand[0]:
            pairs.append((one[1], hand[1]))
    whole = sum(stage.size_l for stage in layout.stages())
    return drift([one for one, _ in pairs], [hand for _, hand in pairs], whole)


def levels_read(layout: Layout, entries: Sequence[Entry]) -> list[LevelRead]:
    """The last level of each day on which one was read. What does not fit the tanks of this design is left out: it
    was read on others."""
    by_day: dict[str, dict[int, tuple[float, Entry]]] = {}
    for entry in entries:
        if entry.kind == "level":
            try:
                store, litres = drawable_in_store(layout, entry)
            except InputError:
                continue
            by_day.setdefault(entry.on, {})[store] = litres, entry
    return list(_days(layout, by_day))


def last_level(layout: Layout, entries: Sequence[Entry]) -> LevelRead | None:
    """The last of them, without the others; `entries` in the order of their days."""
    levels = [entry for entry in entries if entry.kind == "level"]
    while levels:
        of_day = [entry for entry in levels[-MOST_A_DAY:] if entry.on == levels[-1].on]
        found = levels_read(layout, of_day)
        if found:
            return found[0]
        del levels[-len(of_day) :]
    return None


def _days(layout: Layout, by_day: dict[str, dict[int, tuple[float, Entry]]]) -> Iterator[LevelRead]:
    sizes = [stage.size_l for stage in layout.stages()]
    for on, read in sorted(by_day.items()):
        levels = {store: litres for store, (litres, _) in read.items()}
        full_l = sum(sizes[store] for store in levels)
        share = sum(levels.values()) / full_l if full_l > 0 else 0.0
        rest = [size for store, size in enumerate(sizes) if store not in levels and size > 0]
        last = max((entry for _, entry in read.values()), key=lambda entry: entry.at)
        yield LevelRead(
            on=dt.date.fromisoformat(on),
            drawable_l=sum(levels.values()) + share * sum(rest),
            partly_assumed=bool(rest),
            by=last.by,
            ids=tuple(entry.id for _, entry in read.values()),
        )
