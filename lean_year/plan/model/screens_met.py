"""Which screens the water of a group of downpipes meets: its own, and those in the runs that it joins."""

from lean_year.property.document import Property
from lean_year.property.roofs import Downpipe
from lean_year.property.water_path import Screen


def in_the_run(screen: Screen) -> bool:
    """Whether a screen stands in the run or at its far end, and not at every downpipe."""
    return screen.kind not in ("gutter_mesh", "leaf_screen", "downpipe_filter")


def way_to_the_tank(document: Property, pipe: Downpipe) -> list[Downpipe]:
    """A group and those whose runs its water goes on through."""
    pipes = {each.id: each for each in document.downpipes}
    way = [pipe]
    while way[-1].run.into is not None:
        way.append(pipes[way[-1].run.into])
    return way


def shared_screens(document: Property, pipe: Downpipe) -> list[Screen]:
    """Those in the runs that a group joins, which its water passes as well."""
    return [screen for after in way_to_the_tank(document, pipe)[1:] for screen in after.screens if in_the_run(screen)]


def screens_met(document: Property, pipe: Downpipe) -> list[Screen]:
    """All that the water of a group meets, in the order in which it meets them."""
    return [*pipe.screens, *shared_screens(document, pipe)]


def strainers_met(document: Property, pipe: Downpipe) -> list[Screen]:
    """Of those, what holds leaves back: a trap for grit does not."""
    return [screen for screen in screens_met(document, pipe) if screen.kind != "grit_trap"]
