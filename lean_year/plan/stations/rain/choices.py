"""What is done with the days that a record misses."""

from lean_year.core.rain.rainfall import MISSING_SHARE_LIMIT
from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording


def choices(_: Wording) -> Choices:
    """Ways of filling the gaps."""
    return {
        "/rain/filling": (
            Choice("none", f"as no rain, years over {fixed(100 * MISSING_SHARE_LIMIT)} % left out"),
            Choice("zero", "as no rain, all whole years counted"),
            Choice("other_years", "as the same days of the nearest year"),
        )
    }
