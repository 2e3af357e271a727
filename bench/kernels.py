"""200 sizes through 40 years: the kernel against C and against numpy."""

import ctypes
import subprocess
import time
from collections.abc import Callable
from pathlib import Path

import numpy as np

from bench.report import Row
from lean_year.core.cistern.replay import SHORT_DAY_L, replay_sizes
from lean_year.demo.saltmarrow import saltmarrow
from lean_year.demo.shipped import demo_rain
from lean_year.plan.model.demand import demand_of
from lean_year.plan.model.harvest import catch_rain
from lean_year.plan.model.prepared_rain import prepare_rain

SIZES = 200
ROUNDS = 25
HERE = Path(__file__).parent


def best_of_each(works: dict[str, Callable[[], object]]) -> dict[str, float]:
    """The least time of each in several rounds, in which they take turns: what the machine can do when nothing else
    runs, in the same minute for all. [s]"""
    times: dict[str, list[float]] = {name: [] for name in works}
    for _ in range(ROUNDS):
        for name, work in works.items():
            start = time.perf_counter()
            work()
            times[name].append(time.perf_counter() - start)
    return {name: min(taken) for name, taken in times.items()}


def _compiled() -> ctypes.CDLL:
    build = HERE / "build"
    build.mkdir(exist_ok=True)
    library = build / "replay.so"
    command = ["gcc", "-O3", "-march=native", "-shared", "-fPIC", "-o", str(library), str(HERE / "replay.c")]
    subprocess.run(command, check=True)
    return ctypes.CDLL(str(library))


def measure() -> list[Row]:
    """Times of one thread and their ratios."""
    rain = prepare_rain(demo_rain("saltmarrow"), "none")
    document = saltmarrow()
    inflow = catch_rain(document, rain).total
    demand = demand_of(document, rain).total_l
    size = np.linspace(0, 150_000, SIZES)
    ends = np.ascontiguousarray(rain.years.ends, dtype=np.int64)

    def kernel() -> object:
        return replay_sizes(inflow_l=inflow, demand_l=demand, size_l=size, rule="yas", year_end=ends)

    def numpy_loop() -> tuple[np.ndarray, np.ndarray]:
        v = size.copy()
        missed, short = np.zeros(SIZES), np.zeros(SIZES)
        for q, d in zip(inflow, demand, strict=True):
            drawn = np.minimum(d, v)
            v = np.minimum(v + q - drawn, size - drawn)
            missed += d - drawn
            short += d - drawn > SHORT_DAY_L
        return missed, short

    library = _compiled()
    missed, short, years = np.empty(SIZES), np.empty(SIZES), np.empty(SIZES, dtype=np.int64)

    def c(name: str) -> Callable[[], object]:
        pointers = [array.ctypes.data_as(ctypes.c_void_p) for array in (inflow, demand, ends, size)]
        results = [array.ctypes.data_as(ctypes.c_void_p) for array in (missed, short, years)]
        return lambda: getattr(library, name)(inflow.size, ends.size, SIZES, *pointers, *results)

    ours = kernel()
    for name in ("plain", "blocked"):
        c(name)()
        assert np.array_equal(short, ours.short_days), f"{name} C counts other short days"
        assert np.array_equal(years, ours.short_years), f"{name} C counts other short years"
    assert np.array_equal(numpy_loop()[1], ours.short_days)
    taken = best_of_each({"plain": c("plain"), "blocked": c("blocked"), "kernel": kernel, "numpy": numpy_loop})
    shown = f"kernel {taken['kernel'] * 1e3:.2f} ms"
    return [
        Row(
            "200 sizes × 40 years, against plain C -O3 one at a time",
            f"{taken['plain'] / taken['kernel']:.1f} × faster ({shown}, C {taken['plain'] * 1e3:.1f} ms)",
            "at least 3 ×",
            taken["plain"] / taken["kernel"] >= 3,
        ),
        Row(
            "… against the best blocked C",
            f"{taken['kernel'] / taken['blocked']:.1f} × its time (C {taken['blocked'] * 1e3:.2f} ms)",
            "within 4 ×",
            taken["kernel"] / taken["blocked"] <= 4,
        ),
        Row(
            "… against the numpy loop over days",
            f"{taken['numpy'] / taken['kernel']:.0f} × faster (numpy {taken['numpy'] * 1e3:.0f} ms)",
            "at least 60 ×",
            taken["numpy"] / taken["kernel"] >= 60,
        ),
    ]
