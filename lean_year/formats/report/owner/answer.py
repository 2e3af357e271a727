"""The answer: does the water last, from what, for whom, and for how much."""

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.pictures.months import draw_months
from lean_year.formats.report.pictures.through_the_year import draw_year
from lean_year.plan.answer.wording import day, several
from lean_year.plan.stations.cistern.stage import STATION as CISTERN
from lean_year.plan.stations.household.stage import STATION as HOUSEHOLD
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.stations.rain.stage import STATION as RAIN
from lean_year.plan.stations.roofs.stage import STATION as ROOFS


def add_answer(sheet: Sheet, facts: Facts) -> None:
    """The verdict, what it rests on, and the lean year as a picture."""
    words = facts.plan.verdict_parts
    rest = [words.tightest, words.caveat, words.climate, words.warning]
    sheet.answer(words.answer, " ".join(each for each in rest if each))
    sheet.figures(_rows(facts))
    cistern = CISTERN.of(facts.plan)
    if facts.rain is None or facts.replay is None or cistern is None or not facts.rain.counts.any():
        return
    lean = cistern.years[cistern.lean_year]
    sheet.picture(
        draw_year(facts.replay, facts.rain, cistern, facts.document.units),
        f"Water in the tanks through the water year {lean.label}, the hardest on this house of "
        f"{several(cistern.counted_years, 'recorded year')}: it begins on {day(lean.start)}; the lowest is "
        f"{facts.say.volume(lean.lowest_l)} on {day(lean.lowest_date)}; {several(lean.short_days, 'day')} short.",
        f"The tanks through the lean year, {lean.label}: the recorded year that is hardest on this house. Behind it, "
        "all the other recorded years with the same tanks, roofs and household.",
    )
    sheet.picture(
        draw_months(facts.replay, facts.rain, facts.document.units),
        "What comes into the tanks and what is drawn, for each month of a mean year.",
        "When the rain comes, and when the water is drawn: what lies between is what the tanks are for.",
    )


def _rows(facts: Facts) -> list[tuple[str, str, str]]:
    plan, say = facts.plan, facts.say
    rain, cistern, household = RAIN.of(plan), CISTERN.of(plan), HOUSEHOLD.of(plan)
    roofs, price = ROOFS.of(plan), PRICE.of(plan)
    rows: list[tuple[str, str, str]] = []
    if rain is not None:
        mean = rain.figures["mean_year_mm"].value
        record = f"every day from {day(rain.start)} to {day(rain.end)} was replayed"
        rows.append(("Rain in a mean year", say.figure(mean, "mm"), record))
    if roofs is not None:
        area = roofs.figures["area_m2"]
        used = [roof.name for roof in facts.document.roofs if roof.on]
        rows.append(("Roof that is used", say.figure(area.value, area.unit), ", ".join(used)))
    if household is not None:
        demand = household.figures["demand_l_day"]
        peak = household.figures["top_month_l_day"]
        most = f"{say.rate(peak.value)} in the month that uses most" if peak.value is not None else ""
        rows.append(("Water that is drawn", say.figure(demand.value, demand.unit), most))
    names = [tank.name for tank in facts.document.cistern.built()]
    rows.append(("Tanks", say.volume(plan.tank_l), ", ".join(names)))
    if cistern is not None:
        aim = cistern.figures.get("smallest_for_aim_l")
        if aim is not None and aim.value is not None:
            allowed = facts.document.cistern.short_years_allowed
            wish = f"for no more than {several(allowed, 'year')} short" if allowed else "for no short year at all"
            rows.append(("Smallest tanks that meet the aim", say.volume(aim.value), wish))
    if price is not None and price.booked:
        least = "at least " if price.missing else ""
        rows.append(("Price", least + say.money(price.currency, price.total.value or 0.0), _price_words(facts)))
    return rows


def _price_words(facts: Facts) -> str:
    price = PRICE.of(facts.plan)
    assert price is not None
    words = "with tax" if price.tax.value or price.shares.tax_included else "without tax"
    if price.missing:
        return f"{words}; {several(len(price.missing), 'price')} still missing, counted as nothing so far"
    return f"{words}; {facts.say.money(price.currency, price.yearly.value or 0.0)} a year to keep it up"
