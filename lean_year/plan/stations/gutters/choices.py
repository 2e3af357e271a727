"""Screens and filters between roof and tank, with what is usual for each, and what pipes are made of."""

from lean_year.core.water_path.gutters import FIRE_DEPTH_MM
from lean_year.core.water_path.screens import MOSQUITO_MM, SCREEN_TYPES
from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.wording import Wording


def choices(say: Wording) -> Choices:
    """Kinds of screen; pipe of metal or plastic."""
    notes = {
        "gutter_mesh": "keeps leaves out; swept twice a year",
        "leaf_screen": f"sloped, openings of about {say.nominal(SCREEN_TYPES['leaf_screen'].aperture_mm)}; the pipe "
        "turns down over it",
        "downpipe_filter": f"openings of about {say.nominal(SCREEN_TYPES['downpipe_filter'].aperture_mm)}; loses "
        f"{100 * SCREEN_TYPES['downpipe_filter'].loss_share:.0f} % of the water",
        "lid_basket": f"for roofs up to about {say.area(SCREEN_TYPES['lid_basket'].most_roof_m2 or 0)}",
        "inlet_mesh": f"{say.nominal(MOSQUITO_MM)} or finer keeps mosquitoes out",
        "up_flow": "strains at storm rates, with a rinse drain",
        "wrapped_pipe": "strains; needs a bypass",
    }
    rows = (Choice(key, f"{kind.label[0].lower()}{kind.label[1:]}", notes[key]) for key, kind in SCREEN_TYPES.items())
    metal = Choice("yes", "metal", f"and for the first {say.nominal(FIRE_DEPTH_MM)} below it")
    return {"/downpipes/*/screens/*/kind": tuple(rows), "/downpipes/*/metal": (metal, Choice("no", "plastic"))}
