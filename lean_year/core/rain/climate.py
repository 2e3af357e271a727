"""A climate to come: how much less it rains than the record says, and how much heavier downpours are."""

from typing import Literal

LessRain = Literal["recorded", "tenth_less", "fifth_less"]
HeavierDownpours = Literal["entered", "fifth_heavier", "two_fifths_heavier"]

RAIN_LESS_BY: dict[LessRain, float] = {"recorded": 0.0, "tenth_less": 0.1, "fifth_less": 0.2}
"""Share of each day's rain that does not come. Basis: common practice: a design is tried on so much less."""
DOWNPOURS_HEAVIER_BY: dict[HeavierDownpours, float] = {
    "entered": 0.0,
    "fifth_heavier": 0.2,
    "two_fifths_heavier": 0.4,
}
"""Share that is added to the rates of downpours. Basis: from memory (allowances of 20 to 40 % in guidance on drainage
for the second half of the century; local ones come first)."""
