"""`plan`, `worth`, `beside`, `demo`, `export` and `schema`: property files."""

import datetime as dt
import json
from collections.abc import Callable
from pathlib import Path
from typing import Annotated, NamedTuple, cast, get_args

import typer
from pydantic_core import to_json

from lean_year.cli.output import show
from lean_year.core.errors import InputError
from lean_year.core.rain.rainfall import DailyRain
from lean_year.demo.shipped import demo_file
from lean_year.formats.bundle import read_saved_property
from lean_year.formats.exports.calendar import write_calendar
from lean_year.formats.exports.drawing import write_dxf, write_svg
from lean_year.formats.exports.epanet_model import write_epanet_model
from lean_year.formats.exports.parts_table import write_parts_csv
from lean_year.formats.exports.swmm_model import write_swmm_model
from lean_year.formats.exports.workbook import write_workbook
from lean_year.formats.geojson_roofs import write_geojson_roofs
from lean_year.formats.price_book import read_price_book
from lean_year.formats.property_file import rain_from_record
from lean_year.formats.rain.swmm_rain import write_swmm_rain
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.papers import PAPERS, PaperName
from lean_year.formats.report.typeset import Paper, write_pdf
from lean_year.formats.strict_csv import read_strict_csv, write_rain_csv
from lean_year.plan.compared.side_by_side import side_by_side
from lean_year.plan.in_use.upkeep_inputs import upkeep_inputs
from lean_year.plan.in_use.work import due_in_use
from lean_year.plan.model.book_prices import BookPrices, book_in
from lean_year.plan.model.prepared_rain import PreparedRain, prepare_rain
from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.whole import Planned, compared, plan_property
from lean_year.plan.worth_of_measuring import Rank, TriedEnd, WorthOfMeasuring, worth_of_measuring
from lean_year.property.document import Property, PropertyFile
from lean_year.property.entries import SiteRecord
from lean_year.property.front import at_front
from lean_year.property.logbook import all_that_counts
from lean_year.property.price_book import Firm, PriceBook

AlternativeName = Annotated[
    str | None, typer.Option("--alternative", help="name of the one to plan, instead of the one it was saved from")
]
SupplyName = Annotated[
    str | None, typer.Option("--supply", help="id of the supply to plan, of a property that has several")
]


