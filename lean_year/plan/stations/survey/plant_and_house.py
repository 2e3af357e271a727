"""What is seen at the pump and in the house, and what only the household knows."""

from collections.abc import Iterator

from lean_year.plan.stations.survey.ask import Ask
from lean_year.property.document import Property


def at_the_plant(document: Property) -> Iterator[Ask]:
    """Where the pump and the treatment stand, and the pipe to the taps."""
    pump, datum = document.pump, document.levels.datum
    kinds = {stage.kind for stage in document.treatment.stages}
    if pump.by_motor or pump.feed == "hand":
        yield Ask("plant", "levels/pump_m", "Height of the place of the pump", f"Staff, over the {datum}.",
                  "/levels/pump_m", "length")  # fmt: skip
    if pump.by_motor and not pump.on_battery:
        yield Ask("plant", "plant/power", "Where the pump gets its power",
                  "Nearest point, its breaker, and what an electrician must add.", photo=True)  # fmt: skip
    if pump.feed not in ("undecided", "hand"):
        yield Ask("plant", "pump/delivery/length_m", "Length of the pipe to the highest tap", "Along its way.",
                  "/pump/delivery/length_m", "length")  # fmt: skip
    if document.household.anybody and pump.feed not in ("undecided", "hand"):
        yield Ask("plant", "pump/delivery/bore_mm", "Bore of the pipe to the taps", "Inside; read its marking.",
                  "/pump/delivery/bore_mm", "pipe", gone_later=True)  # fmt: skip
    if "uv" in kinds:
        yield Ask("plant", "treatment/uv/uvt_percent", "How much ultraviolet light the water lets through",
                  "A sample to a laboratory, or a meter on site.", "/treatment/uv/uvt_percent", "count")  # fmt: skip


def in_the_house(document: Property) -> Iterator[Ask]:
    """The highest tap, hot water, who lives there."""
    datum = document.levels.datum
    if document.household.anybody:
        yield Ask("house", "levels/highest_tap_m", "Height of the highest tap", f"Tape, over the {datum}.",
                  "/levels/highest_tap_m", "length")  # fmt: skip
        yield Ask("house", "pump/hot_water/kind", "How water is heated", "Its plate.", "/pump/hot_water/kind",
                  "choice", photo=True)  # fmt: skip
        yield Ask("house", "household/residents", "How many people live there", "Ask; and who comes to stay.",
                  "/household/residents", "count")  # fmt: skip
    if document.household.drinks:
        yield Ask("house", "treatment/copper_pipe", "Whether copper pipe carries the water",
                  "At the heater and under the sink.", "/treatment/copper_pipe", "yes_no")  # fmt: skip
