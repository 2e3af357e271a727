"""Who is let in to what.

Where nobody has a password the server answers this machine only, and everybody who reaches it may do everything.
Where people have one, every address of the API but those of signing in asks for a sign-in, and what a person may do
depends on the role: `office` everything; `site` everything but removing a property and handing out links; `owner`
only to read the one property whose link was handed out.
"""

from dataclasses import dataclass, field
from threading import BoundedSemaphore
from typing import Annotated, cast

from fastapi import Depends, HTTPException, Request
from fastapi.responses import Response
from limits import RateLimitItem, parse
from limits.storage import MemoryStorage
from limits.strategies import MovingWindowRateLimiter
from sqlalchemy import Engine
from starlette.concurrency import run_in_threadpool

from lean_year.store import people
from lean_year.store.people import Visitor

EVERYBODY_HERE = Visitor("", "office")
PROPERTY = "/api/properties/{property_id}"
OFFICE_ONLY = {
    ("DELETE", PROPERTY),
    ("GET", f"{PROPERTY}/links"),
    ("POST", f"{PROPERTY}/links"),
    ("DELETE", f"{PROPERTY}/links/{{link_id}}"),
}
OWNER_MAY = {
    ("GET", PROPERTY),
    ("GET", f"{PROPERTY}/file"),
    ("GET", f"{PROPERTY}/bundle"),
    ("GET", f"{PROPERTY}/photos/{{key}}"),
    ("GET", f"{PROPERTY}/fixes"),
    ("GET", f"{PROPERTY}/parts"),
    ("GET", f"{PROPERTY}/all-supplies/bought"),
    ("GET", f"{PROPERTY}/cistern-comparisons"),
    ("GET", f"{PROPERTY}/build"),
    ("GET", f"{PROPERTY}/all-supplies/build"),
    ("GET", f"{PROPERTY}/log"),
    ("GET", f"{PROPERTY}/operating"),
    ("GET", f"{PROPERTY}/calendar.ics"),
    ("GET", f"{PROPERTY}/rain-days"),
    ("GET", f"{PROPERTY}/model.inp"),
    ("GET", f"{PROPERTY}/pressure.inp"),
    ("GET", f"{PROPERTY}/drawing.dxf"),
    ("GET", f"{PROPERTY}/drawing.svg"),
    ("POST", f"{PROPERTY}/storm"),
    ("GET", "/api/choices"),
    ("GET", "/api/sums"),
    ("POST", "/api/sums/{name}"),
}
"""All that an owner may ask for; what is sent works something out and keeps nothing."""

TRIES_BY_NAME_AND_ADDRESS = parse("10/15minutes")
TRIES_BY_ADDRESS = parse("60/15minutes")
TRIES_BY_NAME = parse("200/15minutes")
"""By name alone many: a stranger who keeps trying a name must not lock its owner out soon."""
HASHES_AT_ONCE = 2
"""Each takes 64 MB of memory for a while."""


class NotSignedIn(Exception):
    """The request carries no sign-in that holds."""


class TooManyTries(Exception):
    """Sign-in was tried too often."""


@dataclass
class Door:
    """What the routes need to know of who may come in."""

    engine: Engine
    asks: bool = False
    """Whether people have to sign in."""
    secure: bool = False
    """Whether browsers reach the server by TLS alone."""
    _tries: MovingWindowRateLimiter = field(default_factory=lambda: MovingWindowRateLimiter(MemoryStorage()))
    _hashing: BoundedSemaphore = field(default_factory=lambda: BoundedSemaphore(HASHES_AT_ONCE))

    @property
    def cookie(self) -> str:
        """Name of the cookie. With the prefix a browser takes it by TLS alone, and from no other name's server."""
        return "__Host-lean-year" if self.secure else "lean-year"

    def visitor(self, request: Request) -> Visitor | None:
        """Who asks; None where the request carries no sign-in that holds."""
        token = request.cookies.get(self.cookie)
        return people.visitor(self.engine, token) if token else None

    def check(self, name: str, password: str, address: str) -> str | None:
        """Id of the person, or None where name or password is wrong.

        Raises
        ------
        TooManyTries
        """
        folded = people.folded(name)
        tried: tuple[tuple[RateLimitItem, str], ...] = (
            (TRIES_BY_ADDRESS, address),  # first: one that is stopped leaves no more names behind
            (TRIES_BY_NAME_AND_ADDRESS, f"{address} {folded}"),
            (TRIES_BY_NAME, folded),
        )
        if not all(self._tries.hit(limit, key) for limit, key in tried):
            raise TooManyTries
        with self._hashing:
            return people.password_is_right(self.engine, name, password)

    def let_in(self, answer: Response, token: str) -> None:
        """Let the browser carry a sign-in: out of reach of scripts, and never sent along by another site's page."""
        answer.set_cookie(
            self.cookie,
            token,
            max_age=people.UNUSED_DAYS * 86_400,
            path="/",
            secure=self.secure,
            httponly=True,
            samesite="strict",
        )

    def let_out(self, answer: Response) -> None:
        answer.delete_cookie(self.cookie, path="/", secure=self.secure, httponly=True, samesite="strict")


def door_of(request: Request) -> Door:
    return cast(Door, request.app.state.door)


def may(visitor: Visitor, method: str, route: str, property_id: str | None) -> bool:
    """Whether somebody may ask for a route; `property_id` is the one in its address, if there is one."""
    if visitor.role == "office":
        return True
    if visitor.role == "site":
        return (method, route) not in OFFICE_ONLY
    return (method, route) in OWNER_MAY and property_id in (None, visitor.property_id)


async def admitted(request: Request) -> Visitor:
    """Whoever asks, once it is sure that they may.

    Raises
    ------
    NotSignedIn, HTTPException
    """
    door = door_of(request)
    if not door.asks:
        return EVERYBODY_HERE
    visitor = await run_in_threadpool(door.visitor, request)
    if visitor is None:
        raise NotSignedIn
    if not may(visitor, request.method, request.scope["route"].path, request.path_params.get("property_id")):
        raise HTTPException(403, "this is not open to you; ask the office")
    return visitor


InVisitor = Annotated[Visitor, Depends(admitted)]
InDoor = Annotated[Door, Depends(door_of)]
