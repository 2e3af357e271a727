"""What rain files were read as when somebody last looked, every field of the account, and the record by sums.

`python -m tests.formats.rain.recorded_imports` writes it anew. It holds nothing to be right: it notices a change.
"""

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any

import numpy as np

from lean_year.core.errors import InputError
from lean_year.formats.rain.account import Choices, RainImport
from lean_year.formats.rain.rain_import import rain_from_means, read_rain_file
from tests.formats.rain.test_rain_import import DATES, SHAPES, table
from tests.formats.rain.test_station_files import dly

FILE = Path(__file__).parent / "recorded" / "imports.json"
MONTH_ROWS = [[40.0 + 17 * ((5 * year + 7 * month) % 6) for month in range(12)] for year in range(12)]


def _lines(*changed: tuple[int, str]) -> bytes:
    lines = SHAPES["iso"].decode().splitlines()
    for at, line in changed:
        lines[at] = line
    return "\n".join(lines).encode()


def _months(known_from: int, mm_in_one: float = 1.0) -> bytes:
    cells = [f"{mm / mm_in_one:.6g}" for row in MONTH_ROWS for mm in row]
    cells[:known_from] = ["-9999"] * known_from
    return "\n".join(f"{1990 + y},{','.join(cells[12 * y : 12 * y + 12])}" for y in range(len(MONTH_ROWS))).encode()


def _hours(*more: str) -> bytes:
    rows = [f"G1 {date:%Y %m %d} {hour} 0 {hour + 0.5}" for date in DATES[::3] for hour in (2, 5)]
    return "\n".join([*more, *rows]).encode()


FLAGS = {
    (2003, 3, "PRCP", 4): "  999 X ", (2003, 4, "PRCP", 6): "    0T  ", (2004, 2, "PRCP", 30): "  120   ",
}  # fmt: skip
FILES: dict[str, Callable[[], RainImport]] = {
    name: lambda data=data: read_rain_file(data) for name, data in SHAPES.items()
} | {
    "a trace, a gap, a repeat and rows that are refused": lambda: read_rain_file(
        _lines((5, f"{DATES[4]},T"), (6, f"{DATES[5]},"), (7, f"{DATES[6]},-9999"), (9, f"{DATES[7]},77.7"),
               (20, f"{DATES[19]},lots"), (21, "yesterday,1"), (30, f"{DATES[28]},{3.5}"))
    ),
    "every day dry": lambda: read_rain_file(table(lambda date, _: f"{date},0"), Choices(unit="mm")),
    "a third of it missing": lambda: read_rain_file(table(lambda date, mm: f"{date},{mm if date.day > 10 else ''}")),
    "hours of an engine": lambda: read_rain_file(_hours("; an hour a line")),
    "hours in inches, as chosen": lambda: read_rain_file(_hours(), Choices(unit="inch")),
    "an engine's comments and no rain": lambda: read_rain_file(b"; nothing\n;; here\n"),
    "months from January": lambda: read_rain_file(_months(0)),
    "months from April": lambda: read_rain_file(_months(3)),
    "months in inches, by their year": lambda: read_rain_file(_months(0, 25.4)),
    "months in tenths, as chosen": lambda: read_rain_file(_months(0, 0.1), Choices(unit="tenth_mm")),
    "a station's fixed width, with flags": lambda: read_rain_file(dly(changes=FLAGS).encode()),
    "means by the month": lambda: rain_from_means([50.0, 40.0, 30.0] * 4, [9.0] * 12, 0.25, years=20, seed=5),
}  # fmt: skip


def read_as(name: str) -> dict[str, Any]:
    """The account of one file, and its record by sums."""
    try:
        read = FILES[name]()
    except InputError as refused:
        return {"refused": str(refused)}
    depth = read.rain.depth_mm
    months = read.rain.dates.astype("datetime64[M]").astype(np.int64) % 12
    temperatures = [each for each in (read.rain.tmin_c, read.rain.tmax_c) if each is not None]
    return json.loads(read.account.model_dump_json()) | {
        "start": str(read.rain.start),
        "days": int(depth.size),
        "mm_by_month": np.bincount(months, np.nan_to_num(depth), minlength=12).round(3).tolist(),
        "c_together": [round(float(np.nansum(each)), 2) for each in temperatures],
        "made_from": None if read.rain.made_from is None else read.rain.made_from.kind,
    }


if __name__ == "__main__":
    FILE.write_text(
        "{\n" + ",\n".join(f"{json.dumps(name)}: {json.dumps(read_as(name))}" for name in FILES) + "\n}\n", "utf-8"
    )
