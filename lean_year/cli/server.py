"""`serve`, `backup` and `restore`: the application and its data folder."""

import errno
import gc
import ipaddress
import os
import socket
import ssl
import sys
from multiprocessing import get_context
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer

from lean_year.cli.output import show
from lean_year.core.errors import InputError

if TYPE_CHECKING:
    from sqlalchemy import Engine

Address = ipaddress.IPv4Address | ipaddress.IPv6Address
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
    host: Annotated[str, typer.Option("--host", help="address to listen at; others need people with passwords")] = (
        "127.0.0.1"
    ),
    names: Annotated[
        list[str] | None, typer.Option("--name", help="name by which browsers know this server; may be repeated")
    ] = None,
    certificate: Annotated[Path | None, typer.Option("--certificate", help="TLS certificate, PEM")] = None,
    key: Annotated[Path | None, typer.Option("--key", help="its private key, PEM")] = None,
    behind_tls: Annotated[bool, typer.Option("--behind-tls", help="a proxy on this machine does the TLS")] = False,
) -> None:
    """Serve the application: on this machine without passwords, to others once people have one."""
    import uvicorn

    from lean_year.api.app import create_app, warm_up
    from lean_year.api.connections import MOST_CONNECTIONS, BoundedConnection
    from lean_year.api.security import Reach
    from lean_year.store.database import open_database
    from lean_year.store.people import anybody

    address = _address(host)
    secure = _tls(certificate, key, behind_tls)
    _require_free(address, port)
    folder = data_folder(data)
    engine = open_database(folder)
    asks_who = anybody(engine)
    if not asks_who and (not address.is_loopback or names or secure):
        raise InputError(
            "host", "other machines are answered only once people have passwords: lean-year user add NAME"
        )
    if with_demo:
        _load_demos(engine, folder)
    app = create_app(engine, Reach(tuple(name.lower() for name in names or ()), asks_who, secure))
    warm_up()
    _collect_seldom()
    shown = f"[{address}]" if address.version == 6 else str(address)
    asked = "; people sign in" if asks_who else ""
    print(f"Lean Year is at http{'s' * bool(certificate)}://{shown}:{port}  (data in {folder}{asked})", flush=True)
    if not address.is_loopback and not secure:
        print("Without TLS passwords can be read on the way; see --certificate and docs/hosting.md.", file=sys.stderr)
    uvicorn.run(
        app,
        host=str(address),
        port=port,
        http=BoundedConnection,
        ws="none",
        limit_concurrency=MOST_CONNECTIONS,
        timeout_graceful_shutdown=10,
        log_level="warning",
        server_header=False,
        ssl_certfile=certificate,
        ssl_keyfile=key,
        # Without a proxy nobody is believed about where a request came from.
        proxy_headers=behind_tls,
        forwarded_allow_ips="127.0.0.1,::1",
    )


def _load_demos(engine: "Engine", folder: Path) -> None:
    """Put the demos into an empty database; a start that was broken off in the midst of it is ended here.

    In a process of its own: a hundred megabytes that it takes for that are then not the server's.
    """
    from lean_year.store.properties import list_properties

    begun = folder / "demos-begun"
    if list_properties(engine) and not begun.exists():
        return
    begun.touch()
    loading = get_context("spawn").Process(target=_put_demos_in, args=(folder,))
    loading.start()
    loading.join()
    if loading.exitcode:
        raise InputError("with-demo", "could not be carried out: what went wrong stands above this line")
    begun.unlink()


def _put_demos_in(folder: Path) -> None:
    from lean_year.api.app import create_app
    from lean_year.demo.shipped import DEMOS
    from lean_year.store.database import open_database

    engine = open_database(folder)
    demos = create_app(engine).state.demos
    for name in reversed(DEMOS):  # the first of them is then the last changed, which heads the list
        demos.load(name)
    engine.dispose()


def _address(host: str) -> Address:
    try:
        return ipaddress.ip_address("127.0.0.1" if host == "localhost" else host)
    except ValueError as error:
        raise InputError("host", f"must be an address, 0.0.0.0 for all of this machine's, got {host}") from error


def _require_free(address: Address, port: int) -> None:
    """Refuse an address or port that cannot be listened at, by the option that would have to change."""
    with socket.socket(socket.AF_INET6 if address.version == 6 else socket.AF_INET) as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((str(address), port))
        except OSError as error:
            if error.errno == errno.EADDRNOTAVAIL:
                raise InputError("host", f"this machine has no address {address}") from error
            if error.errno == errno.EACCES:
                raise InputError("port", f"{port} may not be used by this user; name one above 1023") from error
            raise InputError("port", f"{port} is in use; name another with --port") from error


def _tls(certificate: Path | None, key: Path | None, behind_tls: bool) -> bool:
    """Whether browsers reach the server by TLS alone."""
    if (certificate is None) != (key is None):
        raise InputError("certificate" if certificate is None else "key", "is needed as well: they go together")
    if certificate is None or key is None:
        return behind_tls
    if behind_tls:
        raise InputError("behind-tls", "is for a proxy that does the TLS; leave it out where a certificate is given")
    try:
        ssl.create_default_context(ssl.Purpose.CLIENT_AUTH).load_cert_chain(certificate, key)
    except FileNotFoundError as error:
        missing = certificate if not certificate.is_file() else key
        raise InputError("certificate", f"there is no file {missing}") from error
    except (ssl.SSLError, OSError) as error:
        raise InputError("certificate", "and key cannot be read, or do not belong together") from error
    return True


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
