"""How gutters, pipes and tank connections are put together, for what this property has. Basis: common practice."""

from lean_year.core.water_path.gutters import (
    CHANNEL_FALL,
    DOWNPIPE_BRACKETS_M,
    DRAIN_HANGERS_M,
    HANGERS_IN_SNOW_M,
    HANGERS_M,
    JOINED_MM,
    TWO_FEEDS_MM,
)
from lean_year.core.water_path.levels import static_pressure_kpa
from lean_year.core.water_path.screens import SLIM_MICRON
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.levels import RunLevels
from lean_year.property.cistern import Tank
from lean_year.property.document import Property
from lean_year.property.tank_shapes import Slim, UprightCylinder, Volume


def fitting_notes(document: Property, runs: list[RunLevels], say: Wording) -> list[BuildNote]:
    """Every note that applies."""
    notes = _gutters_and_downpipes(document)
    wet = [run for run in runs if run.kind == "wet"]
    if wet:
        notes += _wet_runs(wet)
    notes.append(_supports(document, say))
    if any(pipe.run.into is not None for pipe in document.downpipes):
        notes.append(
            BuildNote(
                view="downpour",
                head="Where runs join",
                text=f"After two feeds of {say.nominal(TWO_FEEDS_MM)} join, the pipe from there on and the "
                f"overflow want about {say.nominal(JOINED_MM)}. Front and back of a house in one run: check the sum.",
            )
        )
    notes += _screens(document, say)
    notes += _bottom_connections(document, say)
    return notes


def _gutters_and_downpipes(document: Property) -> list[BuildNote]:
    notes = [
        BuildNote(
            view="downpour",
            head="Before a wider gutter",
            text="More hangers come first, since a gutter that sags spills; then wider outlets; then a seamless "
            "gutter. Screw the tops of downpipes, never glue them: they come off for cleaning.",
        ),
        BuildNote(
            view="downpour",
            head="Threads and unions",
            text="Metal female thread over plastic male, never metal into plastic: it cracks. A union or coupling "
            "wherever something must come out.",
        ),
    ]
    if any(roof.on and each.shape == "channel" for roof in document.roofs for each in roof.gutters):
        notes.append(
            BuildNote(
                view="downpour",
                head="Channels in paving",
                text=f"Lay them to a fall of {CHANNEL_FALL * 100:g} % under a grate that lifts out; what runs over "
                "paving is not for drinking.",
            )
        )
    if any(roof.on and each.shape == "open_channel" for roof in document.roofs for each in roof.gutters):
        notes.append(
            BuildNote(
                view="downpour",
                head="Open channels",
                text="Along the foot of the slope, with a bank on its lower side and a trap where it ends. Fence "
                "animals off the slope; clear it and empty the trap before the rains and after them. Its water "
                "is for drinking only after all that treatment does.",
            )
        )
    return notes


def _wet_runs(wet: list[RunLevels]) -> list[BuildNote]:
    names = ", ".join(run.name for run in wet)
    return [
        BuildNote(
            view="levels",
            head=f"A pipe that stands full: {names}",
            text="Pressure-rated joints, graded to a full-bore drain at its low point, an air escape at every high "
            "point. Clean-outs tight against burrowing animals, ends tight against insects.",
        ),
        BuildNote(
            view="levels",
            head="Before the first rain, before frost",
            text="Water that has stood a week in the sun is foul: open the low drain and flush it before the first "
            "rain, and leave it drained before frost.",
        ),
    ]


def _screens(document: Property, say: Wording) -> list[BuildNote]:
    notes = [
        BuildNote(
            view="screens",
            head="Over a screen",
            text="Let the pipe turn down over it: a full straight pipe shoots past. Each stage needs a place from "
            "which it is reached, and a day in the calendar.",
        )
    ]
    if any(isinstance(tank.shape, Slim) for tank in document.cistern.built()):
        notes.append(
            BuildNote(
                view="screens",
                head="Slim tanks",
                text=(
                    f"Steel mesh of {say.micron(SLIM_MICRON)} at the inlet: there is no floor for sludge to rest on."
                ),
            )
        )
    return notes


def _supports(document: Property, say: Wording) -> BuildNote:
    snow = say.spacing(HANGERS_IN_SNOW_M)
    hangers = f"{snow} for the snow" if document.snow.on else f"{say.spacing(HANGERS_M)}, {snow} in snow"
    return BuildNote(
        view="downpour",
        head="Supports",
        text=f"Gutter hangers every {hangers}; downpipes every {say.spacing(DOWNPIPE_BRACKETS_M)}; drains of plastic "
        f"every {say.spacing(DRAIN_HANGERS_M)} where they hang.",
    )


def _bottom_connections(document: Property, say: Wording) -> list[BuildNote]:
    built = document.cistern.built()
    deepest = max(static_pressure_kpa(tank.vessel().top_water_m - tank.floor_m) for tank in built)
    text = (
        f"They stand under {say.pressure(deepest)} when the tank is full. No compression fittings above ground under "
        "pressure: they creep apart. Insulate low connections against frost."
    )
    if any(_bulges(tank) for tank in built):
        text = "Flexible, since a plastic tank swells as it fills. " + text
    if sum(tank.count for tank in built) > 1:
        text = "One valve for each tank, so that one leak loses one tank. " + text
    return [BuildNote(view="inside", head="Connections at the bottom", text=text)]


def _bulges(tank: Tank) -> bool:
    """Whether its walls are likely of plastic."""
    return isinstance(tank.shape, Slim | Volume | UprightCylinder) and not getattr(tank.shape, "liner", False)
