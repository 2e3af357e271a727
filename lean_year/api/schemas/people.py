"""Signing in, and links for owners."""

from pydantic import BaseModel, Field

from lean_year.api.schemas.base import Asked
from lean_year.store.people import PASSWORD_LENGTH, Role


class SignIn(Asked):
    name: str = Field(max_length=200)
    password: str = Field(max_length=400)


class WhoAsks(BaseModel):
    """Who asks, as the server knows them."""

    asked: bool
    """Whether people have to sign in here."""
    name: str = ""
    role: Role | None = None
    """None for somebody who is not signed in."""
    property_id: str | None = None
    """The one property that an owner may read."""
    shortest_password: int = PASSWORD_LENGTH[0]
    """Characters that a new password has at least."""


class ChangePassword(Asked):
    password: str = Field(max_length=400)
    """The one in use."""
    new_password: str = Field(min_length=PASSWORD_LENGTH[0], max_length=PASSWORD_LENGTH[1])


class NewLink(Asked):
    given_to: str = Field(min_length=1, max_length=80, pattern=r"\S")


class MadeLink(BaseModel):
    address: str
    """To be put behind the server's own address. It is said this once."""


class LinkToken(Asked):
    token: str = Field(min_length=1, max_length=100)


class OpenedLink(BaseModel):
    property_id: str
