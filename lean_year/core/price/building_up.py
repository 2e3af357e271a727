"""A price put together: materials, labour and the rest, with margin, contingency, tax, and what others pay of it."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from lean_year.core.errors import require_number
from lean_year.core.price.owning import MOST_MONEY

GrantKind = Literal["grant", "rebate", "credit", "exemption"]
GrantOf = Literal["all", "materials", "labour"]


@dataclass(frozen=True, slots=True)
class Grant:
    """What others pay, by an amount or by a share of what it is given for; an exemption takes the tax off that."""

    kind: GrantKind
    of: GrantOf = "all"
    share: float = 0.0
    amount: float = 0.0


@dataclass(frozen=True, slots=True)
class BuiltUp:
    """A price by its parts, before tax where it is not the tax. [money]"""

    materials: float
    labour: float
    other: float
    """Travel, machines and the like, and the margin."""
    margin: float
    """Of that, what the firm adds."""
    contingency: float
    rounding: float
    """What is added or taken off so that the price with its tax is a round one."""
    tax: float
    grants: tuple[float, ...]
    """Of each grant, in their order."""

    @property
    def before_grants(self) -> float:
        return self.materials + self.labour + self.other + self.contingency + self.rounding + self.tax

    @property
    def total(self) -> float:
        """What the owner pays."""
        return self.before_grants - sum(self.grants)


def built_up(
    *,
    materials: float,
    labour: float,
    other: float,
    margin: float = 0.0,
    contingency: float = 0.0,
    tax: float = 0.0,
    tax_included: bool = False,
    rounded_to: float = 0.0,
    grants: Sequence[Grant] = (),
) -> BuiltUp:
    """Put a price together.

    Parameters
    ----------
    materials : float
        0 to 1e12, with tax where `tax_included`. [money]
    labour : float
        0 to 1e12, before tax. [money]
    other : float
        Travel, machines and the like, 0 to 1e12, before tax. [money]
    margin : float, default 0
        Added to all three, 0 to 10. [-]
    contingency : float, default 0
        Added to those and the margin, 0 to 10. [-]
    tax : float, default 0
        Of all of it, 0 to 10. [-]
    tax_included : bool, default False
        Whether the prices of materials have it in them: it is taken out first, and counted once.
    rounded_to : float, default 0
        The price with tax and before grants is a multiple of it, 0 to 1e12; 0 leaves it as it is. [money]
    grants : sequence of Grant, default none
        Together no more than what there is to pay.

    Returns
    -------
    BuiltUp
        `tax = share x (materials + labour + other + contingency + rounding)`; what is exempt from tax
        pays none of it. An exemption is a grant of that tax. Basis: derived.

    Raises
    ------
    InputError

    Examples
    --------
    >>> price = built_up(materials=1200, labour=800, other=100, margin=0.1, tax=0.2, tax_included=True)
    >>> round(price.materials), round(price.other), round(price.tax), round(price.total)
    (1000, 290, 418, 2508)
    >>> round(built_up(materials=1000, labour=204, other=0, tax=0.2, rounded_to=50).total, 2)
    1450.0
    """
    share = require_number("tax", tax, low=0, high=10)
    bought = require_number("materials", materials, low=0, high=MOST_MONEY) / (1 + share if tax_included else 1)
    worked = require_number("labour", labour, low=0, high=MOST_MONEY)
    rest = require_number("other", other, low=0, high=MOST_MONEY)
    added = require_number("margin", margin, low=0, high=10) * (bought + worked + rest)
    spare = require_number("contingency", contingency, low=0, high=10) * (bought + worked + rest + added)
    before_tax = bought + worked + rest + added + spare
    rounding = _rounding(before_tax, share, require_number("rounded_to", rounded_to, low=0, high=MOST_MONEY))
    taxed = share * (before_tax + rounding)
    left = before_tax + rounding + taxed
    given: list[float] = []
    base = {"all": before_tax + rounding, "materials": bought, "labour": worked}
    for grant in grants:
        of = base[grant.of]
        amount = share * of if grant.kind == "exemption" else grant.amount or grant.share * of
        given.append(min(amount, left))
        left -= given[-1]
    return BuiltUp(bought, worked, rest + added, added, spare, rounding, taxed, tuple(given))


def _rounding(before_tax: float, tax: float, step: float) -> float:
    """What makes a price with its tax the nearest multiple of a step, and never nothing, itself before tax."""
    if step == 0 or before_tax == 0:
        return 0.0
    round_price = max(step, math.floor(before_tax * (1 + tax) / step + 0.5) * step)
    return round_price / (1 + tax) - before_tax
