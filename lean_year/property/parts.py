"""The building blocks of every part of a property document: names, keys, months, calendar days."""

import datetime as dt
from functools import cache
from typing import Annotated, Any, Self

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from lean_year.core.errors import InputError

_NO_CONTROL = r"[^\x00-\x1f\x7f]"
KEY, MONTH_AND_DAY, DATE, NO_SPACES = r"^[a-z0-9-]+$", r"^\d{2}-\d{2}$", r"^\d{4}-\d{2}-\d{2}$", r"^\S+$"
WORDS = "some words, without line breaks or control characters"
PATTERNS = {
    KEY: "small letters, digits and hyphens",
    MONTH_AND_DAY: "a month and a day like 06-30",
    DATE: "a date like 2024-06-30",
    NO_SPACES: "without spaces",
}
"""What a text of each pattern is, for a refusal; any other is `WORDS`."""
Text = Annotated[
    str, Field(min_length=1, max_length=80, pattern=rf"^{_NO_CONTROL}*[^\x00-\x1f\x7f\s]{_NO_CONTROL}*$")
]
"""A name: some words, no control characters."""
PlaceText = Annotated[str, Field(max_length=80, pattern=rf"^{_NO_CONTROL}*$")]
Key = Annotated[str, Field(min_length=1, max_length=40, pattern=KEY)]
TwelveMonths = Annotated[list[Annotated[float, Field(ge=0, le=1e7)]], Field(min_length=12, max_length=12)]
TwelveTemperatures = Annotated[list[Annotated[float, Field(ge=-80, le=60)]], Field(min_length=12, max_length=12)]
ShareOfOne = Annotated[float, Field(ge=0, le=1)]


def _calendar_day(text: str) -> str:
    try:
        dt.date.fromisoformat(f"2024-{text}")
    except ValueError as error:
        raise InputError("day", f"must be a month and day like 06-30, got {text}") from error
    return text


CalendarDay = Annotated[str, Field(pattern=MONTH_AND_DAY), AfterValidator(_calendar_day)]
"""Month and day, such as 06-30."""


def _date(text: str) -> str:
    try:
        dt.date.fromisoformat(text)
    except ValueError as error:
        raise InputError("date", f"must be a day of the calendar like 2024-06-30, got {text}") from error
    return text


DateText = Annotated[str, Field(pattern=DATE), AfterValidator(_date)]
"""A day of one year, such as 2024-06-30."""


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

    @classmethod
    def of_parts_alone(cls, values: dict[str, Any]) -> Self:
        """One that has some of its fields alone; asking for another is an error.

        For reading: it is not checked, and it cannot be kept as a document.
        """
        part = object.__new__(cls)
        for slot, value in (("__dict__", values), ("__pydantic_fields_set__", set(values)),
                            ("__pydantic_extra__", None), ("__pydantic_private__", None)):  # fmt: skip
            object.__setattr__(part, slot, value)
        return part


@cache
def grouped_by_field(names: tuple[str, ...]) -> dict[str, tuple[str, ...]]:
    """Names of fields and of fields in them, by the outer field; a field that is named itself stands with "". Shared,
    and not to be changed.

    >>> grouped_by_field(("units", "household.steps", "household.uses"))
    {'units': ('',), 'household': ('steps', 'uses')}
    """
    inner: dict[str, list[str]] = {}
    for name in names:
        field, _, rest = name.partition(".")
        inner.setdefault(field, []).append(rest)
    return {field: tuple(rest) for field, rest in inner.items()}


def restricted_to(value: Any, names: tuple[str, ...]) -> Any:
    """A part, or each part of a list, with some fields alone (`steps`, `irrigation.area_m2`); all of it for ""."""
    if "" in names:
        return value
    if isinstance(value, list):
        return [restricted_to(each, names) for each in value]
    return type(value).of_parts_alone(
        {field: restricted_to(getattr(value, field), rest) for field, rest in grouped_by_field(names).items()}
    )


def zeros() -> list[float]:
    return [0.0] * 12


def require_different(field: str, ids: list[str]) -> None:
    """Refuse a list in which an id stands twice."""
    if len(set(ids)) != len(ids):
        raise InputError(field, "must have different ids")
