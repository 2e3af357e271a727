"""How much is known of a site: another number with every entry, and with everything that a device reports; and with
it how often the firm's price book was changed, for what is worked out of both."""

from sqlalchemy import Engine, bindparam, func, select

from lean_year.store.price_book import BOOK_VERSION
from lean_year.store.tables import DeviceReadingRow, DeviceRow, EntryRow, PropertyRow

_LAST_ENTRY = (
    select(func.max(EntryRow.number))
    .where(EntryRow.site_id == PropertyRow.site_id)
    .correlate(PropertyRow)
    .scalar_subquery()
)
_LAST_READING = (
    select(func.max(DeviceReadingRow.number))
    .join(DeviceRow, DeviceRow.id == DeviceReadingRow.device_id)
    .where(DeviceRow.site_id == PropertyRow.site_id)
    .correlate(PropertyRow)
    .scalar_subquery()
)
VERSION = (func.coalesce(_LAST_ENTRY, 0) + func.coalesce(_LAST_READING, 0)).label("version")
"""Beside the rows of a selection of properties."""
_OF_ONE = select(VERSION).where(PropertyRow.id == bindparam("property_id"), PropertyRow.standing == "main")
_OF_BOTH = select(BOOK_VERSION.scalar_subquery(), _OF_ONE.scalar_subquery())


def book_and_site_version(engine: Engine, property_id: str) -> tuple[int, int]:
    """`book_version`, and `site_version` of a property, as they stood at one moment."""
    with engine.connect() as connection:
        book, site = connection.execute(_OF_BOTH, {"property_id": property_id}).one()
        return book or 0, site or 0


def site_version(engine: Engine, property_id: str) -> int:
    """Of the site of a property; 0 where nothing is known, and of an alternative, of which nothing was built."""
    with engine.connect() as connection:  # asked with every answer: without what a session of objects costs
        return connection.scalar(_OF_ONE, {"property_id": property_id}) or 0
