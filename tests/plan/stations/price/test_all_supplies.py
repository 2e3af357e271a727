"""All supplies of a property in one list and one price, against the lists of each by itself."""

import pytest

from lean_year.demo.shipped import DEMO_TERMS, demo_prices
from lean_year.formats.exports.parts_table import write_parts_csv
from lean_year.plan.all_supplies import PlannedBy, bought_for_all_supplies
from lean_year.plan.model.book_prices import book_in
from lean_year.plan.whole import plan_property
from lean_year.property.front import at_front
from lean_year.property.price_book import PriceBook
from tests.plan.on_demos import edited, replace

SAME_TANK = {"id": "barn-tank", "name": "Barn", "shape": {"kind": "volume", "volume_l": 10_000}}
BARN = [
    {
        "op": "add",
        "path": "/supplies/-",
        "value": {
            "id": "barn",
            "name": "Barn",
            "downpipes": [{"id": "barn-a", "name": "Barn"}],
            "cistern": {"tanks": [SAME_TANK]},
        },
    },
    replace("/roofs/2/drains", [{"group": "barn-a", "share": 1.0}]),
    replace("/price/other", [{"id": "crane", "name": "Crane", "amount": 1_000.0}]),
    replace("/price/grants", [{"id": "state", "name": "State", "kind": "grant", "amount": 500.0}]),
    replace("/parts/added", [{"id": "sign", "name": "Sign", "quantity": 2.0, "unit": "each", "paid": 10.0}]),
]


@pytest.fixture(scope="module")
def both():
    document = edited("saltmarrow", *BARN)
    prices = book_in(PriceBook(lines=demo_prices(), terms=DEMO_TERMS), document)

    def planned_of(shown):
        return plan_property(shown, None, prices=prices)

    each = [planned_of(at_front(document, supply)).plan for supply in document.supply_ids]
    return each, bought_for_all_supplies(document, PlannedBy(planned_of, None, prices))


def test_whatever_a_supply_asks_for_is_in_the_list_of_all(both):
    each, bought = both
    by_key = {line.key: line for line in bought.lines}
    assert len(by_key) == len(bought.lines)
    asked = {}
    for plan in each:
        for line in plan.parts:
            if line.by_hand == "no":
                asked.setdefault(line.key, []).append(line)
    shared = 0
    for key, lines in asked.items():
        apart, of_all = sum(line.asked for line in lines), by_key[key]
        if of_all.pieces_m is not None:
            assert sorted(of_all.pieces_m) == pytest.approx(sorted(m for line in lines for m in line.pieces_m))
            assert of_all.asked <= apart
        else:  # a saw is a saw, however many supplies need one
            assert max(line.asked for line in lines) <= of_all.asked <= apart + 1e-9
            shared += len(lines) > 1 and of_all.asked == pytest.approx(apart)
    assert shared > 5, "what both ask for is added up"


def test_each_line_says_who_asks_for_it(both):
    each, bought = both
    assert bought.asked_by["added-sign"] == []
    for line in bought.lines:
        if line.by_hand == "no":
            own = [name for name, plan in zip(("Main supply", "Barn"), each, strict=True)
                   if any(line.key == one.key for one in plan.parts)]  # fmt: skip
            assert bought.asked_by[line.key] == own


def test_every_place_that_asks_says_of_which_supply_it_is(both):
    _, bought = both
    cut = [line for line in bought.lines if line.pieces_m]
    assert {why.text.partition(": ")[0] for line in cut for why in line.why} == {"Main supply", "Barn"}


def test_the_price_is_of_the_list_and_what_is_the_propertys_is_in_it_once(both):
    each, bought = both
    materials = sum(line.total for line in bought.lines if line.total is not None)
    assert bought.materials.value == pytest.approx(materials)
    sign = next(line for line in bought.lines if line.key == "added-sign")
    assert (sign.quantity, sign.total) == (2.0, 20.0)
    assert bought.grants.value == 500.0
    assert [plan.price.grants.value for plan in each] == [500.0, 500.0]
    labour = sum(plan.price.labour.value for plan in each)
    assert bought.labour.value == pytest.approx(labour, rel=0.03)
    assert bought.days == pytest.approx(sum(plan.price.days for plan in each), rel=0.03)
    apart = sum(plan.price.total.value for plan in each)
    # One crane, one grant and two signs fewer, and less of what is bought once.
    assert bought.total.value < apart - 400
    together = bought.materials.value + bought.labour.value + bought.other.value + bought.contingency.value
    assert bought.total.value == pytest.approx(together + bought.tax.value - bought.grants.value, rel=1e-6)


def test_hours_that_were_entered_are_there_once():
    document = edited("saltmarrow", *BARN, replace("/price/hours", {"ground": 11.0}))

    def planned_of(shown):
        return plan_property(shown, None)

    bought = bought_for_all_supplies(document, PlannedBy(planned_of, None))
    assert next(row.hours for row in bought.works if row.key == "ground") == 11.0


def test_one_supply_has_its_own_list_alone():
    by = PlannedBy(lambda shown: plan_property(shown, None), None)
    assert bought_for_all_supplies(edited("saltmarrow"), by) is None


def test_a_merchant_gets_it_as_one_table(both):
    _, bought = both
    rows = write_parts_csv(bought.lines, "metric").splitlines()
    wanted = [line for line in bought.lines if line.quantity > 0 and not line.bought]
    assert len(rows) == 1 + len(wanted)
