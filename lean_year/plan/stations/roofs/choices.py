"""How losses on the roofs are counted."""

from lean_year.core.roofs.catchment import MONTHLY_LOSS_MM
from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.wording import Wording


def choices(say: Wording) -> Choices:
    """The three methods of losses."""
    return {
        "/losses": (
            Choice("daily", "day by day", "an initial loss each day, then the coefficient"),
            Choice("coefficient", "by the coefficient alone", "no initial loss"),
            Choice("monthly", "by the month", f"coefficient × (rain of the month − {say.shallow(MONTHLY_LOSS_MM)})"),
        )
    }
