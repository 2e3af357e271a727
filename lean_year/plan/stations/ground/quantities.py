"""What a base takes: compacted and loose, in tonnes, bags and square metres. Basis: common practice."""

import math

from pydantic import BaseModel

from lean_year.core.ground.earthworks import Earthworks
from lean_year.core.ground.foundation import (
    APRON_M,
    BLOCK_M,
    COMPACTED_T_M3,
    LAPS,
    LIFT_M,
    LOOSE_TIMES,
    PAVER_BED_M,
    PAVER_M,
    REBAR_ROUNDS,
    RING_M,
    ROUNDED_MM,
    SAND_BED_M,
    SAND_T_M3,
    TRUCK_T,
    concrete_bags,
    pad_m3,
)
from lean_year.core.ground.lined_pit import FELTS, filling_m3, lining_m2
from lean_year.core.ground.tank_weights import filled_pit_kg, filled_with_crates
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.footings import Standing
from lean_year.property.document import Property
from lean_year.property.tank_shapes import Moulded, Pit

_LEAST_M3 = 1e-6
"""Less of anything is none."""


class Quantity(BaseModel):
    """One thing to have on the spot."""

    key: str
    name: str
    value: float
    unit: str
    text: str
    """In the units of the property, with how it is ordered."""


def quantities(document: Property, standing: Standing, say: Wording) -> list[Quantity]:
    """What one pad takes."""
    pad, thick = standing.pad, standing.thickness_m
    around_m = math.pi * pad.width_m if pad.round else 2 * (pad.length_m + pad.width_m)
    rows: list[Quantity] = []
    match standing.base:
        case "stone":
            rows += _stone("Crushed stone, no sharp edges", pad_m3(area_m2=pad.area_m2, thickness_m=thick), say)
        case "bedding" if isinstance(standing.tank.shape, Pit):
            rows.append(_sand(pad.area_m2 * thick, say, "Sand under the felt and the liner"))
        case "bedding":
            rows += _stone(
                f"Rounded stone, {say.nominal(ROUNDED_MM[0])} to {say.nominal(ROUNDED_MM[1])}",
                pad_m3(area_m2=pad.area_m2, thickness_m=thick),
                say,
            )
        case "sand":
            rows.append(_sand(pad.area_m2 * thick, say))
        case "plinth":
            rows += _concrete(document, pad_m3(area_m2=pad.area_m2, thickness_m=thick), say)
            rows.append(_sheet("mesh", "Reinforcing mesh, with its laps", pad.area_m2, say))
            rows += _blocks(pad.area_m2 * standing.raised_m, say)
        case "stand" if standing.raised_m > 0:
            text = (
                f"{say.length(standing.raised_m)} high, for {say.mass(standing.full_kg)}, as its engineer designs it"
            )
            rows.append(Quantity(key="stand", name="Stand or tower", value=1, unit="-", text=text))
        case _ if not standing.laid:
            pass
        case "slab" | "rock":
            rows += _concrete(document, pad_m3(area_m2=pad.area_m2, thickness_m=thick), say)
            rows.append(_sheet("mesh", "Reinforcing mesh, with its laps", pad.area_m2, say))
        case "pavers":
            count = math.ceil(pad.length_m / PAVER_M) * math.ceil(pad.width_m / PAVER_M)
            rows.append(
                Quantity(
                    key="pavers",
                    name=f"Pavers, {say.nominal(1000 * PAVER_M)}",
                    value=count,
                    unit="-",
                    text=f"{count:,}",
                )
            )
            rows.append(_sand(pad.area_m2 * PAVER_BED_M, say))
        case "ring_beam":
            ring_m3 = around_m * RING_M[0] * RING_M[1]
            inside = standing.footprint.area_m2
            rows += _concrete(document, ring_m3, say)
            rebar_m = REBAR_ROUNDS * around_m * LAPS
            rows.append(
                Quantity(key="rebar", name="Bars round the ring", value=rebar_m, unit="m", text=say.length(rebar_m))
            )
            rows += _stone("Crushed stone inside", inside * max(0.0, thick - SAND_BED_M), say)
            rows.append(_sand(inside * SAND_BED_M, say))
    if isinstance(standing.tank.shape, Moulded):
        rows += _in_its_openings(standing.tank.shape, say)
    if isinstance(standing.tank.shape, Pit):
        rows += _pit(standing.tank.shape, say)
    elif standing.base in ("stone", "bedding", "ring_beam"):
        rows.append(_sheet("cloth", "Cloth under it, with its laps", pad.area_m2, say))
    if not standing.buried and standing.laid:
        rows += _stone("Apron of stone round it", around_m * APRON_M[0] * APRON_M[1], say, key="apron")
    return rows


def _blocks(volume_m3: float, say: Wording) -> list[Quantity]:
    """What a plinth is built of, solid; none where it has no height yet."""
    length, width, height = BLOCK_M
    count = math.ceil(volume_m3 / (length * width * height) - 1e-9)
    if count == 0:
        return []
    size = " × ".join(say.nominal(1000 * side) for side in BLOCK_M)
    return [Quantity(key="blocks", name=f"Concrete blocks, {size}", value=count, unit="-", text=f"{count:,}")]


