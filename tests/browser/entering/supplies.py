"""Supplies that the trade builds, each entered from an empty property by somebody who knows what is to be built."""

from collections.abc import Callable

from tests.browser.entering.hand import Hand

TOWN, COLD, DRY_SUMMER = "Pellisford", "Brindle", "Merrowick"
DRY_MM = "38 34 30 22 14 8 18 26 24 28 30 36"
MONSOON_MM = "2 4 5 10 30 220 420 390 210 60 15 4"
"""Twelve means of places that are made up. [mm]"""


def _on_ground(hand: Hand, kind: str) -> None:
    """What was looked at where the tank is to stand."""
    hand.go("Ground")
    hand.choose("Kind of ground", kind)
    hand.view("Way in")
    hand.choose("Services", "are located")


def _heater(hand: Hand) -> None:
    hand.view("Hot water")
    hand.choose("Water heater", "a heater without a store")


def _flushed_into_a_tank(hand: Hand, *drains: str) -> None:
    hand.go("First flush")
    hand.choose("Kind of diverter", "into a small tank")
    for drain in drains:
        hand.do(drain)


def _levels(hand: Hand, highest_tap: str) -> None:
    hand.go("Gutters", "Levels")
    hand.choose("Where the rate comes from", "from the local table")
    hand.enter("Highest tap", highest_tap)


def _at_the_taps(hand: Hand, highest_m: str, *then: str) -> None:
    """The height of the highest tap, and what the answer at the pump proposes."""
    _levels(hand, highest_m)
    if then:
        hand.go("Pump")
    for fix in then:
        hand.do(fix)


def barrel(hand: Hand) -> None:
    """A garden barrel with a diverter on one downpipe."""
    hand.begin("Barrel at a downpipe", "Barrel", roof="32 m2", rain=TOWN)
    hand.go("Roofs")
    hand.enter("Pitch of Main roof", "25")
    hand.go("Cistern", "The tanks")
    hand.enter("Diameter of Barrel", "0.59 m")
    hand.enter("Stated volume of Barrel", "230 L")
    _levels(hand, "0.4 m")
    hand.view("Screens")
    hand.enter("Openings of the filter in the downpipe of A", "0.3 mm")
    hand.go("Household", "People and garden")
    hand.enter("Watered area", "4 m2")
    _on_ground(hand, "clay")


def slim(hand: Hand) -> None:
    """A slim tank on pavers with a rain head, a first flush, a gauge and a small pump."""
    hand.begin("Slim tank with a pump", "Slim tank", roof="94 m2", rain=DRY_SUMMER)
    hand.go("Cistern", "The tanks")
    hand.enter("Length of Slim tank", "3.1 m")
    hand.enter("Width of Slim tank", "0.75 m")
    hand.enter("Height of Slim tank", "2.1 m")
    hand.enter("Stated volume of Slim tank", "4500 L")
    hand.go("First flush")
    hand.enter("First-flush depth", "0.5 mm")
    hand.go("Household", "People and garden")
    hand.enter("Watered area", "30 m2")
    _at_the_taps(hand, "0.8 m")
    hand.go("Pump", "Control & power")
    hand.choose("Control of the pump", "runs while water flows")
    _on_ground(hand, "clay")


def buried(hand: Hand) -> None:
    """A shallow buried tank with a basket filter, a calmed inlet, an overflow trap and a submerged automatic pump."""
    hand.begin("Buried garden tank", "Buried tank", roof="110 m2", rain=TOWN)
    hand.go("Cistern", "The tanks")
    hand.enter("Stated volume of Buried tank", "4400 L")
    hand.go("Household", "People and garden")
    hand.enter("Watered area", "40 m2")
    hand.go("Overflow")
    hand.enter("Infiltration from a test", "60 mm/h")
    _at_the_taps(hand, "0.8 m")
    _on_ground(hand, "sand")
    hand.view("Dig & float")
    hand.enter("Water table under the ground", "5 m")


