"""Quick sums of money, and of mains as another way."""

from lean_year.core.price import owning
from lean_year.core.price.mains import mains_pressure_kpa
from lean_year.core.quick_sums.frame import QuickSum, SumInput

_YEARS = SumInput("years", "years", 1, owning.MOST_YEARS)
_RATE = SumInput("discount_rate", "-", 0, 1)


def _money(name: str) -> SumInput:
    return SumInput(name, "money", 0, owning.MOST_MONEY)


SUMS = (
    QuickSum(
        "present_cost",
        "What it costs over the years",
        (
            _money("capital"),
            _money("yearly"),
            _money("replace_cost"),
            SumInput("replace_every_years", "years", 0, 10_000),
            _YEARS,
            _RATE,
        ),
        {"present_cost": "money"},
        "capital + sum over the years t of yearly / (1 + r)^t + each replacement before the end / (1 + r)^t",
        lambda **v: {"present_cost": owning.present_cost(**v)},
    ),
    QuickSum(
        "cost_per_m3",
        "Cost of each cubic metre delivered",
        (_money("present_cost"), SumInput("m3_per_year", "m3/year", 1e-6, 1e9), _YEARS, _RATE),
        {"cost_per_m3": "money/m3"},
        "present cost / sum over the years t of m3 / (1 + r)^t",
        lambda **v: {"cost_per_m3": owning.cost_per_m3(**v)},
    ),
    QuickSum(
        "mains_pressure",
        "Mains pressure left at the house",
        (
            SumInput("street_kpa", "kPa", 0, 10_000),
            SumInput("rise_m", "m", -1_000, 1_000),
            SumInput("friction_kpa", "kPa", 0, 10_000),
        ),
        {"left_kpa": "kPa"},
        "street - rho g x rise - friction; below zero where no water comes",
        lambda **v: {"left_kpa": mains_pressure_kpa(**v)},
    ),
)
