"""What is seen from the ladder: roofs, gutters, the line they hang on."""

from collections.abc import Iterator

from lean_year.plan.model.roof_surface import HILLSIDE
from lean_year.plan.stations.survey.ask import Ask
from lean_year.property.document import Property
from lean_year.property.roofs import Outline, PlanArea, Rectangle, Roof


def on_the_roofs(document: Property) -> Iterator[Ask]:
    """Size, pitch, material and what lies on every surface in use."""
    for row, roof in enumerate(document.roofs):
        if not roof.on:
            continue
        at, key = f"/roofs/{row}", f"roofs/{roof.id}"
        yield from _size(roof, at, key)
        if document.downpour.driven_rain or (isinstance(roof.extent, Rectangle) and roof.extent.along_slope):
            yield Ask("roof", f"{key}/pitch_deg", f"Pitch of {roof.name}", "Level and rule, or an app on the gable.",
                      f"{at}/pitch_deg", "angle")  # fmt: skip
        yield Ask("roof", f"{key}/material", f"What {roof.name} is covered with",
                  "From the ladder: coated or bare, old or new.", f"{at}/material", "choice", photo=True)  # fmt: skip
        if document.household.drinks:
            yield Ask("roof", f"{key}/hazards", f"What lies on {roof.name} or hangs over it",
                      "Lead, copper, moss strips, treated timber, roosts, branches: tick them at Roofs.",
                      photo=True)  # fmt: skip


def _size(roof: Roof, at: str, key: str) -> Iterator[Ask]:
    match roof.extent:
        case PlanArea():
            yield Ask("roof", f"{key}/area_m2", f"Area of {roof.name}, seen from above",
                      "Length times width of what it covers on the ground.", f"{at}/extent/area_m2",
                      "area")  # fmt: skip
        case Outline():
            yield Ask("roof", f"{key}/outline", f"Corners of {roof.name}", "Two sides by tape; draw it at Roofs.")
        case extent:
            up = " up the slope" if extent.along_slope else ", seen from above"
            yield Ask("roof", f"{key}/length_m", f"Length of {roof.name}{up}", "Tape or laser.",
                      f"{at}/extent/length_m", "length")  # fmt: skip
            along, by = ("its foot", "channel") if roof.material == HILLSIDE else ("the eaves", "gutter")
            yield Ask("roof", f"{key}/width_m", f"Width of {roof.name} along {along}", f"Tape along the {by}.",
                      f"{at}/extent/width_m", "length")  # fmt: skip


def at_the_eaves(document: Property) -> Iterator[Ask]:
    """Gutters and their outlets, and the board that carries them."""
    for row, roof in enumerate(document.roofs):
        if not roof.on or not roof.gutters:
            continue
        at, key = f"/roofs/{row}", f"roofs/{roof.id}"
        channel = roof.material == HILLSIDE
        what, along = ("channel", "the foot of the slope") if channel else ("gutter", "the eaves")
        yield Ask("eaves", f"{key}/outlet_m", f"Height of the {what} outlet of {roof.name}",
                  f"Staff or tape, over the {document.levels.datum}.", f"{at}/outlet_m", "length")  # fmt: skip
        for number, _gutter in enumerate(roof.gutters):
            place, one = f"{at}/gutters/{number}", f"{key}/gutters/{number}"
            which = f"the {what} of {roof.name}"
            if len(roof.gutters) > 1:
                which = f"{what} {number + 1} of {roof.name}"
            yield Ask("eaves", f"{one}/width_mm", f"Width of {which}", "Across the top, inside.", f"{place}/width_mm",
                      "bore")  # fmt: skip
            yield Ask("eaves", f"{one}/length_m", f"Length of {which}", f"Tape along {along}.",
                      f"{place}/length_m", "length")  # fmt: skip
            yield Ask("eaves", f"{one}/outlet_mm", f"Opening in the floor of {which}", "Rule across the outlet.",
                      f"{place}/outlet_mm", "bore")  # fmt: skip
        if channel:
            continue
        yield Ask("eaves", f"{key}/fixing", f"What carries the gutter of {roof.name}",
                  "Sound board or rafter ends, straight and falling to the outlet.", photo=True)  # fmt: skip
