"""What is seen on the ground at the tank, where the overflow goes, and on the way in."""

from collections.abc import Iterator

from lean_year.core.survey.on_site import HEAVY_KG
from lean_year.plan.model.footings import Standing, standings
from lean_year.plan.stations.survey.ask import Ask
from lean_year.property.document import Property


def on_the_ground(document: Property) -> Iterator[Ask]:
    """Levels, soil, distances, what lies underneath; more where a tank is dug in."""
    levels, datum = document.levels, document.levels.datum
    rows = standings(document)
    buried = [row for row in rows if row.buried]
    yield Ask("ground", "levels/ground_m", "Height of the ground at the house", f"Staff, over the {datum}.",
              "/levels/ground_m", "length")  # fmt: skip
    yield Ask("ground", "levels/tank_ground_m", "Height of the ground at the tank", f"Staff, over the {datum}.",
              "/levels/tank_ground_m", "length")  # fmt: skip
    yield Ask("ground", "ground/slope", "Slope of the ground at the tank", "Level and rule, up and down the slope.",
              "/ground/slope", "percent")  # fmt: skip
    yield Ask("ground", "ground/soil", "What the ground is",
              "A probe hole through the topsoil, on to what will carry the tank.", "/ground/soil", "choice",
              photo=True)  # fmt: skip
    yield Ask("ground", "ground/services_located", "Cables and pipes under the place of the tank and its pipes",
              "The locating service, and whoever built there.", "/ground/services_located", "yes_no",
              gone_later=True)  # fmt: skip
    yield Ask("ground", "ground/to_footing_m", "From the tank to the nearest footing", "Tape.",
              "/ground/to_footing_m", "length")  # fmt: skip
    if document.overflow.kind in ("pipe", "standpipe"):
        yield Ask("ground", "levels/discharge_m", "Height of the ground where the overflow comes out",
                  f"Staff, over the {datum}.", "/levels/discharge_m", "length")  # fmt: skip
        yield Ask("ground", "overflow/downhill", "Whether the overflow ends downhill of the pad",
                  "And away from neighbours and a septic field.", "/overflow/downhill", "yes_no",
                  photo=True)  # fmt: skip
    if document.overflow.destination in ("soakaway", "swale", "rain_garden"):
        yield Ask("ground", "overflow/infiltration_mm_h", "How fast water sinks in where the overflow ends",
                  "Fill a hole twice; time the second.", "/overflow/infiltration_mm_h", "intensity")  # fmt: skip
    if any(_heavy(row) for row in rows):
        yield Ask("ground", "ground/to_boundary_m", "From the tank to the boundary",
                  "To the boundary mark, and not to the fence.", "/ground/to_boundary_m", "length",
                  photo=True)  # fmt: skip
    if buried:
        yield Ask("ground", "ground/water_table_m", "Standing water under the ground",
                  "A hole left open overnight, a well nearby, after wet weeks.", "/ground/water_table_m", "length",
                  gone_later=True)  # fmt: skip
        yield Ask("ground", "ground/traffic", "What drives or walks over the tank", "Ask; look for tracks.",
                  "/ground/traffic", "choice")  # fmt: skip
        yield Ask("ground", "ground/to_septic_m", "From the tank to the septic field", "Ask for its plan.",
                  "/ground/to_septic_m", "length", gone_later=True)  # fmt: skip
        yield Ask("ground", "ground/to_trees_m", "From the tank to the nearest tree", "Tape to its trunk.",
                  "/ground/to_trees_m", "length")  # fmt: skip
    if levels.lowest_tap_m is None and document.pump.feed == "gravity":
        yield Ask("ground", "levels/lowest_tap_m", "Height of the lowest tap", f"Staff, over the {datum}.",
                  "/levels/lowest_tap_m", "length")  # fmt: skip


def on_the_road(document: Property) -> Iterator[Ask]:
    """The way in for tanks, trucks and diggers."""
    yield Ask("road", "ground/gate_m", "Narrowest place on the way in", "Tape, at the gatepost or between walls.",
              "/ground/gate_m", "length", photo=True)  # fmt: skip
    if any(_heavy(row) for row in standings(document)):
        yield Ask("road", "ground/soft_access", "Whether a truck sinks in when it is wet", "Heel in the ground; ask.",
                  "/ground/soft_access", "yes_no")  # fmt: skip
        yield Ask("road", "road/overhead", "Wires and branches over the way and over the tank",
                  "Clear height under the lowest; enter it at Ground.", photo=True)  # fmt: skip
        yield Ask("road", "road/route", "Where the truck stands and turns", "Walk it with the driver's eyes.",
                  photo=True)  # fmt: skip
    if document.household.back_up.kind == "truck":
        yield Ask("road", "road/hose", "Length of hose from the truck to the tank's filling point", "Pace it.")


def _heavy(row: Standing) -> bool:
    """Whether it comes on a truck that needs room, or a digger does."""
    return row.buried or row.full_kg > HEAVY_KG
