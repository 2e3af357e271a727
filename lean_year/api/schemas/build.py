"""Build: its tasks and hold points, and what is written down."""

from typing import Annotated

from pydantic import BaseModel, Field

from lean_year.api.schemas.base import Asked
from lean_year.plan.stations.build.points import PointGone, PointPlan
from lean_year.plan.stations.build.stage import BuildPlan
from lean_year.plan.stations.build.tasks import BuildTask
from lean_year.plan.stations.build.useful import UsefulPlan
from lean_year.property.entries import Entry

MOST_AT_ONCE = 500


class BuildWork(BaseModel):
    """What the build's own sheet shows, and no other."""

    tasks: list[BuildTask]
    points: list[PointPlan]
    gone: list[PointGone]
    useful: UsefulPlan | None
    """None without a record or a first day."""
    version: int
    """Of what is written down on the site: another one with every entry."""


class NewEntries(Asked):
    """Entries to keep, in the order in which they were written down."""

    entries: Annotated[list[Entry], Field(min_length=1, max_length=MOST_AT_ONCE)]


def build_work(plan: BuildPlan, useful: UsefulPlan | None, version: int) -> BuildWork:
    """The tasks and points of a plan, which do not travel with it."""
    return BuildWork(tasks=plan.tasks, points=plan.points, gone=plan.gone, useful=useful, version=version)
