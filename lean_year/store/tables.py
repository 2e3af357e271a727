"""The tables."""

import datetime as dt

from sqlalchemy import ForeignKey, ForeignKeyConstraint, Index, LargeBinary, MetaData, String, Text, UniqueConstraint
from sqlalchemy.orm import DeclarativeBase, Mapped, column_property, mapped_column

NAMES = {
    "ix": "ix_%(table_name)s_%(column_0_N_name)s",
    "uq": "uq_%(table_name)s_%(column_0_N_name)s",
    "ck": "ck_%(table_name)s_%(constraint_name)s",
    "fk": "fk_%(table_name)s_%(column_0_N_name)s",
    "pk": "pk_%(table_name)s",
}


class Base(DeclarativeBase):
    metadata = MetaData(naming_convention=NAMES)


class PropertyRow(Base):
    """A property: which revision stands, and what its row in the list says."""

    __tablename__ = "properties"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    head: Mapped[int]
    """Number of the revision that stands now; undo moves it back, redo forward."""
    name: Mapped[str] = mapped_column(String(80))
    place: Mapped[str] = mapped_column(String(80))
    verdict: Mapped[str] = mapped_column(Text)
    summary: Mapped[str] = mapped_column(Text)
    """Roof, rain, use and tank in a few words."""
    years: Mapped[str] = mapped_column(Text)
    """JSON list, a number a water year: its lowest store in hundredths of the live volume, -1 if it has dry days."""
    demo: Mapped[str | None] = mapped_column(String(40), unique=True)
    changed_at: Mapped[dt.datetime] = mapped_column(index=True)
    site_id: Mapped[str] = mapped_column(String(32), index=True)
    """The same for all alternatives of one property; each of them is a row of its own."""
    alternative: Mapped[str] = mapped_column(String(80), server_default="A")
    """What it is called among them."""
    standing: Mapped[str] = mapped_column(String(10), server_default="main")
    """`main`: the one that the list shows, of which each site has one; `open`, or `aside`."""
    upkeep_inputs: Mapped[str | None] = mapped_column(Text)
    """JSON of what upkeep needs of the plan; None where the revision is older than that is kept."""


