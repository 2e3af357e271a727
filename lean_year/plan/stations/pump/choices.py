"""How the taps are fed, what drives a pump, and what the pressure side feeds."""

from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.wording import Wording


def choices(_say: Wording) -> Choices:
    """Of the pump and of the water heater."""
    return {
        "/pump/feed": (
            Choice("undecided", "in a way not decided yet"),
            Choice("pump", "by a pump"),
            Choice("header", "from a raised header tank", "filled by a pump, shut by a float"),
            Choice("gravity", "by gravity alone"),
            Choice("hand", "by a pump worked by hand", "without electricity; no pressure at a tap"),
        ),
        "/pump/control": (
            Choice("pressure_switch", "switches on and off by its pressure", "with a vessel"),
            Choice("variable_speed", "keeps its pressure by its speed", "with a small vessel"),
            Choice("flow_switch", "runs while water flows", "a flow switch, without a vessel"),
        ),
        "/pump/stands": (
            Choice("beside", "stands beside the tank", "and sucks, or is flooded"),
            Choice("submerged", "hangs in the water", "quiet, never loses its prime"),
        ),
        "/pump/hot_water/kind": (
            Choice("unknown", "a heater or none, not entered yet"),
            Choice("none", "no heater"),
            Choice("instant", "a heater without a store", "heats while it runs"),
            Choice("store", "a hot-water store"),
        ),
    }
