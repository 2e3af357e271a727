"""A rain table of any reasonable shape is read, or refused with a reason that names the place."""

import contextlib
import datetime as dt

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.formats.rain.account import Choices
from lean_year.formats.rain.monthly_rain import read_monthly
from lean_year.formats.rain.rain_import import read_rain_file

START = dt.date(1990, 3, 1)
DAYS = 1_500
DATES = [START + dt.timedelta(days=day) for day in range(DAYS)]
_random = np.random.default_rng(4)
RAIN = np.where(_random.random(DAYS) < 0.35, _random.gamma(0.8, 7.0, DAYS), 0).round(1)


def table(row, header="date,rain_mm\n", rain=RAIN, dates=DATES):
    return (header + "\n".join(row(date, mm) for date, mm in zip(dates, rain, strict=True)) + "\n").encode()


SHAPES = {
    "iso": table(lambda d, mm: f"{d},{mm}"),
    "day first, semicolons, decimal comma": table(
        lambda d, mm: f"{d:%d.%m.%Y};{str(mm).replace('.', ',')};12,5", "Datum;Regen [mm];Temp\n"
    ),
    "month first": table(lambda d, mm: f"{d:%m/%d/%Y},{mm}"),
    "parts in columns": table(lambda d, mm: f"{d.year}\t{d.month}\t{d.day}\t{mm}", "Year\tMonth\tDay\tRain\n"),
    "no header, spaces": table(lambda d, mm: f"{d.year} {d.month} {d.day} {mm}", ""),
    "compact dates": table(lambda d, mm: f"{d:%Y%m%d},{mm}"),
    "with a time": table(lambda d, mm: f"{d}T00:00:00Z,{mm}"),
    "tenths": table(lambda d, mm: f"{d},{round(mm * 10)}", "DATE,PRCP\n"),
    "another column first": table(lambda d, mm: f"{d},17,{mm}", "date,temp,precip_mm\n"),
    "windows line ends and a mark": b"\xef\xbb\xbf" + table(lambda d, mm: f"{d},{mm}").replace(b"\n", b"\r\n"),
    "utf-16": table(lambda d, mm: f"{d},{mm}").decode().encode("utf-16"),
    "a header that is too short": table(lambda d, mm: f"{d},{mm}", "date\n"),
    "a preamble": b"Station 12, hill\nprinted 1994\n\n" + table(lambda d, mm: f"{d},{mm}"),
}


@pytest.mark.parametrize("shape", SHAPES)
def test_every_shape_gives_the_same_record(shape):
    read = read_rain_file(SHAPES[shape])
    assert read.rain.start == START
    assert read.rain.depth_mm == pytest.approx(RAIN)
    assert read.account.missing_days == 0
    assert read.account.refused_count == 0


def test_inches_are_told_by_the_year_they_would_make():
    read = read_rain_file(table(lambda d, mm: f"{d:%m/%d/%Y},{mm / 25.4:.2f}", "DATE,RAIN\n"))
    assert read.account.unit == "inch"
    assert "as millimetres" in read.account.unit_reason
    assert read.rain.depth_mm == pytest.approx(RAIN, abs=0.13)


def test_a_column_that_says_millimetres_is_not_believed_when_the_year_is_impossible():
    read = read_rain_file(table(lambda d, mm: f"{d},{round(mm * 10)}"))
    assert read.account.unit == "tenth_mm"
    assert read.account.unit_reason.startswith("the column says millimetres, but")


def test_what_the_person_says_rules():
    read = read_rain_file(SHAPES["tenths"], Choices(unit="mm"))
    assert read.rain.depth_mm == pytest.approx(RAIN * 10)
    assert any("unusual" in warning for warning in read.account.warnings) or read.account.mean_year_mm < 6_000
    chosen = read_rain_file(SHAPES["another column first"], Choices(rain_column=1, unit="mm"))
    assert set(chosen.rain.depth_mm) == {17.0}


