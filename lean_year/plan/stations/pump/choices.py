"""What the pressure side feeds."""

from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.wording import Wording


def choices(_say: Wording) -> Choices:
    """The kinds of water heater."""
    return {
        "/pump/hot_water/kind": (
            Choice("unknown", "a heater or none, not entered yet"),
            Choice("none", "no heater"),
            Choice("instant", "a heater without a store", "heats while it runs"),
            Choice("store", "a hot-water store"),
        )
    }
