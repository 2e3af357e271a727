"""What alternatives have in common and what each has of its own; what differs between two. Invented data."""

import re

import jsonpointer
import pytest

from lean_year.core.errors import InputError
from lean_year.demo.shipped import DEMOS, demo_file
from lean_year.property.alternatives import (
    OF_THE_SITE,
    ROOF_IS_DESIGNED,
    differing,
    is_of_the_site,
    same_site,
    with_site_of,
)
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit
from lean_year.property.household import Truck
from lean_year.property.roofs import Roof
from tests.property.test_supplies import SHED


def changed(document, *writes):
    return apply_edit(document, [{"op": "replace", "path": path, "value": value} for path, value in writes])


@pytest.fixture
def site():
    return demo_file("saltmarrow").property


def test_every_place_of_the_site_is_in_the_document_and_every_part_of_the_document_is_decided():
    raw = demo_file("saltmarrow").property.model_dump(mode="json")
    for pointer in OF_THE_SITE:
        jsonpointer.resolve_pointer(raw, pointer)
    designed = {
        "version",
        "assumed",
        "roofs",
        "downpipes",
        "cistern",
        "first_flush",
        "audit",
        "parts",
        "price",
        "build",
        "supply",
        "supplies",
        "transfers",
        "others",
    }
    named = {pointer.split("/")[1] for pointer in OF_THE_SITE}
    assert set(Property.model_fields) == designed | named
    assert set(ROOF_IS_DESIGNED) < set(Roof.model_fields)


def test_what_was_surveyed_goes_along_and_what_was_designed_stays(site):
    design = changed(site, ("/cistern/rule", "ybs"), ("/household/back_up/kind", "truck"), ("/roofs/1/on", False))
    measured = changed(
        site,
        ("/roofs/0/pitch_deg", 31),
        ("/roofs/0/gutters/0/width_mm", 150),
        ("/levels/ground_m", -0.4),
        ("/levels/pump_m", -0.3),
        ("/household/residents", 5),
        ("/overflow/bore_mm", 150),
        ("/treatment/uv/uvt_percent", 88),
    )
    after = with_site_of(measured, design)
    assert (after.roofs[0].pitch_deg, after.levels.ground_m, after.household.residents) == (31, -0.4, 5)
    assert after.treatment.uv.uvt_percent == 88
    for part in ("cistern", "first_flush"):
        assert getattr(after, part) is getattr(design, part)
    assert (after.cistern.rule, after.household.back_up.kind, after.roofs[1].on) == ("ybs", "truck", False)
    assert after.roofs[0].gutters == site.roofs[0].gutters
    assert (after.levels.pump_m, after.overflow.bore_mm) == (site.levels.pump_m, site.overflow.bore_mm)
    assert same_site(measured, after)
    assert not same_site(measured, design)
    assert with_site_of(measured, after) == after


@pytest.mark.parametrize("demo", DEMOS)
def test_on_its_own_site_a_design_stays_as_it_is(demo):
    document = demo_file(demo).property
    assert same_site(document, document)
    after = with_site_of(document, document)
    assert after.model_dump(exclude={"assumed"}) == document.model_dump(exclude={"assumed"})
    assert differing(document, after) == []


def test_a_roof_that_is_new_is_there_in_both_and_one_that_is_gone_in_neither(site):
    design = changed(site, ("/roofs/2/on", False))
    shed = {"id": "shed", "name": "Shed", "extent": {"kind": "area", "area_m2": 20}, "drains": [{"group": "a"}]}
    measured = apply_edit(
        site, [{"op": "remove", "path": "/roofs/0"}, {"op": "add", "path": "/roofs/-", "value": shed}]
    )
    after = with_site_of(measured, design)
    assert [roof.id for roof in after.roofs] == [site.roofs[1].id, site.roofs[2].id, "shed"]
    assert [roof.on for roof in after.roofs] == [True, False, True]


def test_a_new_roof_drains_to_a_downpipe_that_the_design_has(site):
    pipe = site.downpipes[0].model_dump(mode="json") | {"id": "new", "name": "N"}
    shed = {"id": "shed", "name": "Shed", "extent": {"kind": "area", "area_m2": 20}, "drains": [{"group": "new"}]}
    measured = apply_edit(
        site, [{"op": "add", "path": "/downpipes/-", "value": pipe}, {"op": "add", "path": "/roofs/-", "value": shed}]
    )
    assert measured.roofs[-1].drains[0].group == "new"
    after = with_site_of(measured, site)
    assert [(each.group, each.share) for each in after.roofs[-1].drains] == [(site.downpipes[0].id, 1)]


