"""What the command line gives out, other tools can take."""

import json

import numpy as np
import pytest
from pypdf import PdfReader

from lean_year.demo.shipped import DEMOS, demo_rain
from lean_year.formats.rain.rain_import import read_rain_file


@pytest.fixture(params=list(DEMOS))
def demo(request, lean_year, tmp_path):
    path = tmp_path / "demo.json"
    assert lean_year("demo", request.param, "--out", path)[0] == 0
    return request.param, path


def test_every_demo_is_written_and_planned(demo, lean_year):
    name, path = demo
    code, out, _ = lean_year("plan", path, "--json")
    plan = json.loads(out)
    assert code == 0
    assert plan["verdict"]
    assert plan["cistern"]["counted_years"] >= 38
    assert plan["tank_l"] == pytest.approx(DEMOS[name].property().cistern.gross_l)
    code, text, _ = lean_year("plan", path)
    assert code == 0
    assert plan["verdict_parts"]["answer"] in text


@pytest.mark.parametrize("kind", ["rain-csv", "swmm-rain"])
def test_the_record_is_given_out_and_read_again(demo, lean_year, tmp_path, kind):
    name, path = demo
    out = tmp_path / "rain.txt"
    assert lean_year("export", path, "--format", kind, "--out", out)[0] == 0
    again = read_rain_file(out.read_bytes()).rain
    record = demo_rain(name)
    inside = slice((again.start - record.start).days, (again.start - record.start).days + again.depth_mm.size)
    assert again.depth_mm == pytest.approx(record.depth_mm[inside], abs=0.01)
    assert record.depth_mm.sum() == pytest.approx(np.nansum(again.depth_mm), abs=0.5)


def test_the_roofs_are_given_out_as_geojson_where_the_place_is_known(lean_year, tmp_path):
    path, out = tmp_path / "demo.json", tmp_path / "roofs.geojson"
    lean_year("demo", "saltmarrow", "--out", path)
    file = json.loads(path.read_text())
    file["property"]["site"]["longitude_deg"] = None
    path.write_text(json.dumps(file))
    code, _, err = lean_year("export", path, "--format", "geojson", "--out", out)
    assert code == 2
    assert "longitude_deg" in err
    file["property"]["site"]["longitude_deg"] = -6.3
    path.write_text(json.dumps(file))
    assert lean_year("export", path, "--format", "geojson", "--out", out)[0] == 0
    assert len(json.loads(out.read_text())["features"]) == 3


@pytest.mark.parametrize("sheet", ["report", "install", "survey"])
def test_a_sheet_of_paper_is_given_out_on_either_paper(demo, lean_year, tmp_path, sheet):
    _, path = demo
    out = tmp_path / "sheet.pdf"
    for paper, width_pt in (("a4", 595.28), ("letter", 612)):
        asked = ("--format", "pdf", "--sheet", sheet, "--paper", paper, "--out", out)
        assert lean_year("export", path, *asked)[0] == 0
        assert float(PdfReader(out).pages[0].mediabox.width) == pytest.approx(width_pt, abs=0.1)


def test_what_cannot_be_given_out_is_refused_in_one_line(lean_year, tmp_path):
    path = tmp_path / "demo.json"
    lean_year("demo", "saltmarrow", "--out", path)
    for arguments, named in (
        (["export", path, "--format", "papyrus", "--out", tmp_path / "x"], "format"),
        (["export", path, "--format", "pdf", "--sheet", "poem", "--out", tmp_path / "x"], "sheet"),
        (["export", path, "--format", "pdf", "--paper", "a5", "--out", tmp_path / "x"], "paper"),
        (["demo", "atlantis", "--out", tmp_path / "x.json"], "name"),
        (["export", tmp_path / "none.json", "--format", "rain-csv", "--out", tmp_path / "x"], "none.json"),
    ):
        code, _, err = lean_year(*arguments)
        assert code == 2
        assert named in err
        assert "Traceback" not in err


@pytest.mark.parametrize(
    ("name", "inputs", "key", "value"),
    [
        ("harvest", {"area_m2": 100, "rain_mm": 10, "runoff": 0.9, "loss_mm": 0.5}, "volume_l", 855),
        ("roof_plan_area", {"slope_length_m": 5, "width_m": 10, "pitch_deg": 60}, "area_m2", 25),
        ("cylinder", {"diameter_m": 10.2, "depth_m": 2.3}, "volume_l", 187_939),
        ("lying_cylinder", {"diameter_m": 2, "length_m": 3, "depth_m": 1}, "volume_l", 4_712.4),
        ("link_head", {"flow_l_s": 5, "bore_mm": 100, "length_m": 2, "roughness_mm": 0.01}, "head_m", 0.0394),
        ("first_flush", {"area_m2": 100, "depth_mm": 0.5, "bore_mm": 100}, "chamber_length_m", 6.366),
        ("first_flush", {"area_m2": 100, "depth_mm": 2, "bore_mm": 100}, "share_left", 0.25),
        ("drain_down", {"chamber_length_m": 2, "bore_mm": 150, "hole_mm": 2}, "hours", 1.6633),
        ("gutter", {"area_m2": 60, "intensity_mm_h": 75, "gutter_area_mm2": 6136}, "flow_l_s", 1.25),
        ("gutter", {"area_m2": 60, "intensity_mm_h": 75, "gutter_area_mm2": 6136}, "capacity_l_s", 1.359),
        ("downpipe", {"diameter_mm": 75, "fill_ratio": 0.33}, "capacity_l_s", 4.974),
        ("drain_pipe", {"diameter_mm": 100, "slope": 0.01, "manning_n": 0.013}, "full_capacity_l_s", 5.166),
        ("overflow", {"diameter_mm": 100, "head_mm": 40}, "capacity_l_s", 3.373),
        (
            "pipe_loss",
            {"flow_l_s": 2, "bore_mm": 50, "length_m": 10, "method": "darcy", "roughness_mm": 0.01},
            "head_m",
            0.2278,
        ),
        (
            "pipe_loss",
            {"flow_l_s": 2, "bore_mm": 50, "length_m": 10, "method": "hazen_williams", "c": 150},
            "head_m",
            0.2168,
        ),
        (
            "present_cost",
            {
                "capital": 10_000,
                "yearly": 200,
                "replace_cost": 900,
                "replace_every_years": 10,
                "years": 20,
                "discount_rate": 0.03,
            },
            "present_cost",
            13_645.18,
        ),
        (
            "cost_per_m3",
            {"present_cost": 13_645, "m3_per_year": 90, "years": 20, "discount_rate": 0.03},
            "cost_per_m3",
            10.19,
        ),
        ("mains_pressure", {"street_kpa": 400, "rise_m": 22, "friction_kpa": 35}, "left_kpa", 149.25),
    ],
)
def test_the_quick_sums(lean_year, name, inputs, key, value):
    code, out, _ = lean_year("sum", name, *(f"{field}={number}" for field, number in inputs.items()), "--json")
    assert code == 0
    assert json.loads(out)[key] == pytest.approx(value, rel=2e-3)
