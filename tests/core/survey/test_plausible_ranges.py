"""The range of what nobody has measured: its ends, worked out by hand, and one row for each place."""

import pytest

from lean_year.core.errors import InputError
from lean_year.core.survey.plausible import PlausibleRange, plausible_range, plausible_ranges


@pytest.mark.parametrize(
    ("pointer", "stands", "over", "ends"),
    [
        ("/roofs/3/extent/length_m", 12.0, 0.0, [10.8, 13.2]),
        ("/roofs/0/pitch_deg", 30.0, 0.0, [22.0, 38.0]),
        ("/roofs/0/outlet_m", None, -0.15, [1.85, 3.05]),
        ("/roofs/0/outlet_m", 2.0, 0.0, [3.2]),  # the end that stands is no other
        ("/downpipes/1/pipes", 4, 0.0, [3, 5]),
        ("/downpipes/0/screens/1/clean_weeks", 5, 0.0, [2, 15]),  # whole weeks
        ("/household/guests", [0.0, 2.0, *[0.0] * 10], 0.0, [[0.0, 1.0, *[0.0] * 10], [0.0, 4.0, *[0.0] * 10]]),
        ("/household/litres_person_day", None, 0.0, []),  # the habit stands for it, and has its own range
        ("/pump/pipe", "metal", 0.0, ["plastic"]),
        ("/roofs/0/hazards", [], 0.0, [["lead_flashing"], ["trees"], ["birds"]]),
        ("/ground/swelling", False, 0.0, [True]),
        ("/ground/slope", 0.02, 0.0, [-0.01, 0.07]),
    ],
)
def test_the_ends_are_counted_from_what_stands(pointer, stands, over, ends):
    assert plausible_range(pointer).ends(stands, over=over) == ends


@pytest.mark.parametrize(
    "pointer", ["/cistern/rule", "/roofs", "/roofs/0/pitch_deg/x", "/units", "/cistern/tanks/0/base"]
)
def test_what_is_decided_has_no_range(pointer):
    assert plausible_range(pointer) is None


def test_each_place_stands_once_and_says_why():
    paths = [each.path for each in plausible_ranges()]
    assert len(set(paths)) == len(paths)
    assert all(
        each.why and each.basis in ("estimate", "from_memory", "common_practice") for each in plausible_ranges()
    )


@pytest.mark.parametrize(
    ("given", "refused"),
    [
        ({}, "needs one of"),
        ({"times": (0.9, 1.1), "around": (-1, 1)}, "needs one of"),
        ({"between": (3.0, 2.0)}, "low end below"),
        ({"times": (1.0, 1.0)}, "low end below"),
    ],
)
def test_a_row_that_is_no_range_is_refused_by_its_place(given, refused):
    with pytest.raises(InputError, match=refused) as said:
        PlausibleRange("/pump/water_c", "by the season", **given)
    assert said.value.field == "/pump/water_c"
