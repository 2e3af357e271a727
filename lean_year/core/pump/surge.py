"""How fast water runs in a pipe under pressure, and what it does when a valve stops it at once."""

from typing import Literal

from lean_year.core.errors import require_number

PipeKind = Literal["plastic", "metal"]

MOST_M_S = 2.0
"""In the pipe to the taps: faster water is heard, and hammers. Basis: common practice (1.5 to 2 m/s)."""
MOST_SUCTION_M_S = 1.5
"""In the pipe to the pump. Basis: common practice (1 to 1.5 m/s)."""
WAVE_M_S: dict[PipeKind, float] = {"plastic": 500.0, "metal": 1_350.0}
"""Speed of a pressure wave in small pipes full of water. Basis: from memory (300 to 600 m/s in plastic pipe, 1,200 to
1,400 in copper and steel)."""


def surge_kpa(*, velocity_m_s: float, pipe: PipeKind) -> float:
    """Rise of pressure where water is stopped at once: Joukowsky's `rho a v`.

    A valve that shuts more slowly than the wave runs to the other end and back raises less.

    Parameters
    ----------
    velocity_m_s : float
        Before it is stopped, 0 to 1e7. [m/s]
    pipe : {'plastic', 'metal'}
        What it is made of: the wave runs faster in a stiffer one.

    Returns
    -------
    float
        [kPa]. Basis: published (Joukowsky 1898), the wave's speed from memory.

    Examples
    --------
    >>> surge_kpa(velocity_m_s=1.0, pipe="plastic"), surge_kpa(velocity_m_s=1.0, pipe="metal")
    (500.0, 1350.0)
    """
    return WAVE_M_S[pipe] * require_number("velocity_m_s", velocity_m_s, low=0, high=1e7)
