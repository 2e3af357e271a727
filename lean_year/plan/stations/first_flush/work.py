"""What first-flush chambers ask to be done and timed."""

import math

from lean_year.core.build import tolerances
from lean_year.core.build.asked import TaskAsk, Work
from lean_year.core.build.judging import HoldPoint, ReadingAsked
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.flush_chambers import chambers
from lean_year.property.document import Property

LONGEST_H = 2_000.0


@cached_by_parts(16, "units", "roofs", "downpipes", "first_flush")
def first_flush_work(document: Property, say: Wording) -> Work:
    """Every chamber."""
    if document.first_flush.kind == "none":
        return Work()
    tasks, points = [], []
    for chamber in chambers(document):
        name, legs = f"First flush of {chamber.name}", chamber.legs * chamber.count
        detail = f"{name}: {several(legs, 'leg')} of {say.length(chamber.leg_m)}"
        tasks.append(TaskAsk("downpipes", name, (detail,) if document.first_flush.kind != "tank" else ()))
        if math.isfinite(chamber.drain_h):
            tasks.append(TaskAsk("flush-drain", f"{name}: it must be empty before the next rain"))
            low, high = (chamber.drain_h * times for times in tolerances.DRAIN_TIMES)
            points.append(
                HoldPoint(
                    f"flush-drain/{chamber.key}",
                    "flush-drain",
                    f"{name}: how long it takes to empty",
                    f"Filled with a hose, then left: it should be empty in about "
                    f"{say.of_kind('hours', chamber.drain_h)}.",
                    (
                        ReadingAsked(
                            "hours", "Empty after", "hours", low=low, high=high, planned=chamber.drain_h, least=0,
                            most=LONGEST_H,
                        ),
                    ),
                    if_not="Too slow: a washer with a larger hole, or clean the screen before it. Too fast: a "
                    "smaller one, or the ball does not seal.",
                )
            )  # fmt: skip
    return Work(tuple(tasks), tuple(points))
