"""What the firm's list says of a supply is what its own sheets say; a round takes what is due, and parts for it."""

import datetime as dt

import pytest

from lean_year.core.log.rounds import apart_km, way_km
from lean_year.demo.shipped import DEMOS, demo_record
from lean_year.plan.in_use.acts import Act, WaitingQuote, acts
from lean_year.plan.in_use.outlook import DueThen, Outlook, outlook
from lean_year.plan.in_use.rounds import MOST_STOPS, ToVisit, plan_round
from lean_year.plan.in_use.upkeep_inputs import HeldDown, UpkeepInputs, UpkeepNeed, upkeep_inputs
from lean_year.plan.whole import plan_property
from lean_year.property.entries import Entry, SiteRecord
from tests.plan.in_use.test_log_work import entry, saltmarrow, work_of  # noqa: F401 a fixture

TODAY = dt.date(2026, 9, 28)
NOTHING = UpkeepInputs(needs=[], ends_on=None, floats=[])


@pytest.fixture(scope="module")
def seen(saltmarrow):  # noqa: F811
    document, rain = saltmarrow
    record = SiteRecord(tuple(demo_record("saltmarrow")), 1)
    kept = upkeep_inputs(plan_property(document, rain, record=record).plan)
    # As it is kept, and read again.
    return outlook(document, UpkeepInputs.model_validate_json(kept.model_dump_json()), rain, record, TODAY)


def test_the_list_says_what_the_log_says(seen, saltmarrow):  # noqa: F811
    work, _ = work_of(saltmarrow, demo_record("saltmarrow"), TODAY.isoformat())
    last = work.lasting
    assert (seen.level_l, seen.from_day, seen.read_on, seen.by_model) == (
        last.level_l, last.from_day, last.read_on, last.by_model,
    )  # fmt: skip
    assert (seen.short_by, seen.never_short, seen.years) == (last.short_by.p10, last.never_short, last.years)
    assert (seen.order_by, seen.no_rain_until, seen.live_l) == (last.order_by, last.no_rain_until, work.live_l)
    ahead = [(row.key, row.due) for row in work.due if row.due <= TODAY + dt.timedelta(days=370)]
    assert [(row.key, row.on) for row in seen.due] == ahead[:30]
    assert len(ahead) >= 8


def test_a_later_entry_than_the_day_says_nothing_yet(saltmarrow):  # noqa: F811
    document, rain = saltmarrow
    record = SiteRecord(
        (entry("a", "level", "2026-09-27", depth_m=1.0), entry("b", "level", "2026-10-02", depth_m=0.5))
    )
    assert outlook(document, NOTHING, rain, record, TODAY).read_on == dt.date(2026, 9, 27)
    assert outlook(document, NOTHING, rain, SiteRecord(), TODAY).level_l is None
    assert outlook(document, NOTHING, None, record, TODAY).level_l is not None


def test_a_tank_that_floats_empty_is_said_with_the_day_on_which_its_ballast_is_drawn(saltmarrow):  # noqa: F811
    document, rain = saltmarrow
    record = SiteRecord((entry("a", "level", "2026-09-27", share=0.3),))
    bare = outlook(document, NOTHING, rain, record, TODAY)

    def floats_by(litres):
        kept = UpkeepInputs(needs=[], ends_on=None, floats=[HeldDown(name="Pit", ballast_l=litres)])
        return outlook(document, kept, rain, record, TODAY).floats_by

    assert bare.floats_by is None
    assert floats_by(bare.level_l * 2) == TODAY
    soon, late = floats_by(bare.level_l * 0.95), floats_by(bare.level_l * 0.3)
    assert soon > TODAY
    assert late is None or soon < late


def built(*keys):
    """Tasks that are done, and with a dash before them not done after all."""
    kinds = [("not_done", key[1:]) if key.startswith("-") else ("done", key) for key in keys]
    return SiteRecord(
        tuple(Entry(id=f"d{at}", kind=kind, about=key, on="2026-09-20") for at, (kind, key) in enumerate(kinds))
    )


@pytest.mark.parametrize(
    ("done", "stands"),
    [
        ((), "closed"),
        (("dig",), "open"),
        (("dig", "set-tanks"), "with_tank"),
        (("dig", "set-tanks", "backfill"), "closed"),
        (("dig", "set-tanks", "-set-tanks"), "open"),
    ],
)
def test_a_hole_stands_as_the_last_entries_say(done, stands, saltmarrow):  # noqa: F811
    assert outlook(saltmarrow[0], NOTHING, None, built(*done), TODAY).hole == stands


def plain(**more):
    return Outlook(day=TODAY, area="", live_l=10_000.0, **more)


