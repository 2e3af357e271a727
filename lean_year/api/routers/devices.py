"""Devices of a property, and the one address that they send their readings to."""

import datetime as dt
from typing import Annotated

from fastapi import APIRouter, Header, Request
from fastapi.responses import Response
from limits import parse
from limits.storage import MemoryStorage
from limits.strategies import MovingWindowRateLimiter
from starlette.concurrency import run_in_threadpool

from lean_year.api.admission import InVisitor
from lean_year.api.deps import InLogs, InWorkshop, json_of
from lean_year.api.errors import refuse
from lean_year.api.reported import MOST_BYTES, read_lines
from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.devices import ListedDevice, MadeDevice, NewDevice, RefusedReading, TakenReadings
from lean_year.core.log.devices import CLOCK_AHEAD_MIN
from lean_year.store import devices

router = APIRouter(
    prefix="/api/properties/{property_id}/devices",
    tags=["devices"],
    responses={404: {"model": Refusal}, 422: {"model": Refusal}},
)
open_router = APIRouter(prefix="/api/devices", tags=["devices"])
"""What a device asks, by its own token."""
BY_ADDRESS, BY_DEVICE = parse("600/minute"), parse("60/minute")
"""Requests, of up to 2,000 readings each: whoever has more to say waits."""
_tries = MovingWindowRateLimiter(MemoryStorage())


@router.get("", response_model=list[ListedDevice])
def list_devices(property_id: str, logs: InLogs) -> list[ListedDevice]:
    return logs.listed_devices(property_id)


@router.post("", response_model=MadeDevice, status_code=201)
def make_device(property_id: str, asked: NewDevice, logs: InLogs, visitor: InVisitor) -> Response:
    return json_of(logs.make_device(property_id, asked, visitor.name), 201)


@router.delete("/{device_id}", status_code=204)
def withdraw_device(property_id: str, device_id: str, workshop: InWorkshop) -> Response:
    devices.withdraw_device(workshop.engine, property_id, device_id)
    return Response(status_code=204)


@open_router.post(
    "/{device_id}/readings",
    response_model=TakenReadings,
    responses={401: {"model": Refusal}, 413: {"model": Refusal}, 422: {"model": Refusal}, 429: {"model": Refusal}},
)
async def take_readings(
    device_id: str, request: Request, workshop: InWorkshop, authorization: Annotated[str, Header()] = ""
) -> Response:
    """Take readings, a JSON object `{"at", "kind", "value", "unit"}` on each line; `at` names its zone.

    The token goes along as `Authorization: Bearer ...`. The same reading sent twice is kept once, and late ones too.
    """
    address = request.client.host if request.client else ""
    if not _tries.hit(BY_ADDRESS, address):
        return _too_often()
    declared = request.headers.get("content-length", "")
    if declared.isdigit() and int(declared) > MOST_BYTES:
        return _too_long()
    body = bytearray()
    async for piece in request.stream():
        body += piece
        if len(body) > MOST_BYTES:
            return _too_long()
    return await run_in_threadpool(_taken, workshop, device_id, authorization, bytes(body))


def _taken(workshop: InWorkshop, device_id: str, authorization: str, body: bytes) -> Response:
    try:
        device = devices.device_by_token(workshop.engine, device_id, authorization.removeprefix("Bearer ").strip())
    except devices.UnknownDevice:
        return refuse(401, "authorization", "the token is not one of this device, or was withdrawn")
    if not _tries.hit(BY_DEVICE, device.id):
        return _too_often()
    came = dt.datetime.now(dt.UTC)
    readings, refused = read_lines(body, device.kind, came)
    kept = devices.keep_readings(workshop.engine, device.id, readings, came)
    ahead = max(((each.at - came).total_seconds() / 60 for each in readings), default=0.0)
    return json_of(
        TakenReadings(
            kept=kept,
            repeated=len(readings) - kept,
            refused=[RefusedReading(line=each.line, why=each.why) for each in refused],
            clock_ahead_min=round(ahead, 1) if ahead > CLOCK_AHEAD_MIN else None,
        )
    )


def _too_often() -> Response:
    answer = refuse(429, "readings", "come too often; send several of them at once, once a minute")
    answer.headers["retry-after"] = "60"
    return answer


def _too_long() -> Response:
    return refuse(413, "readings", f"may be at most {MOST_BYTES // 1024} KB at once; send them in parts")
