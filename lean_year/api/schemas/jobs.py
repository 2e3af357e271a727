"""Long pieces of work."""

from typing import Literal

from pydantic import BaseModel, Field

from lean_year.api.schemas.base import LAST_REVISION, Asked
from lean_year.plan.stations.cistern.design_search import Front
from lean_year.plan.stations.cistern.resampled_band import Band
from lean_year.plan.worth_of_measuring import WorthOfMeasuring


class AskedJob(Asked):
    """A long piece of work on a property as it stands."""

    kind: Literal["band", "search", "worth"]
    base_revision: int = Field(ge=1, le=LAST_REVISION)


class JobState(BaseModel):
    """How far a long piece of work is; `band`, `front` or `worth` once it is done."""

    id: str
    kind: Literal["band", "search", "worth"]
    revision: int
    state: Literal["running", "done", "cancelled", "failed"]
    done: int
    of: int
    problem: str = ""
    band: Band | None = None
    front: Front | None = None
    worth: WorthOfMeasuring | None = None
