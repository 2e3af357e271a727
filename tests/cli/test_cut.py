"""`cut`: the least number of stock lengths, as it is promised to stay."""

import json

import pytest


def test_pieces_come_out_of_the_least_number_of_lengths(lean_year):
    """By hand: 2,400 leaves no room for 600 and a kerf beside it; 1,800, 600 and 594 fill a bar with two kerfs."""
    code, out, err = lean_year("cut", "--stock-mm", 3000, "--kerf-mm", 3, 2400, 1800, 600, 594, "--json")
    assert (code, err) == (0, "")
    found = json.loads(out)
    assert found["stock_lengths"] == 2
    assert sorted(sorted(bar) for bar in found["layout"]) == [[594, 600, 1800], [2400]]
    assert sorted(found["offcuts_mm"]) == [0, 597]
    assert (found["least"], found["proven"]) == (2, True)


def test_it_is_said_in_words_without_json(lean_year):
    _, out, _ = lean_year("cut", "--stock-mm", 3000, "--kerf-mm", 3, 2400, 1800)
    assert out.splitlines() == [
        "2 lengths of 3,000 mm; no plan needs fewer",
        "  2,400; 597 left",
        "  1,800; 1,197 left",
    ]


@pytest.mark.parametrize(
    ("given", "named"),
    [
        (("--stock-mm", 3000, "--kerf-mm", 3, 3001), "pieces_mm[0]"),
        (("--stock-mm", 3000, "--kerf-mm", 3, "nan"), "pieces_mm[0]"),
        (("--stock-mm", 3000, "--kerf-mm", 3, "long"), "LENGTH_MM"),
        (("--stock-mm", "inf", "--kerf-mm", 3, 3), "stock_mm"),
        (("--stock-mm", 3000, 3), "kerf-mm"),
        (("--stock-mm", 3000, "--kerf-mm", 3), "LENGTH_MM"),
        (("--stock-mm", 3000, "--stock-mm", 3000, "--kerf-mm", 3, 3), "stock-mm"),
    ],
)
def test_what_cannot_be_cut_exits_2(lean_year, given, named):
    code, out, err = lean_year("cut", *given, "--json")
    assert (code, out) == (2, "")
    assert named in err
    assert len(err.splitlines()) == 1
