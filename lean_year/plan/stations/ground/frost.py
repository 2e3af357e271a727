"""Water that stands in the frost through the winter. Basis: common practice."""

from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.footings import Standing
from lean_year.property.document import Property
from lean_year.property.season import usual_winter


def find_frozen(document: Property, standing: Standing, found: Findings, say: Wording) -> None:
    """A tank that stands full inside the frost depth, and is not drained before it."""
    frost_m, tank = document.site.frost_depth_m, standing.tank
    if frost_m <= 0 or document.cistern.out_of_use is not None or standing.gross_l <= 0:
        return
    frost_free_m = standing.ground_m - frost_m if standing.buried else float("inf")
    below_l = 1000 * standing.holds_m3(frost_free_m - tank.floor_m) if standing.buried else 0.0
    over_l = standing.gross_l - below_l
    if over_l <= 0:
        return
    outlet_frozen = tank.floor_m + tank.outlet_m > frost_free_m or not standing.buried
    frost = say.length(frost_m)
    share = fixed(100 * over_l / standing.gross_l)
    where = (
        f"holds {share} % of its water above the frost depth, {frost}"
        if standing.buried
        else f"stands over the ground, which freezes to {frost}"
    )
    found.add(
        "GROUND_FREEZES",
        "caution" if outlet_frozen else "note",
        f"{tank.name} {where}: ice bursts what stands full, its valves and pipes first.",
        "Drain it before frost, set it deeper, or insulate it and keep its water moving."
        if outlet_frozen
        else "Keep its lid and riser insulated; its outlet lies below the frost.",
        *_drained(document),
    )


def _drained(document: Property) -> list[Fix]:
    """A store that nobody lives from is emptied for the winter; not one into which other water runs."""
    if not document.household.garden_only or document.household.back_up.kind != "none":
        return []
    season = usual_winter(document.site.latitude_deg).model_dump()
    return [Fix(text="Leave it empty through the winter.", operations=[replace("/cistern/out_of_use", season)])]
