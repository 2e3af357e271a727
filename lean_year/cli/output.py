"""How results are printed."""

import json
from collections.abc import Mapping
from typing import Any


def show(result: Mapping[str, Any], as_json: bool) -> None:
    """One JSON object, or a line for each value."""
    if as_json:
        print(json.dumps(result, ensure_ascii=False, allow_nan=False))
        return
    width = max(map(len, result), default=0)
    for name, value in result.items():
        shown = f"{value:,.3f}" if isinstance(value, float) else "-" if value is None else str(value)
        print(f"{name:<{width}}  {shown}")
