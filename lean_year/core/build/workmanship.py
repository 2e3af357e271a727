"""How deep, how high and how long: what a crew does the same way everywhere. Basis: common practice."""

INTO_FLANGE_MM = 30.0
"""Of pipe in a flange."""
ONTO_TAIL_MM = 15.0
"""Of hose on a tail, at the least."""
GRIT = 120
"""Of the paper with which plastic is sanded before it is painted."""
STRAP_RAIL_M = 0.9
"""Over the ground, on the wall behind a slim tank."""
