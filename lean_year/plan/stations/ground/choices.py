"""What the ground is entered as, and what it may carry."""

from lean_year.core.ground.bearing import GROUNDS
from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.wording import Wording


def choices(say: Wording) -> Choices:
    """Kinds of ground with the load that each may carry without a calculation; what goes over a buried tank."""
    grounds = (
        Choice(key, ground.label, say.pressure(ground.allowed_kpa) if ground.allowed_kpa else "only by an engineer")
        for key, ground in GROUNDS.items()
    )
    return {
        "/ground/soil": (Choice("unknown", "not looked at yet"), *grounds),
        "/ground/traffic": (
            Choice("none", "nobody goes"),
            Choice("walked", "people walk"),
            Choice("cars", "cars drive"),
            Choice("trucks", "trucks drive"),
        ),
    }
