"""Who may use the application: people with a password each, browsers that are signed in, and links for owners.

Passwords are kept as argon2 hashes. What a browser or a link carries is a random word of 256 bits, of which only the
SHA-256 is kept here: whoever reads the database cannot sign in with what stands in it.
"""

import datetime as dt
import hashlib
import secrets
from dataclasses import dataclass
from typing import Literal, get_args

from argon2 import PasswordHasher
from argon2.exceptions import VerifyMismatchError
from sqlalchemy import Engine, delete, func, select, update
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from lean_year.core.errors import InputError
from lean_year.store.database import reading, writing
from lean_year.store.properties import UnknownProperty, new_id, now
from lean_year.store.tables import OwnerLinkRow, PersonRow, PropertyRow, SignInRow

PersonRole = Literal["office", "site"]
Role = Literal["office", "site", "owner"]
PASSWORD_LENGTH = (12, 200)
"""Characters. Length rather than a mixture of kinds: common practice since people write the other sort down."""
NAME_LENGTH = 80
UNUSED_DAYS = 30
"""A browser that has not been used for so many days is signed out."""

_hasher = PasswordHasher()
_HASH_OF_NOBODY = _hasher.hash(secrets.token_urlsafe())
"""Verified for a name that does not exist, so that the time of a refusal does not say which names do."""


class UnknownPerson(LookupError):
    """There is nobody of that name."""


class UnknownLink(LookupError):
    """There is no such link, or it was withdrawn."""


@dataclass(frozen=True, slots=True)
class Visitor:
    """Whoever asks for something."""

    name: str
    """Empty where nobody has to sign in."""
    role: Role
    person_id: str | None = None
    property_id: str | None = None
    """The one property that an owner may read."""


@dataclass(frozen=True, slots=True)
class ListedPerson:
    name: str
    role: str
    made_at: dt.datetime


@dataclass(frozen=True, slots=True)
class ListedLink:
    id: str
    given_to: str
    made_by: str
    made_at: dt.datetime


def token_hash(token: str) -> str:
    return hashlib.sha256(token.encode("utf-8", "surrogatepass")).hexdigest()


def tidy(name: str) -> str:
    """A name as it is shown: single spaces, none at its ends."""
    return " ".join(name.split())


def folded(name: str) -> str:
    """A name as it is compared: upper and lower case are the same person."""
    return tidy(name).casefold().encode("utf-8", "replace").decode()


def _today() -> dt.date:
    return now().date()


def _person(session: Session, name: str) -> PersonRow:
    found = session.scalar(select(PersonRow).where(PersonRow.folded_name == folded(name)))
    if found is None:
        raise UnknownPerson(name)
    return found


def check_password(password: str) -> None:
    """Refuse a password that is too short or too long.

    Raises
    ------
    InputError
    """
    least, most = PASSWORD_LENGTH
    if not least <= len(password) <= most:
        raise InputError("password", f"must have {least} to {most} characters")


# -- people -----------------------------------------------------------------------------------------------------


def list_people(engine: Engine) -> list[ListedPerson]:
    with reading(engine) as session:
        rows = session.scalars(select(PersonRow).order_by(PersonRow.folded_name))
        return [ListedPerson(row.name, row.role, row.made_at) for row in rows]


def anybody(engine: Engine) -> bool:
    """Whether there is anybody who could sign in."""
    with reading(engine) as session:
        return bool(session.scalar(select(func.count()).select_from(PersonRow)))


def add_person(engine: Engine, name: str, role: str, password: str) -> None:
    """Let somebody sign in.

    Raises
    ------
    InputError
        If the name is empty, too long or taken, the role unknown, or the password too short.
    """
    shown = tidy(name)
    if not 1 <= len(shown) <= NAME_LENGTH or not shown.isprintable():
        raise InputError("name", f"must have 1 to {NAME_LENGTH} characters")
    if role not in get_args(PersonRole):
        raise InputError("role", f"must be one of {', '.join(get_args(PersonRole))}")
    check_password(password)
    row = PersonRow(
        id=new_id(),
        name=shown,
        folded_name=folded(name),
        role=role,
        password_hash=_hasher.hash(password),
        made_at=now(),
    )
    try:
        with writing(engine) as session:
            session.add(row)
    except IntegrityError as error:
        raise InputError("name", f"{shown} is there already; change the password or the name") from error


def set_password(engine: Engine, name: str, password: str) -> None:
    """Give somebody another password; every browser that is signed in with the old one is signed out.

    Raises
    ------
    InputError, UnknownPerson
    """
    check_password(password)
    hashed = _hasher.hash(password)
    with writing(engine) as session:
        person = _person(session, name)
        person.password_hash = hashed
        session.execute(delete(SignInRow).where(SignInRow.person_id == person.id))


def remove_person(engine: Engine, name: str) -> None:
    """Let somebody sign in no more, from this moment; what they changed keeps their name.

    Raises
    ------
    UnknownPerson
    """
    with writing(engine) as session:
        session.delete(_person(session, name))


