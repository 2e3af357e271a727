"""What the engine's own report says of its continuity, once a simulation is closed."""

import re
from pathlib import Path


def routing_error_percent(model: Path) -> float:
    """The continuity error of the flow routing, from the report beside the model."""
    text = model.with_suffix(".rpt").read_text(errors="replace")
    routing = text[text.index("Flow Routing Continuity") :]
    found = re.search(r"Continuity Error \(%\) \.+\s+(-?[\d.]+)", routing)
    assert found is not None, "the report has no continuity error"
    return float(found[1])
