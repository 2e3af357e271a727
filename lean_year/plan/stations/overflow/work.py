"""What the overflow asks to be done and to be seen running."""

from lean_year.core.build.asked import TaskAsk, Work
from lean_year.core.build.judging import HoldPoint, ReadingAsked
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording
from lean_year.property.document import Property


@cached_by_parts(16, "units", "overflow")
def overflow_work(document: Property, soakaway_m: float | None, say: Wording) -> Work:
    """Its pipe and its end."""
    entered = document.overflow
    if entered.kind == "none":
        return Work()
    end = entered.destination.replace("_", " ")
    tasks = [TaskAsk("overflow-run", "Water that cannot get out washes the pad away")]
    if entered.kind == "back_down":
        tasks.append(TaskAsk("downpipes", "Overflow: a diverter in each downpipe"))
    else:
        detail = f"{say.length(entered.length_m)} of {say.nominal(entered.bore_mm)} to the {end}"
        tasks.append(TaskAsk("overflow", "Overflow of the tanks", (detail,)))
        tasks.append(TaskAsk("trench", f"Overflow: {say.length(entered.length_m)}"))
        tasks.append(TaskAsk("cover", "Overflow: sand round it, tape over it"))
    if entered.destination == "soakaway" and soakaway_m is not None:
        size = f"{say.length(soakaway_m)} × {say.length(entered.width_m)}, {say.length(entered.depth_m)} deep"
        tasks.append(TaskAsk("overflow", f"Soakaway: {size}"))
    seen = HoldPoint(
        "overflow-run",
        "overflow-run",
        "The overflow runs free",
        "A hose at the inlet of the overflow, open full: it runs where it should, and washes nothing away.",
        (ReadingAsked("seen", "It runs free and washes nothing away", "yes_no", low=1, least=0, most=1),),
        if_not="Clear it, lay its end anew, put stone under it.",
    )
    return Work(tuple(tasks), (seen,))
