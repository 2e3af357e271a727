"""What is to be said of the list and its prices."""

from collections.abc import Sequence

from lean_year.core.price.building_up import BuiltUp
from lean_year.core.price.usual import MOST_ROUNDED_SHARE, TANK_PRICE_GALLON
from lean_year.core.units import L_PER_US_GALLON
from lean_year.plan.answer.figure import Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.book_prices import BookPrices
from lean_year.plan.model.parts_list import PartLine
from lean_year.property.document import Property

_PLASTIC = ("tank-upright", "tank-slim", "tank-volume")
_FAR_OFF = 4.0
"""A tank so many times dearer or cheaper than usual is looked at again. Basis: estimate."""


def price_findings(
    document: Property, lines: Sequence[PartLine], prices: BookPrices, price: BuiltUp, say: Wording
) -> list[Finding]:
    """Lines changed by hand whose reason has gone, what is left out, and prices that are missing or look wrong."""
    found = Findings("price")
    _by_hand(found, lines)
    if prices.anything:
        _prices(found, document, lines, say)
        _rounding(found, document, price, say)
    return found.rows


def _rounding(found: Findings, document: Property, price: BuiltUp, say: Wording) -> None:
    currency, before = document.prices.currency, price.materials + price.labour + price.other + price.contingency
    if abs(price.rounding) <= MOST_ROUNDED_SHARE * before:
        return
    what = "adds" if price.rounding > 0 else "takes off"
    found.add(
        "PRICE_ROUNDED_FAR",
        "caution",
        f"Rounding the price to the nearest {say.money(currency, document.price.rounded_to)} {what} "
        f"{say.money(currency, abs(price.rounding))} before tax.",
        "Round it to less.",
        Fix(text="Leave it as it is.", operations=[replace("/price/rounded_to", 0)]),
    )


def _by_hand(found: Findings, lines: Sequence[PartLine]) -> None:
    for line in lines:
        if line.by_hand == "gone":
            found.add(
                "PART_NOT_ASKED_FOR",
                "note",
                f"{line.name} was changed by hand, and the design asks for it no more.",
                "",
                Fix(
                    text="Take it off the list.", operations=[{"op": "remove", "path": f"/parts/changed/{line.key}"}]
                ),
            )
        elif line.by_hand == "left_out":
            found.add(
                "PART_LEFT_OUT",
                "note",
                f"{line.name} is left out by hand; the design asks for it.",
                "",
                Fix(text="Buy it.", operations=[replace(f"/parts/changed/{line.key}/left_out", False)]),
            )


def _prices(found: Findings, document: Property, lines: Sequence[PartLine], say: Wording) -> None:
    unpriced = [line for line in lines if line.quantity > 0 and line.total is None]
    if unpriced:
        some = "; ".join(f"{line.name}: {line.not_priced}" for line in unpriced[:3])
        more = f"; and {len(unpriced) - 3} more" if len(unpriced) > 3 else ""
        found.add(
            "PRICE_MISSING",
            "note",
            f"{several(len(unpriced), 'part')} without a price, which adds nothing so far: {some}{more}.",
            "Enter their prices, or leave them out.",
            asks=True,
        )
    currency = document.prices.currency
    for line in lines:
        gallons = 1000 * line.holds_m3 / L_PER_US_GALLON
        if line.kind not in _PLASTIC or not line.unit_price or gallons <= 0:
            continue
        low, high = (each * gallons for each in TANK_PRICE_GALLON)
        if not low / _FAR_OFF <= line.unit_price <= high * _FAR_OFF:
            usual = " to ".join(say.money(currency, each) for each in (low, high))
            found.add(
                "PRICE_TANK_FAR_OFF",
                "note",
                f"{line.name} costs {say.money(currency, line.unit_price)} each; such tanks are often {usual}.",
                "Look whether a digit has slipped.",
            )
