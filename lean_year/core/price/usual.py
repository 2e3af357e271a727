"""How long what is built lasts, and how a price is put together. Basis: common practice."""

PUMP_MONTHS = 120.0
"""A pump with its switch is replaced then. Basis: common practice (8 to 12 years)."""
BATTERY_MONTHS = 60.0
"""A battery that is charged and drawn every day. Basis: estimate."""
VESSEL_MONTHS = 120.0
"""So is a pressure vessel. Basis: common practice."""
CLEAN_OUT_MONTHS = 60.0
"""A tank is cleaned out within five years. Basis: from memory (enHealth: sediment looked at every two to three)."""
TEST_MONTHS = 12.0
"""Water that is drunk is tested. Basis: common practice."""
DAY_H = 8.0
"""Of work. Basis: common practice."""
YEARS = 20
"""Over which a supply is paid for, where nobody says otherwise. Basis: estimate."""
DISCOUNT_RATE = 0.03
"""What money is worth less a year from now, where nobody says otherwise. Basis: estimate."""
OLD_MONTHS = 12
"""A price older than that is looked at again. Basis: estimate."""
HANDS = 2
"""On a site: nobody works alone on a roof or in a trench. Basis: common practice."""
MOST_ROUNDED_SHARE = 0.02
"""Of a price; what rounding adds or takes off beyond it is looked at again. Basis: estimate."""
TANK_PRICE_GALLON = (0.5, 1.0)
"""Currency units for each US gallon of a plastic tank: shows a digit that slipped. Basis: common practice."""
