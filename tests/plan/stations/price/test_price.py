"""The price of a design: by hand on a demo, what is missing, and what it costs to keep."""

import pytest

from lean_year.core.price.owning import cost_per_m3, present_cost
from lean_year.demo.shipped import DEMOS, demo_file, demo_rain
from lean_year.plan.model.book_prices import BookPrices, book_in
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.whole import plan_property
from lean_year.property.price_book import BookLine, BookTerms, PriceBook
from tests.plan.on_demos import codes, edited, finding, planned_and_priced, planned_dry, replace, status

PARTS = ("materials", "labour", "other", "contingency", "tax")


def planned(name, *operations, book=None, rain=False):
    document = edited(name, *operations)
    prices = book_in(book or demo_file(name).price_book, document)
    return plan_property(document, prepare_rain(demo_rain(name), "none") if rain else None, prices=prices).plan


@pytest.mark.parametrize("name", list(DEMOS))
def test_a_demo_has_a_price_for_everything_and_it_adds_up(name):
    plan = planned(name)
    price = plan.price
    assert price.missing == []
    assert sum(line.total for line in plan.parts) == pytest.approx(price.materials.value)
    assert sum(getattr(price, part).value for part in PARTS) - price.grants.value == pytest.approx(price.total.value)
    assert price.total.label == "Total"
    assert "PRICE_MISSING" not in codes(plan)
    for line in plan.parts:
        assert line.total == pytest.approx(line.unit_price * line.quantity)
    assert all(line.each_time is not None for line in price.upkeep)


def test_the_price_of_saltmarrow_by_hand():
    """Margin of 12 % on materials and labour, contingency of 5 %, tax of 10 %, none of it in the prices."""
    price = planned("saltmarrow").price
    materials, labour = price.materials.value, price.labour.value
    hours = sum(work.hours for work in price.works) * 2
    assert labour == pytest.approx(hours * 46)
    assert price.margin.value == pytest.approx(0.12 * (materials + labour))
    assert price.contingency.value == pytest.approx(0.05 * 1.12 * (materials + labour))
    assert price.tax.value == pytest.approx(0.1 * 1.05 * 1.12 * (materials + labour))


def test_a_line_by_hand():
    """17 lengths of gutter at 19, the tank at 2,600 and 95 for each of its 86.0 m3."""
    lines = {line.key: line for line in planned("saltmarrow").parts}
    assert lines["half-round-gutter-125-mm"].total == 17 * 19
    tank = lines["tank-liner-liner"]
    assert tank.unit_price == pytest.approx(2600 + 95 * 3.14159265 / 4 * 6.9**2 * 2.3, rel=1e-6)
    assert tank.priced_by_volume


def test_without_prices_nothing_counts_as_nothing_unsaid():
    plan = planned_dry("saltmarrow")
    price = plan.price
    wanted = [line.key for line in plan.parts if line.quantity > 0]
    assert price.missing == [*wanted, "labour"]
    assert price.total.value == 0
    assert price.total.label == "Total, at least"
    assert "prices missing" in price.total.moves
    assert all(line.unit_price is None and line.total is None and line.not_priced for line in plan.parts)
    assert status(plan, "price") == "decide"
    assert next(each for each in plan.stations if each.stage == "price").headline == "100 parts, no prices"


def test_one_missing_price_is_named_and_the_total_is_at_least():
    book = demo_file("saltmarrow").price_book
    without = PriceBook(lines=[line for line in book.lines if line.key != "vessel"], terms=book.terms)
    plan = planned("saltmarrow", book=without)
    assert plan.price.missing == ["vessel"]
    assert plan.price.total.label == "Total, at least"
    missing = finding(plan, "PRICE_MISSING")
    assert missing.asks
    assert missing.text == (
        "1 part without a price, which adds nothing so far: Pressure vessel, 200 L: not in the price book."
    )
    # What is worn and replaced has no price either.
    assert "Not priced: Pressure vessel" in plan.price.present_cost.moves
    assert plan.price.present_cost.label.endswith(", at least")
    headline = next(each for each in plan.stations if each.stage == "price").headline
    assert headline.endswith("+")


