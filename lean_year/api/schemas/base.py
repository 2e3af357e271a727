"""What every body that comes in or goes out is made of."""

import base64
from typing import Annotated, Any

from numpy.typing import NDArray
from pydantic import BaseModel, ConfigDict, Field

LAST_REVISION = 2**31 - 1


EditId = Annotated[str, Field(min_length=8, max_length=40, pattern=r"^[A-Za-z0-9-]+$")]


class Asked(BaseModel):
    """What comes in: unknown names and numbers that are none are refused."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class Problem(BaseModel):
    """One thing that was wrong."""

    field: str
    message: str


class Refusal(BaseModel):
    """Every refusal looks like this."""

    errors: list[Problem]
    revision: int | None = None
    """For a change that came too late: the revision that stands now."""


def as_base64(values: NDArray[Any]) -> str:
    return base64.b64encode(values.tobytes()).decode("ascii")
