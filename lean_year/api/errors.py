"""From what went wrong to what the interface is told, once."""

from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from sqlalchemy.exc import DatabaseError
from starlette.exceptions import HTTPException

from lean_year.api.admission import NotSignedIn, TooManyTries
from lean_year.api.jobs import UnknownJob
from lean_year.api.schemas.base import Problem, Refusal
from lean_year.core.errors import InputError
from lean_year.formats.bundle import MAX_BYTES as MAX_BUNDLE_BYTES
from lean_year.property.refusals import sentence
from lean_year.store.devices import UnknownDevice
from lean_year.store.people import UnknownLink
from lean_year.store.photos import UnknownPhoto
from lean_year.store.price_book import StaleBook
from lean_year.store.properties import NothingToDo, StaleRevision, UnknownProperty
from lean_year.store.quotes import UnknownQuote
from lean_year.store.records import UnknownRecord
from lean_year.store.shelf import AlreadyKept

TOO_LARGE = f"too large: a file may have at most 16 MB, and a bundle with photos {MAX_BUNDLE_BYTES // 1024**2} MB"


def refuse(status: int, field: str, message: str, revision: int | None = None) -> JSONResponse:
    body = Refusal(errors=[Problem(field=field, message=message)], revision=revision)
    return JSONResponse(body.model_dump(mode="json"), status_code=status)


def _input(_: Request, error: InputError) -> JSONResponse:
    return refuse(422, error.field, error.problem)


def _validation(_: Request, error: RequestValidationError) -> JSONResponse:
    problems = [_problem(each) for each in error.errors()[:20]]
    return JSONResponse(Refusal(errors=problems).model_dump(mode="json"), status_code=422)


def _problem(error: Any) -> Problem:
    """A check across fields names its own within what it checks."""
    at = [str(step) for step in error["loc"][1:]]
    cause = error.get("ctx", {}).get("error")
    if isinstance(cause, InputError):
        return Problem(field=".".join([*at, cause.field]), message=cause.problem)
    return Problem(field=".".join(at) or "body", message=sentence(error))


def _stale(_: Request, error: StaleRevision) -> JSONResponse:
    return refuse(409, "base_revision", "this property was changed elsewhere in the meantime", error.head)


def _stale_book(_: Request, error: StaleBook) -> JSONResponse:
    return refuse(409, "base_version", "the price book was changed elsewhere in the meantime", error.version)


def _already_kept(_: Request, error: AlreadyKept) -> JSONResponse:
    return refuse(409, "name", f"{error} is on the shelf already, with other figures")


def _nothing(_: Request, error: NothingToDo) -> JSONResponse:
    return refuse(409, "base_revision", str(error))


def _unknown(_: Request, error: LookupError) -> JSONResponse:
    what = {
        UnknownProperty: "property",
        UnknownRecord: "rain record",
        UnknownJob: "piece of work",
        UnknownPhoto: "photo",
        UnknownQuote: "quote",
        UnknownDevice: "device, or it was withdrawn",
        UnknownLink: "link, or it was withdrawn; ask the firm for another",
    }[type(error)]
    return refuse(404, "id", f"there is no such {what}")


def _not_signed_in(_: Request, __: NotSignedIn) -> JSONResponse:
    return refuse(401, "sign-in", "you are not signed in")


def _too_many_tries(_: Request, __: TooManyTries) -> JSONResponse:
    return refuse(429, "sign-in", "tried too often; wait a quarter of an hour")


def _http(_: Request, error: HTTPException) -> JSONResponse:
    message = {413: TOO_LARGE, 400: "is not JSON that can be read"}.get(error.status_code, str(error.detail).lower())
    return refuse(error.status_code, "request", message)


def _storage(_: Request, error: DatabaseError) -> JSONResponse:
    """The disk is full, or may not be written: whoever asked keeps what was typed and asks again."""
    return refuse(503, "data", f"the server cannot write its data ({error.orig}); nothing of this was kept there")


def add_handlers(app: FastAPI) -> None:
    """Let every refusal be a `Refusal`."""
    for kind, handler in (
        (InputError, _input),
        (RequestValidationError, _validation),
        (StaleRevision, _stale),
        (StaleBook, _stale_book),
        (AlreadyKept, _already_kept),
        (NothingToDo, _nothing),
        (UnknownProperty, _unknown),
        (UnknownRecord, _unknown),
        (UnknownJob, _unknown),
        (UnknownLink, _unknown),
        (UnknownDevice, _unknown),
        (UnknownPhoto, _unknown),
        (UnknownQuote, _unknown),
        (NotSignedIn, _not_signed_in),
        (TooManyTries, _too_many_tries),
        (HTTPException, _http),
        (DatabaseError, _storage),
    ):
        app.add_exception_handler(kind, handler)  # type: ignore[arg-type]
