"""Curves of pumps as a house may need, invented for a first choice until a maker's sheet is at hand."""

from dataclasses import dataclass
from typing import Literal

from lean_year.core.tables import table


@dataclass(frozen=True, slots=True)
class GenericPump:
    """One kind of pump. Basis of everything in it: estimate."""

    key: str
    label: str
    note: str
    points: list[list[float]]
    """Flow [L/s] and head [m], from the shut-off head on."""
    efficiency: float
    """Of pump and motor together. [-]"""
    control: Literal["pressure_switch", "variable_speed", "flow_switch"] = "pressure_switch"
    stands: Literal["beside", "submerged"] = "beside"
    on_battery: bool = False


GENERIC_PUMPS = tuple(GenericPump(**row) for row in table("generic_pumps")["row"])