def _in_its_openings(tank: Moulded, say: Wording) -> list[Quantity]:
    """The stone that holds a moulded tank down."""
    tonnes = filled_pit_kg(volume_m3=min(1e6, tank.openings_m3), void_ratio=tank.stone_void_ratio) / 1000
    text = f"{say.bulk(tank.openings_m3)}, {say.tonnes(tonnes)}"
    name = "Washed stone in its openings"
    return [Quantity(key="filling", name=name, value=tonnes, unit="t", text=text)] if tank.openings_m3 > 0 else []


def _pit(pit: Pit, say: Wording) -> list[Quantity]:
    """What fills a lined pit, what lies in it, and what lines it."""
    size = {"length_m": pit.length_m, "width_m": pit.width_m, "depth_m": pit.height_m}
    filling = filling_m3(**size, pipes_m3=pit.pipes_m3)
    lining = lining_m2(**size)
    if filled_with_crates(pit.void_ratio):
        rows = [Quantity(key="filling", name="Crates", value=filling, unit="m3", text=say.bulk(filling))]
    else:
        tonnes = filled_pit_kg(volume_m3=min(1e6, filling), void_ratio=pit.void_ratio) / 1000
        text = f"{say.bulk(filling)}, {say.tonnes(tonnes)}"
        rows = [Quantity(key="filling", name="Washed stone, no sharp edges", value=tonnes, unit="t", text=text)]
    if pit.pipes_m3 > 0:
        text = f"{say.length(pit.pipe_length_m)} of {say.bore(pit.pipe_bore_m * 1000)}"
        rows.append(Quantity(key="culverts", name="Culverts", value=pit.pipe_length_m, unit="m", text=text))
    if pit.sump_m > 0:
        rows.append(Quantity(key="sump", name="Sump", value=1, unit="-", text=f"{say.length(pit.sump_m)} deep"))
    if pit.paved:
        over = _sheet("paving", "Paving over it, with its bed", pit.length_m * pit.width_m / LAPS, say)
        rows.append(over)
    return [
        *rows,
        _sheet("liner", "Liner, with its laps", lining, say),
        _sheet("felt", "Felt under and over the liner, with its laps", FELTS * lining, say),
        _sheet("cloth", "Cloth over the filling, with its laps", pit.length_m * pit.width_m, say),
    ]


def moved_earth(standing: Standing, works: Earthworks, say: Wording) -> list[Quantity]:
    """What goes back into the ground, and what is left of the dig, loosened, and has to go somewhere.

    Less than a lift of fill only makes up for topsoil, in stone. Deeper fill, and backfill, are what was dug.
    """
    rows: list[Quantity] = []
    back_m3 = 0.0
    if standing.buried:
        taken_m3 = standing.volume_below_m3(standing.height_m) + standing.pad.area_m2 * standing.thickness_m
        back_m3 = max(0.0, works.cut_m3 + works.topsoil_m3 - taken_m3)
        rows.append(
            _earth(
                "backfill",
                "Backfill over it" if isinstance(standing.tank.shape, Pit) else "Backfill round and over it",
                back_m3,
                say,
            )
        )
    elif 0 < works.fill_edge_m <= LIFT_M:
        rows += _stone("Stone where the topsoil was", works.fill_m3, say, key="levelling")
    elif works.fill_m3 > 0:
        back_m3 = works.fill_m3
        rows.append(_earth("fill", "Fill, rolled in thin lifts", back_m3, say))
    left_m3 = max(0.0, works.cut_m3 + works.topsoil_m3 - back_m3)
    rows.append(_earth("spoil", "Spoil and topsoil to place", left_m3, say))
    return [row for row in rows if row.value > _LEAST_M3]


def _earth(key: str, name: str, volume_m3: float, say: Wording) -> Quantity:
    text = f"{say.bulk(volume_m3)} in the ground, {say.bulk(volume_m3 * LOOSE_TIMES)} loose"
    return Quantity(key=key, name=name, value=volume_m3 * LOOSE_TIMES, unit="m3", text=text)


def _stone(name: str, compacted_m3: float, say: Wording, key: str = "stone") -> list[Quantity]:
    tonnes = compacted_m3 * COMPACTED_T_M3
    loads = math.ceil(tonnes / TRUCK_T - 1e-9)
    trucks = f", {loads} truck{'s' if loads > 1 else ''}" if tonnes > 2 else ""
    text = f"{say.bulk(compacted_m3)} compacted, {say.bulk(compacted_m3 * LOOSE_TIMES)} loose, {say.tonnes(tonnes)}"
    return [Quantity(key=key, name=name, value=tonnes, unit="t", text=text + trucks)]


def _concrete(document: Property, volume_m3: float, say: Wording) -> list[Quantity]:
    bag = document.ground.bag_kg
    bags = concrete_bags(volume_m3=volume_m3, bag_kg=bag)
    return [
        Quantity(
            key="concrete",
            name="Concrete",
            value=volume_m3,
            unit="m3",
            text=f"{say.bulk(volume_m3)}, {bags:,} bags of {say.bag(bag)}",
        )
    ]


def _sand(volume_m3: float, say: Wording, name: str = "Sand") -> Quantity:
    tonnes = volume_m3 * SAND_T_M3
    return Quantity(
        key="sand", name=name, value=tonnes, unit="t", text=f"{say.bulk(volume_m3)}, {say.tonnes(tonnes)}"
    )


def _sheet(key: str, name: str, area_m2: float, say: Wording) -> Quantity:
    return Quantity(key=key, name=name, value=area_m2 * LAPS, unit="m2", text=say.area(area_m2 * LAPS))
