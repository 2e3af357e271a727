"""The log of a property as its sheet shows it on a day."""

import datetime as dt
from collections.abc import Iterable, Iterator, Sequence

from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.plan.answer.figure import Finding
from lean_year.plan.answer.wording import Wording
from lean_year.plan.in_use.due import DueRow, due_rows, in_use_since
from lean_year.plan.in_use.learned import Learned, learned
from lean_year.plan.in_use.meters import Meters
from lean_year.plan.in_use.says import behaving_findings
from lean_year.plan.in_use.upkeep_inputs import UpkeepInputs, upkeep_inputs
from lean_year.plan.model.behaving import Behaving, behaving
from lean_year.plan.model.layout import Layout, layout_of
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.supply import supply_of
from lean_year.plan.stations.log.days import logged_days
from lean_year.plan.stations.log.lasting import Lasting, lasting, stands
from lean_year.plan.stations.log.levels import LevelRead, drawable_in_store, levels_read
from lean_year.plan.stations.log.wear import WearPlan, wear_plan
from lean_year.plan.whole import WholePlan
from lean_year.property.document import Property
from lean_year.property.entries import Entry, SiteRecord
from lean_year.property.front import alone
from lean_year.property.log_kinds import LOG_KINDS, LogKind
from lean_year.property.logbook import Kept, all_that_counts, rows_of

MOST_AHEAD_DAYS = 1
"""An entry may be of the next day by the clock of the server: the day begins earlier elsewhere. [d]"""


ROWS_SHOWN = 300
MADE_OTHERWISE: tuple[LogKind, ...] = ("job", "taken_back")
"""By a press, and by no form."""


class LogEntry(BaseModel):
    """One row of the log, as it stands."""

    id: str
    kind: str
    about: str
    on: dt.date
    at: str
    by: str
    note: str
    values: dict[str, float]
    words: dict[str, str]
    name: str
    earlier: list[str]
    """Ids of what stood in its place before, the oldest first."""
    taken_back: bool
    level_l: float | None
    """Of a level: water that could be drawn of its store by this design; None of what is none, or does not fit."""


class LevelDay(BaseModel):
    """The water of all tanks on one day."""

    on: dt.date
    level_l: float
    partly_assumed: bool


class LogField(BaseModel):
    """One number that an entry takes, in its kept unit."""

    key: str
    label: str
    entered_as: str
    unit: str
    low: float
    high: float
    like: float
    """Such as somebody may read, for an example."""
    needed: bool


class LogForm(BaseModel):
    """How one kind of entry is made."""

    kind: LogKind
    name: str
    about: dict[str, str]
    """What it can be about, each with its name; empty where it is about the supply."""
    fields: list[LogField]
    one_of: bool
    """Whether it takes one of the numbers alone."""
    words: dict[str, str]
    needs_note: bool


class LogWork(BaseModel):
    """Everything that the log's own sheet shows."""

    today: dt.date
    live_l: float
    forms: list[LogForm]
    rows: list[LogEntry]
    """The newest first, as many as are shown."""
    older_rows: int
    """Those that are not among them."""
    levels: list[LevelDay]
    lasting: Lasting | None
    """None without a record of rain, or a level."""
    behaving: Behaving | None
    """Since the last repair; None where no level stands with rain beside it."""
    repaired_on: dt.date | None
    behaving_before: Behaving | None
    """Up to that repair, where there is one."""
    wear: list[WearPlan]
    in_use_since: dt.date | None
    due: list[DueRow]
    learned: list[Learned]
    """What the log shows otherwise than the design has it."""
    findings: list[Finding]
    """Those of the log that depend on its days, besides the plan's."""
    version: int
    """Of what is written down on the site: another one with every entry."""


def due_in_use(
    document: Property, kept: UpkeepInputs, rain: PreparedRain | None, entries: Sequence[Entry], today: dt.date
) -> list[DueRow]:
    """What is due by the entries that count; empty where it is not known since when the supply is in use."""
    document = alone(document)
    since = in_use_since(document, kept.ends_on, today)
    if since is None:
        return []
    return due_rows(document, rain, kept.needs, _wear(document, rain, entries, since), entries, since)


def _wear(
    document: Property, rain: PreparedRain | None, entries: Sequence[Entry], since: dt.date | None
) -> list[WearPlan]:
    use_m3_year = PropertyModel(document, rain).rain_use_m3_year
    return wear_plan(document, use_m3_year, entries, since, Wording(document.units))


