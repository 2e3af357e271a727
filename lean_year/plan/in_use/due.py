"""What is due on a supply in use: jobs of the seasons, what is bought again, what wears, warranties, visits."""

import datetime as dt
from collections import Counter
from collections.abc import Iterator, Sequence

from pydantic import BaseModel, Field

from lean_year.core.build.filling import dry_months
from lean_year.core.calendar import mean_by_month
from lean_year.core.log.jobs import BEFORE_DAYS, JOBS, Job, JobFor, frost_begins, months_later, season_due
from lean_year.plan.answer.wording import day_of_year
from lean_year.plan.in_use.upkeep_inputs import UpkeepNeed
from lean_year.plan.model.flush_chambers import chambers
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.seasons import STORE, parts_out_of_use
from lean_year.plan.model.supply import supply_of
from lean_year.plan.stations.log.wear import WearPlan
from lean_year.plan.stations.price.upkeep import WATER
from lean_year.property.document import Property
from lean_year.property.entries import Entry
from lean_year.property.log_kinds import ABOUT_LOG

PAID_ALL_YEAR = ("power", WATER)
"""What is paid all year, and done on no day."""
WITH_THE_LAMP = ("sleeve-seal",)
WORK_ALONE = ("clean-out",)
"""For which nothing is bought."""
LOG_OF_UPKEEP = {"clean-out": "cleaning/tank", "water-test": "test"}
"""Which entry says that upkeep was done, where it is none of its own."""
SEEN_BEFORE_ITS_TIME = {"gutters": ("spilling/gutters", "They were seen spilling.")}
"""Which entry brings a job forward, and why."""


class DueRow(BaseModel):
    """One thing to do."""

    key: str
    name: str
    why: str
    log: str
    """The entry that says it was done: its kind, and what it is about after a stroke; empty where none does."""
    due: dt.date
    due_low: dt.date | None = None
    due_high: dt.date | None = None
    """Between which it is due in nine cases of ten, where that is known."""
    last: dt.date | None = None
    every_months: float | None = None
    """From one time to the next; None of what comes once."""
    of: str = Field(exclude=True)
    """What it is in a calendar: the same whenever it is due, and as it was before the supply came into use."""
    takes: UpkeepNeed | None = Field(default=None, exclude=True)
    """What is brought along for it; None where that is nothing that is bought."""
    licensed: str = ""
    cautions: list[str] = []


def in_use_since(document: Property, ends_on: dt.date | None, today: dt.date) -> dt.date | None:
    """The day as entered, else the last day of the work, once it has gone by."""
    if document.keeping.in_use_since is not None:
        return dt.date.fromisoformat(document.keeping.in_use_since)
    return ends_on if ends_on is not None and ends_on <= today else None


def due_rows(
    document: Property,
    rain: PreparedRain | None,
    upkeep: Sequence[UpkeepNeed],
    wear: Sequence[WearPlan],
    entries: Sequence[Entry],
    since: dt.date | None,
) -> list[DueRow]:
    """Everything with a day, the first due first; only what has a day of its own where nobody knows since when the
    supply is in use."""
    rows = [*_warranties(document)]
    if since is not None:
        rows += [
            *_jobs(document, rain, {line.key for line in upkeep}, entries, since),
            *_seasons(document, entries, since),
            *_upkeep(upkeep, entries, since),
            *_wear(wear, upkeep),
        ]
        rows += _visits(document, entries, since)
    return sorted(rows, key=lambda row: (row.due, row.name))


def _done(entries: Sequence[Entry], log: str) -> list[dt.date]:
    return [
        entry.day for entry in entries if entry.about == f"{ABOUT_LOG}{log}" or (entry.kind == log and "/" not in log)
    ]


def _jobs(
    document: Property, rain: PreparedRain | None, bought: set[str], entries: Sequence[Entry], since: dt.date
) -> Iterator[DueRow]:
    seasons = {"frost": _frost(document, rain), "rain": _rains(document, rain)}
    there = _there(document, bought, frost=seasons["frost"] is not None)
    for job in JOBS:
        done = _done(entries, job.log)
        if job.needs not in there:
            continue
        if job.season is not None:
            first = seasons[job.season]
            if first is not None:
                yield _brought_forward(_job(job, season_due(first, done, since), done), entries)
        elif job.every_months is not None:
            yield _job(job, months_later(max(done, default=since), job.every_months), done)


def _seasons(document: Property, entries: Sequence[Entry], since: dt.date) -> Iterator[DueRow]:
    """Out of use before the season, and into use again after it."""
    for part in parts_out_of_use(document):
        first, last = part.season.days_of_any_year
        # Due on the day after its last; what is of a season is else due some days before it.
        after = dt.date(2023, *last) + dt.timedelta(days=BEFORE_DAYS + 1)
        out = f"Drain the {part.name}" if part.key == STORE else f"Take the {part.name} out of use"
        back = f"Bring the {part.name} back into use"
        for way, day, does in (("out", first, out), ("in", (after.month, after.day), back)):
            log = f"job/{part.key}-{way}"
            done = _done(entries, log)
            yield DueRow(
                key=f"{part.key}-{way}",
                of=f"season/{part.key}/{way}",
                every_months=12,
                name=does,
                why=f"It is out of use from {day_of_year(*first)} to {day_of_year(*last)}.",
                log=log,
                due=season_due(day, done, since),
                last=max(done, default=None),
                cautions=["Nobody climbs into a tank to empty it: its air can kill."]
                if part.key == STORE and way == "out"
                else [],
            )


