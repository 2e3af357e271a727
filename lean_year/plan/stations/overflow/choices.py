"""Where an overflow may lead."""

from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.wording import Wording
from lean_year.plan.stations.overflow.discharge import DESTINATIONS


def choices(_say: Wording) -> Choices:
    """Destinations."""
    return {"/overflow/destination": tuple(Choice(key, label) for key, label in DESTINATIONS.items())}
