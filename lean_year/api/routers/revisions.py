"""The revisions of a property: list, name, go back, compare."""

from typing import Annotated

from fastapi import APIRouter, Path, Query
from fastapi.responses import Response

from lean_year.api.admission import InVisitor
from lean_year.api.deps import AtSupply, InWorkshop, state_of
from lean_year.api.schemas.base import LAST_REVISION, Refusal
from lean_year.api.schemas.properties import PropertyState
from lean_year.api.schemas.revisions import Comparison, GoBack, RevisionList, RevisionName

MOST_LISTED = 200
InQuery = Annotated[int, Query(ge=1, le=LAST_REVISION)]
InPath = Annotated[int, Path(ge=1, le=LAST_REVISION)]
router = APIRouter(
    prefix="/api/properties/{property_id}",
    tags=["revisions"],
    responses={404: {"model": Refusal}, 409: {"model": Refusal}, 422: {"model": Refusal}},
)


@router.get("/revisions", response_model=RevisionList)
def list_revisions(
    property_id: str,
    workshop: InWorkshop,
    before: Annotated[int | None, Query(ge=1, le=LAST_REVISION)] = None,
    limit: Annotated[int, Query(ge=1, le=MOST_LISTED)] = 50,
) -> RevisionList:
    found = workshop.revisions(property_id, before, limit + 1)
    standing = workshop.stored(property_id).revision
    return RevisionList(revisions=found[:limit], standing=standing, more=len(found) > limit)


@router.put("/revisions/{revision}/name", status_code=204)
def name_revision(property_id: str, revision: InPath, asked: RevisionName, workshop: InWorkshop) -> None:
    workshop.name_revision(property_id, revision, asked.name.strip())


@router.get("/comparison", response_model=Comparison)
def compare_revisions(property_id: str, before: InQuery, after: InQuery, workshop: AtSupply) -> Comparison:
    return workshop.compare(property_id, before, after)


@router.post("/back", response_model=PropertyState)
def go_back(property_id: str, asked: GoBack, workshop: AtSupply, visitor: InVisitor) -> Response:
    stored, moved = workshop.go_back(property_id, asked.base_revision, asked.edit_id, asked.revision, by=visitor.name)
    return state_of(workshop, stored, moved)
