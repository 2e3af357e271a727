"""Files as stations give them: fixed-width and by columns, an engine's rain file, months by year."""

import datetime as dt

import numpy as np
import pytest

from lean_year.core.errors import InputError
from lean_year.formats.rain.account import Choices
from lean_year.formats.rain.rain_import import rain_from_means, read_rain_file
from lean_year.formats.rain.swmm_rain import write_swmm_rain

START = dt.date(2003, 1, 1)
DAYS = 731
_random = np.random.default_rng(8)
RAIN = np.where(_random.random(DAYS) < 0.3, _random.gamma(0.8, 8.0, DAYS), 0).round(1)
LOW = (8 + 6 * np.sin(np.arange(DAYS) / 58)).round(1)


def dly(rain=RAIN, *, station="XX000012345", changes=None, low=LOW):
    """The fixed-width layout: a line a month and element, 31 cells of value and three flags."""
    cells = {}
    for day in range(rain.size):
        date = START + dt.timedelta(days=day)
        for element, value in (("PRCP", rain[day]), ("TMIN", low[day]), ("TMAX", low[day] + 7)):
            cells[(date.year, date.month, element, date.day)] = f"{round(value * 10):5d}   "
    cells |= changes or {}
    lines = []
    for year, month, element in sorted({key[:3] for key in cells}):
        row = "".join(cells.get((year, month, element, day), "-9999   ") for day in range(1, 32))
        lines.append(f"{station}{year}{month:02d}{element}{row}")
    return "\n".join(lines) + "\n"


def test_the_fixed_width_layout_brings_rain_and_temperatures():
    read = read_rain_file(dly().encode())
    assert (read.account.layout, read.account.station, read.account.unit) == ("ghcn_dly", "XX000012345", "tenth_mm")
    assert read.rain.start == START
    assert read.rain.depth_mm == pytest.approx(RAIN)
    assert read.rain.tmin_c == pytest.approx(LOW)
    assert read.rain.tmax_c == pytest.approx(LOW + 7)
    assert "temperature" in read.account.weather[0]


def test_flags_and_missing_codes_are_days_not_known_and_traces_are_none():
    changes = {
        (2003, 3, "PRCP", 4): "-9999   ",
        (2003, 3, "PRCP", 5): "  999 X ",
        (2003, 3, "PRCP", 6): "    0T  ",
        (2003, 3, "PRCP", 7): "20000   ",
    }
    read = read_rain_file(dly(changes=changes).encode())
    march = (dt.date(2003, 3, 4) - START).days
    assert np.isnan(read.rain.depth_mm[[march, march + 1, march + 3]]).all()
    assert read.rain.depth_mm[march + 2] == 0
    assert read.account.trace_days == 1
    assert read.account.refused_count == 2
    assert "failed the archive's check X" in read.account.refused[0].reason
    assert "cannot be a day's rain" in read.account.refused[1].reason
    others = np.delete(np.arange(DAYS), march + np.arange(4))
    assert read.rain.depth_mm[others] == pytest.approx(RAIN[others]), "the days beside them are read"


def test_months_in_another_unit_make_the_same_record():
    mm = [[40.0 + 7 * ((3 * year + 5 * month) % 9) for month in range(12)] for year in range(12)]

    def table(in_one_unit):
        return "\n".join(f"{1990 + y},{','.join(f'{v / in_one_unit:.8g}' for v in row)}" for y, row in enumerate(mm))

    in_mm = read_rain_file(table(1).encode())
    assert in_mm.rain.depth_mm.sum() == pytest.approx(np.sum(mm))
    for unit, in_one_unit in (("inch", 25.4), ("tenth_mm", 0.1)):
        read = read_rain_file(table(in_one_unit).encode(), Choices(unit=unit))
        assert read.rain.depth_mm == pytest.approx(in_mm.rain.depth_mm, rel=1e-5)
    assert read_rain_file(table(25.4).encode()).account.unit == "inch"


def test_the_leap_day_is_a_day_and_the_30th_of_february_is_refused():
    read = read_rain_file(dly(changes={(2004, 2, "PRCP", 30): "  120   "}).encode())
    assert read.rain.depth_mm.size == DAYS
    assert "is no day" in read.account.refused[0].reason


def test_lines_out_of_order_make_the_same_record():
    lines = dly().splitlines()
    mixed = "\n".join(reversed(lines))
    assert read_rain_file(mixed.encode()).rain.depth_mm == pytest.approx(RAIN)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        (dly() + dly(station="XX000099999"), "second station, XX000099999"),
        (dly() + "what is this\n", "is not of the fixed-width layout"),
        (dly().replace("PRCP", "SNWD"), "has no rain"),
        ("\n".join(dly().splitlines()[:30]), "at least"),
    ],
)
def test_a_fixed_width_file_that_cannot_be_used_says_why(text, says):
    with pytest.raises(InputError, match=says):
        read_rain_file(text.encode())


def by_columns(rain=RAIN, station="XX000012345", scale=10, missing=()):
    rows = []
    for day in range(rain.size):
        depth = "" if day in missing else round(rain[day] * scale)
        low, high = round(LOW[day] * 10), round((LOW[day] + 7) * 10)
        rows.append(f'"{station}","{START + dt.timedelta(days=day)}","{depth}",",,S","{low}","{high}"')
    return '"STATION","DATE","PRCP","PRCP_ATTRIBUTES","TMIN","TMAX"\n' + "\n".join(rows) + "\n"


