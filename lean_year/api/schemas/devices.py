"""Devices that report by themselves."""

import datetime as dt
from typing import Annotated

from pydantic import BaseModel, Field

from lean_year.api.schemas.base import Asked
from lean_year.core.log.devices import DeviceFault, DeviceKind
from lean_year.property.parts import KEY, Text


class NewDevice(Asked):
    """A device to make."""

    kind: DeviceKind
    name: Text
    about: Annotated[str, Field(max_length=40, pattern=rf"{KEY}|^$")] = ""
    """The tank that a level is of; that from which the house draws where it is empty."""


class ListedDevice(BaseModel):
    """One device, and how it does."""

    id: str
    kind: DeviceKind
    name: str
    about: str
    made_at: dt.datetime
    withdrawn_at: dt.datetime | None
    heard_at: dt.datetime | None
    """When something last came, by the server's clock."""
    last_at: dt.datetime | None
    """Of its last reading, by its own clock."""
    last_quantity: str | None
    last_value: float | None
    """In the unit that the quantity names."""
    readings: int
    """Of late, as many as are looked at."""
    faults: list[DeviceFault]
    drift: float | None
    """Share of the depth by which it shows more than what was read by hand; None where it does not drift."""


class MadeDevice(BaseModel):
    """A device, with its token, which is shown this once."""

    device: ListedDevice
    token: str


class RefusedReading(BaseModel):
    line: int
    why: str


class TakenReadings(BaseModel):
    """What came of a request of readings."""

    kept: int
    repeated: int
    """Of a moment that was reported already; kept once."""
    refused: list[RefusedReading]
    clock_ahead_min: float | None = None
    """By how much the newest of them is ahead of this server's clock, where that is worth a word."""
