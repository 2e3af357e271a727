"""The demo properties by name, each with its record; and the invented stations of the archive."""

import datetime as dt
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import lru_cache
from importlib.resources import files
from typing import Literal

from pydantic import TypeAdapter

from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.brindle_landing import brindle_landing
from lean_year.demo.generator import Station, invent_record, read_record_csv, stations
from lean_year.demo.lantern_row import lantern_row
from lean_year.demo.saltmarrow import saltmarrow, saltmarrow_no_dry_day, saltmarrow_with_loads
from lean_year.demo.simulated_device import Simulated
from lean_year.formats.price_book import read_price_book
from lean_year.formats.property_file import record_from_rain
from lean_year.property.document import FileAlternative, Property, PropertyFile
from lean_year.property.entries import Entry
from lean_year.property.price_book import BookLine, BookTerms, Firm, PriceBook


@dataclass(frozen=True, slots=True)
class Demo:
    """A demo property and the station whose record it uses."""

    property: Callable[[], Property]
    station: str
    others: Mapping[str, Callable[[], Property]] = field(default_factory=dict)
    """Its other alternatives, by name."""
    offers: tuple[Literal["open", "accepted"], ...] = ()
    """How quotes of it stand, in the order in which they were made."""


DEMOS: dict[str, Demo] = {
    "saltmarrow": Demo(
        saltmarrow,
        "merrowick-quay",
        {"B, smaller, with loads": saltmarrow_with_loads, "C, no dry day": saltmarrow_no_dry_day},
        offers=("accepted",),
    ),
    "brindle-landing": Demo(brindle_landing, "brindle-light", offers=("open",)),
    "lantern-row": Demo(lantern_row, "pellisford-lock"),
}


def _known(name: str) -> Demo:
    if name not in DEMOS:
        raise InputError("name", f"must be one of {', '.join(DEMOS)}, got {name!r}")
    return DEMOS[name]


@lru_cache(maxsize=4)
def demo_rain(name: str) -> DailyRain:
    """The invented record that ships with a demo property."""
    return read_record_csv((files("lean_year.demo") / f"{_known(name).station}.csv").read_text("utf-8"))


def demo_file(name: str) -> PropertyFile:
    """A demo property as a complete property file.

    Raises
    ------
    InputError
        If no demo has that name.
    """
    demo = _known(name)
    station = stations()[demo.station]
    record = record_from_rain(demo_rain(name), name=f"{station.name}, invented", note=station_note(station))
    document = demo.property()
    return PropertyFile(
        property=document,
        rain_record=record,
        price_book=demo_book(document),
        record=demo_record(name),
        alternatives=[FileAlternative(name=other, property=design()) for other, design in demo.others.items()],
    )


@dataclass(frozen=True, slots=True)
class DemoDevice:
    """A simulated device on the site of a demo."""

    name: str
    made_by: str
    device: Simulated
    first: dt.datetime
    days: float


DEMO_DEVICES: dict[str, tuple[DemoDevice, ...]] = {
    "lantern-row": (
        DemoDevice(
            "Rain gauge on the yard wall",
            "Ida Tarn",
            Simulated("rain", every_min=180, seed=9),
            dt.datetime(2026, 10, 18, tzinfo=dt.UTC),
            41,
        ),
    ),
}
"""Put up before the work, to see what the yard really gets."""


DEMO_FIRM = Firm(
    name="Tarn & Gully, rainwater supplies",
    address="3 Sluice Yard\nPellisford",
    contact="office@tarn-and-gully.example",
    registered="Licence 0000, invented",
    terms="A third is paid on acceptance, a third when the tanks stand, the rest at handing over.\n"
    "Rock, ground water and services that nobody knew of are extra, by the hour and the machine.\n"
    "Tanks and works are vouched for by five years, pumps and lamps by their makers.",
)
"""Invented, as everything of the demos."""
DEMO_TERMS = BookTerms(margin=0.12, contingency=0.05, tax=0.1, firm=DEMO_FIRM)
"""How the invented firm puts a price together."""


@lru_cache(maxsize=1)
def demo_prices() -> list[BookLine]:
    """The invented firm's prices, in invented money."""
    return read_price_book((files("lean_year.demo") / "prices.csv").read_bytes()).lines


def demo_book(document: Property) -> PriceBook:
    """The invented firm's prices in the currency of a demo."""
    lines = [line for line in demo_prices() if line.currency == document.prices.currency]
    return PriceBook(lines=lines, terms=DEMO_TERMS)


BUILT_UNTIL: dict[str, str | None] = {"saltmarrow": None, "brindle-landing": "set-tanks"}
"""Demos that are built, and the task that is not done; None for one that is handed over."""
_RECORD: TypeAdapter[list[Entry]] = TypeAdapter(list[Entry])


def demo_record(name: str) -> list[Entry]:
    """What was written down on the site of a demo: its build, then its log."""
    if name not in BUILT_UNTIL:
        return []
    entries: list[Entry] = []
    for part in ("build", "log"):
        path = files("lean_year.demo") / f"{name}-{part}.json"
        if path.is_file():
            entries += _RECORD.validate_json(path.read_text("utf-8"))
    return entries


def write_record(entries: list[Entry]) -> str:
    """The text of such a file: a line an entry, without what is as usual."""
    rows = ",\n".join(entry.model_dump_json(exclude_defaults=True) for entry in entries)
    return f"[\n{rows}\n]\n"


def station_note(station: Station) -> str:
    """What to know of an archive record."""
    return (
        f"An invented daily record from a seeded generator: {station.about}. {station.latitude_deg:g}° north. "
        "Not an observation of any real place."
    )


@lru_cache(maxsize=8)
def archive_rain(key: str) -> DailyRain:
    """The record of an archive station.

    Raises
    ------
    InputError
        If no station has that key.
    """
    known = stations()
    if key not in known:
        raise InputError("station", f"must be one of {', '.join(known)}, got {key!r}")
    return invent_record(known[key].climate)
