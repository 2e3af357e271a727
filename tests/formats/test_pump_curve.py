"""Pasted tables of pumps, in whatever way they come."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from lean_year.core.errors import InputError
from lean_year.formats.pump_curve import L_S, METRES, read_pump_curve

PLAIN = [[0, 46], [0.6, 41], [1.2, 28]]


@pytest.mark.parametrize(
    "text",
    [
        "0 46\n0.6 41\n1.2 28",
        "0\t46\r\n0.6\t41\r\n1.2\t28\r\n",
        "0;46\n0,6;41\n1,2;28",
        "0,46\n0.6,41\n1.2,28",
        "0, 46\n0.6, 41\n1.2, 28",
        "Q (L/s)\tH (m)\n0\t46\n0.6\t41\n1.2\t28",
        "\n\n  0   46  \n 0.6 41\n\n1.2 28\n",
        "| 0 | 46 |\n| 0.6 | 41 |\n| 1.2 | 28 |",
        "1.2 28\n0 46\n0.6 41",
    ],
)
def test_a_table_is_read_however_its_fields_are_parted(text):
    assert read_pump_curve(text, flow_unit="L/s", head_unit="m") == PLAIN


@pytest.mark.parametrize(
    ("flow_unit", "head_unit", "text"),
    [
        ("L/min", "m", "0 46\n36 41\n72 28"),
        ("m3/h", "kPa", "0 451.1059\n2.16 402.07265\n4.32 274.5862"),
        ("gal/min", "ft", "0 150.9186\n9.5101939 134.5144\n19.0203878 91.8635"),
        ("gal/h", "psi", "0 65.4274\n570.611632 58.3157\n1141.223263 39.8254"),
        ("L/s", "bar", "0 4.511059\n0.6 4.0207265\n1.2 2.745862"),
    ],
)
def test_units_of_the_sheet_are_turned_into_ours(flow_unit, head_unit, text):
    """By hand: a US gallon is 3.785411784 L, a foot 0.3048 m, a psi 6.894757 kPa, a metre of water 9.80665 kPa."""
    for found, wanted in zip(read_pump_curve(text, flow_unit=flow_unit, head_unit=head_unit), PLAIN, strict=True):
        assert found == pytest.approx(wanted, abs=2e-3)


@given(
    st.sampled_from(list(L_S)),
    st.sampled_from(list(METRES)),
    st.lists(st.floats(0.05, 0.9), min_size=2, max_size=20, unique_by=lambda x: round(x, 2)),
)
def test_what_is_written_in_a_unit_is_read_back(flow_unit, head_unit, shares):
    points = [[0.0, 50.0]] + [[(row + 1) * 0.2, 50 * (1 - share)] for row, share in enumerate(sorted(shares))]
    text = "\n".join(f"{q / L_S[flow_unit]:.9f}\t{h / METRES[head_unit]:.9f}" for q, h in points)
    for found, wanted in zip(read_pump_curve(text, flow_unit=flow_unit, head_unit=head_unit), points, strict=True):
        assert found == pytest.approx(wanted, abs=1e-4)


@pytest.mark.parametrize(
    ("text", "field"),
    [
        ("0 46\n0.6\n1.2 28", "line 2"),
        ("0 46\n0.6 41 3\n1.2 28", "line 2"),
        ("0 46\n0.6 high\n1.2 28", "line 2"),
        ("0 46\n0.6 nan\n1.2 28", "line 2"),
        ("0 46\n-0.6 41\n1.2 28", "line 2"),
        ("0 46\nsome words\n1.2 28", "line 2"),
        ("0 46\n0.6 49\n1.2 28", "points"),
        ("0.1 46\n0.6 41\n1.2 28", "points"),
        ("0 46\n0.6 41", "points"),
        ("", "points"),
        ("only words", "points"),
        ("0 9999\n1 8888\n2 7777", "head_m"),
        ("\n".join(f"{n} {99 - n}" for n in range(40)), "text"),
        ("1 " * 20_000, "text"),
    ],
)
def test_what_is_no_table_is_refused_with_its_line(text, field):
    with pytest.raises(InputError) as refused:
        read_pump_curve(text, flow_unit="L/s", head_unit="m")
    assert refused.value.field == field
