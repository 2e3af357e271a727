"""The drawings of pads and holes: read again by what reads them."""

import io
from xml.etree import ElementTree

import ezdxf
import pytest

from lean_year.demo.shipped import DEMOS
from lean_year.formats.exports.drawing import SCALE, write_dxf, write_svg
from lean_year.plan.answer.wording import Wording
from lean_year.plan.stations.ground.stage import plan_ground
from tests.plan.on_demos import edited, replace

FOOT_M = 0.3048


@pytest.mark.parametrize("name", list(DEMOS))
def test_the_dxf_is_clean_and_has_the_lines_of_the_screen_at_their_size(name):
    document = edited(name)
    drawing = ezdxf.read(io.StringIO(write_dxf(document)))
    assert drawing.audit().errors == []
    us = document.units == "us"
    assert drawing.header["$INSUNITS"] == (2 if us else 6)
    pads = plan_ground(document, None, Wording(document.units)).pads
    outlines = drawing.modelspace().query('LWPOLYLINE[layer=="TANK"]')
    assert len(outlines) == 2 * len(pads)
    drawn = drawing.modelspace().query('LWPOLYLINE[layer=="PAD"]')[0]
    xs = [x for x, *_ in drawn.get_points()]
    unit = FOOT_M if us else 1.0
    if not pads[0].buried:
        assert (max(xs) - min(xs)) * unit == pytest.approx(pads[0].pad_width_m, rel=1e-3)
    assert {entity.dxftype() for entity in drawing.modelspace()} <= {"LWPOLYLINE", "TEXT"}
    texts = " ".join(text.dxf.text for text in drawing.modelspace().query("TEXT"))
    for pad in pads:
        assert pad.name in texts


@pytest.mark.parametrize("name", list(DEMOS))
def test_the_svg_is_one_to_fifty_on_paper_and_well_formed(name):
    document = edited(name)
    root = ElementTree.fromstring(write_svg(document))
    space = "{http://www.w3.org/2000/svg}"
    width_mm = float(root.get("width").removesuffix("mm"))
    assert float(root.get("viewBox").split()[2]) == pytest.approx(width_mm, abs=0.1)
    tank = root.find(f"{space}polygon[@class='tank']")
    xs = [float(pair.split(",")[0]) for pair in tank.get("points").split()]
    pads = plan_ground(document, None, Wording(document.units)).pads
    points = next(line.points for line in pads[0].section if line.kind == "tank")
    across_m = max(x for x, _ in points) - min(x for x, _ in points)
    assert max(xs) - min(xs) == pytest.approx(across_m * 1000 / SCALE, abs=0.05)


def test_a_name_cannot_break_out_of_a_drawing():
    named = replace("/cistern/tanks/0/name", 'Tank <script>"&%%c{x}')
    root = ElementTree.fromstring(write_svg(edited("saltmarrow", named)))
    assert root.find("{http://www.w3.org/2000/svg}script") is None
    drawing = ezdxf.read(io.StringIO(write_dxf(edited("saltmarrow", named))))
    assert drawing.audit().errors == []
    assert all("%%" not in text.dxf.text for text in drawing.modelspace().query("TEXT"))