def plan(
    file: Annotated[Path, typer.Argument(help="property file, or bundle")],
    rain: Annotated[Path | None, typer.Option("--rain", help="CSV date,rain_mm to use instead")] = None,
    alternative: AlternativeName = None,
    supply: SupplyName = None,
    prices: Annotated[
        Path | None, typer.Option("--prices", help="CSV of a price book to use instead of the file's own prices")
    ] = None,
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Work out the whole plan of a property file."""
    given = opened(file, rain, alternative, supply)
    document, prepared, book = given.design, given.rain, given.prices
    if prices is not None:
        read = read_price_book(prices.read_bytes(), document.prices.currency)
        if read.problems:
            raise InputError("prices", read.problems[0])
        book = book_in(PriceBook(lines=read.lines, terms=book.terms), document)
    worked_out = plan_property(document, prepared, prices=book, record=given.record).plan
    if as_json:
        plan = json.loads(worked_out.model_dump_json())
        plan["parts"] = json.loads(to_json(worked_out.parts))
        build = BUILD.of(worked_out)
        if build is not None:
            alone = {"tasks": build.tasks, "points": build.points, "gone": build.gone}
            plan["build"] |= json.loads(to_json(alone))
        if plan["cistern"] is not None:
            plan["cistern"] |= compared(document, prepared, worked_out, prices=book).model_dump(mode="json")
        print(json.dumps(plan, ensure_ascii=False))
        return
    print(worked_out.verdict)
    show({station.name: station.headline for station in worked_out.stations}, False)
    for finding in worked_out.findings:
        print(f"{finding.severity}: {finding.text} {finding.fix}".rstrip())


def worth(
    file: Annotated[Path, typer.Argument(help="property file, or bundle")],
    rain: Annotated[Path | None, typer.Option("--rain", help="CSV date,rain_mm to use instead")] = None,
    alternative: AlternativeName = None,
    supply: SupplyName = None,
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Try all that nobody has measured at both ends of what it may be: what decides, what moves the answer."""
    given = opened(file, rain, alternative, supply)
    *_, found = worth_of_measuring(given.design, given.rain, given.prices)
    assert isinstance(found, WorthOfMeasuring)
    if as_json:
        print(found.model_dump_json())
        return
    for rank, said in RANK_WORDS.items():
        items = [item for item in found.items if item.rank == rank]
        print(f"{said}: {len(items)}")
        for item in items:
            print(f"  {item.path}  {json.dumps(item.value)}; {item.why}")
            if rank != "nothing":
                for end in item.ends:
                    print(f"    {json.dumps(end.value)}: {_moved(end)}")


RANK_WORDS: dict[Rank, str] = {"decides": "decides", "moves": "moves the answer", "nothing": "moves nothing"}


def _moved(end: TriedEnd) -> str:
    parts = [*end.appears, *(f"no longer: {text}" for text in end.goes)]
    if end.years_carried is not None:
        parts.insert(0, f"{end.years_carried} years carried")
    return "; ".join(parts) or "as it stands"


def beside(
    file: Annotated[Path, typer.Argument(help="property file, or bundle, with alternatives")],
    first: Annotated[str, typer.Argument(help="name of one of them")],
    second: Annotated[str, typer.Argument(help="name of another")],
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Compare two alternatives: what differs in them, and what comes of it."""
    (one, rain, book, record), (other, *_) = opened(file, None, first), opened(file, None, second)
    was, now = (plan_property(each, rain, prices=book, record=record) for each in (one, other))
    found = side_by_side(one, other, was, now, rain)
    if as_json:
        print(found.model_dump_json())
        return
    print(f"{first}: {found.first_verdict}")
    print(f"{second}: {found.second_verdict}")
    for station in found.stations:
        for each in station.differs:
            print(f"{each.path}  {json.dumps(each.first)}  {json.dumps(each.second)}")
    for name, findings in ((first, found.lost), (second, found.gained)):
        for finding in findings:
            print(f"{name} alone, {finding.severity}: {finding.text}")


def _design(given: PropertyFile, name: str | None) -> Property:
    """The design of this name in a property file, or the one that it was saved from."""
    designs = {given.alternative: given.property} | {each.name: each.property for each in given.alternatives}
    if name is not None and name not in designs:
        raise InputError("alternative", f"must be one of {', '.join(designs)}, got {name}")
    return designs[name or given.alternative]


class Opened(NamedTuple):
    """What a plan is made of."""

    design: Property
    rain: PreparedRain | None
    prices: BookPrices
    record: SiteRecord


def opened(file: Path, rain: Path | None = None, alternative: str | None = None, supply: str | None = None) -> Opened:
    """A design in a property file with its prices and its record, and its own rain or another's."""
    given = read_saved_property(file)
    design = _design(given, alternative)
    if supply is not None:
        design = at_front(design, supply)
    record = read_strict_csv(rain) if rain else None
    if record is None and given.rain_record is not None:
        record = rain_from_record(given.rain_record)
    prepared = prepare_rain(record, design.rain.filling) if record else None
    return Opened(design, prepared, book_in(given.price_book, design), SiteRecord(tuple(given.record)))


def demo(
    name: Annotated[str, typer.Argument(help="saltmarrow, brindle-landing or lantern-row")],
    out: Annotated[Path, typer.Option("--out", help="file to write")],
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Write a demo property as a complete property file."""
    out.write_text(demo_file(name).model_dump_json(indent=1), "utf-8")
    show({"written": str(out)}, as_json)


def _its_rain(given: PropertyFile) -> DailyRain:
    if given.rain_record is None:
        raise InputError("rain_record", "is needed for a rain file; this property has none")
    return rain_from_record(given.rain_record)


def _swmm_rain(given: PropertyFile) -> str:
    rain = _its_rain(given)
    return write_swmm_rain(rain.start, rain.depth_mm)


def _prepared(given: PropertyFile) -> PreparedRain | None:
    return None if given.rain_record is None else prepare_rain(_its_rain(given), given.property.rain.filling)


def _swmm(given: PropertyFile) -> str:
    return write_swmm_model(given.property, prepare_rain(_its_rain(given), given.property.rain.filling))


def _planned(given: PropertyFile) -> Planned:
    prices, record = book_in(given.price_book, given.property), SiteRecord(tuple(given.record))
    return plan_property(given.property, _prepared(given), prices=prices, record=record)


def _parts_csv(given: PropertyFile) -> str:
    return write_parts_csv(_planned(given).plan.parts, given.property.units)


def _paper(given: PropertyFile, kind: PaperName, paper: Paper) -> bytes:
    book = given.price_book
    facts = Facts(
        given.property,
        _planned(given),
        _prepared(given),
        date=dt.date.today(),
        alternative=given.alternative if given.alternatives else "",
        firm=Firm() if book is None else book.terms.firm,
        record=SiteRecord(tuple(given.record), len(given.record)),
    )
    return write_pdf(PAPERS[kind](facts), paper, facts.date)


def _workbook(given: PropertyFile) -> bytes:
    prices = book_in(given.price_book, given.property)
    return write_workbook(given.property, _planned(given), _prepared(given), prices)


def _calendar(given: PropertyFile) -> str:
    name, record = given.property.name, SiteRecord(tuple(given.record), len(given.record))
    plan = _planned(given).plan
    due = due_in_use(given.property, upkeep_inputs(plan), _prepared(given), all_that_counts(record), dt.date.today())
    return write_calendar(plan, of=name, name=name, now=dt.datetime.now(dt.UTC), due=due)


WRITERS: dict[str, Callable[[PropertyFile], str | bytes]] = {
    "rain-csv": lambda given: write_rain_csv(_its_rain(given)),
    "swmm-rain": _swmm_rain,
    "swmm": _swmm,
    "epanet": lambda given: write_epanet_model(given.property),
    "geojson": lambda given: write_geojson_roofs(given.property),
    "dxf": lambda given: write_dxf(given.property),
    "svg": lambda given: write_svg(given.property),
    "parts-csv": _parts_csv,
    "xlsx": _workbook,
    "ics": _calendar,
}
"""Every format but one, and what writes it."""
PDF = "pdf"
"""Of which there are several sheets."""


def export(
    file: Annotated[Path, typer.Argument(help="property file, or bundle")],
    form: Annotated[str, typer.Option("--format", help=f"one of {', '.join([*WRITERS, PDF])}")],
    out: Annotated[Path, typer.Option("--out", help="file to write")],
    sheet: Annotated[str, typer.Option("--sheet", help=f"of a PDF: {', '.join(PAPERS)}")] = "report",
    paper: Annotated[str, typer.Option("--paper", help="of a PDF: a4, letter")] = "a4",
    supply: SupplyName = None,
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Write a part of a property file in an open format."""
    given = read_saved_property(file)
    if supply is not None:
        given = given.model_copy(update={"property": at_front(given.property, supply)})
    if form not in (*WRITERS, PDF):
        raise InputError("format", f"must be one of {', '.join([*WRITERS, PDF])}, got {form!r}")
    if sheet not in PAPERS:
        raise InputError("sheet", f"must be one of {', '.join(PAPERS)}, got {sheet!r}")
    if paper not in get_args(Paper):
        raise InputError("paper", f"must be one of {', '.join(get_args(Paper))}, got {paper!r}")
    written = _paper(given, cast(PaperName, sheet), cast(Paper, paper)) if form == PDF else WRITERS[form](given)
    out.write_bytes(written if isinstance(written, bytes) else written.encode())
    show({"written": str(out)}, as_json)


def schema(
    as_json: Annotated[bool, typer.Option("--json", help="the same: it is always one JSON object")] = False,  # noqa: ARG001
) -> None:
    """Print the JSON Schema of the property file."""
    print(json.dumps(PropertyFile.model_json_schema(), indent=1))


def add_commands(app: typer.Typer) -> None:
    app.command()(plan)
    app.command()(worth)
    app.command()(beside)
    app.command()(demo)
    app.command()(export)
    app.command()(schema)
