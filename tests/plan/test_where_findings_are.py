"""A stranger finds a finding by its code: in one place, in the room of its station."""

import re
from collections import defaultdict
from pathlib import Path

import lean_year.plan.stations
from lean_year.plan.model.station import Station
from lean_year.plan.registry import FALL

ROOMS = Path(lean_year.plan.stations.__file__).parent
CODE = re.compile(r'"([A-Z]{3,}_[A-Z0-9_]+)",\n')


def places():
    found = defaultdict(list)
    for path in sorted(ROOMS.rglob("*.py")):
        for code in CODE.findall(path.read_text("utf-8")):
            found[code].append(path.relative_to(ROOMS))
    return found


def test_every_station_that_finds_something_has_its_findings_in_a_file_of_that_name():
    finding = {path.parts[0] for paths in places().values() for path in paths}
    assert {station.key for station in FALL if isinstance(station, Station)} == finding
    for room in finding:
        assert (ROOMS / room / "findings.py").is_file(), room


def test_no_code_stands_in_two_rooms():
    assert len(places()) > 100
    assert {code: paths for code, paths in places().items() if len({path.parent for path in paths}) > 1} == {}
