"""Rain against the other ways, on the demos."""

import pytest

from tests.plan.on_demos import planned, planned_and_priced, planned_dry, replace

MAINS = {"connection": 9_000.0, "per_m3": 3.0, "yearly": 100.0}
NONE = {"mains": {}, "well": {}, "truck_m3": None, "smaller_share": None, "nothing_yearly": None}


def compared(name, ways, *more):
    return planned_and_priced(name, replace("/price/ways", NONE | ways), *more).price


def way(price, key):
    return next(each for each in price.others.ways if each.key == key)


def test_without_the_owners_figures_nothing_is_compared_and_each_way_says_what_it_asks():
    price = compared("lantern-row", {})
    assert [each.key for each in price.others.ways if each.cost] == ["rain"]
    assert way(price, "mains").asks == ["the connection", "the tariff"]
    assert way(price, "smaller").asks == ["its size", "the price of a load"]
    assert price.others.text.startswith("Enter what another way would cost")


def test_rain_costs_there_what_it_costs_on_the_view_beside():
    price = compared("saltmarrow", {})
    rain = way(price, "rain").cost
    assert rain.present_cost == pytest.approx(price.present_cost.value)
    assert rain.per_m3 == pytest.approx(price.cost_per_m3.value)
    assert rain.capital == pytest.approx(price.total.value)


def test_the_mains_by_hand():
    price = compared(
        "lantern-row", {"mains": MAINS}, replace("/price/discount_rate", 0.0), replace("/price/years", 10)
    )
    mains = way(price, "mains").cost
    assert mains.yearly == pytest.approx(100 + 3 * price.others.m3_year)
    assert mains.present_cost == pytest.approx(9_000 + 10 * mains.yearly)
    assert mains.per_m3 == pytest.approx(mains.present_cost / (10 * price.others.m3_year))


@pytest.mark.parametrize(
    ("street", "weak", "words"), [(330, True, "no other way at any price"), (420, False, "left at")]
)
def test_mains_that_do_not_reach_the_house_are_no_other_way(street, weak, words):
    pressure = {"street_kpa": float(street), "rise_m": 20.0, "friction_kpa": 10.0}
    price = compared("lantern-row", {"mains": MAINS | {"connection": 0.0} | pressure})
    assert way(price, "mains").too_weak is weak
    assert words in way(price, "mains").text
    assert ("the mains" in price.others.text) is not weak


def test_mains_that_never_come_up_say_so():
    price = compared("lantern-row", {"mains": MAINS | {"street_kpa": 100.0, "rise_m": 20.0}})
    assert way(price, "mains").text.startswith("No water comes up")


def test_smaller_tanks_save_money_and_miss_water():
    price = compared("saltmarrow", {"truck_m3": 38.0, "smaller_share": 0.5})
    rain, smaller = way(price, "rain").cost, way(price, "smaller").cost
    assert smaller.capital < rain.capital
    assert smaller.yearly > rain.yearly
    nearly_all = way(compared("saltmarrow", {"truck_m3": 38.0, "smaller_share": 0.95}), "smaller").cost
    assert smaller.yearly > nearly_all.yearly > rain.yearly
    assert nearly_all.capital > smaller.capital


def test_the_sentence_is_plain_whoever_is_the_cheaper():
    cheap = compared("lantern-row", {"well": {"drilled": 1.0, "yearly": 0.0}}).others.text
    assert "rain costs more than a drilled well" in cheap
    assert "What it buys instead" in cheap
    dear = compared("lantern-row", {"well": {"drilled": 1e7, "yearly": 0.0}}).others.text
    assert "rain is the cheapest of what is compared" in dear
    nothing = compared("lantern-row", {"nothing_yearly": 0.0}).others.text
    assert "times" not in nothing


def test_while_prices_are_missing_rain_is_not_said_to_be_the_cheaper():
    ways = NONE | {"truck_m3": 10.0, "smaller_share": 0.2}
    others = planned("lantern-row", replace("/price/ways", ways)).price.others
    assert others.at_least
    assert "whether it is cheaper than water by truck" in others.text
    assert "cannot be said yet" in others.text
    assert not [year for each in others.ways if each.cost for year in each.cost.crosses]
    nothing = planned(
        "lantern-row",
        replace("/price/ways", NONE | {"nothing_yearly": 0.0}),
        {"op": "add", "path": "/price/other/-", "value": {"id": "a", "name": "Crane", "amount": 50.0}},
    )
    assert "More than that, once its missing prices are there" in nothing.price.others.text


def test_without_a_record_there_is_nothing_to_compare():
    assert planned_dry("lantern-row").price.others is None


def test_where_a_line_crosses_that_of_rain_it_is_as_high():
    price = compared("saltmarrow", {"truck_m3": 38.0})
    rain, truck = way(price, "rain").cost, way(price, "truck").cost
    (year,) = truck.crosses
    before = int(year)

    def height(paid):
        return paid[before] + (paid[before + 1] - paid[before]) * (year - before)

    assert height(rain.paid) == pytest.approx(height(truck.paid))
