"""Rain records, and what they are made from."""

import datetime as dt
from typing import Annotated, Literal

import numpy as np
from pydantic import BaseModel, Field

from lean_year.api.schemas.base import LAST_REVISION, Asked, EditId, as_base64
from lean_year.core.rain.rainfall import DailyRain
from lean_year.formats.rain.account import ImportAccount, RainImport
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.property.parts import Text

MISSING = 65_535


class PackedRain(BaseModel):
    """Daily rain for drawing: base64 of little-endian uint16 in tenths of a mm, 65,535 where missing."""

    start: dt.date
    days: int
    tenth_mm: str


class RainPreview(ImportAccount):
    """What was understood of a rain file, before anything is kept."""

    columns: list[str]
    delimiter: str
    decimal: Literal["point", "comma"]
    date_columns: list[int]
    """Empty, as are the columns, where the file is no table of days."""
    rain_column: int
    start: dt.date
    end: dt.date
    days: int
    monthly_mean_mm: list[float | None]


class TwelveMeansSource(Asked):
    """A record to be made from twelve means."""

    kind: Literal["means"]
    name: Text = "Twelve means"
    mean_mm: list[Annotated[float, Field(ge=0, le=5_000)]] = Field(min_length=12, max_length=12)
    wet_days: list[Annotated[float, Field(ge=0, le=31)]] | None = Field(default=None, min_length=12, max_length=12)
    """Mean wet days of each month; worked out from the means where None."""
    yearly_variation: float = Field(ge=0, le=1)
    years: int = Field(default=40, ge=5, le=100)
    seed: int = Field(default=1, ge=0, le=2**31 - 1)


class ArchiveSource(Asked):
    """A record of the archive."""

    kind: Literal["archive"]
    station: str = Field(min_length=1, max_length=40)


RainSource = Annotated[TwelveMeansSource | ArchiveSource, Field(discriminator="kind")]


class AskedRain(Asked):
    source: RainSource


class TakenRain(AskedRain):
    """A record to keep and use."""

    base_revision: int = Field(ge=1, le=LAST_REVISION)
    edit_id: EditId


def pack_rain(rain: DailyRain) -> PackedRain:
    """A record, packed for drawing."""
    tenths = np.where(rain.missing, MISSING, np.round(np.nan_to_num(rain.depth_mm) * 10)).astype("<u2")
    return PackedRain(start=rain.start, days=rain.depth_mm.size, tenth_mm=as_base64(tenths))


def rain_preview(read: RainImport, rain: PreparedRain) -> RainPreview:
    """The account of an import with its monthly means."""
    with np.errstate(invalid="ignore"):
        known = ~np.isnan(rain.monthly_mm)
        sums = np.where(known, rain.monthly_mm, 0).sum(axis=0)
    counts = known.sum(axis=0)
    means = [float(total / n) if n else None for total, n in zip(sums, counts, strict=True)]
    facts, table = dict(read.account), read.table
    if table is None:
        facts |= {"columns": [], "delimiter": "", "date_columns": [], "rain_column": 0, "decimal": "point"}
    else:
        facts |= {name: getattr(table, name) for name in ("columns", "delimiter", "date_columns", "rain_column")}
        facts["decimal"] = "comma" if table.decimal_comma else "point"
    return RainPreview(
        **facts,
        start=read.rain.start,
        end=read.rain.start + dt.timedelta(days=read.rain.depth_mm.size - 1),
        days=read.rain.depth_mm.size,
        monthly_mean_mm=means,
    )
