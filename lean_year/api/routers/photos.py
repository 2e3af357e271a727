"""Photos of a property, and the bundle that holds them with it."""

import tempfile
from collections.abc import Iterator
from typing import IO, Annotated

from fastapi import APIRouter, Request
from fastapi import Path as InAddress
from fastapi.responses import Response, StreamingResponse
from starlette.concurrency import run_in_threadpool

from lean_year.api.admission import InVisitor
from lean_year.api.deps import FileBody, InWorkshop, state_of, to_take_along
from lean_year.api.schemas.base import Refusal
from lean_year.api.schemas.photos import KeptPhoto
from lean_year.api.schemas.properties import PropertyState
from lean_year.formats.bundle import MOST_PICTURES_BYTES, read_bundle, write_bundle
from lean_year.formats.pictures import kept_picture
from lean_year.property.photos import MOST_PHOTOS, PhotoKey
from lean_year.store import photos

IN_MEMORY_BYTES = 4 * 1024 * 1024
"""What is larger goes through a file that has no name."""
PIECE_BYTES = 256 * 1024
NEVER_ANOTHER = "private, max-age=31536000, immutable"
router = APIRouter(
    prefix="/api/properties",
    tags=["photos"],
    responses={404: {"model": Refusal}, 409: {"model": Refusal}, 413: {"model": Refusal}, 422: {"model": Refusal}},
)
IN_PIECES = {
    "required": True,
    "content": {
        "application/octet-stream": {"schema": {"type": "string", "contentMediaType": "application/octet-stream"}}
    },
}
InKey = Annotated[PhotoKey, InAddress()]


@router.post("/bundle", response_model=PropertyState, status_code=201, openapi_extra={"requestBody": IN_PIECES})
async def bring_in_bundle(request: Request, workshop: InWorkshop, visitor: InVisitor) -> Response:
    """Open a property that was saved with its photos; the body is the archive."""
    with (
        tempfile.SpooledTemporaryFile(IN_MEMORY_BYTES) as held,
        tempfile.SpooledTemporaryFile(IN_MEMORY_BYTES) as ready,
    ):
        async for piece in request.stream():
            held.write(piece)

        def bring_in() -> Response:
            file, inside = read_bundle(held)
            sizes = []
            for key, data in inside:  # all of it before anything is written: nobody else waits for it
                picture = kept_picture(data, f"photos/{key}.jpg")
                sizes.append((key, ready.write(picture.jpeg)))
            ready.seek(0)
            pictures = ((key, ready.read(size)) for key, size in sizes)
            stored = workshop.bring_in(file, label="Bundle opened", by=visitor.name, pictures=pictures)
            return state_of(workshop, stored, status=201)

        return await run_in_threadpool(bring_in)


@router.get("/{property_id}/bundle", response_class=StreamingResponse)
def bundle(property_id: str, workshop: InWorkshop, visitor: InVisitor) -> Response:
    """The property with its rain and its photos as one archive."""
    file = workshop.file_of(property_id, alone=visitor.role == "owner")
    held = tempfile.SpooledTemporaryFile(IN_MEMORY_BYTES)  # noqa: SIM115  (closed once it is sent)
    write_bundle(file, photos.photos_of(workshop.engine, property_id, set(file.property.photos)), held)
    return to_take_along(StreamingResponse(_pieces(held), media_type="application/zip"), file.property.name, ".zip")


def _pieces(held: IO[bytes]) -> Iterator[bytes]:
    with held:
        held.seek(0)
        while piece := held.read(PIECE_BYTES):
            yield piece


@router.put("/{property_id}/photos/{key}", response_model=KeptPhoto)
def keep_photo(property_id: str, key: InKey, data: FileBody, workshop: InWorkshop) -> KeptPhoto:
    """Keep a picture under a key of a property; the same one sent again is kept once."""
    picture = kept_picture(data)
    photos.keep_photo(
        workshop.engine, property_id, key, picture.jpeg, most=MOST_PHOTOS, most_bytes=MOST_PICTURES_BYTES
    )
    return KeptPhoto(width_px=picture.width_px, height_px=picture.height_px, size_bytes=len(picture.jpeg))


@router.get("/{property_id}/photos/{key}", response_class=Response, responses={200: {"content": {"image/jpeg": {}}}})
def photo(property_id: str, key: InKey, workshop: InWorkshop) -> Response:
    """The picture under a key."""
    jpeg = photos.load_photo(workshop.engine, property_id, key)
    return Response(jpeg, media_type="image/jpeg", headers={"cache-control": NEVER_ANOTHER})
