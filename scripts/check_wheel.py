"""Builds the wheel, installs it into an empty environment and runs every command of it there.

What the wheel needs comes from its own metadata, in the versions of the lock file. Run by `make test`.
"""

import json
import re
import subprocess
import sys
import tempfile
import time
import urllib.request
from collections.abc import Callable
from pathlib import Path
from typing import Any, cast

ROOT = Path(__file__).parent.parent
sys.path.insert(0, str(ROOT))
from tests.serving import free_port  # noqa: E402

HASH = re.compile(r"\s*\\\n\s+--hash=sha256:[0-9a-f]+")
REPLAY = {
    "--rain": "rain.csv", "--roof-m2": "120", "--runoff": "0.9", "--loss-mm": "0.5", "--demand-l-day": "180",
    "--rule": "yas",
}  # fmt: skip


def install(folder: Path) -> Path:
    """The command in an environment that holds the wheel and what it declares."""
    pip = [sys.executable, "-m", "pip", "--disable-pip-version-check", "--quiet"]
    subprocess.run([*pip, "wheel", "--no-deps", "--no-build-isolation", "-w", folder, ROOT], check=True)
    # A constraint with hashes would ask for one of the wheel itself, too.
    locked = HASH.sub("", (ROOT / "requirements/runtime.txt").read_text("utf-8"))
    (folder / "locked.txt").write_text(locked, "utf-8")
    subprocess.run([sys.executable, "-m", "venv", folder / "venv"], check=True)
    there = [folder / "venv/bin/python", "-m", "pip", "--disable-pip-version-check", "--quiet"]
    wheel = next(folder.glob("lean_year-*.whl"))
    subprocess.run([*there, "install", "-c", folder / "locked.txt", wheel], check=True)
    return folder / "venv/bin/lean-year"


def main() -> None:
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        command = install(folder)

        def run(*arguments: str) -> str:
            done = subprocess.run([command, *arguments], cwd=folder, capture_output=True, text=True, check=False)
            if done.returncode != 0:
                raise SystemExit(f"lean-year {' '.join(arguments)} left with {done.returncode}: {done.stderr}")
            return done.stdout

        asked = run("--help")
        commands = set(re.findall(r"^  ([a-z]+)  ", asked[asked.index("Commands") :], re.MULTILINE))
        ran = {"serve", "backup", "restore", "device"}

        def check(name: str, *arguments: str) -> str:
            ran.add(name)
            return run(name, *arguments)

        check("demo", "saltmarrow", "--out", "saltmarrow.json")
        assert json.loads(check("plan", "saltmarrow.json", "--json"))["verdict"]
        assert json.loads(check("worth", "saltmarrow.json", "--json"))["items"]
        placed = json.loads((folder / "saltmarrow.json").read_text("utf-8"))
        two = placed | {"alternatives": [{"name": "B", "property": placed["property"]}]}
        (folder / "two.json").write_text(json.dumps(two), "utf-8")
        assert "A: Carries" in check("beside", "two.json", "A", "B")
        assert "2 lengths" in check("cut", "--stock-mm", "3000", "--kerf-mm", "3", "2400", "1800")
        assert json.loads(check("fill", "saltmarrow.json", "--start", "2026-03-01", "--json"))["years"] > 30
        lasting = ("--date", "2026-07-01", "--level-l", "20000", "--json")
        assert json.loads(check("forecast", "saltmarrow.json", *lasting))["no_rain_days"] > 30
        (folder / "log.csv").write_text("date,level_l,rain_mm\n2026-03-01,40000,0\n2026-03-02,,3.5\n", "utf-8")
        assert (
            json.loads(check("behaving", "saltmarrow.json", "--log", "log.csv", "--json"))["verdict"] == "cannot_tell"
        )
        placed["property"]["site"] |= {"latitude_deg": 51.0, "longitude_deg": -9.0}
        (folder / "saltmarrow.json").write_text(json.dumps(placed), "utf-8")
        for form, out in (("rain-csv", "rain.csv"), ("swmm", "s.inp"), ("swmm-rain", "r.dat"), ("epanet", "e.inp"),
                          ("geojson", "g.json"), ("dxf", "d.dxf"), ("svg", "d.svg"),
                          ("parts-csv", "p.csv"), ("xlsx", "w.xlsx"), ("pdf", "r.pdf"),
                          ("ics", "c.ics")):  # fmt: skip
            check("export", "saltmarrow.json", "--format", form, "--out", out)
            assert any(folder.glob(f"{Path(out).stem}*")), out
        supply = [part for pair in REPLAY.items() for part in pair]
        assert json.loads(check("replay", *supply, "--tank-l", "20000", "--json"))["days"] > 14_000
        assert "tank_l" in json.loads(check("smallest", *supply, "--json"))
        assert json.loads(check("schema"))["$defs"]
        assert "volume_l" in json.loads(check("sum", "harvest", "area_m2=1", "rain_mm=1", "runoff=1", "loss_mm=0",
                                              "--json"))  # fmt: skip
        serve(command, folder, run)
        assert json.loads(check("user", "list", "--data", str(folder / "again"), "--json"))["people"] == []
        assert commands <= ran, f"not run from the wheel: {sorted(commands - ran)}"
        print(f"wheel: {len(ran)} commands run from an empty environment")


def serve(command: Path, folder: Path, run: Callable[..., str]) -> None:
    """The server with the interface that is in the wheel; a backup while it runs, and the way back."""
    port = free_port()
    data = str(folder / "data")
    server = subprocess.Popen(
        [command, "serve", "--port", str(port), "--data", data], cwd=folder, stdout=subprocess.DEVNULL
    )
    try:
        for _ in range(300):
            try:
                with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/health", timeout=2) as answer:
                    assert answer.status == 200
                break
            except OSError:
                time.sleep(0.2)
        else:
            raise SystemExit("the server of the wheel did not start")
        with urllib.request.urlopen(f"http://127.0.0.1:{port}/", timeout=5) as page:
            assert b'id="root"' in page.read(), "the interface is not in the wheel"
        run("backup", "--out", "all.backup", "--data", data)
        report(f"http://127.0.0.1:{port}", run)
    finally:
        server.terminate()
        server.wait(timeout=20)
    run("restore", "all.backup", "--data", str(folder / "again"))


def report(address: str, run: Callable[..., str]) -> None:
    """A simulated sensor of a demo that the server has."""

    def post(path: str, body: object) -> dict[str, Any]:
        asked = urllib.request.Request(f"{address}{path}", json.dumps(body).encode(), method="POST")
        asked.add_header("content-type", "application/json")
        with urllib.request.urlopen(asked, timeout=30) as answer:
            return cast("dict[str, Any]", json.load(answer))

    property_id = post("/api/properties/demo/lantern-row", {})["id"]
    made = post(f"/api/properties/{property_id}/devices", {"kind": "level", "name": "Sensor", "about": ""})
    said = run("device", "--url", address, "--id", made["device"]["id"], "--token", made["token"], "--days", "2",
               "--json")  # fmt: skip
    assert json.loads(said) == {"kept": 48, "repeated": 0, "refused": 0}


if __name__ == "__main__":
    main()
