"""What the log says at once, whatever the day: tests, sediment, spilling, the saving steps."""

from collections.abc import Sequence

from lean_year.core.log.readings import SEDIMENT_LEFT_M
from lean_year.core.treatment.water_tests import LIMITS, failed
from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.wording import Wording, day
from lean_year.plan.model.layout import Layout
from lean_year.plan.stations.log.levels import LevelRead
from lean_year.property.document import Property
from lean_year.property.entries import Entry
from lean_year.property.log_kinds import ABOUT_LOG


def log_findings(
    document: Property, layout: Layout, entries: Sequence[Entry], last: LevelRead | None, say: Wording
) -> list[Finding]:
    """Everything that the entries that stand have found; `last` is the last level."""
    found = Findings("log")
    _test(found, document, entries)
    _sediment(found, layout, entries, say)
    _spilling(found, entries)
    if last is not None:
        _level(found, document, layout, last, say)
    return found.rows


def _test(found: Findings, document: Property, entries: Sequence[Entry]) -> None:
    """The last test of the log, where the design does not have it yet."""
    tests = [entry for entry in entries if entry.kind == "test"]
    if not tests:
        return
    last = tests[-1]
    kept = document.treatment.last_test.model_dump()
    shown = {key: last.values.get(key) for key in LIMITS}
    if all(kept[key] == value for key, value in shown.items() if value is not None):
        return
    bad = failed(shown)
    fix = Fix(
        text="Take its results into the treatment.",
        operations=[
            replace(f"/treatment/last_test/{key}", value) for key, value in shown.items() if value is not None
        ],
    )
    names = ", ".join(LIMITS[key].label for key in bad)
    when = day(last.day)
    if bad:
        found.add(
            "LOG_TEST_FAILED",
            "fails" if any(LIMITS[key].fails for key in bad) else "caution",
            f"The test of {when} is outside its limits: {names}.",
            "",
            fix,
            not_to_drink=any(LIMITS[key].fails for key in bad),
        )
    else:
        found.add("LOG_TEST", "note", f"The test of {when} is not in the treatment yet.", "", fix)


def _sediment(found: Findings, layout: Layout, entries: Sequence[Entry], say: Wording) -> None:
    """The last depth of each tank since it was cleaned out, against its outlet."""
    cleaned = max((entry.on for entry in entries if entry.about == f"{ABOUT_LOG}cleaning/tank"), default="")
    depths: dict[str, Entry] = {}
    for entry in entries:
        if entry.kind == "sediment" and entry.on > cleaned:
            depths[entry.subject] = entry
    tanks = {tank.id: tank for step in layout.steps for tank in step.tanks}
    for key, entry in depths.items():
        tank = tanks.get(key, layout.steps[-1].tanks[0])
        depth_m, outlet_m = entry.values["depth_m"], tank.outlet_m
        if depth_m > outlet_m - SEDIMENT_LEFT_M:
            found.add(
                "LOG_SEDIMENT",
                "caution",
                f"{tank.name}: sediment is {say.length(depth_m)} deep, and the outlet is "
                f"{say.length(outlet_m)} over the floor.",
                "Have the tank cleaned out; nobody enters it without ventilation and somebody outside.",
            )


def _spilling(found: Findings, entries: Sequence[Entry]) -> None:
    """Gutters that were seen spilling and not cleaned since."""
    seen = [entry for entry in entries if entry.about == f"{ABOUT_LOG}spilling/gutters"]
    cleaned = max((entry.on for entry in entries if entry.about == f"{ABOUT_LOG}cleaning/gutters"), default="")
    if seen and seen[-1].on > cleaned:
        when = day(seen[-1].day)
        found.add(
            "LOG_SPILLING",
            "caution",
            f"The gutters were seen spilling on {when}, and nothing says that they were cleaned since.",
            "Clean gutters and outlets before the next rain; if they still spill, look at their size.",
        )


def _level(found: Findings, document: Property, layout: Layout, last: LevelRead, say: Wording) -> None:
    """The saving step that is on at the last level."""
    live_l = sum(stage.size_l for stage in layout.stages())
    on = [step for step in document.household.steps if last.drawable_l < step.below_share * live_l]
    if on:
        found.add(
            "LOG_STEP_ON",
            "note",
            f"With {say.volume(last.drawable_l)} on {day(last.on)}, the saving step “{on[-1].name}” is on.",
        )
