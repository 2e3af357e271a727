"""How long cartridges and the lamp last, by the log where it tells, else by the estimate."""

import datetime as dt
import math
from collections.abc import Sequence
from itertools import pairwise
from typing import Literal

from pydantic import BaseModel

from lean_year.core.household.uses import Quality
from lean_year.core.log.wear import Lasts, by_pressure, by_sensor, own_life
from lean_year.core.treatment.cartridges import CARBON_MONTHS, DIRTY_RISE_KPA, SEDIMENT_MONTHS
from lean_year.core.treatment.ultraviolet import DRINKING_MJ_CM2, RATED_LIFE_H, lamp_share
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.train import (
    LABELS,
    is_cartridge,
    life_by_water_months,
    life_months_of,
    stage_name,
    through_lamp_l_s,
    uv_dose_mj_cm2,
)
from lean_year.property.document import Property
from lean_year.property.entries import Entry
from lean_year.property.log_kinds import ABOUT_LOG

WearBy = Literal["estimate", "changes", "pressure", "sensor", "hours"]
_DAYS_PER_MONTH = DAYS_PER_YEAR / 12


class PressureRead(BaseModel):
    on: dt.date
    drop_kpa: float


class LightRead(BaseModel):
    on: dt.date
    share: float
    """Of what a new lamp gives."""
    source: str
    """What ran, as it was written down; empty where it was not."""
    flow_l_s: float | None
    cleaned_days: int | None
    """Since sleeve and window were cleaned, the longer of the two: as entered with the reading, else by the log."""


class WearPlan(BaseModel):
    """One stage of the train that wears."""

    key: str
    """Its kind and its number among those of that kind, such as `sediment-1`; the lamp is `uv-1`."""
    stage: int
    """Its place in the train, from 0."""
    name: str
    changed: list[dt.date]
    usual_months: float
    """By the estimate of the design."""
    own_months: float | None
    """By this house's own changes; None where none was a whole life."""
    lives: int
    """Whole lives that were logged."""
    due: dt.date | None
    """None until it is known since when it is in use."""
    due_low: dt.date | None
    due_high: dt.date | None
    """Between which it is due in nine cases of ten."""
    by: WearBy
    pressures: list[PressureRead]
    """Since the last change."""
    change_kpa: float | None
    """Drop at which it is changed."""
    light: list[LightRead]
    least_share: float | None
    """Of a new lamp's light, with which the dose is still reached."""


def wear_keys(document: Property) -> list[tuple[str, int]]:
    """Every stage that wears, with its place in the train."""
    seen: dict[str, int] = {}
    keys = []
    for number, stage in enumerate(document.treatment.stages):
        seen[stage.kind] = seen.get(stage.kind, 0) + 1
        if is_cartridge(stage) or stage.kind == "uv":
            keys.append((f"{stage.kind}-{seen[stage.kind]}", number))
    return keys


def wear_plan(
    document: Property,
    use_m3_year: dict[Quality, float],
    entries: Sequence[Entry],
    since: dt.date | None,
    say: Wording,
) -> list[WearPlan]:
    """Every stage that wears; `since` is when the supply came into use."""
    return [
        _lamp(document, key, number, entries, since)
        if document.treatment.stages[number].kind == "uv"
        else _cartridge(document, key, number, use_m3_year, entries, since).model_copy(
            update={"name": f"{stage_name(document.treatment.stages[number])}, "
                            f"{say.micron(document.treatment.stages[number].micron)}"}
        )
        for key, number in wear_keys(document)
    ]  # fmt: skip


def _cartridge(
    document: Property, key: str, number: int, use_m3_year: dict[Quality, float], entries: Sequence[Entry],
    since: dt.date | None,
) -> WearPlan:  # fmt: skip
    months = life_months_of(document, number, use_m3_year) or math.inf
    changed = _days(entries, "cartridge", key)
    lives = _lives(changed, since)
    longest = _DAYS_PER_MONTH * (
        CARBON_MONTHS if document.treatment.stages[number].kind == "carbon" else SEDIMENT_MONTHS
    )
    # What the log shows weighs against the estimate, and not against itself once the design has it.
    expected = life_by_water_months(document, number, use_m3_year) if lives else months
    lasts = own_life(expected * _DAYS_PER_MONTH, lives)
    by: WearBy = "changes" if lives else "estimate"
    last = changed[-1] if changed else since
    rows = [
        PressureRead(on=entry.day, drop_kpa=entry.values["before_kpa"] - entry.values["after_kpa"])
        for entry in entries
        if entry.kind == "pressures" and entry.subject == key and (last is None or entry.day >= last)
    ]
    clean = _clean_kpa(entries, key, rows)
    most = None if clean is None else clean + DIRTY_RISE_KPA / max(1, _cartridges(document))
    if last is not None and clean is not None and most is not None:
        read = by_pressure(clean, most, [((row.on - last).days, row.drop_kpa) for row in rows])
        if read is not None:
            lasts, by = read, "pressure"
    lasts = Lasts(*(min(days, longest) for days in (lasts.days, lasts.low, lasts.high)))
    plan = _plan(document, key, number, months, changed, lives, lasts, by, last)
    own_months = own_life(expected * _DAYS_PER_MONTH, lives).days / _DAYS_PER_MONTH if lives else None
    return plan.model_copy(update={"own_months": own_months, "pressures": rows, "change_kpa": most})


