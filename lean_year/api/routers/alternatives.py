"""Alternatives of a property: make one, rename it, set it aside, take it as the main one, compare two."""

from typing import Annotated

from fastapi import APIRouter, Query
from fastapi.responses import Response

from lean_year.api.admission import InVisitor
from lean_year.api.deps import InWorkshop, state_of
from lean_year.api.schemas.alternatives import AlternativesInShort, ChangedAlternative, NewAlternative
from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.properties import PropertyState
from lean_year.plan.compared.side_by_side import SideBySide
from lean_year.store.alternatives import change_alternative

router = APIRouter(
    prefix="/api/properties/{property_id}",
    tags=["alternatives"],
    responses={404: {"model": Refusal}, 409: {"model": Refusal}, 422: {"model": Refusal}},
)


@router.post("/alternatives", response_model=PropertyState, status_code=201)
def add_alternative(property_id: str, asked: NewAlternative, workshop: InWorkshop, visitor: InVisitor) -> Response:
    return state_of(workshop, workshop.add_alternative(property_id, asked.name, by=visitor.name), status=201)


@router.get("/alternatives", response_model=AlternativesInShort)
def alternatives_in_short(property_id: str, workshop: InWorkshop) -> AlternativesInShort:
    return AlternativesInShort(alternatives=workshop.in_short(property_id))


@router.put("/alternative", response_model=PropertyState)
def change(property_id: str, asked: ChangedAlternative, workshop: InWorkshop) -> Response:
    change_alternative(workshop.engine, property_id, asked.name, asked.standing)
    return state_of(workshop, workshop.stored(property_id))


@router.get("/beside", response_model=SideBySide)
def beside(property_id: str, workshop: InWorkshop, other: Annotated[str, Query(max_length=40)]) -> SideBySide:
    return workshop.side_by_side(property_id, other)
