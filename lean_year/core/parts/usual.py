"""How many of what goes with a length of pipe or gutter. Basis: common practice."""

import math

from lean_year.core.errors import require_number
from lean_year.core.tables import table

BRACKET_M = 0.9
"""Between gutter brackets, 0.8 to 1.0. Basis: common practice."""
CLIP_M = 1.8
"""Between clips of a downpipe or a leg on the wall, and never fewer than two. Basis: common practice."""
DOWNPIPE_BENDS = 2
"""Of an eaves offset. Basis: common practice."""
UNMEASURED_DOWNPIPE_M = 2.5
"""From a gutter outlet to the foot where a height is not measured. Basis: estimate."""
FLOOR_DRAIN_MM = 45.0
"""Bore of a drain at a tank's floor. Basis: common practice."""
KERF_MM = 3.0
"""What a hand saw or a mitre saw takes of plastic pipe. Basis: common practice (2 to 4 mm)."""
SOCKET_SHARE, SOCKET_MM = 0.5, 6.0
"""Depth of a socket: half the outside diameter and 6 mm. Basis: from memory (EN ISO 1452-3, cemented sockets)."""
HOLE_OVER_MM = 3.0
"""A hole saw over the pipe it is for, 2 to 5 mm. Basis: common practice."""
BEDDING_M = 0.1
"""Sand under, over and on both sides of a buried pipe. Basis: common practice."""
READY_MIX_FROM_M3 = 1.0
"""Concrete that is not mixed from bags. Basis: common practice."""
TIE_DOWNS = 4
"""To each tank that is tied down. Basis: common practice."""
BEND_K = 0.9
"""Loss coefficient of a bend, by which fittings that were entered as a sum alone are counted. Basis: from memory."""
ISOLATING_VALVES, UNIONS = 2, 2
"""One of each on either side of a pump, so that it can be taken out. Basis: common practice."""
TRAIN_VALVES, TRAIN_GAUGES = 2, 2
"""One of each before and behind the filters. Basis: common practice."""
LABEL_M = 3.0
"""Between labels on a pipe of rainwater. Basis: from memory (local codes: 0.5 to 7.6 m)."""
APRON_M3 = 0.1
"""Stone under the end of an overflow. Basis: estimate."""
COLLAR_KN_M3 = 13.7
"""Weight of concrete under water, at 2.4 t/m3. Basis: derived."""
JOINTS_L = table("consumables")["joints_l"]
"""Outside diameter [mm], and joints that a litre of cement makes."""
PRIMER_SHARE = table("consumables")["primer_share"]
SEALS_TUB = table("consumables")["seals_tub"]
THREADS_ROLL = table("consumables")["threads_roll"]
GUTTER_JOINTS_CARTRIDGE = table("consumables")["gutter_joints_cartridge"]
SCREWS_EACH = table("consumables")["screws_each"]
SCREWS_BOX = table("consumables")["screws_box"]


def brackets(*, length_m: float, spacing_m: float) -> int:
    """How many brackets hold a length.

    Parameters
    ----------
    length_m : float
        0 to 10,000. [m]
    spacing_m : float
        Above 0 to 100. [m]

    Returns
    -------
    int
        One at each end and no two farther apart: `ceil(length / spacing) + 1`. [-]. Basis: common practice.

    Examples
    --------
    >>> brackets(length_m=13.2, spacing_m=0.9), brackets(length_m=0.5, spacing_m=0.9)
    (16, 2)
    """
    length = require_number("length_m", length_m, low=0, high=10_000)
    spacing = require_number("spacing_m", spacing_m, low=1e-3, high=100)
    return math.ceil(length / spacing - 1e-9) + 1


def socket_depth_mm(*, outside_mm: float) -> float:
    """How far a pipe goes into a socket.

    Parameters
    ----------
    outside_mm : float
        Diameter of the pipe, 0 to 2,000. [mm]

    Returns
    -------
    float
        `0.5 x diameter + 6`. [mm]. Basis: from memory (EN ISO 1452-3); measure your own fitting.

    Examples
    --------
    >>> socket_depth_mm(outside_mm=110)
    61.0
    """
    return SOCKET_SHARE * require_number("outside_mm", outside_mm, low=0, high=2_000) + SOCKET_MM


def hole_saw_mm(*, outside_mm: float) -> float:
    """The saw for the hole that a pipe goes through.

    Parameters
    ----------
    outside_mm : float
        Diameter of the pipe, 0 to 2,000. [mm]

    Returns
    -------
    float
        `diameter + 3`, the next whole millimetre up. [mm]. Basis: common practice (2 to 5 mm over).

    Examples
    --------
    >>> hole_saw_mm(outside_mm=110), hole_saw_mm(outside_mm=114.3)
    (113.0, 118.0)
    """
    return float(math.ceil(require_number("outside_mm", outside_mm, low=0, high=2_000) + HOLE_OVER_MM))


def cut_length_mm(*, gap_mm: float, socket_mm: float) -> float:
    """Length of a piece of pipe between two sockets.

    Parameters
    ----------
    gap_mm : float
        From the face of one socket to that of the other, 0 to 1,000,000. [mm]
    socket_mm : float
        Depth of each, 0 to 1,000. [mm]

    Returns
    -------
    float
        `gap + both socket depths`. [mm]. Basis: common practice: a dry pipe does not go fully home, so the depth is
        marked on it.

    Examples
    --------
    >>> cut_length_mm(gap_mm=840, socket_mm=61)
    962.0
    """
    gap = require_number("gap_mm", gap_mm, low=0, high=1e6)
    return gap + 2 * require_number("socket_mm", socket_mm, low=0, high=1_000)


def cement_l(*, joints: float, outside_mm: float) -> float:
    """Solvent cement for the joints of a pipe.

    Parameters
    ----------
    joints : float
        0 to 1,000,000,000. [-]
    outside_mm : float
        Diameter of the pipe, 0 to 2,000. [mm]

    Returns
    -------
    float
        By the table of joints that a litre makes, that of the next wider pipe. [L]. Basis: from memory (joints to a
        quart, as makers of cement print them).

    Examples
    --------
    >>> round(cement_l(joints=18, outside_mm=110), 2)
    0.56
    """
    count = require_number("joints", joints, low=0, high=1e9)
    wide = require_number("outside_mm", outside_mm, low=0, high=2_000)
    per_l = next((made for up_to, made in JOINTS_L if wide <= up_to + 1e-9), JOINTS_L[-1][1])
    return count / float(per_l)


def bedding_m3(*, length_m: float, outside_mm: float) -> float:
    """Sand that a buried pipe lies in.

    Parameters
    ----------
    length_m : float
        0 to 10,000. [m]
    outside_mm : float
        Diameter of the pipe, 0 to 2,000. [mm]

    Returns
    -------
    float
        `length x ((d + 2 x 0.1)^2 - pi d^2 / 4)`. [m3]. Basis: common practice.

    Examples
    --------
    >>> round(bedding_m3(length_m=19, outside_mm=110), 2)
    1.65
    """
    length = require_number("length_m", length_m, low=0, high=10_000)
    wide_m = require_number("outside_mm", outside_mm, low=0, high=2_000) / 1000
    return length * ((wide_m + 2 * BEDDING_M) ** 2 - math.pi * wide_m**2 / 4)
