"""What is done with the days that a record misses, and the climates to come."""

from lean_year.core.rain.climate import DOWNPOURS_HEAVIER_BY, RAIN_LESS_BY
from lean_year.core.rain.rainfall import MISSING_SHARE_LIMIT
from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording


def choices(_: Wording) -> Choices:
    """Ways of filling the gaps, and the climates that can be planned for."""
    return {
        "/climate/rain": tuple(
            Choice(kind, f"{fixed(100 * less)} % less rain" if less else "the rain on record")
            for kind, less in RAIN_LESS_BY.items()
        ),
        "/climate/downpours": tuple(
            Choice(kind, f"{fixed(100 * more)} % heavier" if more else "as they are entered")
            for kind, more in DOWNPOURS_HEAVIER_BY.items()
        ),
        "/rain/filling": (
            Choice("none", f"as no rain, years over {fixed(100 * MISSING_SHARE_LIMIT)} % left out"),
            Choice("zero", "as no rain, all whole years counted"),
            Choice("other_years", "as the same days of the nearest year"),
        ),
    }