def test_the_layout_by_columns_brings_the_same_record():
    read = read_rain_file(by_columns().encode())
    assert (read.account.layout, read.account.station, read.account.unit) == ("table", "XX000012345", "tenth_mm")
    assert read.rain.depth_mm == pytest.approx(RAIN)
    assert read.rain.tmax_c == pytest.approx(LOW + 7, abs=0.051)


def test_two_stations_in_one_table_are_refused():
    both = by_columns() + by_columns(station="XX000099999").split("\n", 1)[1]
    with pytest.raises(InputError, match="station"):
        read_rain_file(both.encode())


def test_an_empty_cell_is_a_missing_day():
    read = read_rain_file(by_columns(missing=(10, 11, 300)).encode())
    assert read.account.missing_days == 3
    assert read.account.longest_gap_days == 2


def test_an_engines_rain_file_is_added_up_by_day_and_goes_round():
    text = write_swmm_rain(START, RAIN)
    read = read_rain_file(text.encode())
    assert read.account.layout == "swmm"
    last = int(np.flatnonzero(RAIN)[-1])
    first = int(np.flatnonzero(RAIN)[0])
    assert read.rain.start == START + dt.timedelta(days=first)
    assert read.rain.depth_mm == pytest.approx(RAIN[first : last + 1])
    hours = ["G1 2001 1 1 0 0 1.5", "G1 2001 1 1 13 30 2.5", "G1 2002 6 1 5 0 4 ; a comment", "; only a comment"]
    read = read_rain_file("\n".join(hours).encode(), Choices(unit="mm"))
    assert read.rain.depth_mm[0] == 4.0
    assert read.rain.depth_mm[-1] == 4.0


@pytest.mark.parametrize(
    ("line", "says"),
    [
        ("G2 2001 1 2 0 0 1", "second station"),
        ("G1 2001 2 30 0 0 1", "no such day"),
        ("G1 2001 1 2 0 0 -1", "cannot be negative|must be station"),
        ("G1 2001 1 2 0", "must be station"),
    ],
)
def test_an_engines_rain_file_with_a_bad_line_names_it(line, says):
    with pytest.raises(InputError, match=says):
        read_rain_file(f"G1 2000 1 1 0 0 1\n{line}\n".encode())


def months(sep=","):
    table = _random.gamma(2, 35, (20, 12)).round(1)
    return table, "\n".join(sep.join([str(1990 + y), *(f"{mm:g}" for mm in table[y])]) for y in range(20)) + "\n"


@pytest.mark.parametrize("header", ["", "Year,Jan,Feb,Mar,Apr,May,Jun,Jul,Aug,Sep,Oct,Nov,Dec\n"])
def test_months_by_year_become_days_that_add_up_to_them(header):
    table, text = months()
    read = read_rain_file((header + text).encode())
    assert read.account.layout == "months"
    dates = read.rain.dates.astype("datetime64[M]").astype(np.int64)
    sums = np.bincount(dates - dates[0], read.rain.depth_mm)
    assert sums == pytest.approx(table.ravel())
    assert read.rain.made_from.kind == "months"
    assert "invented" in " ".join(read.account.warnings)


def test_a_missing_month_stays_missing_and_a_bad_one_names_its_line():
    _, text = months()
    lines = text.splitlines()
    cells = lines[3].split(",")
    cells[5] = "-9999"
    lines[3] = ",".join(cells)
    read = read_rain_file("\n".join(lines).encode())
    assert read.account.missing_days == 31
    cells[5] = "lots"
    lines[3] = ",".join(cells)
    with pytest.raises(InputError, match="line 4"):
        read_rain_file("\n".join(lines).encode())
    cells[5] = "-12"
    lines[3] = ",".join(cells)
    with pytest.raises(InputError, match="cannot be negative"):
        read_rain_file("\n".join(lines).encode())
    with pytest.raises(InputError, match="a year twice"):
        read_rain_file((text + text.splitlines()[0] + "\n").encode())


def test_months_in_a_list_are_read_too():
    table, _ = months()
    rows = [f"{1990 + y}-{m + 1:02d};{table[y, m]:g}" for y in range(20) for m in range(12)]
    read = read_rain_file(("month;rain\n" + "\n".join(rows)).encode())
    assert read.account.layout == "months"
    assert read.rain.depth_mm.sum() == pytest.approx(table.sum())


def test_twelve_means_say_loudly_what_they_hide_and_a_year_of_nothing_is_refused():
    read = rain_from_means([60.0] * 12, None, 0.2, years=30, seed=3)
    assert "Means hide the lean years" in read.account.warnings[0]
    assert read.rain.made_from.kind == "means"
    assert read.account.mean_year_mm == pytest.approx(720, rel=0.12)
    with_dry_month = rain_from_means([60.0] * 11 + [0.0], None, 0.2, years=10, seed=3)
    december = with_dry_month.rain.dates.astype("datetime64[M]").astype(np.int64) % 12 == 11
    assert with_dry_month.rain.depth_mm[december].sum() == 0
    with pytest.raises(InputError, match="at least one month must have rain"):
        rain_from_means([0.0] * 12, None, 0.2, years=10, seed=3)
    with pytest.raises(InputError, match="twelve values"):
        rain_from_means([60.0] * 11, None, 0.2, years=10, seed=3)