def pit(hand: Hand) -> None:
    """A store of culverts and stone in a liner under paving, drained before winter."""
    hand.begin("Pit under paving", "Pit", roof="90 m2", rain=COLD)
    hand.go("Roofs")
    hand.choose("Snow", "kept on the roof")
    hand.go("Cistern", "The tanks")
    hand.enter("Length of Pit", "5 m")
    hand.enter("Length of the pipes in it of Pit", "13 m")
    hand.go("Household", "People and garden")
    hand.enter("Watered area", "60 m2")
    hand.go("Overflow")
    hand.enter("Infiltration from a test", "60 mm/h")
    _at_the_taps(hand, "0.8 m", "Fit 235 L")
    _on_ground(hand, "sand")
    hand.view("Dig & float")
    hand.enter("Water table under the ground", "5 m")


def ring_pumped(hand: Hand) -> None:
    """A bolted steel tank of 185 m3 with a liner on a levelled pad, clean water pumped into it."""
    hand.begin("Ring tank on a farm", "Ring tank", roof="900 m2", rain=DRY_SUMMER, people="4")
    hand.go("Cistern", "The tanks")
    hand.do("Add a tank")
    hand.do("Move Tank 2 up")
    hand.choose("Kind of Tank 2", "tank of known volume")
    hand.enter("Volume of Tank 2", "20 m3")
    hand.choose("How the tanks are joined", "pumped from one to the next")
    hand.enter("Pumped on in a day", "40 m3")
    _flushed_into_a_tank(hand)
    _at_the_taps(hand, "3 m", "A variable-speed set")
    _heater(hand)
    _on_ground(hand, "sandy gravel")
    hand.view("Weight")
    hand.do("Tie it down")


def ring_beam(hand: Hand) -> None:
    """A liner tank of 40 m3 on a ring beam with a bed of sand."""
    hand.begin("Ring tank on a farm", "Liner tank", roof="2400 ft2", rain=TOWN, people="2", habit="frugal", us=True)
    hand.go("Household", "Uses")
    hand.do("Remove")
    hand.go("Cistern", "The tanks")
    hand.enter("Diameter of Ring tank", "15 ft")
    hand.enter("Height of Ring tank", "8 ft")
    hand.enter("Stated volume of Ring tank", "10400 gal")
    _flushed_into_a_tank(hand)
    _at_the_taps(hand, "10 ft", "A variable-speed set")
    _heater(hand)
    _on_ground(hand, "sandy gravel")
    hand.view("Pad")
    hand.choose("Base", "ring beam")
    hand.do("Tie it down")


def cast(hand: Hand) -> None:
    """A dug-in cistern of cast concrete with a filter chamber of its own, treated for the whole house."""
    hand.begin("Bank of tanks for a house", "Cast cistern", roof="240 m2", rain=TOWN, people="2")
    hand.go("Cistern", "The tanks")
    hand.enter("How many of Tanks", "1")
    hand.choose("Kind of Tanks", "cast chamber")
    hand.enter("Length of Tanks", "5 m")
    hand.enter("Width of Tanks", "3.5 m")
    hand.enter("Height of Tanks", "2.2 m")
    hand.enter("Floor of Tanks", "-2.2 m")
    _flushed_into_a_tank(hand, "Use it: 4 L/h")
    _levels(hand, "3 m")
    hand.enter("Ground at the tank", "0 m")
    hand.view("Screens")
    hand.choose("Kind of mesh at the inlet of A", "wrapped pipes in a chamber")
    hand.go("Pump")
    hand.do("A variable-speed set")
    _heater(hand)
    _on_ground(hand, "sandy gravel")
    hand.view("Dig & float")
    hand.enter("Water table under the ground", "5 m")
    hand.go("Build")
    hand.enter("Hands on the site", "3")


