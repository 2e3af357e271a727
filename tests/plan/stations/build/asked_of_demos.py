"""What the stations of the demos ask to be seen."""

from functools import cache

from lean_year.core.build.judging import HoldPoint
from lean_year.demo.shipped import DEMOS
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.registry import FALL


@cache
def asked_of(name: str) -> tuple[HoldPoint, ...]:
    """Every hold point of a demo, planned without its rain."""
    model = PropertyModel(DEMOS[name].property(), None)
    built = [each for each in FALL if isinstance(each, Station) and not each.closes]
    works = [each.work(model, None if each.needs_rain else each.plan(model)) for each in built]
    return tuple(point for work in works for point in work.holds)