def log_work(
    document: Property, plan: WholePlan, rain: PreparedRain | None, record: SiteRecord, today: dt.date
) -> LogWork:
    """The log on a day."""
    record = record.of_supply(document.supply.id)
    shown, document = document, alone(document)
    rows = rows_of(record)
    entries = all_that_counts(record)
    layout, say = layout_of(document), Wording(document.units)
    levels = levels_read(layout, entries)
    kept = upkeep_inputs(plan)
    since = in_use_since(document, kept.ends_on, today)
    wear = _wear(document, rain, entries, since)
    stand = None if rain is None else stands(document, rain, entries, levels, today)
    repaired = max((entry.on for entry in entries if entry.kind == "repair"), default=None)
    repaired_on = None if repaired is None else dt.date.fromisoformat(repaired)
    before = [] if repaired_on is None else [each for each in levels if each.on <= repaired_on]
    after = [each for each in levels if each.on <= today and (repaired_on is None or each.on > repaired_on)]
    says, said_before = (_says(document, rain, entries, each) for each in (after, before))
    return LogWork(
        today=today,
        live_l=sum(stage.size_l for stage in layout.stages()),
        forms=log_forms(document, layout, wear, {row.entry.kind for row in rows}),
        rows=[_row(layout, row) for row in rows[: -ROWS_SHOWN - 1 : -1]],
        older_rows=max(0, len(rows) - ROWS_SHOWN),
        levels=[LevelDay(on=each.on, level_l=each.drawable_l, partly_assumed=each.partly_assumed) for each in levels],
        lasting=None if stand is None or rain is None else lasting(document, rain, entries, stand),
        behaving=says,
        repaired_on=repaired_on,
        behaving_before=said_before,
        wear=wear,
        in_use_since=since,
        due=due_rows(document, rain, kept.needs, wear, entries, since),
        learned=learned(shown, None if rain is None else supply_of(document, rain), says, after, wear, say),
        findings=[] if says is None else behaving_findings(says, say),
        version=record.version,
    )


def log_forms(document: Property, layout: Layout, wear: Sequence[WearPlan], written: set[str]) -> list[LogForm]:
    """Every kind that a person enters, with what of this design it can be about; of what the design does not have
    only the kinds of which something is `written` already."""
    lamp = any(each.key.startswith("uv") for each in wear)
    housing = any(not each.key.startswith("uv") for each in wear)
    missing = {
        *(() if lamp else ("uv", "lamp")),
        *(() if housing else ("cartridge", "pressures")),
        *(("test",) if document.household.garden_only else ()),
    } - written
    tanks = {tank.id: tank.name for step in layout.steps for tank in step.tanks}
    of_design = {
        "level": tanks if len(tanks) > 1 else {},
        "sediment": tanks if len(tanks) > 1 else {},
        "cartridge": {each.key: each.name for each in wear if not each.key.startswith("uv")},
        "pressures": {each.key: each.name for each in wear if not each.key.startswith("uv")},
    }
    return [
        LogForm(
            kind=kind,
            name=takes.name,
            about=takes.about or of_design.get(kind, {}),
            fields=[
                LogField(
                    key=key, label=value.label, entered_as=value.entered_as, unit=value.unit, low=value.low,
                    high=value.high, like=value.like, needed=key in takes.all_of,
                )
                for key, value in takes.values.items()
            ],
            one_of=bool(takes.one_of),
            words=takes.words,
            needs_note=takes.needs_note,
        )
        for kind, takes in LOG_KINDS.items()
        if kind not in MADE_OTHERWISE and kind not in missing
    ]  # fmt: skip


def _says(
    document: Property, rain: PreparedRain | None, entries: Sequence[Entry], levels: Sequence[LevelRead]
) -> Behaving | None:
    logged = logged_days(entries, levels, rain)
    return None if logged is None else behaving(document, rain, logged)


def _row(layout: Layout, row: Kept) -> LogEntry:
    entry = row.earlier[-1] if row.taken_back and row.earlier else row.entry
    level_l = None
    if entry.kind == "level":
        try:
            level_l = drawable_in_store(layout, entry)[1]
        except InputError:
            level_l = None
    return LogEntry(
        id=row.entry.id,
        kind=entry.kind,
        about=entry.about,
        on=entry.day,
        at=entry.at,
        by=entry.by,
        note=row.entry.note if row.taken_back else entry.note,
        values=entry.values,
        words=entry.words,
        name=entry.name,
        earlier=[each.id for each in row.earlier],
        taken_back=row.taken_back,
        level_l=level_l,
    )


def refusals(
    document: Property, known: Sequence[Entry], written: Iterable[Entry], today: dt.date
) -> Iterator[tuple[Entry, InputError | None]]:
    """Each entry, with what says that it cannot be true of this supply: it is of a day to come, its level is over the
    tank, its meter runs backwards and is not said to be another, or it corrects one that is not there.

    What is none of the log, or is known already, passes; what passes is known to those after it.
    """
    document = alone(document)
    layout = layout_of(document)
    ids, meters = {entry.id for entry in known}, Meters(entry for entry in known if entry.kind == "meter")
    for entry in written:
        if not entry.is_log or entry.id in ids:
            yield entry, None
            continue
        try:
            if entry.day > today + dt.timedelta(days=MOST_AHEAD_DAYS):
                raise InputError("on", f"must be no later than today, {today}, got {entry.on}")
            if entry.corrects is not None and entry.corrects not in ids:
                raise InputError("corrects", "must name an entry of this property")
            if entry.kind == "level":
                drawable_in_store(layout, entry)
            if entry.kind == "meter":
                meters.check(entry)
        except InputError as error:
            yield entry, error
            continue
        ids.add(entry.id)
        if entry.kind == "meter":
            meters.add(entry)
        yield entry, None


def check_log(document: Property, known: Sequence[Entry], written: Sequence[Entry], today: dt.date) -> None:
    """Refuse the first that cannot be true.

    Raises
    ------
    InputError
        See `refusals`.
    """
    for _, error in refusals(document, known, written, today):
        if error is not None:
            raise error
