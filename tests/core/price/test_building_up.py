"""A price put together: by hand, and what holds of every price."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.core.price.building_up import Grant, built_up

AMOUNTS = {"materials": 1000.0, "labour": 800.0, "other": 200.0}


def test_a_price_by_hand():
    """1,000 + 800 + 200; margin of a tenth 200; contingency of a twentieth 110; tax of a fifth on 2,310 is 462."""
    price = built_up(**AMOUNTS, margin=0.1, contingency=0.05, tax=0.2)
    assert (price.materials, price.labour) == (1000, 800)
    assert price.margin == pytest.approx(200)
    assert price.other == pytest.approx(400)
    assert price.contingency == pytest.approx(110)
    assert price.tax == pytest.approx(462)
    assert price.total == pytest.approx(2772)


def test_a_tax_that_prices_have_in_them_is_counted_once():
    """By hand: 1,200 with a fifth of tax in it is 1,000; on 1,000 + 800 + 200 the tax is 400."""
    price = built_up(materials=1200, labour=800, other=200, tax=0.2, tax_included=True)
    assert price.materials == pytest.approx(1000)
    assert price.tax == pytest.approx(400)
    assert price.total == pytest.approx(2400)


def test_what_others_pay_goes_by_what_it_is_for():
    """By hand: 30 % of the materials, 100 of the labour, and no tax on the materials: 300 + 100 + 200."""
    price = built_up(
        **AMOUNTS,
        tax=0.2,
        grants=[
            Grant("grant", "materials", share=0.3),
            Grant("rebate", "labour", amount=100),
            Grant("exemption", "materials", share=0.9),
        ],
    )
    assert price.grants == pytest.approx((300, 100, 200))
    assert price.total == pytest.approx(2400 - 600)


def test_a_price_is_rounded_with_its_tax_in_it():
    """By hand: 2,000 and a fifth is 2,400; to the nearest 250 it is 2,500, which is 83.33 more before its tax of
    16.67. To the nearest 5,000 it would be nothing, so it is one step; without a step it stays."""
    price = built_up(**AMOUNTS, tax=0.2, rounded_to=250)
    assert (price.rounding, price.tax, price.total) == pytest.approx((83.333, 416.667, 2500), abs=1e-3)
    down = built_up(**AMOUNTS, tax=0.2, rounded_to=1000)
    assert (down.rounding, down.total) == pytest.approx((-333.333, 2000), abs=1e-3)
    assert built_up(**AMOUNTS, tax=0.2, rounded_to=5000).total == pytest.approx(5000)
    assert built_up(**AMOUNTS, tax=0.2).rounding == 0
    assert built_up(materials=0, labour=0, other=0, rounded_to=50).total == 0


def test_others_pay_no_more_than_there_is_to_pay():
    price = built_up(**AMOUNTS, grants=[Grant("grant", share=0.8), Grant("credit", amount=5000)])
    assert price.grants == pytest.approx((1600, 400))
    assert price.total == pytest.approx(0)


@given(
    st.floats(0, 1e6), st.floats(0, 1e6), st.floats(0, 1e6), st.floats(0, 1), st.floats(0, 1), st.floats(0, 1),
    st.booleans(), st.sampled_from([0, 1, 50, 1e4]),
)  # fmt: skip
def test_its_parts_add_up_to_it_and_none_is_below_nothing(
    materials, labour, other, margin, spare, tax, included, step
):
    price = built_up(
        materials=materials,
        labour=labour,
        other=other,
        margin=margin,
        contingency=spare,
        tax=tax,
        tax_included=included,
        rounded_to=step,
        grants=[Grant("grant", share=0.5), Grant("exemption", "labour")],
    )
    parts = (price.materials, price.labour, price.other, price.contingency, price.rounding, price.tax)
    assert min(*parts[:4], price.tax, *price.grants) >= 0
    assert sum(parts) - sum(price.grants) == pytest.approx(price.total, abs=1e-6)
    assert price.total >= -1e-6
    if step:
        assert price.before_grants / step == pytest.approx(round(price.before_grants / step), abs=1e-6)


@pytest.mark.parametrize("name", ["materials", "labour", "other"])
@pytest.mark.parametrize("amount", [-1, float("nan"), float("inf")])
def test_an_amount_that_is_none_is_named(name, amount):
    with pytest.raises(InputError, match=name):
        built_up(**AMOUNTS | {name: amount})


@pytest.mark.parametrize("share", ["margin", "contingency", "tax"])
def test_a_share_below_nothing_is_named(share):
    with pytest.raises(InputError, match=share):
        built_up(**AMOUNTS, **{share: -0.01})