def said(seen, *quotes):
    return [(act.kind, act.level) for act in acts(seen, list(quotes), TODAY)]


def due(key, days, **more):
    return DueThen(key=key, name=key.title(), on=TODAY + dt.timedelta(days=days), licensed="", takes=None, **more)


def test_what_can_hurt_or_leaves_a_house_without_water_stands_first():
    seen = plain(
        short_by=TODAY + dt.timedelta(days=3), order_by=TODAY - dt.timedelta(days=5), hole="with_tank",
        due=[due("late", -2), due("soon", 20), due("far", 200)], read_on=TODAY - dt.timedelta(days=60),
        floats="Pit", floats_by=TODAY + dt.timedelta(days=90),
    )  # fmt: skip
    waits = WaitingQuote("7", TODAY - dt.timedelta(days=40), TODAY - dt.timedelta(days=10))
    assert said(seen, waits) == [
        ("hole", "fails"), ("water", "fails"),
        ("quote", "caution"), ("due", "caution"), ("float", "caution"),
        ("level", "note"), ("due", "note"),
    ]  # fmt: skip
    assert said(plain()) == []


@pytest.mark.parametrize(
    ("left", "level"), [(-5, "fails"), (0, "fails"), (1, "caution"), (30, "caution"), (31, "note")]
)
def test_a_load_is_ordered_in_time(left, level):
    seen = plain(short_by=TODAY + dt.timedelta(days=left + 8), order_by=TODAY + dt.timedelta(days=left))
    (act,) = acts(seen, [], TODAY)
    assert (act.kind, act.level) == ("water", level)
    assert ("today" in act.text) == (left <= 0)


def test_no_text_holds_a_number_with_a_unit():
    seen = plain(due=[due("late", -2)], hole="open", problem="names a record that is not there")
    texts = [act.text for act in acts(seen, [], TODAY)]
    assert all(isinstance(act, Act) for act in acts(seen, [], TODAY))
    assert len(texts) == 3
    assert all(text.endswith(".") for text in texts)


def cartridge(quantity=1.0):
    return UpkeepNeed(key="c", name="Cartridge", why="", every_months=6, quantity=quantity, unit="each")


def visit(name, *rows, place="", position=(None, None)):
    latitude, longitude = position
    seen = plain(due=list(rows), latitude_deg=latitude, longitude_deg=longitude)
    return ToVisit(property_id=name, name=name, place=place, seen=seen)


def takes(days, quantity=1.0):
    return due("cartridge", days).model_copy(update={"takes": cartridge(quantity)})


def test_a_round_goes_the_short_way_takes_the_parts_and_ends_with_those_whose_position_nobody_knows():
    until = TODAY + dt.timedelta(days=30)
    supplies = [
        visit("Far", takes(5), position=(50.4, 4.0)),
        visit("Near", takes(1, 2.0), due("gutters", 2), position=(50.0, 4.0)),
        visit("Nowhere B", takes(9), place="Zell"),
        visit("Nowhere A", due("gutters", 9), place="Aue"),
        visit("Between", due("gutters", -3), position=(50.2, 4.0)),
        visit("Later", takes(31), position=(50.1, 4.0)),
    ]
    found = plan_round(supplies, until, "metric")
    names = [stop.name for stop in found.stops]
    assert names[3:] == ["Nowhere A", "Nowhere B"]
    assert names[1] == "Between"
    assert {names[0], names[2]} == {"Near", "Far"}
    (line,) = found.stock
    assert (line.name, line.sold, line.stops) == ("Cartridge", "4", 3)
    assert (found.without_position, found.left_out) == (2, 0)
    way = apart_km([(50.0, 4.0), (50.2, 4.0), (50.4, 4.0)])
    assert found.straight_km == pytest.approx(way_km([0, 1, 2], way))
    assert sum(stop.from_last_km or 0 for stop in found.stops) == pytest.approx(found.straight_km)
    assert [job.late for stop in found.stops for job in stop.jobs if stop.name == "Between"] == [True]


def test_a_round_of_too_many_takes_those_that_are_due_first():
    many = [visit(f"House {number}", due("gutters", number)) for number in range(MOST_STOPS + 5)]
    found = plan_round(many[::-1], TODAY + dt.timedelta(days=300), "metric")
    assert {stop.name for stop in found.stops} == {f"House {number}" for number in range(MOST_STOPS)}
    assert found.left_out == 5
    assert plan_round([], TODAY, "us").stops == []


def test_what_is_kept_of_a_plan_is_all_that_upkeep_needs():
    document = DEMOS["brindle-landing"].property()
    kept = upkeep_inputs(plan_property(document, None).plan)
    assert kept.ends_on is not None
    assert {"each"} <= {need.unit for need in kept.needs}
