"""From what a gauge, a dip stick or a tube shows to the water that can be drawn."""

from typing import Literal

import numpy as np

from lean_year.core.cistern.bank import LEVELS, Bank, Vessel
from lean_year.core.errors import Amount, InputError

LevelKind = Literal["share", "depth_m", "below_m", "volume_l"]
"""Of the depth from floor to overflow; depth of water over the floor; from the overflow down to the water; all the
water of the tank."""
OVER_SHARE = 0.02
"""By so much of its depth a reading may stand over the overflow, and is taken for full: waves, a thick line on a
stick. Basis: estimate."""


def depth_shown_m(vessel: Vessel, kind: LevelKind, value: float) -> float:
    """The depth of water over a tank's floor by a reading.

    Parameters
    ----------
    vessel : Vessel
        The tank that was read.
    kind : LevelKind
        What the reading is of.
    value : float
        In the unit of its kind.

    Returns
    -------
    float
        At most to the overflow. [m]

    Raises
    ------
    InputError
        If it is more than the tank has room for.

    Examples
    --------
    >>> from lean_year.core.cistern.vessel import Prism
    >>> tank = Vessel("tank", Prism(2.0, 2.5), 0.0, 0.1, 2.0)
    >>> [round(depth_shown_m(tank, kind, value), 3) for kind, value in (
    ...     ("share", 0.5), ("depth_m", 1.2), ("below_m", 0.4), ("volume_l", 3000.0))]
    [1.0, 1.2, 1.6, 1.5]
    """
    deepest = vessel.overflow_m
    if kind == "share":
        depth = value * deepest
    elif kind == "depth_m":
        depth = value
    elif kind == "below_m":
        if value > deepest:
            raise InputError("values.below_m", "must be at most the depth from the overflow to the floor of {name}, "
                             "{deepest}, got {given}", name=vessel.name, deepest=Amount("length", deepest),
                             given=Amount("length", value))  # fmt: skip
        depth = deepest - value
    else:
        full_l = float(vessel.shape.volume_l(np.array(deepest)))
        if value > full_l * (1 + OVER_SHARE):
            raise InputError(
                "values.volume_l", "must be at most what {name} holds to its overflow, {full}, got {given}",
                name=vessel.name, full=Amount("volume", full_l), given=Amount("volume", value),
            )  # fmt: skip
        depths = np.linspace(0.0, deepest, LEVELS)
        depth = float(np.interp(value, vessel.shape.volume_l(depths), depths))
    if depth > deepest * (1 + OVER_SHARE):
        raise InputError(f"values.{kind}", "must be at most the depth of {name} to its overflow, {deepest}, "
                         "got {given}", name=vessel.name, deepest=Amount("length", deepest),
                         given=Amount("length", depth))  # fmt: skip
    return min(depth, deepest)


def drawable_l(bank: Bank, level_m: float) -> float:
    """What the house can still draw of a bank whose water stands at a level.

    Parameters
    ----------
    bank : Bank
        From `linked_bank`.
    level_m : float
        Above the datum. [m]

    Returns
    -------
    float
        [L]

    Examples
    --------
    >>> from lean_year.core.cistern.bank import linked_bank
    >>> from lean_year.core.cistern.vessel import Prism
    >>> bank = linked_bank([Vessel("tank", Prism(2.0, 2.0), 0.0, 0.1, 2.0)])
    >>> round(drawable_l(bank, 1.1)), round(drawable_l(bank, 0.05))
    (2000, 0)
    """
    return float(np.interp(level_m, bank.level_m, bank.usable_l))
