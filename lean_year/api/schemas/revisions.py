"""Revisions: list, name, go back, compare."""

from pydantic import BaseModel, Field

from lean_year.api.schemas.base import LAST_REVISION, Asked, EditId
from lean_year.plan.answer.figure import StationKey
from lean_year.property.parts import PlaceText
from lean_year.store.revisions import ListedRevision


class GoBack(Asked):
    """Let an earlier revision, of any branch, stand again as a revision of its own."""

    base_revision: int = Field(ge=1, le=LAST_REVISION)
    revision: int = Field(ge=1, le=LAST_REVISION)
    edit_id: EditId


class RevisionName(Asked):
    name: PlaceText
    """Empty to take it away."""


class RevisionList(BaseModel):
    """So many revisions, the latest made first."""

    revisions: list[ListedRevision]
    standing: int
    more: bool
    """Whether there are earlier ones."""


class StationsCompared(BaseModel):
    """A station whose headline the two say differently."""

    stage: StationKey
    name: str
    before: str
    after: str


class Comparison(BaseModel):
    """Two revisions side by side."""

    before_verdict: str
    after_verdict: str
    moved: str
    """From the one to the other, in words; empty where nothing moved."""
    stations: list[StationsCompared]
    taken_back: list[str]
    """Labels of what was changed only on the way to the first, the latest first."""
    changed: list[str]
    """Labels of what was changed only on the way to the second, the earliest first."""
