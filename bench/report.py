"""How a measure is printed beside its bar."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Row:
    what: str
    measured: str
    bar: str
    reached: bool


def show(rows: list[Row]) -> None:
    """One line a measure; the bench never fails, it tells."""
    what, measured = (max(len(getattr(row, name)) for row in rows) for name in ("what", "measured"))
    for row in rows:
        mark = "reached" if row.reached else "MISSED"
        print(f"{row.what:<{what}}  {row.measured:<{measured}}  {mark}, bar {row.bar}", flush=True)
