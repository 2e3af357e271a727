"""The application: routes, refusals, and the built interface."""

import re
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from functools import partial
from importlib.resources import files
from pathlib import Path

from fastapi import APIRouter, Depends, FastAPI
from fastapi.responses import FileResponse, Response
from fastapi.staticfiles import StaticFiles
from sqlalchemy import Engine
from starlette.concurrency import run_in_threadpool
from starlette.middleware.gzip import GZipMiddleware

from lean_year import __version__
from lean_year.api.admission import Door, admitted
from lean_year.api.demos import Demos
from lean_year.api.description import describe
from lean_year.api.errors import add_handlers, refuse
from lean_year.api.logs import Logs
from lean_year.api.outlooks import Outlooks
from lean_year.api.papers import Papers
from lean_year.api.quoting import Quoting
from lean_year.api.routers import (
    alternatives,
    build,
    devices,
    in_use,
    jobs,
    log,
    papers,
    people,
    photos,
    price_book,
    properties,
    quotes,
    rain,
    reference,
    revisions,
    shelf,
)
from lean_year.api.security import THIS_MACHINE, BodyLimit, Gate, Reach
from lean_year.api.workshop import Workshop
from lean_year.demo.brindle_landing import brindle_landing
from lean_year.demo.lantern_row import lantern_row
from lean_year.demo.saltmarrow import saltmarrow
from lean_year.demo.shipped import demo_rain
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.stations.gutters.storm import play_downpour
from lean_year.plan.stations.gutters.storm_plan import Storm
from lean_year.plan.whole import plan_property
from lean_year.property.edits import apply_edit

COMPRESSED_FROM_BYTES = 2_048
COMPRESSION = 4
"""Quick rather than small: an answer is compressed while somebody waits for it."""
STATIC = Path(str(files("lean_year.api") / "static"))


def create_app(engine: Engine | None, reach: Reach = THIS_MACHINE) -> FastAPI:
    """The application over a database; without one it can only describe itself."""
    app = FastAPI(
        title="Lean Year",
        version=__version__,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        lifespan=_until_its_end,
    )
    if engine is not None:
        app.state.workshop = Workshop(engine)
        app.state.papers = Papers(app.state.workshop)
        app.state.quoting = Quoting(app.state.workshop)
        app.state.demos = Demos(app.state.workshop, app.state.quoting)
        app.state.logs = Logs(app.state.workshop)
        app.state.outlooks = Outlooks(app.state.workshop)
        app.state.door = Door(engine, asks=reach.asks_who, secure=reach.secure)
    for open_area in (reference, people, devices):
        app.include_router(open_area.open_router)
    for area in (
        reference,
        people,
        photos,
        properties,
        alternatives,
        build,
        devices,
        in_use,
        revisions,
        rain,
        jobs,
        log,
        price_book,
        papers,
        quotes,
        shelf,
    ):
        app.include_router(area.router, dependencies=[Depends(admitted)])
    if (STATIC / "assets").is_dir():
        app.mount("/assets", StaticFiles(directory=STATIC / "assets"))
    app.include_router(_interface())  # last: it answers every address that is left
    app.openapi = partial(describe, app)  # type: ignore[method-assign]
    add_handlers(app)
    app.add_middleware(GZipMiddleware, minimum_size=COMPRESSED_FROM_BYTES, compresslevel=COMPRESSION)
    app.add_middleware(BodyLimit)
    app.add_middleware(Gate, reach=reach, interface=_built())
    return app


@asynccontextmanager
async def _until_its_end(app: FastAPI) -> AsyncIterator[None]:
    """What goes on beside the requests ends with the server."""
    yield
    if (outlooks := getattr(app.state, "outlooks", None)) is not None:
        await run_in_threadpool(outlooks.close)


AT_THE_ROOT = {"sw.js": "text/javascript", "manifest.webmanifest": "application/manifest+json"}
"""Files of the interface that browsers look for beside the page itself."""


def _interface() -> APIRouter:
    """The page for every address that is not the API's: the interface finds its own way from there."""
    router = APIRouter(include_in_schema=False)

    @router.get("/{address:path}")
    def page(address: str) -> Response:
        if address.startswith(("api/", "assets/")):
            return refuse(404, "address", "there is nothing at this address")
        file = STATIC / (address if address in AT_THE_ROOT else "index.html")
        if not file.is_file():
            return refuse(404, "address", "the interface is not built; run make demo")
        return FileResponse(file, media_type=AT_THE_ROOT.get(address), headers={"cache-control": "no-cache"})

    return router


def _built() -> str:
    """Name of the interface's build: the script that its page begins with. Empty where it is not built."""
    index = STATIC / "index.html"
    begins = re.search(r'src="(/assets/index-[^"]+\.js)"', index.read_text()) if index.is_file() else None
    return begins[1] if begins else ""


_SHED = {
    "id": "shed",
    "name": "Shed",
    "downpipes": [{"id": "shed", "name": "Shed"}],
    "cistern": {"tanks": [{"id": "shed", "name": "Shed", "shape": {"kind": "volume", "volume_l": 5_000.0}}]},
}


def warm_up() -> None:
    """Compile, or load, the replay before the first request instead of in it."""
    document = saltmarrow()
    for rule in ("yas", "ybs"):
        ruled = document.model_copy(update={"cistern": document.cistern.model_copy(update={"rule": rule})})
        plan_property(ruled, prepare_rain(demo_rain("saltmarrow"), "none"))
    several = apply_edit(
        document,
        [
            {"op": "add", "path": "/supplies/-", "value": _SHED},
            {"op": "add", "path": "/transfers/-", "value": {"id": "t", "source": "shed", "to": "main"}},
        ],
    )
    plan_property(several, prepare_rain(demo_rain("saltmarrow"), "none"))
    plan_property(brindle_landing(), prepare_rain(demo_rain("brindle-landing"), "none"))
    play_downpour(lantern_row(), Storm(), Wording("metric"))