def test_rows_are_refused_one_by_one_by_line():
    lines = SHAPES["iso"].decode().splitlines()
    lines[10] = "1990-03-10,wet"
    lines[20] = "1990-03-20,-3"
    lines[30] = "not a date,3"
    lines[40] = f"{DATES[39]},2500"
    read = read_rain_file("\n".join(lines).encode())
    assert [(row.line, row.reason) for row in read.account.refused[:3]] == [
        (11, "not a number: 'wet'"),
        (21, "rain cannot be negative: -3"),
        (31, "no date in the date column"),
    ]
    assert read.account.refused[3].reason == "more than 1,825 mm in a day"
    assert read.account.missing_days == 4
    assert "4 rows were refused" in " ".join(read.account.warnings)


def test_traces_blanks_codes_and_repeats_are_told_apart():
    lines = SHAPES["iso"].decode().splitlines()
    lines[5] = f"{DATES[4]},T"
    lines[6] = f"{DATES[5]},"
    lines[7] = f"{DATES[6]},-9999"
    lines.insert(9, lines[8])
    lines.insert(10, f"{DATES[7]},77.7")
    read = read_rain_file("\n".join(lines).encode())
    assert read.account.trace_days == 1
    assert read.account.blank_days == 2
    assert read.account.missing_days == 2
    assert read.account.repeated_days == 2
    assert read.rain.depth_mm[4] == 0
    assert read.rain.depth_mm[7] == RAIN[7]
    assert "already there" in read.account.refused[0].reason
    assert (read.account.longest_gap_days, read.account.longest_gap_start) == (2, DATES[5])


def test_a_decimal_comma_that_parts_the_cell_is_refused_and_not_read_as_whole_millimetres():
    with pytest.raises(InputError) as refused:
        read_rain_file(table(lambda d, mm: f"{d},{mm:.1f}".replace(".", ",")))
    assert "3 cells where the header has 2" in str(refused.value)
    assert "quote the numbers" in str(refused.value)


def test_a_year_written_out_before_100_is_not_short_for_another():
    read = read_rain_file(table(lambda d, mm: f"{d},{mm}") + b"0001-06-01,5.0\n")
    assert [row.reason for row in read.account.refused] == ["the year must be from 1600 to 2200"]
    assert read.rain.start == START


def test_dates_out_of_order_are_put_in_order():
    lines = SHAPES["iso"].decode().splitlines()
    read = read_rain_file("\n".join([lines[0], *reversed(lines[1:])]).encode())
    assert read.rain.depth_mm == pytest.approx(RAIN)


BAD = {
    "empty": (b"", "file: is empty"),
    "blank": (b"  \n\n ", "file: is empty"),
    "binary": (bytes(range(256)) * 40, "file: is not a text file"),
    "one column": (b"rain\n1\n2\n3\n", "line 1: no delimiter"),
    "no dates": (b"a,b\nhello,world\nfoo,bar\n", "line 1: no column of dates"),
    "no numbers": (b"date,rain\n2001-01-01,wet\n2001-01-02,dry\n", "line 2: no column of numbers"),
    "a week": (table(lambda d, mm: f"{d},{mm}", dates=DATES[:7], rain=RAIN[:7]), "holds 7 days"),
    "mixed orders": (
        table(lambda d, mm: f"{d:%d/%m/%Y},{mm}" if d.day % 2 else f"{d:%m/%d/%Y},{mm}"),
        "dates: are in two orders: line ",
    ),
    "mostly text": (table(lambda d, mm: f"{d},{mm}" if d.day % 3 else f"{d},wet"), "rows cannot be read; line "),
    "centuries apart": (b"date,rain\n1601-01-01,1\n2199-01-01,2\n", "dates: run from 1601-01-01 to 2199-01-01"),
    "too large": (b"x" * (16 * 1024 * 1024 + 1), "file: may have at most 16 MB"),
}


@pytest.mark.parametrize("case", BAD)
def test_what_is_no_daily_record_is_refused_with_its_reason(case):
    data, message = BAD[case]
    with pytest.raises(InputError, match=message):
        read_rain_file(data)


def test_a_record_of_impossible_days_is_refused():
    flood = table(lambda d, _: f"{d},9999")
    with pytest.raises(InputError, match="no day with a possible depth of rain; line"):
        read_rain_file(flood, Choices(unit="mm"))


