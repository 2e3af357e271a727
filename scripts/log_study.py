"""How often a log finds what is wrong, and how often it cries wolf: the tables of `docs/how-it-is-checked.md`.

Made logs on recorded rain (`tests/made_logs.py`). Takes some minutes.
"""

import argparse
import sys
from collections import Counter
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import numpy as np

ROOT = Path(__file__).parent.parent
sys.path.insert(0, str(ROOT))
from lean_year.plan.model.behaving import behaving  # noqa: E402
from lean_year.plan.model.prepared_rain import prepare_rain  # noqa: E402
from lean_year.plan.model.supply import supply_of  # noqa: E402
from tests.made_logs import SOUND, Fault, Noise, made_log, plain_design  # noqa: E402
from tests.records import brussels, cordoba  # noqa: E402

DAYS, FROM = 180, 158
"""A fault begins three weeks before the end of a log of half a year."""
FAULTS = {
    "none": SOUND,
    "leak, 90 L/d": Fault(FROM, leak_l_day=90.0),
    "leak, 90 L/d, for 8 weeks": Fault(DAYS - 56, leak_l_day=90.0),
    "half the catch, for 8 weeks": Fault(DAYS - 56, catch_share=0.5),
    "gauge sticks": Fault(FROM, sticks=True),
}


def rows(count: int, seed: int) -> Iterator[list[Any]]:
    """Place, reading error, days between readings, fault, and how often each verdict was given."""
    document = plain_design()
    for place, record in (("Brussels", brussels()), ("Córdoba", cordoba())):
        rain = prepare_rain(record, "none")
        supply = supply_of(document, rain)
        for reading_l, every in ((30.0, 1), (100.0, 1), (100.0, 7)):
            for name, fault in FAULTS.items():
                rng = np.random.default_rng(seed)
                said: Counter[str] = Counter()
                held = 0
                for _ in range(count):
                    begin = int(rng.integers(0, rain.dates.size - DAYS))
                    log = made_log(
                        supply, begin, DAYS, rng, fault=fault, noise=Noise(reading_l=reading_l), every=every
                    )
                    found = behaving(document, rain, log)
                    said[found.verdict] += 1
                    true = fault.leak_l_day
                    held += found.low is not None and found.high is not None and found.low <= true <= found.high
                yield [place, f"{reading_l:g}", every, name, *(said[each] for each in VERDICTS), held]


VERDICTS = ("as_designed", "losing", "catching_less", "cannot_tell")


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--count", type=int, default=100)
    parser.add_argument("--seed", type=int, default=19)
    asked = parser.parse_args()
    print(
        "| rain | reading ± L | every days | wrong | as designed | losing | catching less | cannot tell | in bounds |"
    )
    print("|---|---|---|---|---|---|---|---|---|")
    for row in rows(asked.count, asked.seed):
        print("|", " | ".join(str(each) for each in row), "|", flush=True)


if __name__ == "__main__":
    main()
