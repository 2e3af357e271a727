"""A property with as many parts as people build: no label is written over another one."""

import json

import pytest

from lean_year.demo.shipped import demo_file
from tests.browser.conftest import DESK, PHONE, brought_in

pytestmark = pytest.mark.browser
TANKS, ROOFS = 12, 25
OVER_EACH_OTHER = """() => [...document.querySelectorAll('#sheet svg')].flatMap((drawing) => {
  const labels = [...drawing.querySelectorAll('text')]
    .filter((label) => label.textContent.trim() && getComputedStyle(label).visibility !== 'hidden')
    .map((label) => [label.textContent, label.getBoundingClientRect()])
    .filter(([, box]) => box.width > 0);
  return labels.flatMap(([words, box], number) =>
    labels.slice(0, number).filter(([, other]) =>
      Math.min(box.right, other.right) - Math.max(box.left, other.left) > 4 &&
      Math.min(box.bottom, other.bottom) - Math.max(box.top, other.top) > 4,
    ).map(([other]) => `${words} over ${other}`));
})"""


@pytest.fixture(scope="module")
def large(server):
    """The address of a farm with twelve tanks in a row, and twenty-five roofs on a grid."""
    raw = json.loads(demo_file("saltmarrow").model_dump_json())
    parts = raw["property"]
    [tank] = parts["cistern"]["tanks"]
    roof = parts["roofs"][0] | {"extent": {"kind": "rectangle", "length_m": 6.0, "width_m": 5.0}}
    parts["cistern"]["tanks"] = [tank | {"id": f"tank-{n}", "name": f"Tank number {n}"} for n in range(1, TANKS + 1)]
    parts["roofs"] = [
        roof | {"id": f"roof-{n}", "name": f"Roof number {n}", "x_m": n % 5 * 7.0, "y_m": n // 5 * 6.0}
        for n in range(ROOFS)
    ]
    for pipe in parts["downpipes"]:
        pipe["tank"] = None
    return brought_in(server, json.dumps(raw))


DRAWN = ["roofs", "gutters", "first_flush", "cistern?view=tanks", "cistern?view=methods", "ground"]


@pytest.mark.parametrize("view", DRAWN)
def test_no_label_is_written_over_another_with_many_parts(page, large, view):
    page.goto(f"{large}/{view}")
    page.locator("#sheet svg text").first.wait_for()
    page.wait_for_load_state("networkidle")
    for size in (DESK, PHONE):
        page.set_viewport_size(size)
        page.get_by_test_id("verdict").click()  # both sizes have drawn themselves by then
        assert page.evaluate(OVER_EACH_OTHER) == [], size


@pytest.mark.parametrize("view", ["gutters", "cistern?view=methods", "pump"])
def test_no_label_of_a_demo_is_written_over_another_on_a_phone(page, looked_at, view):
    page.set_viewport_size(PHONE)
    page.goto(f"{looked_at}/{view}")
    page.locator("#sheet svg text").first.wait_for()
    page.wait_for_load_state("networkidle")
    assert page.evaluate(OVER_EACH_OTHER) == []
