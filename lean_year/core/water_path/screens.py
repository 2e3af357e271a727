"""Screens and filters between the roof and the tank: what they pass, what they spill."""

import math
from dataclasses import dataclass
from typing import Literal

from lean_year.core.basis import Basis
from lean_year.core.errors import require_number
from lean_year.core.tables import rows
from lean_year.core.units import GRAVITY_M_S2

ScreenKind = Literal[
    "gutter_mesh",
    "leaf_screen",
    "downpipe_filter",
    "lid_basket",
    "inlet_mesh",
    "up_flow",
    "wrapped_pipe",
    "grit_trap",
]
MESH_DISCHARGE = 0.6
"""Of a sharp-edged opening. Basis: from memory (handbooks)."""
ROUGHING_M_H = (0.3, 1.5)
"""Loading at which a roughing filter treats the water. Basis: from memory (Wegelin 1996)."""
STRAINING_M_H = 20.0
"""Loading up to which gravel and fibre still strain. Basis: estimate."""
MOSQUITO_MM = 1.0
"""Openings no wider keep mosquitoes out. Basis: common practice."""
SLIM_MICRON = 50.0
"""Mesh before a slim tank. Basis: common practice."""
CLOGGED = 0.95
"""Share of a screen that the switch "clogged" closes. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class ScreenType:
    """What is usual for a kind of screen."""

    label: str
    open_cm2: float
    """Open area when clean. [cm2]"""
    aperture_mm: float
    head_mm: float
    """Water that may stand on it before it spills. [mm]"""
    loss_share: float
    """Of the water that reaches it, in any rain. [-]"""
    clean_weeks: int
    basis: Basis
    most_roof_m2: float | None = None
    """The largest roof it is sold for. [m2]"""
    source: str = ""


SCREEN_TYPES: dict[ScreenKind, ScreenType] = rows(ScreenType, "screens")


def mesh_flow_l_s(*, open_cm2: float, head_mm: float, clogged_share: float = 0.0) -> float:
    """What a mesh passes under standing water: `0.6 A sqrt(2 g h)`.

    Parameters
    ----------
    open_cm2 : float
        Open area when clean, 0 to 1,000,000. [cm2]
    head_mm : float
        0 to 10,000. [mm]
    clogged_share : float, default 0
        0 to 1. [-]

    Returns
    -------
    float
        [L/s]. Basis: from memory (orifice law).

    Examples
    --------
    >>> round(mesh_flow_l_s(open_cm2=100, head_mm=50, clogged_share=0.5), 3)
    2.971
    """
    area = require_number("open_cm2", open_cm2, low=0, high=1e6) / 1e4
    head = require_number("head_mm", head_mm, low=0, high=10_000) / 1000
    clogged = require_number("clogged_share", clogged_share, low=0, high=1)
    return 1000 * MESH_DISCHARGE * area * (1 - clogged) * math.sqrt(2 * GRAVITY_M_S2 * head)


def loading_m_h(*, flow_l_s: float, media_m2: float) -> float:
    """Speed of the water through a bed of media, over its whole plan.

    Parameters
    ----------
    flow_l_s : float
        0 to 100,000. [L/s]
    media_m2 : float
        Above 0 to 10,000. [m2]

    Returns
    -------
    float
        [m/h]. Basis: derived.

    Examples
    --------
    >>> loading_m_h(flow_l_s=2.5, media_m2=0.9)
    10.0
    """
    flow = require_number("flow_l_s", flow_l_s, low=0, high=100_000)
    return 3.6 * flow / require_number("media_m2", media_m2, low=1e-6, high=10_000)
