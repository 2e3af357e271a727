"""What roofs are covered with, and how losses on them are counted."""

from lean_year.core.roofs.catchment import MONTHLY_LOSS_MM, runoff_coefficients
from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.wording import Wording


def choices(say: Wording) -> Choices:
    """The materials, and the three methods of losses."""
    return {
        "/roofs/*/material": tuple(Choice(each.key, each.label) for each in runoff_coefficients().values()),
        "/losses": (
            Choice("daily", "day by day", "an initial loss each day, then the coefficient"),
            Choice("coefficient", "by the coefficient alone", "no initial loss"),
            Choice("monthly", "by the month", f"coefficient × (rain of the month − {say.shallow(MONTHLY_LOSS_MM)})"),
        ),
    }
