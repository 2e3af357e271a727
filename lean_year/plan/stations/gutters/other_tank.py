"""Another tank for a roof that lies too low for the one it fills: one that stands already, or one of its own."""

import math
from typing import Any

from lean_year.core.water_path.levels import OWN_HEIGHT_M, STORM_MM
from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.findings import replace
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flush_chambers import area_of_group_m2
from lean_year.plan.model.levels import RunLevels
from lean_year.property.cistern import HIGHEST_FLOOR_M, LOWEST_FLOOR_M
from lean_year.property.document import Property

LEAST_L, STEP_L = 500.0, 500.0


def other_tanks(document: Property, run: RunLevels, say: Wording) -> list[Fix]:
    """The edits that fill another tank from a run whose own tank stands too high for it."""
    if run.screen_m is None:
        return []
    row = next(number for number, pipe in enumerate(document.downpipes) if pipe.id == run.group)
    lead: list[dict[str, Any]] = []
    if document.downpipes[row].run.into is not None:
        lead.append(replace(f"/downpipes/{row}/run/into", None))
    lower = [
        tank
        for tank in document.cistern.built()
        if tank.id != run.tank and tank.inlet_m <= run.screen_m - run.needed_m
    ]
    if lower:
        tank = max(lower, key=lambda each: each.inlet_m)
        led = [*lead, replace(f"/downpipes/{row}/tank", tank.id)]
        return [Fix(text=f"Lead it to {tank.name}.", operations=led)]
    return _own_tank(document, run, run.screen_m, row, lead, say)


def _own_tank(
    document: Property, run: RunLevels, screen_m: float, row: int, lead: list[dict[str, Any]], say: Wording
) -> list[Fix]:
    """A low tank in front of the only one, pumped up into it."""
    cistern = document.cistern
    floor = round(screen_m - run.needed_m - OWN_HEIGHT_M - 0.005, 2)
    if len(cistern.tanks) != 1 or not LOWEST_FLOOR_M <= floor <= HIGHEST_FLOOR_M:
        return []
    only = cistern.tanks[0]
    litres = max(LEAST_L, math.ceil(area_of_group_m2(document, run.group) * STORM_MM / STEP_L) * STEP_L)
    tank = {
        "id": "low-tank" if only.id != "low-tank" else "lower-tank",
        "name": "Low tank",
        "shape": {"kind": "volume", "volume_l": litres, "height_m": OWN_HEIGHT_M},
        "floor_m": floor,
        "phase": only.phase,
    }
    stay = [
        replace(f"/downpipes/{number}/tank", only.id)
        for number, pipe in enumerate(document.downpipes)
        if number != row and pipe.tank is None
    ]
    return [
        Fix(
            text=f"Give it a low tank of {say.volume(litres)}, floor at {say.length(floor)}, pumped to {only.name}.",
            operations=[
                {"op": "add", "path": "/cistern/tanks/0", "value": tank},
                replace("/cistern/layout", "transfer"),
                *lead,
                *stay,
                replace(f"/downpipes/{row}/tank", tank["id"]),
            ],
        )
    ]
