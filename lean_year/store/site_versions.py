"""How much is known of a site: another number with every entry, and with everything that a device reports."""

from sqlalchemy import Engine, bindparam, func, select

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


def site_version(engine: Engine, property_id: str) -> int:
    """Of the site of a property; 0 where nothing is known, and of an alternative, of which nothing was built."""
    with engine.connect() as connection:  # asked with every answer: without what a session of objects costs
        return connection.scalar(_OF_ONE, {"property_id": property_id}) or 0
