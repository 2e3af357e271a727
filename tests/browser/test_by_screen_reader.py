"""The main job by what a screen reader says alone: `docs/by-screen-reader.md` is walked as it is written."""

import re
from pathlib import Path

import pytest

from tests.browser.reader import Reader

pytestmark = pytest.mark.browser

WALK = Path(__file__).parents[2] / "docs" / "by-screen-reader.md"
QUOTED = r"“([^”]+)”"
STEPS = {
    rf"Go to the ([\w ]+?) {QUOTED}": Reader.go_to,
    r"Press `([^`]+)`": Reader.press,
    rf"Type {QUOTED}": Reader.type,
    rf"A ([\w ]+?) reads {QUOTED}": Reader.finds,
    rf"It says {QUOTED}": Reader.hears,
}


def test_the_walk_that_is_written_down_can_be_walked(page, server):
    reader = Reader(page)
    page.goto(server.url)
    lines = [line.removeprefix("- ") for line in WALK.read_text("utf-8").splitlines() if line.startswith("- ")]
    assert len(lines) > 40
    for line in lines:
        step = next((do, found.groups()) for how, do in STEPS.items() if (found := re.fullmatch(rf"{how}\.?", line)))
        try:
            step[0](reader, *step[1])
        except AssertionError as error:
            raise AssertionError(f"{line}: {error}") from error
