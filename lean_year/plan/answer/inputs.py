"""What a figure can rest on, besides the rule that it is worked out by."""

from typing import Literal

Input = Literal[
    "rain", "areas", "runoff", "snow", "people", "animals", "garden", "tanks", "start", "rate", "heights",
    "ground_height", "screens", "fittings", "peak", "filters", "curve", "lamp", "weights", "prices",
]  # fmt: skip

CATCH: tuple[Input, ...] = ("rain", "areas", "runoff", "snow")
"""What comes off the roofs day by day."""
SUPPLY: tuple[Input, ...] = (*CATCH, "people", "animals", "garden", "tanks", "start")
"""The daily replay."""
DOWNPOUR: tuple[Input, ...] = ("areas", "rate", "screens", "fittings")
"""What comes down the pipes in a downpour."""
PRESSURE: tuple[Input, ...] = ("heights", "peak", "filters", "fittings", "curve")
"""What is left at a tap."""
