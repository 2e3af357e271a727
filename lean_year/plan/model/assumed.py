"""What is assumed so far, by the station at which it is entered."""

from collections.abc import Iterable, Sequence
from typing import Any

from lean_year.plan.model.station import Station


def assumed_by_station(stations: Iterable[Station[Any]], assumed: Sequence[str]) -> dict[str, list[str]]:
    """JSON pointers of values that nobody has entered, by the key of the station where they are.

    One that no station names is left out.
    """
    ways: dict[str, list[tuple[list[str], str]]] = {}
    for station in stations:
        for entry in station.entries:
            way = entry.split("/")[1:]
            ways.setdefault(way[0], []).append((way, station.key))
    for same_part in ways.values():
        same_part.sort(key=lambda way: len(way[0]), reverse=True)
    found: dict[str, list[str]] = {}
    for pointer in assumed:
        steps = pointer.split("/")[1:]
        key = next((key for way, key in ways.get(steps[0] if steps else "", ()) if _leads_to(way, steps)), None)
        if key is not None:
            found.setdefault(key, []).append(pointer)
    return found


def _leads_to(way: Sequence[str], steps: Sequence[str]) -> bool:
    return len(steps) >= len(way) and all(step in ("*", taken) for step, taken in zip(way, steps, strict=False))
