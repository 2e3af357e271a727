"""Quick sums of treatment and pump."""

from lean_year.core.pump import peak_flow, pressure_tank
from lean_year.core.pump import pump_curve as pump
from lean_year.core.pump.pressure_switch import tap_pressure_kpa
from lean_year.core.quick_sums.frame import QuickSum, SumInput
from lean_year.core.treatment import chlorine
from lean_year.core.treatment.cartridges import CARTRIDGES, life_months


def _pressure_tank(
    flow_l_s: float, run_s: float, cut_in_kpa: float, cut_out_kpa: float, precharge_kpa: float
) -> dict[str, float]:
    share = pressure_tank.useful_share(cut_in_kpa=cut_in_kpa, cut_out_kpa=cut_out_kpa, precharge_kpa=precharge_kpa)
    drawdown, size = pressure_tank.vessel_l(flow_l_s=flow_l_s, run_s=run_s, share=share)
    return {"drawdown_l": drawdown, "tank_l": size}


def _filter_life(use_m3_year: float) -> dict[str, float]:
    return {
        f"size_{name.replace('.', '_')}_months": life_months(size=name, use_m3_year=use_m3_year)
        for name in CARTRIDGES
    }


_FLOW = SumInput("flow_l_s", "L/s", 0, 1_000)
_VOLUME = SumInput("volume_l", "L", 0, 1e9)
_PRESSURES = tuple(SumInput(name, "kPa", 0, 2_000) for name in ("cut_in_kpa", "cut_out_kpa", "precharge_kpa"))

SUMS = (
    QuickSum(
        "gravity_flow",
        "Flow by gravity to an open end",
        (
            SumInput("head_m", "m", 0, 1_000),
            SumInput("bore_mm", "mm", 1, 10_000),
            SumInput("length_m", "m", 0, 100_000),
            SumInput("roughness_mm", "mm", 0, 5_000),
        ),
        {"flow_l_s": "L/s"},
        "head = f L/d v^2/2g + v^2/2g, by Colebrook",
        lambda **v: {"flow_l_s": pump.gravity_flow_l_s(**v)},
    ),
    QuickSum(
        "peak_flow",
        "Peak flow by fixture units, flush tanks",
        (SumInput("fixture_units", "-", 1, 100),),
        {"flow_l_s": "L/s"},
        "the plumbing code's table, straight between its rows",
        lambda **v: {"flow_l_s": peak_flow.peak_flow_l_s(**v)},
    ),
    QuickSum(
        "pressure_tank",
        "Pressure vessel",
        (_FLOW, SumInput("run_s", "s", 0, 86_400), *_PRESSURES),
        {"drawdown_l": "L", "tank_l": "L"},
        "flow x run; draw-down / (P0 / P_low - P0 / P_out), absolute; P_low the larger of cut-in and pre-charge",
        _pressure_tank,
    ),
    QuickSum(
        "tap_pressure",
        "Pressure at a tap behind a pressure switch",
        (
            SumInput("switch_kpa", "kPa", 0, 10_000),
            SumInput("lift_m", "m", -1_000, 1_000),
            SumInput("loss_kpa", "kPa", 0, 10_000),
        ),
        {"tap_kpa": "kPa"},
        "pressure at the switch - rho g x lift - losses; below zero where no water comes",
        lambda **v: {"tap_kpa": tap_pressure_kpa(**v)},
    ),
    QuickSum(
        "suction",
        "Suction head that is left",
        (
            SumInput("altitude_m", "m", -500, 9_000),
            SumInput("water_c", "deg C", 0, 100),
            SumInput("lift_m", "m", -100, 100),
            SumInput("loss_m", "m", 0, 100),
        ),
        {"npsh_available_m": "m"},
        "(standard atmosphere - vapour pressure) / (rho g) - lift - loss",
        lambda **v: {"npsh_available_m": pump.npsh_available_m(**v)},
    ),
    QuickSum(
        "bleach",
        "Bleach for a dose",
        (_VOLUME, SumInput("dose_mg_l", "mg/L", 0, 1_000), SumInput("strength_percent", "%", 0.01, 20)),
        {"bleach_ml": "mL"},
        "V x dose / (10 x strength)",
        lambda **v: {"bleach_ml": chlorine.bleach_ml(**v)},
    ),
    QuickSum(
        "soda",
        "Baking soda for alkalinity",
        (_VOLUME, SumInput("rise_mg_l_caco3", "mg/L as CaCO3", 0, 1_000)),
        {"soda_g": "g"},
        "V x rise / 595.7",
        lambda **v: {"soda_g": chlorine.soda_g(**v)},
    ),
    QuickSum(
        "filter_life",
        "How long a sediment cartridge lasts",
        (SumInput("use_m3_year", "m3", 1e-6, 1e6),),
        {f"size_{name.replace('.', '_')}_months": "months" for name in CARTRIDGES},
        "5 months x (area / that of 4.5 x 10 in)^2 x 100 m3 / use",
        _filter_life,
    ),
)
