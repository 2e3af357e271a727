"""Supplies that the trade builds, each entered from an empty property as an installer would who knows what is built."""

from collections.abc import Callable

from tests.browser.entering.hand import Hand

MILD, COLD, DRY_SUMMER = "Pellisford", "Brindle", "Merrowick"


def barrel(hand: Hand) -> None:
    """A garden barrel with a diverter on one downpipe."""
    hand.begin("Barrel at a downpipe", "Barrel", roof="32 m2", rain=MILD)
    hand.go("Roofs")
    hand.enter("Pitch of Main roof", "25")
    hand.go("Cistern", "The tanks")
    hand.enter("Diameter of Barrel", "0.59 m")
    hand.enter("Stated volume of Barrel", "230 L")
    hand.go("Gutters", "Screens")
    hand.enter("Openings of the filter in the downpipe of A", "0.3 mm")
    hand.go("Household", "People and garden")
    hand.enter("Watered area", "4 m2")


def slim(hand: Hand) -> None:
    """A slim tank on pavers with a rain head, a first flush, a gauge and a small pump."""
    hand.begin("Slim tank with a pump", "Slim tank", roof="94 m2", rain=DRY_SUMMER)
    hand.go("Cistern", "The tanks")
    hand.enter("Length of Slim tank", "3.1 m")
    hand.enter("Width of Slim tank", "0.75 m")
    hand.enter("Height of Slim tank", "2.1 m")
    hand.enter("Stated volume of Slim tank", "4500 L")
    hand.enter("Outlet of Slim tank", "0.15 m")
    hand.go("Gutters")
    hand.enter("Highest tap", "0.8 m")
    hand.go("First flush")
    hand.enter("First-flush depth", "0.5 mm")
    hand.go("Household", "People and garden")
    hand.enter("Watered area", "30 m2")
    hand.go("Pump", "Control & power")
    hand.choose("Control of the pump", "runs while water flows")
    hand.go("Ground")
    hand.choose("Kind of ground", "clay")
    hand.view("Way in")
    hand.choose("Services", "are located")


def buried(hand: Hand) -> None:
    """A shallow buried tank with a basket filter, a calmed inlet, an overflow trap and a submerged automatic pump."""
    hand.begin("Buried garden tank", "Buried tank", roof="110 m2", rain=MILD)
    hand.go("Cistern", "The tanks")
    hand.enter("Stated volume of Buried tank", "4400 L")
    hand.go("Gutters")
    hand.enter("Highest tap", "0.8 m")
    hand.go("Household", "People and garden")
    hand.enter("Watered area", "80 m2")
    hand.go("Ground")
    hand.choose("Kind of ground", "sand")
    hand.view("Way in")
    hand.choose("Services", "are located")


def pit(hand: Hand) -> None:
    """A store of culverts and stone in a liner under paving, drained before winter."""
    hand.begin("Pit under paving", "Pit", roof="90 m2", rain=COLD)
    hand.go("Cistern", "The tanks")
    hand.enter("Length of Pit", "5 m")
    hand.enter("Length of the culverts of Pit", "13 m")
    hand.go("Gutters")
    hand.enter("Highest tap", "0.8 m")
    hand.go("Household", "People and garden")
    hand.enter("Watered area", "60 m2")
    hand.go("Ground")
    hand.choose("Kind of ground", "sand")
    hand.view("Way in")
    hand.choose("Services", "are located")


def ring_pumped(hand: Hand) -> None:
    """A bolted steel tank of 185 m3 with a liner on a levelled pad, clean water pumped into it."""
    hand.begin("Ring tank on a farm", "Ring tank", roof="420 m2", rain=DRY_SUMMER, people="4")
    hand.go("Cistern", "The tanks")
    hand.do("Add a tank")
    hand.choose("How the tanks are joined", "pumped from one to the next")


def ring_beam(hand: Hand) -> None:
    """A liner tank of 40 m3 on a ring beam with a bed of sand."""
    hand.begin("Ring tank on a farm", "Liner tank", roof="1900 ft2", rain=MILD, people="2", us=True)
    hand.go("Household", "Uses")
    hand.do("Remove")


def cast(hand: Hand) -> None:
    """A dug-in cistern of cast concrete with a filter chamber of its own, treated for the whole house."""
    hand.begin("None of these", "Cast cistern", roof="180 m2", rain=MILD, people="4")
    hand.go("Cistern", "The tanks")
    hand.choose("Kind of Tank", "cast chamber")


SUPPLIES: dict[str, Callable[[Hand], None]] = {
    each.__name__: each for each in (barrel, slim, buried, pit, ring_pumped, ring_beam, cast)
}
