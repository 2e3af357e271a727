"""Every factor between units, and the constants of nature that several rooms share.

The core works in SI units and in the trade's multiples of them (mm, L, L/s, kPa). Factors to US customary units are
exact by definition: the international yard and pound of 1959, the US gallon of 231 cubic inches.
The interface's table is generated from `lean_year.plan.answer.quantities`, which takes its factors from here.
"""

import math

M_PER_FOOT = 0.3048
MM_PER_INCH = 25.4
CM2_PER_SQUARE_INCH = (MM_PER_INCH / 10) ** 2
M2_PER_SQUARE_FOOT = M_PER_FOOT**2
MM2_PER_KCMIL = math.pi / 4 * MM_PER_INCH**2 / 1_000
"""Of a thousand circular mils, by which wire is measured: a circle of a mil is a thousandth of an inch wide."""
L_PER_US_GALLON = 3.785411784
ML_PER_FLUID_OUNCE = L_PER_US_GALLON * 1_000 / 128
L_PER_CUBIC_FOOT = 1_000 * M_PER_FOOT**3
M3_PER_CUBIC_YARD = (3 * M_PER_FOOT) ** 3
L_S_PER_GALLON_MIN = L_PER_US_GALLON / 60
M_H_PER_GALLON_MIN_SQUARE_FOOT = L_S_PER_GALLON_MIN * 3.6 / M2_PER_SQUARE_FOOT
M_PER_MILE = 1_609.344
M_S_PER_MILE_H = M_PER_MILE / 3_600
M_S_PER_KNOT = 1_852 / 3_600
KG_PER_POUND = 0.45359237
T_PER_SHORT_TON = 2_000 * KG_PER_POUND / 1_000
KN_PER_POUND_FORCE = 4.4482216152605e-3
KN_M_PER_POUND_FORCE_FOOT = KN_PER_POUND_FORCE / M_PER_FOOT
KPA_PER_PSI = 6.894757293168361
KPA_PER_BAR = 100.0
C_PER_F = 5 / 9
FREEZING_F = 32.0

SECONDS_PER_DAY = 86_400
DAYS_PER_YEAR = 365.25
"""Mean length of a year of the Julian calendar, as a mean year of a record is counted."""

GRAVITY_M_S2 = 9.80665
"""Standard acceleration of free fall (3rd General Conference on Weights and Measures, 1901)."""
KPA_PER_M_OF_WATER = GRAVITY_M_S2
"""Pressure under each metre of water of 1,000 kg/m3."""
