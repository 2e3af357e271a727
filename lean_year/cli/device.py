"""`device`: a simulated device that reports to a server, with a fault if wanted."""

import datetime as dt
import json
import urllib.error
import urllib.request
from typing import Annotated, Any, cast, get_args

import typer

from lean_year.cli.output import show
from lean_year.core.errors import InputError
from lean_year.core.log.devices import DeviceKind
from lean_year.demo.simulated_device import Simulated, SimulatedFault, simulated

BATCH = 500
WAITS_S = 30.0


def device(
    url: Annotated[str, typer.Option("--url", help="address of the server, like http://127.0.0.1:8000")],
    device_id: Annotated[str, typer.Option("--id", help="id of the device, as it was made on screen")],
    token: Annotated[str, typer.Option("--token", help="its token")],
    kind: Annotated[str, typer.Option("--kind", help=f"one of {', '.join(get_args(DeviceKind))}")] = "level",
    fault: Annotated[str, typer.Option("--fault", help=f"one of {', '.join(get_args(SimulatedFault))}")] = "none",
    days: Annotated[float, typer.Option("--days", help="up to now")] = 7.0,
    every_min: Annotated[int, typer.Option("--every-min", help="minutes from one reading to the next")] = 60,
    level_m: Annotated[float, typer.Option("--level-m", help="depth of the water at first")] = 1.4,
    seed: Annotated[int, typer.Option("--seed", help="another one reports other things")] = 1,
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Report some days of a device that is not there, up to now."""
    if kind not in get_args(DeviceKind):
        raise InputError("kind", f"must be one of {', '.join(get_args(DeviceKind))}, got {kind}")
    if fault not in get_args(SimulatedFault):
        raise InputError("fault", f"must be one of {', '.join(get_args(SimulatedFault))}, got {fault}")
    if not 0 < days <= 400:
        raise InputError("days", f"must be above 0 and at most 400, got {days:g}")
    if not 1 <= every_min <= 1_440:
        raise InputError("every_min", f"must be from 1 to 1,440, got {every_min}")
    if not url.startswith(("http://", "https://")):
        raise InputError("url", f"must begin with http:// or https://, got {url}")
    made = Simulated(cast(DeviceKind, kind), cast(SimulatedFault, fault), every_min, level_m, seed=seed)
    first = dt.datetime.now().astimezone() - dt.timedelta(days=days)
    lines = [reading.line for reading in simulated(made, first, days)]
    counted = {"kept": 0, "repeated": 0, "refused": 0}
    for begin in range(0, len(lines), BATCH):
        answer = _send(f"{url.rstrip('/')}/api/devices/{device_id}/readings", token, lines[begin : begin + BATCH])
        counted["kept"] += answer["kept"]
        counted["repeated"] += answer["repeated"]
        counted["refused"] += len(answer["refused"])
    show(counted, as_json)


def _send(address: str, token: str, lines: list[str]) -> dict[str, Any]:
    request = urllib.request.Request(
        address,
        data="\n".join(lines).encode(),
        headers={"authorization": f"Bearer {token}", "content-type": "application/x-ndjson"},
        method="POST",
    )
    try:
        with urllib.request.urlopen(request, timeout=WAITS_S) as answer:
            return cast("dict[str, Any]", json.load(answer))
    except urllib.error.HTTPError as error:
        raise InputError(
            "url", f"the server answered {error.code}: {error.read(300).decode('utf-8', 'replace')}"
        ) from error
    except OSError as error:
        raise InputError("url", f"no server answers at {address}: {error}") from error


def add_commands(app: typer.Typer) -> None:
    app.command()(device)
