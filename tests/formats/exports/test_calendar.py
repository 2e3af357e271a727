"""The calendar, read back by a parser of its own kind: a second export moves what the first one made."""

import datetime as dt

import icalendar
import pytest

from lean_year.demo.shipped import DEMOS, demo_book, demo_record
from lean_year.formats.exports.calendar import write_calendar
from lean_year.plan.in_use.work import log_work
from lean_year.plan.model.book_prices import book_in
from lean_year.plan.whole import plan_property
from lean_year.property.entries import SiteRecord

NOW = dt.datetime(2026, 11, 30, 12, 0, tzinfo=dt.UTC)


def plan_of(name, **build):
    document = DEMOS[name].property()
    document = document.model_copy(update={"build": document.build.model_copy(update=build)})
    record = SiteRecord(tuple(demo_record(name)))
    return plan_property(document, None, prices=book_in(demo_book(document), document), record=record).plan


def events(plan, now=NOW, of="p"):
    text = write_calendar(plan, of=of, name="Place, with a comma; and more", now=now)
    assert "\r\n" in text
    return {str(each["uid"]): each for each in icalendar.Calendar.from_ical(text).walk("VEVENT")}


def test_every_task_that_is_still_to_be_done_is_there_on_its_days_with_a_reminder():
    plan = plan_of("lantern-row")
    found = events(plan)
    tasks = [task for task in plan.build.tasks if task.on]
    upkeep = [line for line in plan.price.upkeep if line.key not in ("power", "water-m3")]
    assert len(found) == len(tasks) + len(upkeep)
    for task in tasks:
        (event,) = [each for each in found.values() if str(each["summary"]).endswith(f": {task.name}")]
        assert event.decoded("dtstart").isoformat() == task.on
        assert (event.decoded("dtend") - dt.timedelta(days=1)).isoformat() == task.until
        assert [str(alarm["action"]) for alarm in event.walk("VALARM")] == ["DISPLAY"]


def test_a_second_export_moves_what_the_first_one_made():
    first = events(plan_of("lantern-row"))
    later = events(plan_of("lantern-row", start_on="2027-03-15", order_on="2027-02-08"), NOW + dt.timedelta(hours=1))
    assert set(first) == set(later)
    for uid, event in first.items():
        assert int(later[uid]["sequence"]) > int(event["sequence"])
        assert later[uid]["summary"] == event["summary"]
    assert any(later[uid].decoded("dtstart") != event.decoded("dtstart") for uid, event in first.items())


def test_another_property_has_other_identities():
    plan = plan_of("lantern-row")
    assert not set(events(plan, of="p")) & set(events(plan, of="q"))


def test_what_is_done_is_not_in_it_and_what_is_due_comes_again():
    plan = plan_of("saltmarrow")
    found = events(plan)
    assert plan.build.done == plan.build.of
    assert found
    for event in found.values():
        assert event["rrule"]["FREQ"] == ["MONTHLY"]
        assert event.decoded("dtstart") > dt.date.fromisoformat(plan.build.ends_on)


def test_in_use_it_has_what_is_due_by_the_log_under_the_identities_it_had_before():
    document = DEMOS["saltmarrow"].property()
    record = SiteRecord(tuple(demo_record("saltmarrow")))
    plan = plan_property(document, None, prices=book_in(demo_book(document), document), record=record).plan
    due = log_work(document, plan, None, record, dt.date(2026, 9, 28)).due
    before = events(plan)
    text = write_calendar(plan, of="p", name="Place", now=NOW, due=due)
    now = {str(each["uid"]): each for each in icalendar.Calendar.from_ical(text).walk("VEVENT")}
    assert len(now) == len(due)
    assert sorted(each.decoded("dtstart") for each in now.values()) == [row.due for row in due]
    gone = [str(before[uid]["summary"]) for uid in set(before) - set(now)]
    assert all("sleeve" in each for each in gone), "its seals go with the lamp"
    assert {row.name for row in due if row.every_months is None} == {
        str(each["summary"]).removeprefix("Place: ") for each in now.values() if "rrule" not in each
    }


@pytest.mark.parametrize("name", list(DEMOS))
def test_without_a_first_day_it_is_a_calendar_without_an_event(name):
    assert events(plan_of(name, start_on=None, order_on=None)) == {}
