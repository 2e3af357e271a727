"""Quick sums of gutters, pipes, first flush and overflow."""

import numpy as np

from lean_year.core.hydraulics import pipes
from lean_year.core.quick_sums.frame import QuickSum, SumInput
from lean_year.core.rain import downpour
from lean_year.core.roofs.catchment import MAX_AREA_M2
from lean_year.core.water_path import first_flush, gutters, overflow


def _first_flush(area_m2: float, depth_mm: float, bore_mm: float) -> dict[str, float]:
    volume = first_flush.flush_volume_l(area_m2=area_m2, depth_mm=depth_mm)
    return {
        "volume_l": volume,
        "chamber_length_m": first_flush.chamber_length_m(volume_l=volume, bore_mm=bore_mm),
        "share_left": first_flush.share_left(depth_mm),
    }


def _gutter(area_m2: float, intensity_mm_h: float, gutter_area_mm2: float) -> dict[str, float]:
    return {
        "flow_l_s": downpour.runoff_l_s(area_m2=area_m2, intensity_mm_h=intensity_mm_h),
        "capacity_l_s": gutters.gutter_capacity_l_s(section_mm2=gutter_area_mm2),
    }


def _pipe_loss(method: str, **values: float) -> dict[str, float]:
    lost = pipes.friction_head_m if method == "darcy" else pipes.hazen_williams_head_m
    return {"head_m": lost(**values)}


def _soakaway(
    area_m2: float,
    rain_mm: float,
    duration_min: float,
    infiltration_mm_h: float,
    width_m: float,
    depth_m: float,
    void_ratio: float,
) -> dict[str, float]:
    pit = overflow.soakaway(
        area_m2=area_m2,
        depth_mm=np.array([rain_mm]),
        duration_min=np.array([duration_min]),
        infiltration_m_s=infiltration_mm_h / 3.6e6,
        width_m=width_m,
        pit_depth_m=depth_m,
        void_ratio=void_ratio,
    )
    return {"length_m": pit.length_m, "storage_m3": pit.storage_m3, "half_empty_h": pit.half_empty_h}


_AREA = SumInput("area_m2", "m2", 0, MAX_AREA_M2)
_FLOW = SumInput("flow_l_s", "L/s", 0, 1_000)
_BORE = SumInput("bore_mm", "mm", 1, 10_000)
_LENGTH = SumInput("length_m", "m", 0, 100_000)

SUMS = (
    QuickSum(
        "first_flush",
        "First flush",
        (_AREA, SumInput("depth_mm", "mm", 0, 100), _BORE),
        {"volume_l": "L", "chamber_length_m": "m", "share_left": "-"},
        "area x depth; its length in an upright pipe; each mm halves what is left on the roof",
        _first_flush,
    ),
    QuickSum(
        "drain_down",
        "Time for a first-flush leg to empty",
        (SumInput("chamber_length_m", "m", 0, 100), _BORE, SumInput("hole_mm", "mm", 0.01, 10_000)),
        {"hours": "h"},
        "2 A sqrt(h) / (0.6 a sqrt(2 g))",
        lambda **v: {"hours": first_flush.drain_down_h(**v)},
    ),
    QuickSum(
        "gutter",
        "Level half-round gutter",
        (
            _AREA,
            SumInput("intensity_mm_h", "mm/h", 0, downpour.MAX_INTENSITY_MM_H),
            SumInput("gutter_area_mm2", "mm2", 0, 1e6),
        ),
        {"flow_l_s": "L/s", "capacity_l_s": "L/s"},
        "area x intensity / 3600; 0.9 x 2.78e-5 x section^1.25, no length factor",
        _gutter,
    ),
    QuickSum(
        "downpipe",
        "Downpipe",
        (SumInput("diameter_mm", "mm", 0, 1_000), SumInput("fill_ratio", "-", 0, gutters.MOST_FILL)),
        {"capacity_l_s": "L/s"},
        "2.5e-4 x 0.25^-0.167 x d^2.667 x f^1.667",
        lambda **v: {"capacity_l_s": gutters.downpipe_capacity_l_s(**v)},
    ),
    QuickSum(
        "drain_pipe",
        "Drain laid to a fall, bore full",
        (
            SumInput("diameter_mm", "mm", 0, 10_000),
            SumInput("slope", "-", 0, 1),
            SumInput("manning_n", "-", 0.005, 0.1),
        ),
        {"full_capacity_l_s": "L/s"},
        "A R^(2/3) S^(1/2) / n",
        lambda **v: {"full_capacity_l_s": gutters.drain_capacity_l_s(**v)},
    ),
    QuickSum(
        "overflow",
        "Overflow with a level edge",
        (SumInput("diameter_mm", "mm", 0, 2_000), SumInput("head_mm", "mm", 0, 10_000)),
        {"capacity_l_s": "L/s"},
        "D h^1.5 / 7500 for h up to D/2, else D^2 h^0.5 / 15000",
        lambda **v: {"capacity_l_s": gutters.opening_capacity_l_s(**v)},
    ),
    QuickSum(
        "pipe_loss",
        "Friction in a pipe",
        (_FLOW, _BORE, _LENGTH),
        {"head_m": "m"},
        "darcy: f L/d v^2/2g by Colebrook; hazen_williams: 10.67 L Q^1.852 / (C^1.852 d^4.8704)",
        _pipe_loss,
        methods={
            "darcy": (SumInput("roughness_mm", "mm", 0, 5_000),),
            "hazen_williams": (SumInput("c", "-", 10, 200),),
        },
    ),
    QuickSum(
        "soakaway",
        "Soakaway for one storm",
        (
            _AREA,
            SumInput("rain_mm", "mm", 0, 1_825),
            SumInput("duration_min", "min", 1, 10_080),
            SumInput("infiltration_mm_h", "mm/h", 0.01, 100_000),
            SumInput("width_m", "m", 0.1, 100),
            SumInput("depth_m", "m", 0.1, 20),
            SumInput("void_ratio", "-", 0.05, 1),
        ),
        {"length_m": "m", "storage_m3": "m3", "half_empty_h": "h"},
        "area x rain = sides to half depth x infiltration x time + length x width x depth x voids",
        _soakaway,
    ),
)