# -- browsers that are signed in --------------------------------------------------------------------------------


def password_is_right(engine: Engine, name: str, password: str) -> str | None:
    """Id of the person of that name with that password; None where either is wrong, after the same time."""
    with reading(engine) as session:
        found = session.execute(
            select(PersonRow.id, PersonRow.password_hash).where(PersonRow.folded_name == folded(name))
        ).one_or_none()
    try:
        _hasher.verify(found.password_hash if found else _HASH_OF_NOBODY, password.encode("utf-8", "surrogatepass"))
    except VerifyMismatchError:
        return None
    return found.id if found else None


def sign_in(engine: Engine, person_id: str) -> str:
    """A new word for a browser to carry. What the browser carried before plays no part in it."""
    return _begin(engine, SignInRow(person_id=person_id, link_id=None))


def _begin(engine: Engine, row: SignInRow) -> str:
    token = secrets.token_urlsafe(32)
    row.token_hash, row.seen_on = token_hash(token), _today()
    with writing(engine) as session:
        session.execute(delete(SignInRow).where(SignInRow.seen_on < _today() - dt.timedelta(days=UNUSED_DAYS)))
        session.add(row)
    return token


def visitor(engine: Engine, token: str) -> Visitor | None:
    """Who carries this word; None if nobody does, or it was not used for too long."""
    asked = (
        select(
            SignInRow.seen_on,
            PersonRow.id,
            PersonRow.name,
            PersonRow.role,
            OwnerLinkRow.given_to,
            OwnerLinkRow.property_id,
        )
        .outerjoin(PersonRow, PersonRow.id == SignInRow.person_id)
        .outerjoin(OwnerLinkRow, OwnerLinkRow.id == SignInRow.link_id)
        .where(
            SignInRow.token_hash == token_hash(token), SignInRow.seen_on >= _today() - dt.timedelta(days=UNUSED_DAYS)
        )
    )
    with reading(engine) as session:
        found = session.execute(asked).one_or_none()
    if found is None:
        return None
    if found.seen_on != _today():
        with writing(engine) as session:
            session.execute(
                update(SignInRow).where(SignInRow.token_hash == token_hash(token)).values(seen_on=_today())
            )
    if found.id is None:
        return Visitor(found.given_to, "owner", property_id=found.property_id)
    return Visitor(found.name, found.role, person_id=found.id)


def sign_out(engine: Engine, token: str) -> None:
    """This browser."""
    with writing(engine) as session:
        session.execute(delete(SignInRow).where(SignInRow.token_hash == token_hash(token)))


def sign_out_everywhere(engine: Engine, person_id: str) -> None:
    """Every browser that is signed in as this person."""
    with writing(engine) as session:
        session.execute(delete(SignInRow).where(SignInRow.person_id == person_id))


# -- links for owners -------------------------------------------------------------------------------------------


def make_link(engine: Engine, property_id: str, given_to: str, made_by: str) -> str:
    """The word of a new link by which one property may be read. It is not kept, so it cannot be shown again.

    Raises
    ------
    UnknownProperty
    """
    token = secrets.token_urlsafe(32)
    row = OwnerLinkRow(
        id=new_id(),
        property_id=property_id,
        token_hash=token_hash(token),
        given_to=given_to,
        made_by=made_by,
        made_at=now(),
    )
    with writing(engine) as session:
        if session.get(PropertyRow, property_id) is None:
            raise UnknownProperty(property_id)
        session.add(row)
    return token


def list_links(engine: Engine, property_id: str) -> list[ListedLink]:
    """The links of a property that were not withdrawn, the latest first.

    Raises
    ------
    UnknownProperty
    """
    with reading(engine) as session:
        if session.get(PropertyRow, property_id) is None:
            raise UnknownProperty(property_id)
        rows = session.scalars(
            select(OwnerLinkRow).where(OwnerLinkRow.property_id == property_id).order_by(OwnerLinkRow.made_at.desc())
        )
        return [ListedLink(row.id, row.given_to, row.made_by, row.made_at) for row in rows]


def withdraw_link(engine: Engine, property_id: str, link_id: str) -> None:
    """Let a link open nothing any more, and end what was opened by it.

    Raises
    ------
    UnknownLink
    """
    with writing(engine) as session:
        row = session.get(OwnerLinkRow, link_id)
        if row is None or row.property_id != property_id:
            raise UnknownLink(link_id)
        session.delete(row)


def sign_in_by_link(engine: Engine, link_token: str) -> tuple[str, str]:
    """A new word for the browser of whoever has a link, and the property that it may read.

    Raises
    ------
    UnknownLink
    """
    with reading(engine) as session:
        asked = select(OwnerLinkRow.id, OwnerLinkRow.property_id).where(
            OwnerLinkRow.token_hash == token_hash(link_token)
        )
        found = session.execute(asked).one_or_none()
    if found is None:
        raise UnknownLink("link")
    return _begin(engine, SignInRow(person_id=None, link_id=found.id)), found.property_id
