"""What the API says of itself."""

from typing import Any

from fastapi import FastAPI

from lean_year.plan.registry import FALL

STATION_OF = ("Finding", "PartWhy", "StationSummary")
"""Parts of an answer that name a station."""


def describe(app: FastAPI) -> dict[str, Any]:
    """The schema, with the keys of the stations wherever one is named."""
    schema = FastAPI.openapi(app)
    for part in STATION_OF:
        schema["components"]["schemas"][part]["properties"]["stage"]["enum"] = [station.key for station in FALL]
    return schema
