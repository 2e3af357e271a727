"""From what a design asks for to what is bought: needs of one part together, as it is sold, with spares and cuts."""

import math
import re
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

from lean_year.core.parts.catalogue import KINDS, PartKind, System
from lean_year.core.parts.cutting import MOST_PIECES, CutPlan, cut_plan
from lean_year.core.parts.need import Need, Needs
from lean_year.core.parts.usual import (
    GUTTER_JOINTS_CARTRIDGE,
    PRIMER_SHARE,
    SCREWS_BOX,
    SCREWS_EACH,
    SEALS_TUB,
    THREADS_ROLL,
    cement_l,
    hole_saw_mm,
)
from lean_year.core.units import L_PER_US_GALLON, M2_PER_SQUARE_FOOT, M3_PER_CUBIC_YARD, M_PER_FOOT, T_PER_SHORT_TON


@dataclass(frozen=True, slots=True)
class Measure:
    """How a unit is sold in one system: what it is called, kept units in it, and the least step of an order."""

    name: str
    factor: float
    step: float


_PIECES = Measure("", 1.0, 1.0)
MEASURES: dict[str, dict[System, Measure]] = {
    "t": {"metric": Measure("t", 1.0, 0.1), "us": Measure("short ton", T_PER_SHORT_TON, 0.1)},
    "m3": {"metric": Measure("m³", 1.0, 0.1), "us": Measure("yd³", M3_PER_CUBIC_YARD, 0.1)},
    "m2": {"metric": Measure("m²", 1.0, 1.0), "us": Measure("ft²", M2_PER_SQUARE_FOOT, 10.0)},
    "m": {"metric": Measure("m", 1.0, 1.0), "us": Measure("ft", M_PER_FOOT, 1.0)},
    "L": {"metric": Measure("L", 1.0, 0.25), "us": Measure("gal", L_PER_US_GALLON, 0.125)},
}
"""Units that are measured; all others are counted. Basis: common practice."""


def measure_of(unit: str, system: System) -> Measure:
    """How a unit of the catalogue is sold.

    >>> measure_of("t", "us").name, measure_of("each", "us").step
    ('short ton', 1.0)
    """
    return MEASURES[unit][system] if unit in MEASURES else _PIECES


def ordered(quantity: float, unit: str, system: System) -> float:
    """A quantity rounded up to what is sold.

    Parameters
    ----------
    quantity : float
        In the unit, from 0 up.
    unit : str
        Of the catalogue.
    system : {"metric", "us"}
        In whose steps it is ordered.

    Returns
    -------
    float
        In the same unit. Basis: common practice.

    Examples
    --------
    >>> ordered(3.21, "t", "metric"), ordered(6.0, "each", "metric"), round(ordered(10.0, "m", "us"), 4)
    (3.3, 6.0, 10.0584)
    """
    measure = measure_of(unit, system)
    # Its steps are tenths and eighths: a division keeps them as they are written, where a product would not.
    return math.ceil(quantity / measure.factor / measure.step - 1e-9) / (1 / measure.step) * measure.factor


@dataclass(frozen=True, slots=True)
class Asked:
    """A need, and the station that has it."""

    stage: str
    need: Need


@dataclass(frozen=True, eq=False)
class Bought:
    """One line of a list of parts. Compared by identity: what is asked for in the same way is the same line."""

    key: str
    kind: PartKind
    size: str
    rating: str
    detail: str
    asked: tuple[Asked, ...]
    needed: float
    """What the design asks for, in the unit of its kind; of what is cut, stock lengths."""
    spare: float
    quantity: float
    """What is bought: that, spares, and up to what is sold."""
    cut: CutPlan | None

    @property
    def name(self) -> str:
        """Of the part as it is asked for over a counter.

        Its rating last, since it is the part of the name that must not be forgotten.
        """
        return ", ".join(each for each in (self.kind.name, self.size, self.detail, self.rating) if each)


_NOT_IN_KEY = re.compile(r"[^a-z0-9]+")


@lru_cache(2_048)
def key_of(need: Need) -> str:
    """What a line is known by: its kind, size and rating, or the row that it is made for.

    >>> key_of(Need("drain-pipe", "", size="110 mm", rating="for 600 kPa")), key_of(Need("tank-slim", "", of="tall"))
    ('drain-pipe-110-mm-for-600-kpa', 'tank-slim-tall')
    """
    words = (need.kind, need.size, need.rating, need.of)
    return _NOT_IN_KEY.sub("-", " ".join(each for each in words if each).lower()).strip("-")


@dataclass(frozen=True, slots=True)
class Cut:
    """What somebody measured or decided of one line that is cut."""

    stock_mm: float | None = None
    pieces_mm: tuple[float, ...] | None = None