def mortar(hand: Hand) -> None:
    """Round cement-mortar tanks of a community."""
    hand.begin("Mortar tanks of a village", "Mortar tanks", roof="600 m2", rain=TOWN, people="18")
    hand.go("Cistern", "The tanks")
    hand.enter("Diameter of Mortar tank", "4 m")
    _levels(hand, "-0.2 m")
    hand.view("Screens")
    hand.enter("Bed of the up-flow gravel and fibre of A", "2.5 m2")
    _on_ground(hand, "clay")


def roof_pipe(hand: Hand) -> None:
    """Two septic-style concrete tanks filled through a pipe in their roof, gravity to a plant room."""
    hand.begin("Precast pair in dry country", "Two concrete tanks", roof="300 m2", rain=TOWN, people="2")
    hand.go("Cistern", "The tanks")
    hand.enter("Length of Precast tanks", "2.6 m")
    hand.go("Household", "When it is short")
    hand.choose("Back-up", "nothing")
    _flushed_into_a_tank(hand, "Use it: 4 L/h")
    _at_the_taps(hand, "2 m", "A variable-speed set")
    _heater(hand)
    _on_ground(hand, "sandy gravel")


def both_ends(hand: Hand) -> None:
    """A bank of linked plastic tanks filled from both ends with a common overflow standpipe."""
    hand.begin("Bank of tanks for a house", "Bank", roof="290 m2", rain=TOWN, people="2")
    hand.go("Cistern", "The tanks")
    hand.enter("How many of Tanks", "3")
    hand.do("Add a tank")
    hand.go("Roofs")
    hand.do("Another group of downpipes")
    hand.choose("Downpipes of Main roof", "half to A")
    hand.choose("Tank that downpipes B fill", "Tank 2")
    _flushed_into_a_tank(hand, "Use it: 4 L/h")
    _levels(hand, "3 m")
    hand.do("Fit a leaf screen and an inlet mesh")
    hand.go("Pump")
    hand.do("A variable-speed set")
    _heater(hand)
    _on_ground(hand, "sandy gravel")
    hand.view("Weight")
    hand.do("Tie it down")


def across_a_site(hand: Hand) -> None:
    """Tanks of different heights across a site with isolating valves and a float-controlled mains top-up."""
    hand.begin("Bank of tanks for a house", "Across the site", roof="180 m2", rain=DRY_SUMMER, people="4")
    hand.go("Cistern", "The tanks")
    hand.enter("How many of Tanks", "2")
    hand.do("Add a tank")
    hand.enter("Height of Tank 2", "1.8 m")
    hand.choose("How Tanks stands in the bank", "valved off")
    _flushed_into_a_tank(hand)
    hand.go("Household", "When it is short")
    hand.choose("Back-up", "the mains")
    _at_the_taps(hand, "3 m", "A variable-speed set")
    hand.view("Top-up")
    hand.enter("Air gap of the top-up", "150 mm")
    _heater(hand)
    _on_ground(hand, "clay")
    hand.view("Weight")
    hand.do("Tie it down")


def dry_country(hand: Hand) -> None:
    """A house on 300 mm of rain a year with two frugal people and hauled water as the last resort."""
    hand.begin("Precast pair in dry country", "Dry country", roof="300 m2", rain="", people="2", habit="frugal")
    hand.bring_means("A dry place, made", DRY_MM)
    _flushed_into_a_tank(hand, "Use it: 4 L/h")
    _at_the_taps(hand, "2 m", "A variable-speed set")
    _heater(hand)
    _on_ground(hand, "sandy gravel")


