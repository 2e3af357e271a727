"""Hours of work on all supplies of a property."""

from collections.abc import Sequence

from lean_year.plan.model.labour import WorkHours, work_hours
from lean_year.plan.model.property_model import PropertyModel


def work_of_all(models: Sequence[PropertyModel]) -> list[WorkHours]:
    """Each supply has its own holes to dig and pumps to set; what somebody added to the work, and the hours that were
    entered, are there once."""
    hours = {
        (key if key.startswith("own-") else f"{model.document.supply.id} {key}"): each
        for model in models
        for key, each in model.task_hours.items()
    }
    return work_hours(hours, models[0].document.price)
