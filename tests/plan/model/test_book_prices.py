"""What the firm's book says of a part: by its own key, its unit, its length, its currency."""

import pytest

from lean_year.core.parts.need import Need
from lean_year.plan.model.book_prices import BookPrices, book_in, lines_that_price, priced_by_book, rates_in
from lean_year.property.price_book import BookLine, BookTerms, PriceBook
from tests.plan.on_demos import edited, planned_dry, replace


def book(*lines, currency="€", **terms):
    made = [BookLine(name=key, key=key, unit=unit, price=price, **more) for key, unit, price, more in lines]
    return BookPrices(PriceBook(lines=made, terms=BookTerms(**terms)), currency)


PIPE = Need("drain-pipe", "", size="110 mm", rating="for 600 kPa")


def test_a_price_is_found_under_its_own_key_first_and_else_without_its_rating():
    prices = book(("drain-pipe-110-mm", "length", 24, {}))
    assert (prices.of_need(PIPE).each, prices.of_need(PIPE).key) == (24, "drain-pipe-110-mm")
    both = book(("drain-pipe-110-mm", "length", 24, {}), ("drain-pipe-110-mm-for-600-kpa", "length", 43, {}))
    assert both.of_need(PIPE).each == 43
    other = both.of_need(Need("drain-pipe", "", size="160 mm"))
    assert (other.each, other.key, other.why_not) == (None, "drain-pipe-160-mm", "not in the price book")


def test_a_measured_part_may_be_priced_in_the_units_of_either_system():
    """By hand: a short ton is 0.90718474 t, a foot 0.3048 m."""
    stone = book(("crushed-stone", "short ton", 20, {})).of_need(Need("crushed-stone", ""))
    assert stone.each == pytest.approx(20 / 0.90718474)
    tape = book(("warning-tape", "ft", 0.1, {})).of_need(Need("warning-tape", ""))
    assert tape.each == pytest.approx(0.1 / 0.3048)


def test_a_price_for_another_unit_or_another_length_is_no_price_and_says_why():
    by_metre = book(("drain-pipe-110-mm", "m", 4, {})).of_need(PIPE, 6000)
    assert (by_metre.each, by_metre.why_not) == (None, "priced by the m, sold by the length")
    six = book(("drain-pipe-110-mm", "length", 24, {"length_m": 6.0}))
    assert six.of_need(PIPE, 6000).each == 24
    assert (six.of_need(PIPE, 3000).each, six.of_need(PIPE, 3000).why_not) == (None, "priced for another length")
    # 20 ft is 6.096 m: not the same length.
    assert six.of_need(PIPE, 6096).each is None


def test_a_tank_is_priced_by_what_it_holds_as_well():
    tank = Need("tank-slim", "", of="tall", holds_m3=2.0)
    assert book(("tank-slim", "each", 300, {}), ("tank-slim-m3", "m3", 250, {})).of_need(tank).each == 800
    assert book(("tank-slim-m3", "m3", 250, {})).of_need(tank).each == 500
    alone = book(("tank-slim-tall", "each", 777, {})).of_need(tank)
    assert (alone.each, alone.by_volume) == (777, False)
    assert book(("tank-slim", "m", 3, {}), ("tank-slim-m3", "m3", 250, {})).of_need(tank).each is None


def test_a_price_in_another_currency_is_no_price():
    prices = book(("vessel", "each", 215, {"currency": "$"}))
    assert prices.of_need(Need("vessel", "")).each is None
    assert not prices.anything
    assert book(("vessel", "each", 215, {"currency": "$"}), currency="$").of_need(Need("vessel", "")).each == 215


def test_the_few_prices_that_nobody_entered_are_the_books():
    document = edited("saltmarrow", replace("/prices/water_m3", 50))
    prices = book(
        ("tank-liner", "each", 2000, {}), ("tank-liner-m3", "m3", 80, {}), ("water-m3", "m3", 38, {}),
        ("tank-pad-m3", "m3", 12, {}), ("dry-toilet", "each", 900, {}), years=30,
    )  # fmt: skip
    assert rates_in(prices, document) == {
        "tank_each": 2000, "tank_m3": 80, "water_m3": 38, "pad_m3": 12, "dry_toilet": 900,
    }  # fmt: skip
    priced = priced_by_book(document, prices)
    assert (priced.prices.tank_each, priced.prices.tank_m3, priced.prices.pad_m3) == (2000, 80, 12)
    assert priced.prices.water_m3 == 50, "somebody entered it"
    assert priced.prices.service_years == 30
    assert priced.prices.greywater == document.prices.greywater, "the book does not know it"
    assert "/prices/greywater" in priced.assumed
    assert "/prices/tank_m3" not in priced.assumed
    assert document.prices.tank_each == 2600, "the document itself stays"


def test_without_prices_in_its_currency_the_document_stays():
    document = edited("brindle-landing")
    dollars = book(("water-m3", "m3", 38, {}), currency="$")
    assert priced_by_book(document, dollars) is document


def test_what_goes_along_with_a_property_is_what_prices_it():
    document = edited("lantern-row")
    lines = planned_dry("lantern-row").parts
    made = PriceBook(
        lines=[
            BookLine(key="vessel", name="v", unit="each", price=1),
            BookLine(key="vessel", name="v", unit="each", price=1, currency="$"),
            BookLine(key="uv-lamp-unit", name="no lamp here", unit="each", price=1),
            BookLine(key="labour", name="l", unit="h", price=1),
            BookLine(key="power", name="p", unit="kWh", price=1),
        ]
    )
    assert [line.key for line in lines_that_price(made, document, lines)] == ["vessel", "labour", "power"]
    assert book_in(None, document).anything is False