_AS_ASKED = Cut()
Cuts = tuple[tuple[str, Cut], ...]


def bought(
    asked: Sequence[tuple[str, Needs]],
    *,
    system: System,
    kerf_mm: float,
    nominal: Callable[[float], str],
    cuts: Mapping[str, Cut] | None = None,
) -> list[Bought]:
    """The list of parts, in the order of the catalogue.

    Parameters
    ----------
    asked : sequence of (str, Needs)
        What each station asks for, by its key.
    system : {"metric", "us"}
        In whose sizes it is sold.
    kerf_mm : float
        What the saw takes, 0 to 100. [mm]
    nominal : callable
        Writes a size in mm as it is sold; the same one each time.
    cuts : mapping of str to Cut, optional
        Stock lengths and pieces other than those asked for, by the key of the line.

    Returns
    -------
    list of Bought
        One for each key; nothing that is asked for is left out, and nothing is there that nobody asks for.
    """
    by_hand = dict(cuts or {})
    groups: dict[str, list[_Group]] = {}
    for stage, needs in asked:
        for group in _of_station(stage, needs.each, system, nominal, tuple(sorted(by_hand.items()))):
            groups.setdefault(group.key, []).append(group)
    lines = [_line(key, tuple(each), system, kerf_mm, by_hand.get(key, _AS_ASKED)) for key, each in groups.items()]
    return sorted(lines, key=lambda line: (_ORDER[line.asked[0].need.kind], line.key))


_ORDER = {kind: number for number, kind in enumerate(KINDS)}


@dataclass(frozen=True, eq=False, slots=True)
class _Group:
    """What one station asks of one line. Held and compared by identity: a station that asks for the same parts
    has the same ones."""

    key: str
    asked: tuple[Asked, ...]


@lru_cache(64)
def _of_station(
    stage: str, asked: tuple[Need, ...], system: System, nominal: Callable[[float], str], cuts: Cuts
) -> tuple[_Group, ...]:
    """What a station asks for, with what goes with it, by line."""
    every = [need for need in asked if _is_any(need)]
    every += list(_joints_in_long_pieces(every, system, dict(cuts)))
    every += list(forgotten(every, nominal))
    by_key: dict[str, list[Asked]] = {}
    for need in every:
        by_key.setdefault(key_of(need), []).append(Asked(stage, need))
    return tuple(_Group(key, tuple(rows)) for key, rows in by_key.items())


def _is_any(need: Need) -> bool:
    return bool(need.pieces_mm) if KINDS[need.kind].stock_m else need.quantity > 0


def _counted_once(groups: Iterable[_Group]) -> tuple[Asked, ...]:
    """All that ask for a line; of those for whom one is enough together, the first."""
    rows: list[Asked] = []
    once = False
    for group in groups:
        for each in group.asked:
            if each.need.once and once:
                continue
            once = once or each.need.once
            rows.append(each)
    return tuple(rows)


@lru_cache(512)
def _line(key: str, groups: tuple[_Group, ...], system: System, kerf_mm: float, by_hand: Cut) -> Bought:
    asked = _counted_once(groups)
    first, cut = asked[0].need, None
    kind = KINDS[first.kind]
    stock = kind.stock_mm(system)
    if stock is not None:
        stock = by_hand.stock_mm or stock
        wanted = by_hand.pieces_mm
        if wanted is None:
            wanted = tuple(piece for each in asked for piece in each.need.pieces_mm)
        pieces = [piece for whole in wanted for piece in in_stock(whole, stock)]
        cut = cut_plan(pieces_mm=pieces[:MOST_PIECES], stock_mm=stock, kerf_mm=kerf_mm)
        needed = float(cut.stock_lengths + max(0, len(pieces) - MOST_PIECES))
    else:
        needed = sum(each.need.quantity for each in asked)
    spare = needed if kind.spare_set else float(kind.spare)
    details = dict.fromkeys(each.need.detail for each in asked if each.need.detail)
    return Bought(
        key=key,
        kind=kind,
        size=first.size,
        rating=first.rating,
        detail="; ".join(details),
        asked=asked,
        needed=needed,
        spare=spare,
        quantity=ordered(needed + spare, kind.unit, system),
        cut=cut,
    )


def in_stock(piece_mm: float, stock_mm: float) -> list[float]:
    """A piece as it is cut: whole stock lengths and the rest, joined, where it is longer than the stock.

    Parameters
    ----------
    piece_mm : float
        Above 0. [mm]
    stock_mm : float
        Above 0. [mm]

    Returns
    -------
    list of float
        Lengths that add up to the piece. [mm]. Basis: derived.

    Examples
    --------
    >>> in_stock(19_000, 6_000), in_stock(2_400, 3_000)
    ([6000, 6000, 6000, 1000], [2400])
    """
    whole = max(0, math.ceil(piece_mm / stock_mm - 1e-9) - 1)
    return [stock_mm] * whole + [round(piece_mm - whole * stock_mm, 3)]


