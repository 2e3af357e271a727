"""What an edit moved, in a few words."""

from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.stations.cistern.stage import STATION as CISTERN
from lean_year.plan.whole import WholePlan

LEAST_LITRES = 50.0


def what_moved(before: WholePlan, after: WholePlan, say: Wording) -> str:
    """The differences an owner would ask about, largest first; empty where nothing moved."""
    was, now = CISTERN.of(before), CISTERN.of(after)
    if was is None or now is None:
        return ""
    moved = []
    years = now.years_carried - was.years_carried
    if now.counted_years == was.counted_years and years:
        moved.append(f"{several(abs(years), 'year')} {'more' if years > 0 else 'fewer'} carried")

    def change(key: str) -> float:
        """Of a figure, which stands for nothing where there is none."""
        before, after = (each.figures[key].value if key in each.figures else 0 for each in (was, now))
        return (after or 0) - (before or 0)

    days = int(change("short_d"))
    if days:
        moved.append(f"{abs(days):,} {'more' if days > 0 else 'fewer'} dry {'day' if abs(days) == 1 else 'days'}")
    for key, what in (
        ("tightest_l", "on the tightest day"),
        ("topped_up_l_year", "topped up a year"),
        ("spill_l_year", "spilled a year"),
    ):
        litres = change(key)
        if abs(litres) >= LEAST_LITRES:
            moved.append(f"{say.volume(abs(litres))} {'more' if litres > 0 else 'less'} {what}")
    return ", ".join(moved[:3])
