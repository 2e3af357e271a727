"""What is seen on the walls: downpipes, and the way of the pipe from their foot to the tank."""

from collections.abc import Iterator

from lean_year.core.survey.on_site import BESIDE_M
from lean_year.plan.model.roof_surface import by_hillside
from lean_year.plan.stations.survey.ask import Ask
from lean_year.property.document import Property
from lean_year.property.roofs import Downpipe


def on_the_walls(document: Property) -> Iterator[Ask]:
    """Every group of downpipes that a surface in use drains to, and its run."""
    used = document.groups_in_use()
    for row, pipe in enumerate(document.downpipes):
        if pipe.id not in used:
            continue
        at, key = f"/downpipes/{row}", f"downpipes/{pipe.id}"
        if not by_hillside(document, pipe.id):
            yield from _downpipes(pipe, at, key)
        yield Ask("walls", f"{key}/run/length_m", f"Length of the run of {pipe.name} to the tank",
                  "Along the way that the pipe will go.", f"{at}/run/length_m", "length")  # fmt: skip
        yield Ask("walls", f"{key}/run/way", f"What the run of {pipe.name} crosses",
                  "Paths, drains, cables, roots, a neighbour's wall.", gone_later=True, photo=True)  # fmt: skip
        if pipe.run.kind == "dry" and pipe.run.length_m > BESIDE_M:
            yield Ask("walls", f"{key}/run/foot_m", f"Height of the run of {pipe.name} at the foot of its downpipes",
                      f"Invert, over the {document.levels.datum}.", f"{at}/run/foot_m", "length")  # fmt: skip
        if pipe.run.kind == "wet":
            yield Ask("walls", f"{key}/run/low_point_m", f"Lowest point of the wet run of {pipe.name}",
                      "Where its drain can be reached.", f"{at}/run/low_point_m", "length",
                      gone_later=True)  # fmt: skip
            yield Ask("walls", f"{key}/run/rated_kpa", f"Pressure class of the wet run of {pipe.name}",
                      "Stamped on pipe and fittings.", f"{at}/run/rated_kpa", "pressure",
                      gone_later=True)  # fmt: skip


def _downpipes(pipe: Downpipe, at: str, key: str) -> Iterator[Ask]:
    yield Ask("walls", f"{key}/pipes", f"How many downpipes {pipe.name} has", "Count them; all alike?",
              f"{at}/pipes", "count")  # fmt: skip
    yield Ask("walls", f"{key}/bore_mm", f"Bore of the downpipes of {pipe.name}",
              "Inside, at a joint; of a square one the narrower side.", f"{at}/bore_mm", "bore")  # fmt: skip
    yield Ask("walls", f"{key}/brittle", f"Whether the downpipes of {pipe.name} are brittle",
              "Squeeze one: what cracks is replaced, and not cut.", photo=True)  # fmt: skip
