"""The building blocks of every part of a property document: names, keys, months, calendar days."""

import datetime as dt
from collections.abc import Iterable
from typing import Annotated, Self

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from lean_year.core.errors import InputError

_NO_CONTROL = r"[^\x00-\x1f\x7f]"
Text = Annotated[
    str, Field(min_length=1, max_length=80, pattern=rf"^{_NO_CONTROL}*[^\x00-\x1f\x7f\s]{_NO_CONTROL}*$")
]
"""A name: some words, no control characters."""
PlaceText = Annotated[str, Field(max_length=80, pattern=rf"^{_NO_CONTROL}*$")]
Key = Annotated[str, Field(min_length=1, max_length=40, pattern=r"^[a-z0-9-]+$")]
TwelveMonths = Annotated[list[Annotated[float, Field(ge=0, le=1e7)]], Field(min_length=12, max_length=12)]
TwelveTemperatures = Annotated[list[Annotated[float, Field(ge=-80, le=60)]], Field(min_length=12, max_length=12)]
ShareOfOne = Annotated[float, Field(ge=0, le=1)]


def _calendar_day(text: str) -> str:
    try:
        dt.date.fromisoformat(f"2024-{text}")
    except ValueError as error:
        raise InputError("day", f"must be a month and day like 06-30, got {text}") from error
    return text


CalendarDay = Annotated[str, Field(pattern=r"^\d{2}-\d{2}$"), AfterValidator(_calendar_day)]
"""Month and day, such as 06-30."""


def month_and_day(text: str) -> tuple[int, int]:
    """The two numbers of a `CalendarDay`.

    >>> month_and_day("06-30")
    (6, 30)
    """
    return int(text[:2]), int(text[3:])


class Part(BaseModel):
    """Unknown names, `nan`, `inf`, and text or yes and no for a number are refused everywhere."""

    model_config = ConfigDict(
        extra="forbid", strict=True, allow_inf_nan=False, json_schema_serialization_defaults_required=True
    )

    def restricted_to(self, names: Iterable[str]) -> Self:
        """The same with some of its fields alone (`roofs`, `household.irrigation`); asking for another is an error.

        For reading: it is not checked again, and it cannot be kept as a document.
        """
        inner: dict[str, list[str]] = {}
        for name in names:
            field, _, rest = name.partition(".")
            inner.setdefault(field, []).append(rest)
        values = {
            field: getattr(self, field) if "" in rest else getattr(self, field).restricted_to(rest)
            for field, rest in inner.items()
        }
        part = object.__new__(type(self))
        for slot, value in (("__dict__", values), ("__pydantic_fields_set__", set(values)),
                            ("__pydantic_extra__", None), ("__pydantic_private__", None)):  # fmt: skip
            object.__setattr__(part, slot, value)
        return part


def zeros() -> list[float]:
    return [0.0] * 12


def require_different(field: str, ids: list[str]) -> None:
    """Refuse a list in which an id stands twice."""
    if len(set(ids)) != len(ids):
        raise InputError(field, "must have different ids")
