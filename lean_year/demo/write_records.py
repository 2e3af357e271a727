"""Writes the shipped records of the demos anew: `python -m lean_year.demo.write_records`."""

from importlib.resources import files
from pathlib import Path

from lean_year.demo.generator import invent_record, record_csv, stations
from lean_year.demo.shipped import DEMOS

if __name__ == "__main__":
    for demo in DEMOS.values():
        path = Path(str(files("lean_year.demo") / f"{demo.station}.csv"))
        path.write_text(record_csv(invent_record(stations()[demo.station].climate)), "utf-8")
