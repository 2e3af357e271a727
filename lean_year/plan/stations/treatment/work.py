"""What filters, lamp and tests ask to be done and read."""

from lean_year.core.build import tolerances
from lean_year.core.build.asked import TaskAsk, Work
from lean_year.core.build.judging import HoldPoint, ReadingAsked, SumAsked
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording, several
from lean_year.property.document import Property
from lean_year.property.pump import MOST_KPA

MOST_COUNTED = 1e7


@cached_by_parts(16, "units", "treatment", "pump.feed")
def treatment_work(document: Property, clean_kpa: float, drunk: bool, say: Wording) -> Work:
    """The train, whose filters take `clean_kpa` when new, and what is done so that the water may be drunk."""
    tasks: list[TaskAsk] = []
    points: list[HoldPoint] = []
    entered = document.treatment
    stages = entered.stages
    if stages:
        tasks.append(TaskAsk("set-plant", f"Treatment: {several(len(stages), 'stage')}"))
        tasks.append(TaskAsk("label", "Treatment: each stage with the date on which it is due"))
        tasks.append(TaskAsk("start-filters", "Treatment: air out, dust out, the drop when new"))
        points.append(
            HoldPoint(
                "start-filters",
                "start-filters",
                "Filters, new",
                "Flushed until the water is clear; then the pressure before and behind them with the taps of the "
                f"peak open. About {say.pressure(clean_kpa)} less behind.",
                (
                    ReadingAsked("before", "Before the filters", "pressure", least=0, most=MOST_KPA),
                    ReadingAsked("behind", "Behind the filters", "pressure", least=0, most=MOST_KPA),
                ),
                (
                    SumAsked(
                        "Drop over them", "pressure", (("before", 1.0), ("behind", -1.0)), low=0.0,
                        high=max(tolerances.PRESSURE_DROP_KPA, tolerances.CLEAN_DROP_TIMES * clean_kpa),
                    ),
                ),
                if_not="Look for the wrong cartridge, one still in its wrapping, or a valve half shut.",
            )
        )  # fmt: skip
    if any(stage.kind == "uv" for stage in stages):
        tasks.append(TaskAsk("power", "Lamp: it is connected by an electrician"))
        tasks.append(TaskAsk("start-lamp", "Lamp: what it reads when new is what it is judged by later"))
        path = "/treatment/uv/sensor_percent" if entered.uv.sensor else None
        points.append(
            HoldPoint(
                "start-lamp",
                "start-lamp",
                "Lamp, new",
                "After it has burnt for ten minutes, with its source running: its sensor’s reading, or that its "
                "light shows where there is none. The flow’s limit is set.",
                (
                    ReadingAsked(
                        "reading", "Of what its maker promises", "gauge", low=90.0, path=path, least=0, most=200
                    ),
                ),
                if_not="Clean sleeve and window; look at the water’s clearness; a new lamp where it stays low.",
            )
        )
    if drunk:
        tasks.append(TaskAsk("disinfect", "The water is drunk"))
        tasks.append(TaskAsk("sample", "Nobody drinks before a laboratory has seen the water"))
        points.append(
            HoldPoint(
                "sample",
                "sample",
                "The laboratory’s answer",
                "Taken at the tap that is drunk from, with the chlorine rinsed out, in the laboratory’s own bottles.",
                (
                    ReadingAsked(
                        "e-coli", "E. coli in 100 mL", "count", high=0.0,
                        path="/treatment/last_test/e_coli_100ml", least=0, most=MOST_COUNTED,
                    ),
                    ReadingAsked(
                        "coliforms", "All coliforms in 100 mL", "count", high=0.0,
                        path="/treatment/last_test/coliforms_100ml", least=0, most=MOST_COUNTED,
                    ),
                ),
                if_not="Nobody drinks it. Find the way in, disinfect again, and take another sample.",
            )
        )  # fmt: skip
    elif document.pump.feed != "undecided":
        tasks.append(TaskAsk("disinfect", "What came in with the work is rinsed out"))
    return Work(tuple(tasks), tuple(points))
