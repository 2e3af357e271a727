"""Where a value comes from: the mark that it carries to the screen and the report."""

from typing import Literal

Basis = Literal["published", "derived", "common_practice", "from_memory", "estimate", "entered"]