def _lamp(document: Property, key: str, number: int, entries: Sequence[Entry], since: dt.date | None) -> WearPlan:
    usual = RATED_LIFE_H / 24
    changed = [entry.day for entry in entries if entry.kind == "lamp"]
    last = changed[-1] if changed else since
    lasts = Lasts(usual, usual, usual)
    by: WearBy = "hours"
    cleaned = [entry.day for entry in entries if entry.about == f"{ABOUT_LOG}cleaning/sleeve"]
    rows = [
        _light(entry, cleaned)
        for entry in entries
        if entry.kind == "uv" and "share" in entry.values and (last is None or entry.day >= last)
    ]
    least = _least_share(document)
    if last is not None and least is not None:
        read = by_sensor(least, [((row.on - last).days, row.share) for row in rows])
        if read is not None and read.days < usual:
            lasts, by = Lasts(read.days, read.low, min(read.high, usual)), "sensor"
    plan = _plan(document, key, number, usual / _DAYS_PER_MONTH, changed, [], lasts, by, last)
    return plan.model_copy(update={"light": rows, "least_share": least})


def _light(entry: Entry, cleaned: Sequence[dt.date]) -> LightRead:
    entered = [entry.values[name] for name in ("sleeve_days", "window_days") if name in entry.values]
    before = [day for day in cleaned if day <= entry.day]
    by_log = (entry.day - max(before)).days if before else None
    return LightRead(
        on=entry.day,
        share=entry.values["share"],
        source=entry.words.get("source", ""),
        flow_l_s=entry.values.get("flow_l_s"),
        cleaned_days=round(max(entered)) if entered else by_log,
    )


def _plan(
    document: Property, key: str, number: int, months: float, changed: list[dt.date], lives: list[float],
    lasts: Lasts, by: WearBy, last: dt.date | None,
) -> WearPlan:  # fmt: skip
    stage = document.treatment.stages[number]

    def day(days: float) -> dt.date | None:
        return None if last is None or not math.isfinite(days) else last + dt.timedelta(days=round(days))

    return WearPlan(
        key=key,
        stage=number,
        name=LABELS[stage.kind] if stage.kind == "uv" else stage_name(stage),
        changed=changed,
        usual_months=months,
        own_months=None,
        lives=len(lives),
        due=day(lasts.days),
        due_low=day(lasts.low),
        due_high=day(lasts.high),
        by=by,
        pressures=[],
        change_kpa=None,
        light=[],
        least_share=None,
    )


def _least_share(document: Property) -> float | None:
    """None where the lamp, new, does not give the dose, or where none passes it."""
    passes = through_lamp_l_s(document)
    if passes is None:
        return None
    at_end = lamp_share(max(document.treatment.uv.lamp_h, RATED_LIFE_H))
    new = uv_dose_mj_cm2(document, passes) / at_end if at_end > 0 else 0.0
    return DRINKING_MJ_CM2 / new if new > DRINKING_MJ_CM2 else None


def _clean_kpa(entries: Sequence[Entry], key: str, rows: list[PressureRead]) -> float | None:
    """The drop when new: noted with the last change, else the first reading since."""
    changes = [entry for entry in entries if entry.kind == "cartridge" and entry.subject == key]
    if changes and "after_kpa" in changes[-1].values:
        return max(0.1, changes[-1].values["after_kpa"])
    return max(0.1, rows[0].drop_kpa) if rows else None


def _cartridges(document: Property) -> int:
    return sum(is_cartridge(stage) for stage in document.treatment.stages)


def _lives(changed: Sequence[dt.date], since: dt.date | None) -> list[float]:
    begins = [*([since] if since is not None else []), *changed]
    return [float((end - begin).days) for begin, end in pairwise(begins) if end > begin]


def _days(entries: Sequence[Entry], kind: str, key: str) -> list[dt.date]:
    return [entry.day for entry in entries if entry.kind == kind and entry.subject == key]
