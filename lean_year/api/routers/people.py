"""Signing in and out, and links for owners."""

from fastapi import APIRouter, Request
from fastapi.responses import Response

from lean_year.api.admission import Door, InDoor, InVisitor, NotSignedIn
from lean_year.api.deps import InWorkshop, json_of
from lean_year.api.errors import refuse
from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.people import ChangePassword, LinkToken, MadeLink, NewLink, OpenedLink, SignIn, WhoAsks
from lean_year.store import people
from lean_year.store.people import ListedLink, Visitor

open_router = APIRouter(prefix="/api", tags=["people"], responses={401: {"model": Refusal}, 422: {"model": Refusal}})
"""What may be asked without a sign-in."""
router = APIRouter(prefix="/api", tags=["people"], responses={404: {"model": Refusal}, 422: {"model": Refusal}})


def _address(request: Request) -> str:
    return request.client.host if request.client else ""


def _who(door: Door, visitor: Visitor | None) -> WhoAsks:
    if visitor is None:
        return WhoAsks(asked=door.asks)
    return WhoAsks(asked=door.asks, name=visitor.name, role=visitor.role, property_id=visitor.property_id)


@open_router.get("/who", response_model=WhoAsks)
def who_asks(request: Request, door: InDoor) -> Response:
    return json_of(_who(door, door.visitor(request) if door.asks else None))


@open_router.post("/sign-in", response_model=WhoAsks, responses={429: {"model": Refusal}})
def sign_in(asked: SignIn, request: Request, door: InDoor) -> Response:
    person_id = door.check(asked.name, asked.password, _address(request))
    if person_id is None:
        return refuse(401, "password", "name or password is wrong")
    before = request.cookies.get(door.cookie)
    if before:
        people.sign_out(door.engine, before)
    token = people.sign_in(door.engine, person_id)
    answer = json_of(_who(door, people.visitor(door.engine, token)))
    door.let_in(answer, token)
    return answer


@open_router.post("/sign-out", status_code=204)
def sign_out(request: Request, door: InDoor) -> Response:
    token = request.cookies.get(door.cookie)
    if token:
        people.sign_out(door.engine, token)
    answer = Response(status_code=204)
    door.let_out(answer)
    return answer


@open_router.post("/owner-link", response_model=OpenedLink)
def open_link(asked: LinkToken, door: InDoor) -> Response:
    token, property_id = people.sign_in_by_link(door.engine, asked.token)
    answer = json_of(OpenedLink(property_id=property_id))
    door.let_in(answer, token)
    return answer


@router.post("/sign-out-everywhere", status_code=204)
def sign_out_everywhere(visitor: InVisitor, door: InDoor) -> Response:
    if visitor.person_id is not None:
        people.sign_out_everywhere(door.engine, visitor.person_id)
    answer = Response(status_code=204)
    door.let_out(answer)
    return answer


@router.post("/password", response_model=WhoAsks, responses={401: {"model": Refusal}, 429: {"model": Refusal}})
def change_password(asked: ChangePassword, request: Request, visitor: InVisitor, door: InDoor) -> Response:
    if visitor.person_id is None:
        raise NotSignedIn
    if door.check(visitor.name, asked.password, _address(request)) is None:
        return refuse(401, "password", "the password now in use is wrong")
    people.set_password(door.engine, visitor.name, asked.new_password)
    token = people.sign_in(door.engine, visitor.person_id)
    answer = json_of(_who(door, visitor))
    door.let_in(answer, token)
    return answer


@router.get("/properties/{property_id}/links")
def list_links(property_id: str, workshop: InWorkshop) -> list[ListedLink]:
    return people.list_links(workshop.engine, property_id)


@router.post("/properties/{property_id}/links", response_model=MadeLink, status_code=201)
def make_link(property_id: str, asked: NewLink, visitor: InVisitor, workshop: InWorkshop) -> Response:
    token = people.make_link(workshop.engine, property_id, asked.given_to.strip(), visitor.name)
    return json_of(MadeLink(address=f"/owner#{token}"), status=201)


@router.delete("/properties/{property_id}/links/{link_id}", status_code=204)
def withdraw_link(property_id: str, link_id: str, workshop: InWorkshop) -> None:
    people.withdraw_link(workshop.engine, property_id, link_id)
