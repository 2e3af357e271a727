"""Photos of a site, the same for all its alternatives. Each picture is kept once, by what it holds, in the database
itself: so an acknowledged photo is on disk with everything else, and a backup stays one file."""

import hashlib
from collections.abc import Iterator

from sqlalchemy import Engine, Select, func, insert, select
from sqlalchemy.orm import Session

from lean_year.core.errors import InputError
from lean_year.store.database import reading, writing
from lean_year.store.properties import UnknownProperty
from lean_year.store.tables import PhotoRow, PictureRow, PropertyRow


class UnknownPhoto(LookupError):
    """The property has no picture under that key."""


def keep_photo(engine: Engine, property_id: str, key: str, jpeg: bytes, *, most: int, most_bytes: int) -> None:
    """Keep a picture as a property's photo. The same one sent again is kept once.

    Raises
    ------
    UnknownProperty
    InputError
        If there is another picture under the key, or as many as there may be.
    """
    with writing(engine) as session:
        site_id = session.scalar(_site_of(property_id))
        if site_id is None:
            raise UnknownProperty(property_id)
        known = session.get(PhotoRow, (site_id, key))
        if known is not None:
            if known.sha256 != _sha256(jpeg):
                raise InputError("key", "names another photo of this property; take a new key")
            return
        of_property = (
            select(func.count(), func.coalesce(func.sum(PictureRow.size_bytes), 0))
            .select_from(PhotoRow)
            .join(PictureRow, PictureRow.sha256 == PhotoRow.sha256)
            .where(PhotoRow.site_id == site_id)
        )
        count, total_bytes = session.execute(of_property).one()
        if count >= most:
            raise InputError("photo", f"is one more than the {most} that a property may have")
        if total_bytes + len(jpeg) > most_bytes:
            raise InputError("photo", f"would make more than {most_bytes // 1024**2} MB of photos of this property")
        add_photo(session, site_id, key, jpeg)


def add_photo(session: Session, site_id: str, key: str, jpeg: bytes) -> None:
    """Write a new photo, inside a writing transaction of the caller's."""
    sha256 = _sha256(jpeg)
    there = session.scalar(select(PictureRow.sha256).where(PictureRow.sha256 == sha256))
    if there is None:
        session.execute(insert(PictureRow), {"sha256": sha256, "size_bytes": len(jpeg), "jpeg": jpeg})
    session.execute(insert(PhotoRow), {"site_id": site_id, "key": key, "sha256": sha256})


def copy_photos(session: Session, property_id: str, to_site_id: str) -> None:
    """Let another site have the photos of a property, inside a writing transaction of the caller's."""
    of_property = PhotoRow.site_id == _site_of(property_id).scalar_subquery()
    for key, sha256 in session.execute(select(PhotoRow.key, PhotoRow.sha256).where(of_property)).all():
        session.execute(insert(PhotoRow), {"site_id": to_site_id, "key": key, "sha256": sha256})


def load_photo(engine: Engine, property_id: str, key: str) -> bytes:
    """The picture of a photo, a JPEG.

    Raises
    ------
    UnknownPhoto
    """
    with reading(engine) as session:
        jpeg = session.scalar(
            select(PictureRow.jpeg)
            .join(PhotoRow, PhotoRow.sha256 == PictureRow.sha256)
            .where(PhotoRow.site_id == _site_of(property_id).scalar_subquery(), PhotoRow.key == key)
        )
    if jpeg is None:
        raise UnknownPhoto(key)
    return jpeg


def photos_of(engine: Engine, property_id: str, wanted: set[str]) -> Iterator[tuple[str, bytes]]:
    """Those of a property's photos that are wanted and there, by their keys, in order, one picture at a time."""
    with reading(engine) as session:
        of_property = PhotoRow.site_id == _site_of(property_id).scalar_subquery()
        keys = session.scalars(select(PhotoRow.key).where(of_property).order_by(PhotoRow.key)).all()
    for key in keys:
        if key in wanted:
            yield key, load_photo(engine, property_id, key)


def _site_of(property_id: str) -> Select[str]:
    return select(PropertyRow.site_id).where(PropertyRow.id == property_id)


def _sha256(jpeg: bytes) -> str:
    return hashlib.sha256(jpeg).hexdigest()