def _brought_forward(row: DueRow, entries: Sequence[Entry]) -> DueRow:
    """Due from the day on which it was seen to be needed, where that was since it was last done."""
    log, why = SEEN_BEFORE_ITS_TIME.get(row.key, ("", ""))
    seen = [day for day in _done(entries, log) if row.last is None or day > row.last] if log else []
    if not seen or min(seen) >= row.due:
        return row
    return row.model_copy(update={"due": min(seen), "why": f"{why} {row.why}"})


def _job(job: Job, due: dt.date, done: list[dt.date]) -> DueRow:
    return DueRow(
        key=job.key,
        of=f"job/{job.key}",
        every_months=job.every_months or 12,
        name=job.name,
        why=job.why,
        log=job.log,
        due=due,
        last=max(done, default=None),
        licensed=job.licensed,
        cautions=list(job.cautions),
    )


def _there(document: Property, bought: set[str], *, frost: bool) -> set[JobFor]:
    """What of the supply has jobs."""
    there: dict[JobFor, bool] = {
        "always": True,
        "frost": frost,
        "gutters": any(roof.on and roof.gutters for roof in document.roofs),
        "screens": any(pipe.screens for pipe in document.downpipes),
        "first_flush": bool(chambers(document)),
        "wet_run": any(pipe.run.kind == "wet" for pipe in document.downpipes),
        "pump": any(key.startswith("pump") for key in bought),
        "vessel": "vessel" in bought,
        "uv": any(stage.kind == "uv" for stage in document.treatment.stages),
        "heater": document.pump.hot_water.kind == "store",
    }
    return {name for name, is_there in there.items() if is_there}


def _frost(document: Property, rain: PreparedRain | None) -> tuple[int, int] | None:
    if rain is not None and rain.tmin_c is not None:
        return frost_begins(mean_by_month(rain.tmin_c, rain.month).tolist())
    return None if document.site.tmin_c is None else frost_begins(document.site.tmin_c)


def _rains(document: Property, rain: PreparedRain | None) -> tuple[int, int] | None:
    """The first of the month after the dry ones; where none is dry, the first of the month of leaf fall on that side
    of the equator."""
    if rain is not None:
        supply = supply_of(document, rain)
        dry = dry_months(mean_by_month(supply.inflow_l, rain.month), mean_by_month(supply.demand_l, rain.month))
        if dry:
            return dry[-1] % 12 + 1, 1
    south = document.site.latitude_deg is not None and document.site.latitude_deg < 0
    return (6, 1) if south else (12, 1)


def _upkeep(upkeep: Sequence[UpkeepNeed], entries: Sequence[Entry], since: dt.date) -> Iterator[DueRow]:
    """What is bought again, but for cartridges and the lamp, which wear has."""
    for line in {line.key: line for line in upkeep}.values():
        if line.key in (*PAID_ALL_YEAR, *WITH_THE_LAMP, "lamp") or "-cartridge-" in line.key:
            continue
        log = LOG_OF_UPKEEP.get(line.key, f"job/{line.key}")
        done = _done(entries, log)
        yield DueRow(
            key=line.key,
            of=f"upkeep/{line.key}/1",
            takes=None if line.key in WORK_ALONE else line,
            every_months=line.every_months,
            name=line.name,
            why=f"{line.why}.",
            log=log,
            due=months_later(max(done, default=since), line.every_months),
            last=max(done, default=None),
        )


def _wear(wear: Sequence[WearPlan], upkeep: Sequence[UpkeepNeed]) -> Iterator[DueRow]:
    bought = [line for line in upkeep if line.key == "lamp" or "-cartridge-" in line.key]
    seen: Counter[str] = Counter()
    words = {
        "estimate": "By the estimate of the design.",
        "changes": "By how long the ones before it lasted.",
        "pressure": "By its pressure since it was changed.",
        "sensor": "By its sensor.",
        "hours": "By its rated hours.",
    }
    for number, each in enumerate(wear):
        # Both are in the order of the train.
        takes = bought[number] if number < len(bought) else None
        line = each.key if takes is None else takes.key
        seen[line] += 1
        if each.due is not None:
            lamp = each.key.startswith("uv")
            yield DueRow(
                key=each.key,
                of=f"upkeep/{line}/{seen[line]}",
                takes=takes,
                every_months=each.own_months or each.usual_months,
                name=f"{each.name}: change it",
                why=words[each.by],
                log="lamp" if lamp else f"cartridge/{each.key}",
                due=each.due,
                due_low=each.due_low,
                due_high=each.due_high,
                last=each.changed[-1] if each.changed else None,
                cautions=["UV light burns eyes and skin, and lamps hold mercury: power off first."]
                if lamp
                else ["Power off, and the pressure let off, before a housing is opened."],
            )


def _warranties(document: Property) -> Iterator[DueRow]:
    for each in document.build.hand_over.warranties:
        if each.until is not None:
            by = f" by {each.by}" if each.by else ""
            yield DueRow(
                key=f"warranty-{each.id}",
                of=f"warranty/{each.id}",
                name=f"Warranty ends: {each.name}",
                why=f"What is vouched for{by}.",
                log="",
                due=dt.date.fromisoformat(each.until),
            )


def _visits(document: Property, entries: Sequence[Entry], since: dt.date) -> Iterator[DueRow]:
    every = document.keeping.visits_every_months
    if every is not None:
        done = _done(entries, "job/visit")
        yield DueRow(
            key="visit",
            of="visit",
            every_months=every,
            name="Visit by contract",
            why="Agreed with the owner.",
            log="job/visit",
            due=months_later(max(done, default=since), every),
            last=max(done, default=None),
        )
