"""A real server in a process of its own, for the browser tests, the bench and the screenshots."""

import os
import socket
import subprocess
import sys
import time
from collections.abc import Iterator
from pathlib import Path
from types import TracebackType
from typing import Any

from lean_year.plan.model.station import Station
from lean_year.plan.registry import FALL

CHROMIUM = os.environ.get("LEAN_YEAR_CHROMIUM", "/usr/bin/chromium")
CHROMIUM_FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port


class Server:
    """`lean-year serve` on a free port over a data folder."""

    def __init__(
        self, folder: Path, *, with_demo: bool = False, port: int | None = None, options: tuple[str, ...] = ()
    ) -> None:
        self.folder = folder
        self.port = port or free_port()
        self.url = f"http://127.0.0.1:{self.port}"
        self._with_demo = with_demo
        self._options = options
        self._process: subprocess.Popen[bytes] | None = None

    @property
    def pid(self) -> int:
        assert self._process is not None
        return self._process.pid

    def start(self) -> None:
        command = [sys.executable, "-c", "from lean_year.cli.main import run; run()", "serve"]
        command += ["--port", str(self.port), "--data", str(self.folder), *self._options]
        if self._with_demo:
            command.append("--with-demo")
        self._process = subprocess.Popen(command, stdout=subprocess.DEVNULL)
        while True:  # as long as it takes: a busy machine is no fault of the server's; one that stops is
            if self._process.poll() is not None:
                raise RuntimeError(f"the server stopped with {self._process.returncode}")
            try:
                with socket.create_connection(("127.0.0.1", self.port), timeout=60):
                    return
            except OSError:
                time.sleep(0.1)

    def kill(self) -> None:
        """As kill -9: nothing is put in order first."""
        assert self._process is not None
        self._process.kill()
        self._process.wait()

    def __enter__(self) -> "Server":
        self.start()
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, trace: TracebackType | None
    ) -> None:
        assert self._process is not None
        self._process.terminate()
        self._process.wait(timeout=20)


STATIONS = [station.key for station in FALL if isinstance(station, Station)]


def every_view(page: Any, base: str, station: str) -> Iterator[str]:
    """Opens every view of a station under a property's address, as the interface offers them; yields each address."""
    page.goto(f"{base}/{station}")
    page.locator("#sheet h1").first.wait_for()
    page.wait_for_load_state("networkidle")
    tabs = page.locator("[role=tab][data-view]")
    views = [tabs.nth(number).get_attribute("data-view") for number in range(1, tabs.count())]
    yield station
    for view in views:
        page.goto(f"{base}/{station}?view={view}")
        page.locator("#sheet h1").first.wait_for()
        page.wait_for_load_state("networkidle")
        yield f"{station}?view={view}"
