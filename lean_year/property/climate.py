"""The climate that a property is planned for, beyond what is on record."""

from lean_year.core.rain.climate import HeavierDownpours, LessRain
from lean_year.property.parts import Part


class Climate(Part):
    """Switches that stay with the property."""

    rain: LessRain = "recorded"
    """The supply is replayed on the record as it is, and once more on so much less."""
    downpours: HeavierDownpours = "entered"
    """By how much every rate of a downpour is raised, for gutters, pipes, overflow and soakaway."""
