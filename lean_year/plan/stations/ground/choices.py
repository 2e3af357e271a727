"""What the ground is entered as, and what it may carry."""

from lean_year.core.ground.bearing import GROUNDS
from lean_year.core.ground.foundation import BASES, BaseKind
from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.wording import Wording
from lean_year.plan.stations.ground.leaning import LOW_SIDE

_SUITS: dict[BaseKind, str] = {
    "pavers": "slim and small tanks",
    "sand": "small round tanks, where nothing washes it away",
    "stone": "round plastic, liner tanks",
    "ring_beam": "liner tanks",
    "bedding": "buried tanks",
    "rock": "nothing is laid; a cast tank has its floor poured on it",
    "slab_there": "nothing is bought for it",
    "plinth": "its height is pressure",
    "stand": "a structural engineer",
    "roof": "a structural engineer",
}
"""What a kind of base is for, or asks for."""


def choices(say: Wording) -> Choices:
    """Kinds of ground with the load that each may carry without a calculation; the sides of a tank
    that leans; what goes over a buried one."""
    grounds = (
        Choice(key, ground.label, say.pressure(ground.allowed_kpa) if ground.allowed_kpa else "only by an engineer")
        for key, ground in GROUNDS.items()
    )
    bases = (Choice(key, base.label, _SUITS.get(key, "")) for key, base in BASES.items())
    sides = tuple(Choice(side, words) for side, words in LOW_SIDE.items())
    return {
        "/cistern/tanks/*/base": tuple(bases),
        "/cistern/tanks/*/lean/towards": sides,
        "/cistern/tanks/*/lean/outlet_side": sides,
        "/ground/soil": (Choice("unknown", "not looked at yet"), *grounds),
        "/ground/traffic": (
            Choice("none", "nobody goes"),
            Choice("walked", "people walk"),
            Choice("cars", "cars drive"),
            Choice("trucks", "trucks drive"),
        ),
    }