def test_travel_and_machines_are_asked_for_only_where_there_are_any():
    book = demo_file("saltmarrow").price_book
    bare = PriceBook(lines=[line for line in book.lines if line.key not in ("travel", "machine")], terms=book.terms)
    assert planned("saltmarrow", book=bare).price.missing == []
    plan = planned("saltmarrow", replace("/price/travel_km", 30), replace("/price/machine_days", 2), book=bare)
    assert plan.price.missing == ["travel", "machine"]
    priced = planned("saltmarrow", replace("/price/travel_km", 30), replace("/price/machine_days", 2)).price
    other = 30 * priced.days * 0.62 + 2 * 390
    assert priced.other.value - priced.margin.value == pytest.approx(other)


def test_hours_are_the_parts_own_until_somebody_has_theirs():
    before = {work.key: work for work in planned("saltmarrow").price.works}
    entered = {"op": "add", "path": "/price/hours", "value": {"pipes": 20.0}}
    after = {work.key: work for work in planned("saltmarrow", entered).price.works}
    assert (after["pipes"].hours, after["pipes"].entered) == (20, True)
    assert after["pipes"].by_parts_h == before["pipes"].hours
    assert after["ground"] == before["ground"]
    # Three people share the same work.
    three = {work.key: work for work in planned("saltmarrow", replace("/price/hands", 3)).price.works}
    assert three["pipes"].hours == pytest.approx(before["pipes"].hours * 2 / 3)


def test_the_work_of_a_part_by_hand():
    """6.68 h at Lantern Row's ground for two: 36 pavers at 0.1, stone, sand and aprons by the tonne; ordering,
    marking out, locating, stripping, the base and its readings."""
    plan = planned("lantern-row")
    asked = {line.kind: line.asked for line in plan.parts if line.work == "ground"}
    by_hand = 0.1 * asked["pavers"] + 0.5 * asked["crushed-stone"] + 0.4 * asked["apron-stone"] + 0.5 * asked["sand"]
    ground = next(work for work in plan.price.works if work.key == "ground")
    tasks = 1.0 + 2.0 + 1.0 + 2.0 + 2.0 + 0.5
    assert ground.hours == pytest.approx((by_hand + tasks) / 2)


def test_grants_and_other_costs_are_lines_of_their_own():
    grant = {"id": "g", "name": "Grant", "kind": "grant", "of": "materials", "share": 0.25}
    spared = {"id": "e", "name": "Exempt", "kind": "exemption", "of": "labour"}
    cost = {"id": "c", "name": "Barge", "amount": 640.0}
    plain = planned("saltmarrow").price
    price = planned(
        "saltmarrow",
        {"op": "add", "path": "/price/grants/-", "value": grant},
        {"op": "add", "path": "/price/grants/-", "value": spared},
        {"op": "add", "path": "/price/other/-", "value": cost},
    ).price
    assert price.other.value - price.margin.value == pytest.approx(640)
    assert price.granted == pytest.approx([0.25 * plain.materials.value, 0.1 * plain.labour.value])
    assert price.grants.value == pytest.approx(sum(price.granted))


def test_what_was_paid_counts_instead_of_the_book():
    key = "half-round-gutter-125-mm"
    changed = {"op": "add", "path": f"/parts/changed/{key}", "value": {"name": "Gutter", "paid": 21.5}}
    line = next(each for each in planned("saltmarrow", changed).parts if each.key == key)
    assert (line.unit_price, line.total) == (21.5, 17 * 21.5)


def test_a_line_that_is_left_out_costs_nothing():
    changed = {"op": "add", "path": "/parts/changed/vessel", "value": {"name": "Vessel", "left_out": True}}
    plain, without = planned("saltmarrow").price, planned("saltmarrow", changed).price
    assert plain.materials.value - without.materials.value == pytest.approx(215)
    assert without.missing == []


def test_a_property_may_do_otherwise_than_the_firm():
    price = planned("saltmarrow", replace("/price/margin", 0.0), replace("/price/tax", 0.2)).price
    assert price.margin.value == 0
    assert price.shares.tax == 0.2
    assert price.shares.contingency == 0.05


def test_upkeep_goes_by_what_the_design_wears():
    """By hand from the demo's prices: a lamp and its seals once in 12.3 months, a laboratory test a year, power by
    the pump's own kWh, and one tank cleaned out in five years."""
    plan = planned("saltmarrow", rain=True)
    upkeep = {line.key: line for line in plan.price.upkeep}
    assert upkeep["clean-out"].yearly == pytest.approx(340 / 5)
    assert upkeep["water-test"].yearly == pytest.approx(95)
    assert upkeep["power"].yearly == pytest.approx(0.31 * plan.pump.figures["kwh_year"].value)
    lamp = plan.treatment.stages[4]
    assert upkeep["lamp"].every_months == lamp.life_months
    assert upkeep["lamp"].yearly == pytest.approx(88 * 12 / lamp.life_months)
    assert plan.price.yearly.value == pytest.approx(
        sum(line.yearly for line in plan.price.upkeep if not line.replaces)
    )
    assert {line.key for line in plan.price.upkeep if line.replaces} == {"pump", "vessel"}


