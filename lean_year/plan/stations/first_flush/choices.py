"""How exposed roofs are, and the first rain that is usually diverted off them."""

from lean_year.core.water_path.first_flush import EXPOSURE_MM
from lean_year.plan.answer.choices import Choice, Choices
from lean_year.plan.answer.wording import Wording

_LABELS = {"clean": "clean roofs", "ordinary": "ordinary roofs", "dirty": "trees, dust, birds or traffic"}


def choices(say: Wording) -> Choices:
    """Exposures with their usual depths."""
    rows = []
    for key, (low, high) in EXPOSURE_MM.items():
        rows.append(Choice(key, _LABELS[key], f"{say.shallow(low)} to {say.shallow(high)}"))
    return {"/first_flush/exposure": tuple(rows)}
