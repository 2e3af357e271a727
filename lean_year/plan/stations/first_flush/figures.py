"""The figures of a first flush."""

from lean_year.core.water_path import first_flush as core
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.inputs import CATCH
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flush_chambers import Chamber
from lean_year.plan.model.harvest import Catch
from lean_year.plan.model.prepared_rain import PreparedRain, mean_year
from lean_year.property.document import Property
from lean_year.property.water_path import FirstFlush


def first_flush_figures(
    document: Property,
    chambers: list[Chamber],
    area_m2: float,
    rain: PreparedRain | None,
    catch: Catch | None,
    say: Wording,
) -> dict[str, Figure]:
    """What is thrown away of each rain, and in a mean year; `catch` is None where the record counts none."""
    figures = _sizes(document.first_flush, chambers, area_m2, say)
    if rain is not None and catch is not None:
        figures |= _losses(catch, rain, say)
    return figures


def flush_volume_l(chambers: list[Chamber]) -> float:
    """In all chambers together. [L]"""
    return sum(chamber.volume_l for chamber in chambers)


def _sizes(entered: FirstFlush, chambers: list[Chamber], area_m2: float, say: Wording) -> dict[str, Figure]:
    volume = flush_volume_l(chambers)
    depth = volume / area_m2 if area_m2 > 0 else 0.0
    return {
        "depth_mm": Figure(
            value=depth,
            unit="mm",
            label="Thrown away first",
            basis="entered" if entered.by in ("depth", "volume", "length") else "derived",
            source={"removal": core.SOURCE, "exposure": "usual depths by exposure"}.get(entered.by, "entered"),
            formula={
                "depth": "as entered",
                "volume": "volume of the chambers / roof",
                "length": "volume of the legs, by their length and bore / roof",
                "removal": "−log2(share that may be left)",
                "exposure": "middle of the usual depths",
            }[entered.by],
            working=f"{say.volume(volume)} / {say.area(area_m2)}" if chambers else "no first flush",
            moves=(
                f"Each further {say.shallow(1)} halves what is left on the roof, and costs as much water as "
                "the first."
            ),
        ),
        "volume_l": Figure(
            value=volume,
            unit="L",
            label="In all chambers",
            basis="derived",
            rests_on=("areas",),
            formula="roof × depth",
            working=" + ".join(
                f"{say.area(chamber.area_m2)} × {say.shallow(chamber.depth_mm)}" for chamber in chambers
            ),
        ),
        "share_left": Figure(
            value=core.share_left(min(100.0, depth)),
            unit="-",
            label="Share of the dirt left on the roof",
            basis="published",
            source=core.SOURCE,
            formula="0.5^depth in mm",
            working=f"0.5^{depth:.2f}",
        ),
    }


def _losses(catch: Catch, rain: PreparedRain, say: Wording) -> dict[str, Figure]:
    flushed, off, screened = (
        mean_year(daily, rain) or 0.0 for daily in (catch.taken.flushed_l, catch.off_roofs, catch.taken.screened_l)
    )
    figures = {
        "lost_l_year": Figure(
            value=flushed,
            unit="L",
            label="Diverted in a mean year",
            basis="derived",
            rests_on=CATCH,
            formula="each day the room that had drained, and what the hole leaks while it rains; "
            "mean of the counted years",
            working=f"{say.volume(flushed)} of {say.volume(off)} off the roofs",
            moves="A slow hole resets less often: it loses less water and takes less dirt.",
        ),
        "lost_share": Figure(
            value=flushed / off if off > 0 else 0.0,
            unit="-",
            label="Of the water off the roofs",
            basis="derived",
            rests_on=CATCH,
            formula="diverted / off the roofs",
            working=f"{say.volume(flushed)} / {say.volume(off)}",
        ),
    }
    if screened > 0:
        figures["screened_l_year"] = Figure(
            value=screened,
            unit="L",
            label="Lost at screens in a mean year",
            basis="derived",
            rests_on=CATCH,
            formula="share that each stage loses, one after another; mean of the counted years",
            working=f"{say.volume(screened)} of {say.volume(off)} off the roofs",
        )
    return figures