@pytest.mark.parametrize("name", list(DEMOS))
def test_present_cost_and_cost_of_water_are_the_quick_sums(name):
    plan = planned(name, rain=True)
    price = plan.price
    replaced = sum(line.each_time for line in price.upkeep if line.replaces)
    expected = present_cost(
        capital=price.total.value,
        yearly=price.yearly.value,
        replace_cost=replaced,
        replace_every_years=10,
        years=20,
        discount_rate=0.03,
    )
    assert price.present_cost.value == pytest.approx(expected)
    used = plan.cistern.years
    counted = [year for year in used if year.counted]
    supplied_m3 = sum(year.supplied_l for year in counted) / len(counted) / 1000
    assert price.cost_per_m3.value == pytest.approx(
        cost_per_m3(present_cost=expected, m3_per_year=supplied_m3, years=20, discount_rate=0.03), rel=1e-6
    )


def test_without_rain_there_is_a_price_and_no_cost_of_water():
    price = planned("saltmarrow").price
    assert price.total.value > 0
    assert price.cost_per_m3.value is None


@pytest.mark.parametrize(("each", "far_off"), [(820.0, False), (8.2, True), (82_000.0, True)])
def test_a_tank_price_with_a_digit_slipped_is_said(each, far_off):
    """Common practice, no source: plastic tanks cost half a currency unit to one for each US gallon."""
    book = PriceBook(lines=[BookLine(key="tank-slim", name="Slim tank", unit="each", price=each)], terms=BookTerms())
    plan = planned("lantern-row", book=book)
    assert ("PRICE_TANK_FAR_OFF" in codes(plan)) == far_off


def test_prices_of_another_book_are_another_plan_and_no_book_is_none():
    document = edited("saltmarrow")
    one = BookPrices(PriceBook(lines=[BookLine(key="vessel", name="v", unit="each", price=1)]), "€")
    two = BookPrices(PriceBook(lines=[BookLine(key="vessel", name="v", unit="each", price=2)]), "€")
    totals = [plan_property(document, None, prices=each).plan.price.materials.value for each in (one, two, one)]
    assert totals == [1, 2, 1]


def test_how_long_a_part_takes_to_come_stands_with_it():
    leads = {line.key: line.lead_days for line in planned_and_priced("saltmarrow").parts}
    assert leads["pump"] == 7
    assert next(days for key, days in leads.items() if key.startswith("tank-liner")) == 21
    assert leads["lid-lock"] is None


def test_water_that_is_bought_is_part_of_the_upkeep_by_its_own_price():
    """Lantern Row's mains: a mean year's top-up at 4.2 a cubic metre."""
    plan = planned_and_priced("lantern-row")
    line = next(line for line in plan.price.upkeep if line.key == "water-m3")
    assert plan.cistern is not None
    bought_m3 = (
        sum(year.other_water_l for year in plan.cistern.years if year.counted) / 1000 / plan.cistern.counted_years
    )
    assert line.yearly == pytest.approx(4.2 * bought_m3)
    assert line.each_time == line.yearly
    assert plan.price.yearly.value == pytest.approx(
        sum(each.yearly for each in plan.price.upkeep if not each.replaces and each.yearly)
    )
    none_bought = planned_and_priced("saltmarrow")
    assert not [each for each in none_bought.price.upkeep if each.key == "water-m3"]


def test_a_round_price_is_a_multiple_of_its_step_and_one_that_is_far_off_is_said():
    before = planned("saltmarrow").price.total.value
    near = planned("saltmarrow", replace("/price/rounded_to", 50.0))
    assert near.price.total.value % 50 == pytest.approx(0, abs=1e-6)
    assert abs(near.price.total.value - before) <= 25
    assert "PRICE_ROUNDED_FAR" not in codes(near)
    far = [replace("/price/rounded_to", 25_000.0)]
    found = finding(planned("saltmarrow", *far), "PRICE_ROUNDED_FAR")
    assert "adds" in found.text
    assert planned("saltmarrow", *far, *found.fixes[0].operations).price.total.value == pytest.approx(before)
