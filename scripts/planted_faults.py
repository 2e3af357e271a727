"""Would the tests notice? Plants small faults one at a time and runs the tests nearest to each.

A fault is a number, a sign, a comparison, a condition or a loop that is changed in the code, a unit or a field taken
for another, a control that does nothing, or a number of a table raised by a tenth. Which ones is drawn by a seed.
Each is planted in a copy of the project, never in the project. `make faults` runs it; what it last said stands in
`docs/how-it-is-checked.md`.
"""

import argparse
import os
import random
import re
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from queue import Queue

from possible_faults import ROOT, Fault, faults_of_code, faults_of_interface, faults_of_table

LAYERS = {
    "core": "lean_year/core",
    "plan": "lean_year/plan",
    "property": "lean_year/property",
    "store": "lean_year/store",
    "formats": "lean_year/formats",
    "api": "lean_year/api",
    "web": "web/src",
}
LEFT_OUT = ("node_modules", ".venv", ".git", ".stamps", ".pytest_cache", ".mypy_cache", "static", "screenshots")
NOT_OURS = re.compile(r"\.test\.tsx?$|schema\.d\.ts$|/testing/|main\.tsx$")
"""Files of the interface that are tests, made by a program, or only start it."""
LONGEST_S = 900.0
TYPES = "the types"
NOTHING_TO_RUN = 5
"""What pytest says of a file without an example."""


def drawn(layer: str, count: int, chance: random.Random) -> list[Fault]:
    """Faults of one layer, a quarter of them in its tables where it has some. Every file by the length of it."""
    folder = ROOT / LAYERS[layer]
    if layer == "web":
        made_in = faults_of_interface
        code = [path for path in sorted(folder.rglob("*.ts*")) if not NOT_OURS.search(str(path))]
    else:
        made_in = faults_of_code
        code = [path for path in sorted(folder.rglob("*.py")) if "versions" not in path.parts and path.stat().st_size]
    tables = [each for path in sorted(folder.rglob("*.toml")) for each in faults_of_table(*_read(path))]
    chosen = chance.sample(tables, min(len(tables), count // 4))
    held: dict[Path, Iterator[Fault]] = {}
    while len(chosen) < count:
        path = chance.choices(code, weights=[each.stat().st_size for each in code])[0]
        if path not in held:
            held[path] = made_in(*_read(path), chance)
        made = next(held[path], None)
        if made is not None:
            chosen.append(made)
    return chosen


def _read(path: Path) -> tuple[str, str]:
    return str(path.relative_to(ROOT)), path.read_text("utf-8")


def nearest_tests(path: str) -> list[str]:
    """The examples in a docstring of the core, which are run as well; the tests of its folder; those of its layer.

    For the interface its types come first: they are part of its checks, and of what notices a fault.
    """
    if path.startswith("web/"):
        return [TYPES, str(Path(path).relative_to("web").parent), "src"]
    layer, *inside = Path(path).relative_to("lean_year").parent.parts
    whole = f"tests/{layer}"
    near = "/".join([whole, *inside])
    if layer == "formats" and inside[:1] == ["exports"]:
        return [near, "tests/reference"]
    if (layer == "core" and inside[:1] == ["data"]) or not (ROOT / near).is_dir():
        near = whole
    own = [path] if layer == "core" and path.endswith(".py") else []
    return [*own, near] if near == whole else [*own, near, whole]


def noticed_by(copy: Path, planted: Fault) -> str:
    """The tests that notice the fault planted in the copy, or nothing."""
    file = copy / planted.path
    before, when = file.read_bytes(), file.stat()
    file.write_text(planted.faulty, "utf-8")
    # Compiled kernels know when their own file changed, not when what they call did.
    shutil.rmtree(copy / "numba", ignore_errors=True) if "njit" in planted.faulty else None
    try:
        return next((tests for tests in nearest_tests(planted.path) if not passes(copy, tests)), "")
    finally:
        file.write_bytes(before)
        os.utime(file, ns=(when.st_atime_ns, when.st_mtime_ns))
        shutil.rmtree(copy / "numba", ignore_errors=True) if "njit" in planted.faulty else None


def passes_web(copy: Path, tests: str) -> bool:
    command = (
        ["npx", "tsc", "--noEmit"]
        if tests == TYPES
        else ["npx", "vitest", "run", "--bail", "1", "--passWithNoTests", f"{tests}/"]
    )
    try:
        done = subprocess.run(command, cwd=copy / "web", capture_output=True, timeout=LONGEST_S, check=False)
    except subprocess.TimeoutExpired:
        return False
    return done.returncode == 0


def passes(copy: Path, tests: str) -> bool:
    if tests == TYPES or tests.startswith("src"):
        return passes_web(copy, tests)
    environment = os.environ | {
        "PYTHONPATH": str(copy), "PYTHONDONTWRITEBYTECODE": "1", "NUMBA_CACHE_DIR": str(copy / "numba"), "CI": "true",
    }  # fmt: skip
    command = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", "-m", "not browser", tests]
    try:
        done = subprocess.run(command, cwd=copy, env=environment, capture_output=True, timeout=LONGEST_S, check=False)
    except subprocess.TimeoutExpired:
        return False
    return done.returncode in (0, NOTHING_TO_RUN)


def main() -> None:
    asked = argparse.ArgumentParser(description=__doc__)
    asked.add_argument("--layers", nargs="+", choices=LAYERS, default=list(LAYERS))
    asked.add_argument("--count", type=int, default=40, help="faults of each layer")
    asked.add_argument("--seed", type=int, default=1)
    asked.add_argument("--jobs", type=int, default=2)
    asked.add_argument("--list", action="store_true", help="say which faults are drawn, and plant none")
    options = asked.parse_args()

    chance = random.Random(options.seed)
    faults = [(layer, each) for layer in options.layers for each in drawn(layer, options.count, chance)]
    if options.list:
        print(*(each.shown for _, each in faults), sep="\n")
        return
    with tempfile.TemporaryDirectory() as name:
        copies: Queue[Path] = Queue()
        for number in range(options.jobs):
            copy = Path(name) / str(number)
            shutil.copytree(ROOT, copy, ignore=shutil.ignore_patterns(*LEFT_OUT))
            (copy / "web" / "node_modules").symlink_to(ROOT / "web" / "node_modules")
            copies.put(copy)
        first = copies.queue[0]
        for layer in options.layers:
            everything = "src" if layer == "web" else f"tests/{layer}"
            if not passes(first, everything):
                raise SystemExit(f"{everything} does not pass without a fault")

        def plant(chosen: tuple[str, Fault]) -> tuple[str, str]:
            layer, planted = chosen
            copy = copies.get()
            try:
                by = noticed_by(copy, planted)
            finally:
                copies.put(copy)
            print(f"{'noticed by ' + by if by else 'NOT NOTICED'}: {planted.shown}", flush=True)
            return layer, by

        with ThreadPoolExecutor(options.jobs) as pool:
            results = list(pool.map(plant, faults))
    print("\n| layer | noticed | planted |\n|---|---|---|")
    for layer in options.layers:
        found = [by for where, by in results if where == layer]
        print(f"| {layer} | {sum(map(bool, found))} | {len(found)} |")
    found = [by for _, by in results]
    print(f"| all | {sum(map(bool, found))} | {len(found)} |")


if __name__ == "__main__":
    main()