def test_what_nobody_entered_follows_its_row_and_its_owner(site):
    bare = site.model_copy(update={"assumed": []})
    measured = bare.model_copy(update={"assumed": ["/ground/slope", "/roofs/2/pitch_deg", "/roofs/0/drains/0/share"]})
    measured = apply_edit(measured, [{"op": "remove", "path": "/roofs/1"}])
    assert measured.assumed == ["/ground/slope", "/roofs/1/pitch_deg", "/roofs/0/drains/0/share"]
    design = bare.model_copy(
        update={"assumed": ["/ground/soil", "/ground/thickness_mm", "/roofs/2/snow_guards", "/roofs/1/snow_guards"]}
    )
    after = with_site_of(measured, design)
    of_the_site, designed = ["/ground/slope", "/roofs/1/pitch_deg"], ["/ground/thickness_mm", "/roofs/1/snow_guards"]
    assert sorted(after.assumed) == sorted(of_the_site + designed)
    assert "/ground/soil" not in after.assumed
    entered = changed(measured, ("/ground/slope", 0.05))
    assert "/ground/slope" not in with_site_of(entered, after).assumed
    assert not same_site(entered, after)


def test_what_differs_is_exactly_what_was_changed(site):
    writes = {
        "/cistern/tanks/0/overflow_m": 1.9,
        "/household/back_up/kind": "truck",
        "/household/back_up/load_l": 10_000,
        "/roofs/1/gutters/0/width_mm": 150,
    }
    other = changed(site, *writes.items())
    found = differing(site, other)
    with_the_truck = {"/household/back_up/truck": Truck().model_dump()}
    assert {path: now for path, _, now in found} == writes | with_the_truck
    assert all(jsonpointer.resolve_pointer(site.model_dump(mode="json"), path) == was for path, was, _ in found)
    assert [(path, now, was) for path, was, now in found] == differing(other, site)


def test_rows_are_the_same_by_their_ids_wherever_they_stand(site):
    tank = site.cistern.tanks[0].model_dump(mode="json") | {"id": "other", "name": "Other"}
    other = apply_edit(site, [{"op": "add", "path": "/cistern/tanks/0", "value": tank}])
    ((path, was, now),) = differing(site, other)
    assert (path, was, now["name"]) == ("/cistern/tanks/-", None, "Other")
    ((path, was, now),) = differing(other, site)
    assert (path, was["name"], now) == ("/cistern/tanks/0", "Other", None)


def test_another_shape_is_named_by_all_that_it_has():
    site = demo_file("lantern-row").property
    shape = {"kind": "upright_cylinder", "diameter_m": 1.2, "height_m": 2}
    found = {path: (was, now) for path, was, now in differing(site, changed(site, ("/cistern/tanks/0/shape", shape)))}
    at = "/cistern/tanks/0/shape"
    assert found[f"{at}/kind"] == (site.cistern.tanks[0].shape.kind, "upright_cylinder")
    assert found[f"{at}/diameter_m"] == (None, 1.2)
    assert all(re.fullmatch(rf"{at}/\w+", path) for path in found)


def test_places_of_the_site_are_told_from_those_of_the_design():
    for pointer in ("/survey/x", "/roofs/3/extent/area_m2", "/roofs/1", "/rain/record_id", "/household/guests/4"):
        assert is_of_the_site(pointer), pointer
    for pointer in ("/roofs/3/gutters/0/width_mm", "/household/uses/0", "/ground/to_footing_m", "/levels/pump_m"):
        assert not is_of_the_site(pointer), pointer


def test_a_design_that_cannot_stand_on_a_site_is_refused_by_its_field(site, monkeypatch):
    import lean_year.property.alternatives as module

    def refuse(_):
        raise InputError("roofs[0].drains", "must name a group")

    monkeypatch.setattr(module, "check", refuse)
    with pytest.raises(InputError, match=r"roofs\[0\]\.drains"):
        with_site_of(site, changed(site, ("/ground/soil", "clay")))


def test_which_supply_serves_the_animals_is_designed(site):
    """Animals are counted on the site; the shed that waters them is of one design alone."""
    herd = {"id": "ewes", "animal": "sheep", "heads": 12.0}
    here = apply_edit(site, [{"op": "add", "path": "/household/animals/-", "value": herd}])
    row = len(here.household.animals) - 1
    design = apply_edit(
        here,
        [
            {"op": "add", "path": "/supplies/-", "value": SHED},
            {"op": "replace", "path": f"/household/animals/{row}/served/by", "value": "shed"},
        ],
    )
    assert same_site(here, design)
    more = apply_edit(here, [{"op": "replace", "path": f"/household/animals/{row}/heads", "value": 20.0}])
    after = with_site_of(more, design)
    assert after.household.animals[row].heads == 20
    assert after.household.animals[row].served.by == "shed"
    assert with_site_of(design, here).household.animals[row].served.by == "main"
