"""Every factor between units against SciPy's constants, which take theirs from CODATA and the definitions."""

import re
from pathlib import Path

import pytest
from scipy import constants as known

from lean_year.core import units

FACTORS = {
    "M_PER_FOOT": known.foot,
    "MM_PER_INCH": known.inch * 1_000,
    "CM2_PER_SQUARE_INCH": (known.inch * 100) ** 2,
    "M2_PER_SQUARE_FOOT": known.foot**2,
    "MM2_PER_KCMIL": known.pi / 4 * (known.mil * 1_000) ** 2 * 1_000,
    "L_PER_US_GALLON": known.gallon_US * 1_000,
    "ML_PER_FLUID_OUNCE": known.fluid_ounce_US * 1e6,
    "L_PER_CUBIC_FOOT": known.foot**3 * 1_000,
    "M3_PER_CUBIC_YARD": known.yard**3,
    "L_S_PER_GALLON_MIN": known.gallon_US * 1_000 / known.minute,
    "M_H_PER_GALLON_MIN_SQUARE_FOOT": known.gallon_US / known.minute * known.hour / known.foot**2,
    "M_PER_MILE": known.mile,
    "M_S_PER_MILE_H": known.mph,
    "M_S_PER_KNOT": known.knot,
    "KG_PER_POUND": known.pound,
    "T_PER_SHORT_TON": known.short_ton / 1_000,
    "KN_PER_POUND_FORCE": known.pound_force / 1_000,
    "KN_M_PER_POUND_FORCE_FOOT": known.pound_force / 1_000 / known.foot,
    "KPA_PER_PSI": known.psi / 1_000,
    "KPA_PER_BAR": known.bar / 1_000,
    "C_PER_F": known.degree_Fahrenheit,
    "SECONDS_PER_DAY": known.day,
    "DAYS_PER_YEAR": known.Julian_year / known.day,
    "GRAVITY_M_S2": known.g,
    "KPA_PER_M_OF_WATER": known.g,
}


@pytest.mark.parametrize("name", list(FACTORS))
def test_a_factor_is_what_its_definition_gives(name):
    assert getattr(units, name) == pytest.approx(FACTORS[name], rel=1e-12)


def test_every_factor_is_checked_but_the_freezing_point():
    named = {name for name in vars(units) if name.isupper()}
    assert named - set(FACTORS) == {"FREEZING_F"}
    assert known.convert_temperature(0, "C", "F") == pytest.approx(units.FREEZING_F)


def test_gravity_is_typed_in_one_place():
    """A second value of it, rounded otherwise, made two places of a plan disagree in their last digits."""
    package = Path(units.__file__).parents[1]
    typed = [path for path in package.rglob("*.py") if re.search(r"\b9\.8\d", path.read_text("utf-8"))]
    assert [path.name for path in typed] == ["units.py"]
