"""Whether the season so far forecasts the months to come: a table of `docs/how-it-is-checked.md`."""

import datetime as dt
import sys
from pathlib import Path

ROOT = Path(__file__).parent.parent
sys.path.insert(0, str(ROOT))
from lean_year.demo.shipped import DEMOS, demo_rain  # noqa: E402
from lean_year.plan.model.prepared_rain import prepare_rain  # noqa: E402
from lean_year.plan.model.supply import supply_of  # noqa: E402
from lean_year.plan.stations.log.season import seasons_of, skill_of  # noqa: E402
from tests.made_logs import plain_design  # noqa: E402
from tests.records import brussels, cordoba  # noqa: E402

YEAR = 2025


def main() -> None:
    records = {"Brussels": brussels(), "Córdoba": cordoba()}
    records |= {f"{name}, invented": demo_rain(name) for name in DEMOS}
    print("| Record | From | Years | All years alike | Years that began alike | Misses less by | No chance |")
    print("| --- | --- | --- | --- | --- | --- | --- |")
    for name, record in records.items():
        supply = supply_of(plain_design(), prepare_rain(record, "none"))
        for month in (1, 4, 7, 10):
            start = dt.date(YEAR, month, 1)
            seasons, _, begins = seasons_of(supply, start)
            skill = skill_of(supply, seasons, begins)
            print(
                f"| {name} | {start:%-d %B} | {skill.years} | {skill.plain / 1000:.2f} | "
                f"{skill.conditioned / 1000:.2f} | {100 * skill.gain:.0f} % | {'yes' if skill.sure else 'no'} |"
            )


if __name__ == "__main__":
    main()
