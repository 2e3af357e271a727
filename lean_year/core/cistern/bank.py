"""Several vessels on one datum: what of their water the house can draw.

Vessels linked at the base share one level. The lowest overflow rules that level; the highest of a vessel's own
outlet and the level from which the house draws decides what stays behind in it.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.vessel import Shape
from lean_year.core.errors import InputError, require_number

LEVELS = 129
LEAST_OUTLET_M = 0.127
"""Five inches from the floor to the outlet. Basis: common practice."""
STRANDED_SHARE = 0.005
"""Water above the lowest overflow that is worth a word, of a tank. Basis: estimate."""
STANDS_LONG_D = 180
"""Days that water stays in the tanks, on the mean, from which it stands long. Basis: estimate."""
SLUDGE_FROM_L = 2_000.0
"""From this size on an outlet near the floor is worth a word. Basis: estimate."""
LINK_HEAD_NOTED_M, LINK_HEAD_CAUTION_M = 0.1, 0.3
"""Head across a link in the design downpour that is worth a note, and a caution. Basis: estimate."""


@dataclass(frozen=True, slots=True)
class Vessel:
    """One tank where it stands. Heights are above its own floor, the floor above the datum of the site."""

    name: str
    shape: Shape
    floor_m: float
    outlet_m: float
    """Water below this cannot leave through the outlet or the base link."""
    overflow_m: float
    """The level at which the vessel spills."""
    let_down: bool = False
    """Valved off as it fills, so that its water above the lowest overflow is kept and let down later."""
    shut: bool = False
    """Shut off from the bank by a valve of its own."""

    def __post_init__(self) -> None:
        require_number(f"{self.name}: floor_m", self.floor_m, low=-1_000, high=9_000)
        require_number(f"{self.name}: overflow_m", self.overflow_m, low=0, high=self.shape.height_m)
        require_number(f"{self.name}: outlet_m", self.outlet_m, low=0, high=self.overflow_m)

    def below_l(self, level_m: float | NDArray[np.float64]) -> NDArray[np.float64]:
        """Water in the vessel with its surface at a level above the datum, at most to its overflow. [L]"""
        depth = np.clip(np.asarray(level_m, dtype=np.float64) - self.floor_m, 0.0, self.overflow_m)
        return self.shape.volume_l(depth)

    @property
    def top_water_m(self) -> float:
        """Its overflow above the datum. [m]"""
        return self.floor_m + self.overflow_m

    @property
    def lowest_draw_m(self) -> float:
        """Its outlet above the datum. [m]"""
        return self.floor_m + self.outlet_m


@dataclass(frozen=True, slots=True)
class Share:
    """What one vessel holds within its bank. The five parts make up its water to its own overflow. [L]"""

    name: str
    dead_l: float
    """Below its outlet, or below the level from which the house draws."""
    live_l: float
    stranded_l: float
    """Above the lowest overflow, which the level of a linked bank never reaches."""
    let_down_l: float
    """Above the lowest overflow, kept behind its valve and let down later."""
    shut_l: float
    """All that a vessel holds that is shut off."""
    apart: bool
    """True where the vessel shares no level with the bank: its outlet is above the lowest overflow, or its
    overflow at or below the level from which the house draws."""

    @property
    def gross_l(self) -> float:
        return self.dead_l + self.live_l + self.stranded_l + self.let_down_l + self.shut_l


@dataclass(frozen=True, slots=True)
class Bank:
    """A linked bank worked out on its datum."""

    draw_m: float
    """Level at which the house stops drawing. [m]"""
    overflow_m: float
    """The lowest overflow, which rules the bank. [m]"""
    shares: tuple[Share, ...]
    level_m: NDArray[np.float64]
    """Levels from the draw to the lowest overflow, shape (129,). [m]"""
    usable_l: NDArray[np.float64]
    """Water the house can draw down to `draw_m` from each of those levels. [L]"""

    @property
    def gross_l(self) -> float:
        return sum(share.gross_l for share in self.shares)

    @property
    def live_l(self) -> float:
        """What the replay may use, with what is let down later. [L]"""
        return sum(share.live_l + share.let_down_l for share in self.shares)

    @property
    def stranded_l(self) -> float:
        return sum(share.stranded_l for share in self.shares)

    @property
    def dead_l(self) -> float:
        return sum(share.dead_l for share in self.shares)

    @property
    def shut_l(self) -> float:
        return sum(share.shut_l for share in self.shares)


def linked_bank(vessels: list[Vessel]) -> Bank:
    """Work out what a bank linked at the base holds for the house.

    Parameters
    ----------
    vessels : list of Vessel
        At least one that is not shut off; the outlet of the first such feeds the house.

    Returns
    -------
    Bank
        Basis: derived (communicating vessels; the lowest overflow rules). With Z a vessel's water below a level:
        dead = Z(max(own outlet, draw)), live = Z(lowest overflow) - dead, stranded = Z(own overflow) - Z(lowest
        overflow).

    Raises
    ------
    InputError
        If there is no such vessel.
    """
    joined = [vessel for vessel in vessels if not vessel.shut]
    if not joined:
        raise InputError("vessels", f"must have one that is not shut off, got {len(vessels)}")
    draw = joined[0].lowest_draw_m
    overflow = min(vessel.top_water_m for vessel in joined)
    shares = []
    for vessel in vessels:
        if vessel.shut:
            holds = float(vessel.below_l(vessel.top_water_m))
            shares.append(Share(vessel.name, 0.0, 0.0, 0.0, 0.0, shut_l=holds, apart=False))
            continue
        sill = max(vessel.lowest_draw_m, draw)
        full_m, gross = min(vessel.top_water_m, overflow), float(vessel.below_l(vessel.top_water_m))
        apart = sill >= overflow or vessel.top_water_m <= draw
        dead = float(vessel.below_l(sill))
        live = 0.0 if apart else float(vessel.below_l(full_m)) - dead
        above = max(0.0, gross - max(dead, float(vessel.below_l(full_m))))
        if apart:
            dead, above = gross, 0.0
        shares.append(
            Share(
                vessel.name,
                dead_l=dead,
                live_l=live,
                stranded_l=0.0 if vessel.let_down else above,
                let_down_l=above if vessel.let_down else 0.0,
                shut_l=0.0,
                apart=apart,
            )
        )
    levels = np.linspace(min(draw, overflow), overflow, LEVELS)
    usable = np.zeros(LEVELS)
    for vessel, share in zip(vessels, shares, strict=True):
        if not (share.apart or vessel.shut):
            usable += np.maximum(0.0, vessel.below_l(levels) - share.dead_l)
    return Bank(draw, overflow, tuple(shares), levels, usable)


def level_of_m(bank: Bank, usable_l: NDArray[np.float64] | float) -> NDArray[np.float64]:
    """The shared level that goes with usable water.

    Parameters
    ----------
    bank : Bank
        From `linked_bank`.
    usable_l : float or ndarray
        Water the house can still draw. [L]

    Returns
    -------
    ndarray
        Level above the datum. [m]

    Examples
    --------
    >>> from lean_year.core.cistern.vessel import Prism
    >>> bank = linked_bank([Vessel("tank", Prism(2.0, 2.0), 0.0, 0.1, 2.0)])
    >>> [float(level_of_m(bank, litres)) for litres in (0.0, bank.live_l)]
    [0.1, 2.0]
    """
    return np.asarray(np.interp(usable_l, bank.usable_l, bank.level_m))


def room_left_l(vessel: Vessel, bank: Bank, head_m: float) -> float:
    """Room that a far vessel still has when the near one begins to spill, `head_m` above it.

    Parameters
    ----------
    vessel : Vessel
        The far one.
    bank : Bank
        Its bank.
    head_m : float
        Head across the links between the two at the design inflow. [m]

    Returns
    -------
    float
        [L]. Basis: derived.

    Examples
    --------
    >>> from lean_year.core.cistern.vessel import Prism
    >>> near = Vessel("near", Prism(2.0, 2.0), 0.0, 0.1, 2.0)
    >>> round(room_left_l(near, linked_bank([near]), 0.05))
    100
    """
    return float(vessel.below_l(bank.overflow_m) - vessel.below_l(bank.overflow_m - head_m))
