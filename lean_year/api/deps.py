"""What the routes are handed."""

from collections.abc import Callable
from typing import Annotated, Any
from urllib.parse import quote

from fastapi import Body, Depends, Query, Request
from fastapi.responses import Response
from pydantic import BaseModel
from pydantic_core import to_json

from lean_year.api.demos import Demos
from lean_year.api.logs import Logs
from lean_year.api.outlooks import Outlooks
from lean_year.api.papers import Papers
from lean_year.api.quoting import Quoting
from lean_year.api.schemas.properties import property_state
from lean_year.api.workshop import Workshop
from lean_year.property.parts import KEY
from lean_year.store.properties import Stored


def _held(name: str) -> Callable[[Request], Any]:
    """What the application holds under a name."""

    def held(request: Request) -> Any:
        return getattr(request.app.state, name)

    return held


InWorkshop = Annotated[Workshop, Depends(_held("workshop"))]
ShownBy = Annotated[
    str | None,
    Query(
        max_length=40,
        pattern=KEY,
        description="The supply of the property that is looked at; without it, the one that stands first in it.",
    ),
]


def _at_supply(workshop: InWorkshop, supply: ShownBy = None) -> Workshop:
    return workshop.at(supply)


AtSupply = Annotated[Workshop, Depends(_at_supply)]
"""The workshop that shows a property by one of its supplies."""
InQuoting = Annotated[Quoting, Depends(_held("quoting"))]
InDemos = Annotated[Demos, Depends(_held("demos"))]


def _papers_at(papers: Annotated[Papers, Depends(_held("papers"))], workshop: AtSupply) -> Papers:
    return papers.by(workshop)


def _logs_at(logs: Annotated[Logs, Depends(_held("logs"))], workshop: AtSupply) -> Logs:
    return logs.by(workshop)


InPapers = Annotated[Papers, Depends(_papers_at)]
InLogs = Annotated[Logs, Depends(_logs_at)]
InOutlooks = Annotated[Outlooks, Depends(_held("outlooks"))]
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
FileBody = Annotated[bytes, Body(media_type="application/octet-stream")]


def json_of(body: BaseModel, status: int = 200) -> Response:
    """A body as it is: it was built from checked values, so it is not checked a second time."""
    return Response(to_json(body), status_code=status, media_type="application/json")


def state_of(
    workshop: Workshop, stored: Stored, moved: str = "", status: int = 200, *, priced: bool = True
) -> Response:
    """A property as it stands, as an answer."""
    planned = workshop.plan(stored.document, stored.id, priced=priced)
    rain, record = workshop.rain_of(stored.document), workshop.record_of(stored.document)
    return json_of(property_state(stored, planned, rain, record, moved), status)


def to_take_along(answer: Response, name: str, ending: str) -> Response:
    """An answer as a file that is named after the property, without what no file's name may have."""
    kept = "".join(each for each in name if each.isprintable() and each not in '<>:"/\\|?*').strip(" .")
    file = quote((kept or "property") + ending)
    answer.headers["content-disposition"] = f"attachment; filename*=UTF-8''{file}"
    return answer
