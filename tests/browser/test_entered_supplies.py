"""Each supply that the trade builds is entered from an empty property in sixty presses at most, and comes out so."""

import json

import pytest

from tests.browser.entering.hand import Hand
from tests.browser.entering.kept import FOLDER, MOST_PRESSES, as_kept, kept_presses
from tests.browser.entering.supplies import SUPPLIES
from tests.serving import Server

pytestmark = pytest.mark.browser


@pytest.fixture(scope="module")
def with_rain(tmp_path_factory):
    """A server with the records of the demos, as a new property is offered them."""
    with Server(tmp_path_factory.mktemp("with_rain"), with_demo=True) as server:
        yield server


@pytest.mark.parametrize("key", list(SUPPLIES))
def test_it_is_entered_as_it_is_kept(key, page, with_rain):
    hand = Hand(page, with_rain.url)
    SUPPLIES[key](hand)
    assert hand.presses <= MOST_PRESSES
    assert hand.presses == kept_presses()[key]
    kept = json.loads((FOLDER / f"{key}.json").read_text("utf-8"))
    assert json.loads(as_kept(hand.state["document"])) == kept


def test_the_list_has_each_of_them():
    assert set(kept_presses()) == set(SUPPLIES) == {each.stem for each in FOLDER.glob("*.json")}