def test_a_third_missing_is_taken_with_a_warning():
    keep = [i for i in range(DAYS) if i % 10 not in (1, 4, 7)]
    read = read_rain_file(table(lambda d, mm: f"{d},{mm}", dates=[DATES[i] for i in keep], rain=RAIN[keep]))
    assert read.account.warnings[0].startswith("30 % of the days are missing")


@given(st.binary(max_size=3_000))
def test_no_bytes_whatever_do_more_than_refuse(data):
    with contextlib.suppress(InputError):
        read_rain_file(data)


@given(st.text(alphabet="0123456789,;.-/ \nTdatern\t\"'", max_size=2_000))
def test_no_near_table_does_more_than_refuse(text):
    with contextlib.suppress(InputError):
        read_rain_file(text.encode())


@pytest.mark.parametrize("odd", ["1990-02-30,4.0", "0000-05-05,4.0", "1200-05-05,4.0", "2950-05-05,4.0"])
def test_a_day_that_cannot_be_is_refused_alone_and_the_days_after_it_are_read(odd):
    """In the middle of a record: one row is refused, none behind it is lost."""
    lines = SHAPES["iso"].decode().splitlines()
    read = read_rain_file("\n".join([*lines[:700], odd, *lines[700:]]).encode())
    assert len(read.account.refused) == 1
    assert read.rain.start == START
    assert read.rain.depth_mm == pytest.approx(RAIN)


def test_a_short_record_is_warned_of_with_its_years():
    """1,500 days are 4.1 years; ten whole years and more are not few."""
    warned = [each for each in read_rain_file(SHAPES["iso"]).account.warnings if "are few" in each]
    assert warned == ["4.1 years are few: a lean year that comes once in twenty may not be in them."]
    dates = [START + dt.timedelta(days=day) for day in range(3_700)]
    long = read_rain_file(table(lambda d, mm: f"{d},{mm}", rain=np.resize(RAIN, 3_700), dates=dates))
    assert not any("are few" in each for each in long.account.warnings)


@pytest.mark.parametrize("written", ["{0:%m/%d/%Y}", "{0:%d/%m/%Y}"])
def test_where_no_day_is_past_the_twelfth_the_order_is_the_one_that_runs_on(written):
    some = [(date, mm) for date, mm in zip(DATES, RAIN, strict=True) if date.day <= 12]
    rows = "\n".join(f"{written.format(date)},{mm}" for date, mm in some)
    read = read_rain_file(f"date,rain_mm\n{rows}\n".encode())
    known = read.rain.depth_mm[[(date - DATES[0]).days for date, _ in some]]
    assert known == pytest.approx([mm for _, mm in some])


def test_the_largest_day_is_kept_in_tenths_and_one_over_it_is_no_rain_in_any_unit():
    lines = SHAPES["tenths"].decode().splitlines()
    lines[10], lines[20] = f"{DATES[9]},18250", f"{DATES[19]},18251"
    read = read_rain_file("\n".join(lines).encode(), Choices(unit="tenth_mm"))
    assert read.rain.depth_mm[9] == 1_825.0
    assert [(row.line, row.reason) for row in read.account.refused] == [
        (21, "cannot be a day's rain in any unit: 18251")
    ]


@pytest.mark.parametrize("comma", [True, False])
def test_totals_by_the_month_may_have_a_decimal_comma(comma):
    totals = [[10.5 + month + year for month in range(12)] for year in range(3)]
    rows = [
        f"{1990 + year}-{month + 1:02};{str(mm).replace('.', ',') if comma else mm}"
        for year, months in enumerate(totals)
        for month, mm in enumerate(months)
    ]
    read = read_monthly("\n".join(["month;rain", *rows]))
    assert read.first_year == 1990
    assert read.monthly.tolist() == totals


@pytest.mark.parametrize(("mean_year_mm", "believed"), [(15.5, True), (14.5, False)])
def test_a_column_s_unit_is_believed_down_to_a_tenth_of_the_driest_year(mean_year_mm, believed):
    """The driest year that is taken for one has 150 mm."""
    rain = np.full(DAYS, mean_year_mm / 365.25)
    read = read_rain_file(table(lambda d, mm: f"{d},{mm:.6f}", rain=rain))
    assert read.account.unit == ("mm" if believed else "inch")
    assert read.account.unit_reason.startswith("the column is called 'rain_mm'") is believed
