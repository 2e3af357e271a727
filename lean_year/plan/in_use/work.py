"""The log of a property as its sheet shows it on a day."""

import datetime as dt
from collections.abc import Sequence

from pydantic import BaseModel

from lean_year.core.errors import InputError
from lean_year.plan.answer.figure import Finding
from lean_year.plan.answer.wording import Wording
from lean_year.plan.in_use.due import DueRow, due_rows, in_use_since
from lean_year.plan.in_use.says import behaving_findings
from lean_year.plan.model.behaving import Behaving, behaving
from lean_year.plan.model.layout import Layout, layout_of
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.stations.log.days import logged_days
from lean_year.plan.stations.log.lasting import Lasting, lasting, stands
from lean_year.plan.stations.log.levels import LevelRead, drawable_in_store, levels_read
from lean_year.plan.stations.log.wear import WearPlan, wear_plan
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.whole import WholePlan
from lean_year.property.document import Property
from lean_year.property.entries import Entry, SiteRecord
from lean_year.property.log_kinds import LOG_KINDS, LogKind
from lean_year.property.logbook import Kept, all_that_counts, log_rows

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
    findings: list[Finding]
    """Those of the log that depend on its days, besides the plan's."""
    version: int
    """Of what is written down on the site: another one with every entry."""


def log_work(
    document: Property, plan: WholePlan, rain: PreparedRain | None, record: SiteRecord, today: dt.date
) -> LogWork:
    """The log on a day."""
    rows = log_rows(record.of_log)
    entries = all_that_counts(record)
    layout, say = layout_of(document), Wording(document.units)
    levels = levels_read(layout, entries)
    build, price = BUILD.of(plan), PRICE.of(plan)
    since = in_use_since(document, build, today)
    wear = wear_plan(document, PropertyModel(document, rain).rain_use_m3_year, entries, since, say)
    stand = None if rain is None else stands(document, rain, entries, levels, today)
    repaired = max((entry.on for entry in entries if entry.kind == "repair"), default=None)
    repaired_on = None if repaired is None else dt.date.fromisoformat(repaired)
    before = [] if repaired_on is None else [each for each in levels if each.on <= repaired_on]
    after = [each for each in levels if each.on <= today and (repaired_on is None or each.on > repaired_on)]
    says, said_before = (_says(document, rain, entries, each) for each in (after, before))
    return LogWork(
        today=today,
        live_l=sum(stage.size_l for stage in layout.stages()),
        forms=log_forms(layout, wear),
        rows=[_row(layout, row) for row in rows[: -ROWS_SHOWN - 1 : -1]],
        older_rows=max(0, len(rows) - ROWS_SHOWN),
        levels=[LevelDay(on=each.on, level_l=each.drawable_l, partly_assumed=each.partly_assumed) for each in levels],
        lasting=None if stand is None or rain is None else lasting(document, rain, stand),
        behaving=says,
        repaired_on=repaired_on,
        behaving_before=said_before,
        wear=wear,
        in_use_since=since,
        due=due_rows(document, rain, price.upkeep if price is not None else [], wear, entries, since),
        findings=[] if says is None else behaving_findings(says, say),
        version=record.version,
    )


def log_forms(layout: Layout, wear: Sequence[WearPlan]) -> list[LogForm]:
    """Every kind that a person enters, with what of this design it can be about."""
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
        if kind not in MADE_OTHERWISE
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
        on=dt.date.fromisoformat(entry.on),
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


def check_log(document: Property, known: Sequence[Entry], written: Sequence[Entry], today: dt.date) -> None:
    """Refuse what cannot be true of this supply.

    Raises
    ------
    InputError
        If an entry is of a day to come, a level is over its tank, a meter runs backwards and is not said to be
        another, or an entry corrects one that is not there.
    """
    layout = layout_of(document)
    ids = {entry.id for entry in known}
    meters = [entry for entry in known if entry.kind == "meter"]
    for entry in written:
        if not entry.is_log or entry.id in ids:
            continue
        if dt.date.fromisoformat(entry.on) > today + dt.timedelta(days=MOST_AHEAD_DAYS):
            raise InputError("on", f"must be no later than today, {today}, got {entry.on}")
        if entry.corrects is not None and entry.corrects not in ids:
            raise InputError("corrects", "must name an entry of this property")
        if entry.kind == "level":
            drawable_in_store(layout, entry)
        if entry.kind == "meter":
            _check_meter(meters, entry)
            meters.append(entry)
        ids.add(entry.id)


def _check_meter(known: Sequence[Entry], entry: Entry) -> None:
    """A reading is no less than the last one before it, unless another meter began since."""
    same = [
        each for each in known
        if each.about == entry.about and (each.on, each.at) <= (entry.on, entry.at) and each.id != entry.corrects
    ]  # fmt: skip
    if not same or "new_from_l" in entry.values:
        return
    last = max(same, key=lambda each: (each.on, each.at))
    least = last.values.get("new_from_l", last.values["reading_l"])
    if entry.values["reading_l"] < least:
        raise InputError(
            "values.reading_l",
            f"must be at least {least:g}, the reading of {last.on}; for another meter say with what it began",
        )