_JOINED_BY = {
    "drain-pipe": "coupling",
    "pressure-pipe": "coupling",
    "metal-pipe": "coupling",
    "down-pipe": "down-pipe-joint",
    "half-round-gutter": "gutter-joint",
    "box-gutter": "gutter-joint",
}


def _joints_in_long_pieces(needs: Iterable[Need], system: System, cuts: Mapping[str, Cut]) -> Iterator[Need]:
    """What joins the stock lengths of pieces that are longer than one."""
    for need in needs:
        joined_by, stock = _JOINED_BY.get(need.kind), KINDS[need.kind].stock_mm(system)
        if joined_by is None or stock is None:
            continue
        stock = cuts.get(key_of(need), _AS_ASKED).stock_mm or stock
        count = sum(len(in_stock(piece, stock)) - 1 for piece in need.pieces_mm)
        if count:
            why = f"{_place(need)}: where pieces are longer than what is sold"
            yield replace(need, kind=joined_by, why=why, quantity=float(count), pieces_mm=())


def _place(need: Need) -> str:
    return need.why.partition(":")[0]


_HELD_BY_SCREWS = ("gutter-bracket", "down-pipe-clip", "pipe-clip")
_GUTTER_JOINTS = {"gutter-joint": 2, "gutter-outlet": 2, "stop-end": 1, "gutter-corner": 2}
_THREADED = {
    "pump": 2, "pump-variable": 2, "vessel": 1, "pressure-switch": 1, "pressure-gauge": 1, "foot-valve": 1,
    "union": 1, "strainer": 2, "housing": 2, "tap-filter": 2, "calcite-contactor": 2, "uv-lamp-unit": 2,
    "sample-tap": 1, "float-valve": 1, "backflow-device": 2, "expansion-vessel": 1, "mixing-valve": 3, "low-tap": 1,
    "fill-coupling": 1,
}  # fmt: skip
"""Threads of each. Basis: common practice."""


def forgotten(needs: Sequence[Need], nominal: Callable[[float], str]) -> Iterator[Need]:
    """What joints, holes and fixings use up, and what people forget: cement, tape, sealant, screws, a sharp saw.

    Of one station, so that it goes when that goes; `nominal` writes a size in mm as it is sold. Basis: common
    practice; amounts from memory.
    """
    glued: dict[float, float] = {}
    sealed = threads = gutters = screws = 0.0
    holes: dict[float, Need] = {}
    pipes: dict[str, Need] = {}
    for need in needs:
        joints = KINDS[need.kind].joints * need.quantity
        if joints and need.glued:
            glued[need.pipe_mm] = glued.get(need.pipe_mm, 0.0) + joints
        elif need.pipe_mm:
            sealed += joints
        threads += _THREADED.get(need.kind, 0) * need.quantity
        gutters += _GUTTER_JOINTS.get(need.kind, 0) * need.quantity
        screws += SCREWS_EACH * need.quantity * (need.kind in _HELD_BY_SCREWS)
        if need.hole:
            holes.setdefault(need.pipe_mm, need)
        if need.kind in ("drain-pipe", "pressure-pipe"):
            pipes.setdefault(key_of(need), need)
    litres = sum(cement_l(joints=joints, outside_mm=wide) for wide, joints in glued.items())
    cemented = f"{sum(glued.values()):g} cemented joints"
    yield from (
        need
        for need in (
            Need("solvent-cement", cemented, litres),
            Need("primer", cemented, PRIMER_SHARE * litres),
            Need("seal-lubricant", f"{sealed:g} ring seals", sealed / SEALS_TUB),
            Need("thread-tape", f"{threads:g} threads", threads / THREADS_ROLL),
            Need("gutter-sealant", f"{gutters:g} gutter joints", gutters / GUTTER_JOINTS_CARTRIDGE),
            Need("screws", f"{screws:g} screws, two to each bracket and clip", screws / SCREWS_BOX),
        )
        if need.quantity > 0
    )
    for pipe_mm, need in holes.items():
        why = f"{_place(need)}: the hole in the tank, a little over the pipe of {need.size}"
        yield Need("hole-saw", why, size=nominal(hole_saw_mm(outside_mm=pipe_mm)), once=True)
    for need in pipes.values():
        why = f"{_place(need)}: one more, for a cut that goes wrong"
        yield replace(need, kind="coupling", why=why, quantity=1.0, pieces_mm=(), once=True)
    if pipes:
        yield Need("abrasive", "Cut ends of pipe are smoothed, and their depth marked", once=True)
