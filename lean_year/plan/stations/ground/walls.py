"""Walls that an engineer designs: flat ones, and those that are cast where they stand."""

from lean_year.core.ground.bearing import PLAIN_MORTAR_KPA
from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.footings import Standing
from lean_year.plan.stations.ground.facts import GroundFacts, tank_path
from lean_year.plan.stations.ground.figures import hoop_kn_m
from lean_year.property.document import Property
from lean_year.property.tank_shapes import Box, Precast, RoundCast


def find_engineered(document: Property, each: GroundFacts, found: Findings, say: Wording) -> None:
    """Walls that are flat, or cast on the spot."""
    shape = each.standing.tank.shape
    if isinstance(shape, Box) or (isinstance(shape, Precast) and not shape.round):
        how = ", cast on the spot" if isinstance(shape, Box) and shape.cast else ""
        found.add(
            "GROUND_FLAT_WALLS",
            "caution",
            f"{each.standing.tank.name} has flat walls{how}: water bends them "
            "where it would only pull at round ones.",
            "Have a structural engineer design or confirm walls, corners and base.",
        )
    elif isinstance(shape, RoundCast):
        _round_cast(tank_path(document, each.standing), each.standing, shape, found, say)


def _round_cast(at: str, standing: Standing, shape: RoundCast, found: Findings, say: Wording) -> None:
    name, path = standing.tank.name, f"{at}/shape"
    pull_kpa = hoop_kn_m(standing) / (shape.wall_mm / 1000)
    pulled = f"full, water pulls {say.pressure(pull_kpa)} in its wall of {say.bore(shape.wall_mm)}"
    if not shape.steel and pull_kpa > PLAIN_MORTAR_KPA:
        found.add(
            "GROUND_WALL_WITHOUT_STEEL",
            "fails",
            f"{name} is cast without steel: {pulled}, and plain mortar cracks under less.",
            "Steel in wall and floor, by the design of a structural engineer. Natural fibre is no steel: it decays.",
            Fix(text="It has steel, as an engineer designs it.", operations=[replace(f"{path}/steel", True)]),
        )
    else:
        found.add(
            "GROUND_ROUND_CAST",
            "caution",
            f"{name} is built where it stands: {pulled}.",
            "Have a structural engineer design or confirm its wall, its floor, its steel and what it stands on.",
        )
    if not shape.floor_falls:
        found.add(
            "GROUND_FLOOR_FLAT",
            "note",
            f"The floor of {name} is level: the last of the sediment is not washed to the drain.",
            "",
            Fix(text="Let it fall to the drain.", operations=[replace(f"{path}/floor_falls", True)]),
        )