def monsoon(hand: Hand) -> None:
    """Rain in four months, a gravel up-flow filter, a ground tank, a larger tank and overhead tanks."""
    hand.begin("Ground tank and roof tank", "Monsoon", roof="180 m2", rain="", people="4", habit="frugal")
    hand.bring_means("Four wet months, made", MONSOON_MM)
    hand.go("Cistern", "The tanks")
    hand.do("Add a tank")
    hand.do("Move Tank 3 up")
    hand.choose("Kind of Tank 3", "round cast or mortar tank")
    hand.enter("Diameter of Tank 3", "6 m")
    hand.enter("Height of Tank 3", "3 m")
    hand.enter("Floor of Tank 3", "0 m")
    hand.enter("Outlet of Tank 3", "0.13 m")
    hand.enter("How many of Roof tank", "2")
    _levels(hand, "1.5 m")
    hand.view("Screens")
    hand.choose("Kind of leaf screen of A", "up-flow gravel")
    hand.enter("Bed of the up-flow gravel and fibre of A", "1 m2")
    hand.go("Pump", "Hot water")
    hand.choose("Water heater", "no heater")
    _on_ground(hand, "clay")
    hand.view("Pad")
    hand.show("Tank 3")
    hand.choose("Base", "concrete slab")
    hand.go("Build")
    hand.enter("Hands on the site", "3")


def toilets(hand: Hand) -> None:
    """Slim tanks that flush toilets, with a mains top-up."""
    hand.begin("School toilets", "Toilets", roof="300 m2", rain=TOWN, people="120")
    _at_the_taps(hand, "4 m", "A variable-speed set")
    _on_ground(hand, "clay")


def leaning(hand: Hand) -> None:
    """A leaning tank on a hillside, lifted, bedded anew and set slightly uphill."""
    hand.begin("Slim tank with a pump", "On the hillside", roof="60 m2", rain=TOWN)
    hand.go("Cistern", "The tanks")
    hand.choose("Kind of Slim tank", "round tank")
    hand.enter("Diameter of Slim tank", "2 m")
    hand.enter("Height of Slim tank", "1.9 m")
    hand.enter("Overflow of Slim tank", "1.8 m")
    hand.go("Household", "People and garden")
    hand.enter("Watered area", "30 m2")
    _at_the_taps(hand, "0.8 m")
    hand.go("Pump", "Control & power")
    hand.choose("Control of the pump", "runs while water flows")
    _on_ground(hand, "clay")
    hand.enter("Slope of the ground", "8 %")
    hand.view("Pad")
    hand.choose("Base", "compacted stone")
    hand.do("Set it all in cut")
    hand.view("Weight")
    hand.choose("How Slim tank stands", "out of level by a fall")
    hand.enter("Lean of Slim tank across its base", "10 mm")
    hand.choose("Low side of Slim tank", "opposite")


def cabin(hand: Hand) -> None:
    """A remote cabin with a buried tank, cold winters and a creek for the overflow."""
    hand.begin("Bank of tanks for a house", "Cabin", roof="140 m2", rain=COLD, people="2", habit="frugal")
    hand.go("Roofs")
    hand.choose("Snow", "kept on the roof")
    hand.go("Cistern", "The tanks")
    hand.enter("How many of Tanks", "1")
    hand.choose("Kind of Tanks", "lying cylinder")
    hand.enter("Diameter of Tanks", "2.4 m")
    hand.enter("Length of Tanks", "6 m")
    hand.enter("Floor of Tanks", "-3.4 m")
    hand.go("First flush")
    hand.choose("Kind of diverter", "nothing")
    hand.go("Overflow")
    hand.choose("Kind of overflow", "pipe through the wall")
    hand.choose("Where the overflow goes", "a creek")
    _levels(hand, "3 m")
    hand.enter("Ground at the tank", "0 m")
    hand.enter("Ground where the overflow ends", "-2 m")
    hand.go("Pump")
    hand.do("A variable-speed set")
    _heater(hand)
    _on_ground(hand, "sandy gravel")
    hand.view("Dig & float")
    hand.enter("Water table under the ground", "5 m")


SUPPLIES: dict[str, Callable[[Hand], None]] = {
    each.__name__.replace("_", "-"): each
    for each in (
        barrel, slim, buried, pit, ring_pumped, ring_beam, cast, mortar, roof_pipe, both_ends, across_a_site,
        dry_country, monsoon, toilets, leaning, cabin,
    )
}  # fmt: skip
