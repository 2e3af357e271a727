"""Where a survey begins to ask for more."""

BESIDE_M = 3.0
"""A tank no farther than this stands at its downpipe: the pipe falls all the way. [m] Basis: estimate."""
HEAVY_KG = 10_000.0
"""A tank that weighs more when full comes on a truck that needs room. [kg] Basis: estimate."""
