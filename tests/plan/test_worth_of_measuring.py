"""What is worth measuring, against the plan called with each value by the test itself."""

from pathlib import Path
from types import UnionType
from typing import Annotated, Union, get_args, get_origin

import pytest

from lean_year.core.survey.plausible import plausible_range, plausible_ranges
from lean_year.demo.shipped import demo_rain
from lean_year.plan.answer.progress import Progress
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.worth_of_measuring import RANKS, WorthOfMeasuring, worth_of_measuring
from lean_year.property.assumed import by_value, may_be_assumed
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit
from lean_year.property.parts import Part
from lean_year.property.start import new_property
from tests.plan.on_demos import edited, planned, replace

HUT = new_property(name="Hut", roof_area_m2=80, people=2)

DECIDED = set((Path(__file__).parent / "decided_not_measured.txt").read_text("utf-8").splitlines())
"""Places whose value is chosen, bought or sent to a laboratory: nobody on the site can measure them."""


def result(document, rain):
    *progress, worth = worth_of_measuring(document, rain)
    assert all(isinstance(each, Progress) for each in progress)
    assert isinstance(worth, WorthOfMeasuring)
    assert [each.done for each in progress] == list(range(len(worth.items)))
    return {each.path: each for each in worth.items}


def places(part=Property, at=""):
    """Every place in a document at which a value may be assumed."""
    for name in may_be_assumed(part):
        kind = part.model_fields[name].annotation
        inner = list(parts(kind))
        here = f"{at}/{name}" + ("/*" if inner and in_a_list(kind) else "")
        for each in inner:
            yield from places(each, here)
        if not inner:
            yield here


def parts(kind):
    if isinstance(kind, type) and issubclass(kind, Part):
        yield kind
    else:
        for each in get_args(kind):
            yield from parts(each)


def in_a_list(kind):
    if get_origin(kind) is Annotated:
        return in_a_list(get_args(kind)[0])
    if get_origin(kind) in (Union, UnionType):
        return any(in_a_list(each) for each in get_args(kind))
    return get_origin(kind) is list


def test_every_place_has_a_range_or_is_decided():
    # Another supply is measured once it is at the front, where its places are the same.
    every = {each for each in places() if not each.startswith("/supplies/")}
    without = {each for each in every if plausible_range(each.replace("*", "0")) is None}
    assert without == DECIDED
    assert {each.path for each in plausible_ranges()} - {"/pump/fixtures/*"} <= every


@pytest.mark.parametrize(
    ("name", "path", "rank"),
    [
        # The barn's coefficient decides whether two short years are kept to; the feet of its run move nothing.
        ("saltmarrow", "/roofs/2/runoff", "decides"),
        ("saltmarrow", "/downpipes/0/run/foot_m", "nothing"),
        # Pipe of the lowest class bursts under the standing water; how low a tap is moves nothing there.
        ("brindle-landing", "/downpipes/0/run/rated_kpa", "decides"),
        ("brindle-landing", "/levels/lowest_tap_m", "nothing"),
        # How high the pump stands decides no failure there, but whether it draws air; water under clay moves nothing.
        ("lantern-row", "/levels/pump_m", "moves"),
        ("lantern-row", "/ground/water_table_m", "nothing"),
    ],
)
def test_on_the_demos_one_decides_and_one_does_not(name, path, rank):
    item = result(edited(name), prepare_rain(demo_rain(name), "none"))[path]
    assert item.rank == rank


@pytest.mark.parametrize("name", ["saltmarrow", "brindle-landing"])
def test_what_each_end_moves_is_what_the_plan_says_with_it(name):
    now, found = planned(name), result(edited(name), prepare_rain(demo_rain(name), "none"))
    tried = [(path, end) for path, item in found.items() for end in item.ends]
    assert len(tried) > 10
    for path, end in tried:
        then = planned(name, replace(path, end.value))
        assert end.years_carried == then.cistern.years_carried, path
        assert end.needed_l == then.cistern.figures["smallest_for_aim_l"].value, path
        loud, was = ({f.text for f in plan.findings if f.severity != "note"} for plan in (then, now))
        assert set(end.appears) <= loud
        assert set(end.goes) <= was
        new = {f.code for f in then.findings if f.severity == "fails"} - {f.code for f in now.findings}
        assert {f.text for f in then.findings if f.code in new and f.severity == "fails"} <= set(end.appears), path


def test_the_height_of_a_gutter_outlet_that_nobody_measured_decides_whether_the_tank_fills():
    item = result(HUT, None)["/roofs/0/outlet_m"]
    assert (item.value, item.rank, item.why) == (None, "decides", "eaves of one storey")
    low, high = item.ends
    assert (low.value, high.value) == (2.0, 3.2)
    assert any("Gutter outlet to tank inlet" in text for text in low.appears)
    assert not any("Gutter outlet to tank inlet" in text for text in high.appears)
    assert (low.years_carried, low.needed_l) == (None, None)


def test_what_is_entered_is_not_asked_and_what_decides_stands_first():
    worth = result(HUT, None)
    paths = set(by_value(HUT, HUT.assumed))
    for path, item in worth.items():
        assert path in paths or item.value is None
    assert "/household/residents" not in worth
    ranks = [RANKS.index(item.rank) for item in worth.values()]
    assert ranks == sorted(ranks)
    measured = apply_edit(HUT, [replace("/roofs/0/outlet_m", 2.9)])
    assert "/roofs/0/outlet_m" not in result(measured, None)


def test_within_a_rank_what_moves_most_years_stands_first():
    unseen = edited("saltmarrow").model_copy(update={"assumed": ["/roofs", "/ground"]})
    moved = {rank: [] for rank in RANKS}
    for item in result(unseen, prepare_rain(demo_rain("saltmarrow"), "none")).values():
        years = [end.years_carried for end in item.ends]
        moved[item.rank].append(max(years) - min(years) if years else 0)
    assert any(len(set(spreads)) > 2 for spreads in moved.values())
    for spreads in moved.values():
        assert spreads == sorted(spreads, reverse=True)


def test_an_end_at_which_the_design_cannot_be_is_left_out():
    pipes = result(HUT, None)["/downpipes/0/pipes"]
    assert [end.value for end in pipes.ends] == [2]  # no downpipe at all is refused
