"""Room that the parts of a train take on a wall."""

BETWEEN_PARTS_MM = 120.0
"""Union and valve between two parts of a train on a wall. Basis: estimate."""
LAMP_WIDE_MM = 120.0
"""A lamp with its chamber, across. Basis: estimate."""
CONTACTOR_MM = (270.0, 1_400.0)
"""Width and height of a calcite contactor. Basis: estimate."""
HEADER_OVER_FLOOR_MM = 1_500.0
"""Heads of housings hang at chest height. Basis: common practice."""
