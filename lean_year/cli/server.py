"""`serve`, `backup` and `restore`: the application and its data folder."""

import gc
import os
import socket
import sys
from pathlib import Path
from typing import Annotated

import typer

from lean_year.cli.output import show
from lean_year.core.errors import InputError

DataFolder = Annotated[Path | None, typer.Option("--data", help="data folder, else LEAN_YEAR_DATA, else the user's")]


def data_folder(given: Path | None) -> Path:
    """Where the data lives: as given, else LEAN_YEAR_DATA, else the user's own data directory."""
    if given is not None:
        return given
    if os.environ.get("LEAN_YEAR_DATA"):
        return Path(os.environ["LEAN_YEAR_DATA"])
    if sys.platform == "win32":
        base = Path(os.environ.get("LOCALAPPDATA", Path.home() / "AppData/Local"))
    elif sys.platform == "darwin":
        base = Path.home() / "Library/Application Support"
    else:
        base = Path(os.environ.get("XDG_DATA_HOME") or Path.home() / ".local/share")
    return base / "lean-year"


def serve(
    port: Annotated[int, typer.Option("--port", min=1, max=65_535)] = 8765,
    data: DataFolder = None,
    with_demo: Annotated[bool, typer.Option("--with-demo", help="load the demos into an empty database")] = False,
) -> None:
    """Serve the application on this machine, at http://127.0.0.1:8765."""
    import uvicorn

    from lean_year.api.app import create_app, warm_up
    from lean_year.demo.shipped import DEMOS
    from lean_year.store.database import open_database

    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError as error:
            raise InputError("port", f"{port} is in use; name another with --port") from error
    folder = data_folder(data)
    app = create_app(open_database(folder))
    warm_up()
    if with_demo and not app.state.workshop.listed():
        for name in reversed(DEMOS):  # the first of them is then the last changed, which heads the list
            app.state.workshop.load_demo(name)
    _collect_seldom()
    print(f"Lean Year is at http://127.0.0.1:{port}  (data in {folder})", flush=True)
    uvicorn.run(app, host="127.0.0.1", port=port, log_level="warning", server_header=False)


def _collect_seldom() -> None:
    """What is loaded by now stays: looking through it for garbage again and again costs each edit a tenth."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(20_000, 20, 20)


def backup(
    out: Annotated[Path, typer.Option("--out", help="file to write; must not exist")],
    data: DataFolder = None,
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Copy all data to one file, also while the application runs."""
    from lean_year.store import backups

    if out.exists():
        raise InputError("out", f"{out} exists already; name a new file")
    backups.backup(data_folder(data), out)
    show({"written": str(out)}, as_json)


def restore(
    file: Annotated[Path, typer.Argument(help="a file that backup wrote")],
    data: DataFolder = None,
    as_json: Annotated[bool, typer.Option("--json", help="print one JSON object")] = False,
) -> None:
    """Put a backup in the place of all data; what was there before is kept beside it."""
    from lean_year.store import backups

    folder = data_folder(data)
    if not file.is_file():
        raise InputError("file", f"there is no file {file}")
    replaced = backups.restore(folder, file)
    show({"restored": str(folder), "replaced_kept_as": None if replaced is None else str(replaced)}, as_json)


def add_commands(app: typer.Typer) -> None:
    app.command()(serve)
    app.command()(backup)
    app.command()(restore)
