"""What the routes are handed."""

from typing import Annotated, cast
from urllib.parse import quote

from fastapi import Body, Depends, Request
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
from lean_year.store.properties import Stored


def _workshop(request: Request) -> Workshop:
    return cast(Workshop, request.app.state.workshop)


InWorkshop = Annotated[Workshop, Depends(_workshop)]


def _papers(request: Request) -> Papers:
    return cast(Papers, request.app.state.papers)


InPapers = Annotated[Papers, Depends(_papers)]


def _quoting(request: Request) -> Quoting:
    return cast(Quoting, request.app.state.quoting)


InQuoting = Annotated[Quoting, Depends(_quoting)]


def _demos(request: Request) -> Demos:
    return cast(Demos, request.app.state.demos)


InDemos = Annotated[Demos, Depends(_demos)]


def _logs(request: Request) -> Logs:
    return cast(Logs, request.app.state.logs)


InLogs = Annotated[Logs, Depends(_logs)]


def _outlooks(request: Request) -> Outlooks:
    return cast(Outlooks, request.app.state.outlooks)


InOutlooks = Annotated[Outlooks, Depends(_outlooks)]
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
