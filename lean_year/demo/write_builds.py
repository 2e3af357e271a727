"""Writes anew what was written down on the sites of the demos: `python -m lean_year.demo.write_builds`."""

from importlib.resources import files
from pathlib import Path

from lean_year.demo.building import built
from lean_year.demo.keeping import brindle_winter, saltmarrow_log
from lean_year.demo.shipped import BUILT_UNTIL, DEMOS, demo_book, demo_rain, write_record
from lean_year.plan.model.book_prices import book_in
from lean_year.plan.model.prepared_rain import prepare_rain
from lean_year.plan.stations.build.stage import STATION as BUILD
from lean_year.plan.whole import plan_property

if __name__ == "__main__":
    for name, until in BUILT_UNTIL.items():
        document = DEMOS[name].property()
        rain = prepare_rain(demo_rain(name), document.rain.filling)
        plan = BUILD.of(plan_property(document, rain, prices=book_in(demo_book(document), document)).plan)
        assert plan is not None
        path = Path(str(files("lean_year.demo") / f"{name}-build.json"))
        path.write_text(write_record(list(built(plan, until))), "utf-8")
        log = saltmarrow_log(document, rain) if name == "saltmarrow" else brindle_winter(rain)
        path.with_name(f"{name}-log.json").write_text(write_record(log), "utf-8")
