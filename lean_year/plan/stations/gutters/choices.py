"""Screens and filters with what is usual for each, gutters, pipes, and the method they are sized by."""

from lean_year.core.water_path.gutters import CHANNEL_FALL, CODE_MINUTES, CODE_YEARS, EN_MINUTES, FIRE_DEPTH_MM
from lean_year.core.water_path.screens import MOSQUITO_MM, SCREEN_TYPES
from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording


def choices(say: Wording) -> Choices:
    """Everything that is chosen between roof and tank."""
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
        "grit_trap": "sand and gravel settle in it; at the end of a channel on open ground",
    }
    rows = (Choice(key, f"{kind.label[0].lower()}{kind.label[1:]}", notes[key]) for key, kind in SCREEN_TYPES.items())
    shapes = (
        Choice("half_round", "half-round gutter"),
        Choice("box", "box gutter"),
        Choice("channel", "channel in paving", f"laid to {fixed(100 * CHANNEL_FALL)} %, under a grate"),
        Choice("open_channel", "open channel", "cut or built along the foot of a slope"),
    )
    linings = (
        Choice("mortar", "mortar"),
        Choice("stone", "stone in mortar"),
        Choice("rock", "the rock as it breaks"),
        Choice("earth", "bare earth", "washes out on a steep fall"),
    )
    shortest, longest = EN_MINUTES
    methods = (
        Choice("en", "BS EN 12056-3", f"with the rate of {fixed(shortest)} to {fixed(longest)} minutes"),
        Choice(
            "code_table",
            "the plumbing code’s tables",
            f"with the rate of {fixed(CODE_MINUTES)} minutes, once in {fixed(CODE_YEARS)} years",
        ),
    )
    metal = Choice("yes", "metal", f"and for the first {say.nominal(FIRE_DEPTH_MM)} below it")
    return {
        "/downpipes/*/screens/*/kind": tuple(rows),
        "/downpipes/*/metal": (metal, Choice("no", "plastic")),
        "/roofs/*/gutters/*/shape": shapes,
        "/roofs/*/gutters/*/lining": linings,
        "/downpour/method": methods,
    }