class RevisionRow(Base):
    """One state of a property's document. Never changed once written."""

    __tablename__ = "revisions"

    property_id: Mapped[str] = mapped_column(ForeignKey("properties.id", ondelete="CASCADE"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    parent: Mapped[int | None]
    """Number of the revision it was made from; None for the first."""
    label: Mapped[str] = mapped_column(String(120))
    edit_id: Mapped[str | None] = mapped_column(String(40))
    """Named by who sent the edit, so that one sent twice is kept once."""
    document: Mapped[str] = mapped_column(Text)
    verdict: Mapped[str] = mapped_column(Text, server_default="")
    """What the plan said when it was made; empty where that was before verdicts were kept."""
    made_by: Mapped[str] = mapped_column(String(80), server_default="")
    """Name of the person who made it; empty where nobody had to sign in."""
    made_at: Mapped[dt.datetime]

    __table_args__ = (
        UniqueConstraint("property_id", "edit_id"),
        ForeignKeyConstraint(
            ["property_id", "parent"], ["revisions.property_id", "revisions.number"], ondelete="CASCADE"
        ),
    )


class RevisionNameRow(Base):
    """The name that somebody gave to a revision."""

    __tablename__ = "revision_names"

    property_id: Mapped[str] = mapped_column(String(32), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(80))

    __table_args__ = (
        ForeignKeyConstraint(
            ["property_id", "number"], ["revisions.property_id", "revisions.number"], ondelete="CASCADE"
        ),
    )


class PersonRow(Base):
    """Somebody who signs in with a password."""

    __tablename__ = "people"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    name: Mapped[str] = mapped_column(String(80))
    folded_name: Mapped[str] = mapped_column(String(240), unique=True)
    """The name as it is compared: upper and lower case are the same person."""
    role: Mapped[str] = mapped_column(String(10))
    password_hash: Mapped[str] = mapped_column(String(200))
    made_at: Mapped[dt.datetime]


class OwnerLinkRow(Base):
    """A link by which whoever has it may read one property."""

    __tablename__ = "owner_links"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    property_id: Mapped[str] = mapped_column(ForeignKey("properties.id", ondelete="CASCADE"), index=True)
    token_hash: Mapped[str] = mapped_column(String(64), unique=True)
    """The link itself is shown once, when it is made, and is not kept."""
    given_to: Mapped[str] = mapped_column(String(80))
    made_by: Mapped[str] = mapped_column(String(80))
    made_at: Mapped[dt.datetime]


class SignInRow(Base):
    """A browser that is signed in: as a person, or by an owner's link."""

    __tablename__ = "sign_ins"

    token_hash: Mapped[str] = mapped_column(String(64), primary_key=True)
    person_id: Mapped[str | None] = mapped_column(ForeignKey("people.id", ondelete="CASCADE"), index=True)
    link_id: Mapped[str | None] = mapped_column(ForeignKey("owner_links.id", ondelete="CASCADE"), index=True)
    seen_on: Mapped[dt.date]
    """The last day on which it was used; one that is not used for long enough ends."""


class RainRecordRow(Base):
    """A daily rain record. Never changed once written; revisions name it."""

    __tablename__ = "rain_records"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    property_id: Mapped[str | None] = mapped_column(ForeignKey("properties.id", ondelete="SET NULL"))
    name: Mapped[str] = mapped_column(String(120))
    note: Mapped[str] = mapped_column(Text)
    start: Mapped[dt.date]
    days: Mapped[int]
    depth_mm: Mapped[bytes] = mapped_column(LargeBinary)
    """Little-endian float64, zlib-packed, NaN where missing; so are the three below where the record has them."""
    tmin_c: Mapped[bytes | None] = mapped_column(LargeBinary)
    tmax_c: Mapped[bytes | None] = mapped_column(LargeBinary)
    et0_mm: Mapped[bytes | None] = mapped_column(LargeBinary)
    made_from: Mapped[str | None] = mapped_column(Text)
    """JSON of what a record was made from, where its days were not observed."""
    made_at: Mapped[dt.datetime]
    has_temperatures: Mapped[bool] = column_property(tmin_c.is_not(None) & tmax_c.is_not(None))
    has_evapotranspiration: Mapped[bool] = column_property(et0_mm.is_not(None))

    __table_args__ = (Index(None, "property_id"),)


class PictureRow(Base):
    """A picture, once, however many photos are of it. Never changed once written."""

    __tablename__ = "pictures"

    sha256: Mapped[str] = mapped_column(String(64), primary_key=True)
    size_bytes: Mapped[int]
    jpeg: Mapped[bytes] = mapped_column(LargeBinary)


class PhotoRow(Base):
    """Which picture a photo of a site is, for all alternatives of it. It stays while one of them does: an earlier
    revision may name it."""

    __tablename__ = "photos"

    site_id: Mapped[str] = mapped_column(String(32), primary_key=True)
    key: Mapped[str] = mapped_column(String(40), primary_key=True)
    sha256: Mapped[str] = mapped_column(ForeignKey("pictures.sha256"), index=True)


class EntryRow(Base):
    """One thing that was written down on a site. Never changed once written: triggers hold that."""

    __tablename__ = "entries"

    number: Mapped[int] = mapped_column(primary_key=True, autoincrement=True)
    """In the order in which they came here."""
    site_id: Mapped[str] = mapped_column(String(32))
    id: Mapped[str] = mapped_column(String(40))
    """Made where it was written."""
    kind: Mapped[str] = mapped_column(String(20))
    about: Mapped[str] = mapped_column(String(120))
    on: Mapped[dt.date]
    body: Mapped[str] = mapped_column(Text)
    """All of it as JSON."""
    written_by: Mapped[str] = mapped_column(String(80))
    """Who was signed in; empty where nobody had to."""
    written_at: Mapped[dt.datetime]

    __table_args__ = (UniqueConstraint("site_id", "id"), Index(None, "site_id", "number"))


class DeviceRow(Base):
    """Something on a site that reports by itself."""

    __tablename__ = "devices"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    site_id: Mapped[str] = mapped_column(String(32), index=True)
    kind: Mapped[str] = mapped_column(String(10))
    name: Mapped[str] = mapped_column(String(80))
    about: Mapped[str] = mapped_column(String(40))
    """The tank that a level is of; empty where it is that from which the house draws."""
    supply: Mapped[str] = mapped_column(String(40), server_default="main")
    """Of the site, by its id."""
    token_hash: Mapped[str] = mapped_column(String(64), unique=True)
    """Its token is shown once, when it is made, and is not kept."""
    made_by: Mapped[str] = mapped_column(String(80))
    made_at: Mapped[dt.datetime]
    withdrawn_at: Mapped[dt.datetime | None]


class DeviceReadingRow(Base):
    """One thing that it reported, in kept units."""

    __tablename__ = "device_readings"

    number: Mapped[int] = mapped_column(primary_key=True, autoincrement=True)
    device_id: Mapped[str] = mapped_column(ForeignKey("devices.id", ondelete="CASCADE"))
    at: Mapped[dt.datetime]
    """By its clock, in UTC."""
    day: Mapped[dt.date]
    """By its clock, where it stands."""
    quantity: Mapped[str] = mapped_column(String(20))
    """What it is of, with its kept unit: the name of the value in an entry of the log."""
    value: Mapped[float]
    came: Mapped[dt.datetime]
    """By the server's clock, in UTC."""

    __table_args__ = (
        UniqueConstraint("device_id", "at"),
        Index(None, "device_id", "day"),
        Index(None, "device_id", "number"),
    )


class OutlookRow(Base):
    """What the firm's list says of a site, and what it was worked out from."""

    __tablename__ = "outlooks"

    site_id: Mapped[str] = mapped_column(String(32), primary_key=True)
    property_id: Mapped[str] = mapped_column(String(32))
    head: Mapped[int]
    version: Mapped[int]
    """Of what was written down and reported."""
    day: Mapped[dt.date]
    body: Mapped[str] = mapped_column(Text)
    """JSON."""


class PriceBookRow(Base):
    """The firm's price book, of which there is one."""

    __tablename__ = "price_book"

    id: Mapped[int] = mapped_column(primary_key=True)
    version: Mapped[int]
    """One more with every change."""
    terms: Mapped[str] = mapped_column(Text)
    """JSON of how the firm puts a price together."""


class PriceLineRow(Base):
    """One price of it."""

    __tablename__ = "price_lines"

    key: Mapped[str] = mapped_column(String(120), primary_key=True)
    currency: Mapped[str] = mapped_column(String(4), primary_key=True)
    name: Mapped[str] = mapped_column(String(300))
    unit: Mapped[str] = mapped_column(String(12))
    length_m: Mapped[float | None]
    price: Mapped[float]
    supplier: Mapped[str] = mapped_column(String(80))
    dated: Mapped[str | None] = mapped_column(String(10))
    lead_days: Mapped[int | None]


class ShelfArticleRow(Base):
    """What the firm buys again, by its maker's sheet."""

    __tablename__ = "shelf_articles"

    kind: Mapped[str] = mapped_column(String(12), primary_key=True)
    name: Mapped[str] = mapped_column(String(80), primary_key=True)
    article: Mapped[str] = mapped_column(Text)
    """JSON."""


class QuoteRow(Base):
    """A quote, or a change order to one. What is offered is never changed once written: triggers hold that."""

    __tablename__ = "quotes"

    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    site_id: Mapped[str] = mapped_column(String(32), index=True)
    property_id: Mapped[str] = mapped_column(String(32))
    """The alternative that was offered; it may be gone by now."""
    number: Mapped[int]
    part: Mapped[int]
    """0 for the quote, from 1 for its change orders."""
    revision: Mapped[int]
    name: Mapped[str] = mapped_column(String(80))
    alternative: Mapped[str] = mapped_column(String(80))
    paper: Mapped[str] = mapped_column(String(8))
    dated: Mapped[dt.date]
    valid_until: Mapped[dt.date]
    note: Mapped[str] = mapped_column(Text)
    currency: Mapped[str] = mapped_column(String(4))
    total: Mapped[float]
    """Of the supply, with the change where it is a change order."""
    made_by: Mapped[str] = mapped_column(String(80))
    made_at: Mapped[dt.datetime]
    standing: Mapped[str] = mapped_column(String(10))
    """`open`, `accepted`, `declined` or `withdrawn`."""
    answered_by: Mapped[str] = mapped_column(String(80))
    answered_at: Mapped[dt.datetime | None]
    frozen: Mapped[bytes] = mapped_column(LargeBinary, deferred=True)
    """All of it as JSON, zlib-packed."""
    sheet: Mapped[bytes] = mapped_column(LargeBinary, deferred=True)
    """What is on its paper as JSON, zlib-packed."""
    pdf: Mapped[bytes] = mapped_column(LargeBinary, deferred=True)

    __table_args__ = (UniqueConstraint("number", "part"),)
